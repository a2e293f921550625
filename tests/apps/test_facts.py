"""Facts are read whole, in a fixed number of queries, and become the core's descriptions."""

import datetime as dt

from django.test import TestCase

from agronomy.decide.fortnight import fortnight
from agronomy.decide.plan import plan
from agronomy.describe.bed import Bed
from agronomy.formats.described import read
from agronomy.sky.assemble import day_of
from apps.garden.actions.beds import SaveBed
from apps.garden.actions.gardens import SaveRig
from apps.garden.undo import UndoEvent
from apps.planning.facts import core_garden, read_beds
from apps.planning.situation import _plans, situation
from apps.record import actions as wa
from apps.weather import actions as we
from apps.weather.convert import known_of, sky_of, weather_facts
from tests.apps import world as w


class Facts(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.bed = w.bed_of(self.ada, self.garden)
        self.box = SaveBed(
            w.by(self.ada),
            self.garden.pk,
            {
                "name": "Box",
                "kind": "self_watering_box",
                "length_m": 0.8,
                "width_m": 0.4,
                "method": "reservoir",
                "reservoir_capacity_l": 14.0,
                "opened": w.TODAY - dt.timedelta(days=5),
            },
            [{"crop": "pepper", "count": 2, "planted": dt.date(2025, 5, 24)}],
            {"kind": "bark", "depth_m": 0.02, "cover": 0.5},
            {"material": "potting_mix"},
        ).execute()

    def pour(self, bed, litres, days_ago=1, **more):
        date = w.TODAY - dt.timedelta(days=days_ago)
        return wa.RecordWatering(w.by(self.ada), self.garden.pk, bed.pk, date, litres, **more).execute()

    def core(self):
        return core_garden(self.garden, read_beds(self.garden))

    def test_everything_noted_reaches_the_core(self) -> None:
        self.pour(self.bed, 20.0, 3)
        self.pour(self.bed, 10.0, 1, part="evening")
        self.pour(self.box, 8.0, 2, into="reservoir")
        wa.RecordObservation(w.by(self.ada), self.garden.pk, self.bed.pk, reading="moist").execute()
        bench, box = self.core().beds
        self.assertEqual([(x.litres, x.part) for x in bench.waterings], [(20.0, "morning"), (10.0, "evening")])
        self.assertEqual([c.reading for c in bench.observations], ["moist"])
        self.assertEqual(bench.plantings[0].sizes[0].height, "shoulder")
        self.assertEqual(
            (box.waterings[0].into, box.reservoir.capacity_l, box.reservoir.wick_l_per_day), ("reservoir", 14, 20)
        )
        self.assertEqual((box.mulches[0].kind, box.mulches[0].cover), ("bark", 0.5))

    def test_what_is_struck_or_taken_out_does_not(self) -> None:
        poured = self.pour(self.bed, 20.0)
        UndoEvent(w.by(self.ada), self.garden.pk, poured.pk).execute()
        self.assertEqual(self.core().beds[0].waterings, ())
        self.assertTrue(read_beds(self.garden)[0].poured[0].struck)  # the page still shows it, struck
        wa.PutOffStop(w.by(self.ada), self.garden.pk, self.bed.pk).execute()
        self.assertIsNotNone(read_beds(self.garden)[0].put_off_on(w.TODAY))
        self.assertIsNone(read_beds(self.garden)[0].put_off_on(w.TODAY - dt.timedelta(days=1)))
        self.garden.beds.filter(pk=self.bed.pk).update(removed_at="2025-07-11T08:00Z")
        self.assertEqual([b.row.name for b in read_beds(self.garden)], ["Box"])

    def test_reading_takes_as_many_queries_for_one_bed_as_for_nine(self) -> None:
        with self.assertNumQueries(8):
            read_beds(self.garden)
        for i in range(7):
            self.pour(w.bed_of(self.ada, self.garden, name=f"Bed {i}"), 5.0)
        with self.assertNumQueries(8):
            self.assertEqual(len(read_beds(self.garden)), 9)

    def test_the_page_and_a_garden_file_of_the_same_facts_agree(self) -> None:
        """One call behind both doors: the same bed described in the open format gets the same plan."""
        w.type_days(self.ada, self.garden)
        self.pour(self.bed, 20.0, 3)
        seen = next(iter(self.bed.plantings.all())).sizes.get()
        described = read(
            Bed,
            {
                "name": "x",
                "kind": "raised",
                "length_m": 2.4,
                "width_m": 1.2,
                "soils": [{"material": "loam"}],
                "opened": (w.TODAY - dt.timedelta(days=9)).isoformat(),
                "opening_wetness": "wet",
                "plantings": [
                    {
                        "crop": "tomato",
                        "count": 6,
                        "planted": "2025-05-12",
                        "sizes": [{"date": seen.date.isoformat(), "height": "shoulder", "spread_m": 0.6}],
                    }
                ],
                "waterings": [{"date": (w.TODAY - dt.timedelta(days=3)).isoformat(), "litres": 20.0}],
            },
        )
        core = self.core()
        sky = sky_of(self.garden, weather_facts(self.garden, w.TODAY), w.TODAY, w.TODAY)
        by_file = plan(type(core)(**{**core.__dict__, "beds": (described, core.beds[1])}), sky, w.TODAY)
        by_page = situation(self.garden).plan
        self.assertEqual(by_file.beds[0].net_mm, by_page.beds[0].net_mm)
        self.assertEqual(by_file.beds[0].dose, by_page.beds[0].dose)
        self.assertEqual(fortnight(by_file).beds[0].days, fortnight(by_page).beds[0].days)

    def test_a_measured_hose_narrows_the_doubt_of_what_was_poured(self) -> None:
        w.type_days(self.ada, self.garden)
        self.pour(self.bed, 60.0, 2)
        band = lambda: situation(self.garden).plan.beds[0].net_mm  # noqa: E731
        guessed = band()
        rig = self.garden.rigs.get()
        SaveRig(w.by(self.ada), self.garden.pk, {"measured": w.TODAY}, rig.pk).execute()
        SaveBed(w.by(self.ada), self.garden.pk, {**w.BED, "rig": rig.pk}, bed_id=self.bed.pk).execute()
        self.assertLess(band().high - band().low, guessed.high - guessed.low)

    def test_a_plan_is_kept_for_the_same_facts_and_made_anew_for_others(self) -> None:
        w.type_days(self.ada, self.garden)
        _plans.clear()
        first = situation(self.garden)
        self.assertIs(situation(self.garden).plan, first.plan)
        self.pour(self.bed, 1.0)
        changed = situation(self.garden)
        self.assertNotEqual(changed.facts_hash, first.facts_hash)
        self.assertIsNot(changed.plan, first.plan)
        we.ReadGauge(w.by(self.ada), self.garden.pk, 3.0, w.TODAY - dt.timedelta(days=2)).execute()
        self.assertNotEqual(situation(self.garden).facts_hash, changed.facts_hash)
        self.garden.style = "sparing"
        self.garden.save()
        self.assertNotIn(situation(self.garden).facts_hash, (first.facts_hash, changed.facts_hash))

    def test_a_typed_day_beats_the_providers_and_a_forecast_beats_a_typed_outlook(self) -> None:
        from apps.weather.models import ForecastDay, ForecastSnapshot, WeatherDay

        w.type_days(self.ada, self.garden)
        yesterday = w.TODAY - dt.timedelta(days=1)
        WeatherDay.objects.create(
            garden=self.garden, date=yesterday, source="provider", tmin=1, tmax=2, rain=99, rs=21.5
        )
        facts = weather_facts(self.garden, w.TODAY)
        self.assertEqual(facts.sources_of(yesterday), ["typed", "provider"])
        merged, by = day_of(known_of(self.garden, facts), yesterday)
        self.assertEqual((merged["tmax"], by["tmax"]), (25.0, "typed"))
        self.assertEqual((merged["rs"], by["rs"]), (21.5, "provider"))  # what was not typed stays the provider's
        snapshot = ForecastSnapshot.objects.create(garden=self.garden, issued=yesterday)
        ForecastDay.objects.bulk_create(
            [
                ForecastDay(
                    snapshot=snapshot, member=m, date=yesterday + dt.timedelta(days=i), tmin=10, tmax=30 + m, rain=m
                )
                for i in range(4)
                for m in range(3)
            ]
        )
        sky = sky_of(self.garden, weather_facts(self.garden, w.TODAY), w.TODAY, w.TODAY)
        self.assertEqual((sky.source, sky.members, sky.ahead.dates[0]), ("forecast", 3, w.TODAY))
        self.assertEqual(sky.ahead.columns["tmax"][0].tolist(), [30.0, 31.0, 32.0])
