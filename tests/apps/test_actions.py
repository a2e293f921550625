"""Changes: each with its permission, its validation and all or nothing."""

import datetime as dt
import uuid
from unittest import mock

from django.test import TestCase

from agronomy.describe.errors import InputError
from agronomy.sky.assemble import day_of
from apps.base.errors import NotAllowed, NotFound
from apps.garden.actions import beds as ga
from apps.garden.actions import gardens
from apps.garden.models import Bed, Event, Garden, MulchRecord, SizeSighting
from apps.garden.undo import UndoEvent
from apps.planning import issue
from apps.planning.situation import situation
from apps.record import actions as wa
from apps.record.models import IssuedAdvice
from apps.weather import actions as we
from apps.weather.convert import known_of, weather_facts
from apps.weather.models import WeatherDay
from tests.apps import world as w


class Beds(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)

    def save(self, bed_id=None, plantings=None, mulch=None, **values):
        more = {name: values.pop(name) for name in ("soil", "exposure") if name in values}
        said = {**w.BED, **values}
        return ga.SaveBed(w.by(self.ada), self.garden.pk, said, plantings, mulch, bed_id=bed_id, **more).execute()

    def refused(self, field, **values):
        before = Bed.objects.count()
        with self.assertRaises(InputError) as caught:
            self.save(**values)
        self.assertEqual(caught.exception.field, field)
        self.assertEqual(Bed.objects.count(), before)

    def test_describing_again_keeps_dated_facts(self) -> None:
        bed = self.save(plantings=[dict(w.TOMATOES)], mulch={"kind": "straw", "depth_m": 0.05, "cover": 1.0})
        planting = bed.plantings.get()
        self.assertEqual(SizeSighting.objects.get().date, w.TODAY)
        self.garden.clock_date = w.TODAY + dt.timedelta(days=5)
        self.garden.save()
        same = {**w.TOMATOES, "id": planting.pk}
        self.save(bed.pk, [same], {"kind": "straw", "depth_m": 0.05, "cover": 1.0})
        self.assertEqual((SizeSighting.objects.count(), MulchRecord.objects.count()), (1, 1))  # nothing new was seen
        self.save(bed.pk, [{**same, "spread_m": 0.7}], {"kind": "none", "depth_m": 0.05, "cover": 1.0})
        self.assertEqual((SizeSighting.objects.count(), MulchRecord.objects.count()), (2, 2))
        self.save(bed.pk, [])
        self.assertFalse(bed.plantings.filter(withdrawn_at=None).exists())

    def test_bad_beds_name_their_field_and_save_nothing(self) -> None:
        self.save()
        self.refused("name", name="Bench")
        self.refused("length_m", name="B", length_m=0.0)
        self.refused("soil.material", name="B", soil={"material": "mud"})
        self.refused("opened", name="B", opened=w.TODAY + dt.timedelta(days=1))
        self.refused("opened", name="B", opened=w.TODAY - dt.timedelta(days=21 * 366))
        self.refused("opened", name="B", opened=dt.date(1, 1, 1))
        self.refused("drip", name="B", method="drip")
        self.refused(
            "reservoir.opening_l", name="B", method="reservoir", reservoir_capacity_l=5.0, reservoir_opening_l=9.0
        )
        self.refused("rig", name="B", rig=999_999)
        self.refused("plantings[0].crop", name="B", plantings=[{**w.TOMATOES, "crop": "triffid"}])
        self.refused("plantings[0].sizes[0].spread_m", name="B", plantings=[{**w.TOMATOES, "spread_m": 40.0}])
        self.refused("plantings[0].id", name="B", plantings=[{**w.TOMATOES, "id": 999_999}])

    def test_removal_can_be_undone_unless_the_name_is_taken(self) -> None:
        bed = self.save()
        removed = [w.mark(w.new_id()), w.mark(w.new_id())]
        ga.RemoveBed(w.by(self.ada), self.garden.pk, bed.pk, stamp=removed[0]).execute()
        self.assertEqual(situation(self.garden).lacks, "beds")
        UndoEvent(w.by(self.ada), self.garden.pk, removed[0].id).execute()
        self.assertEqual(situation(self.garden).lacks, "weather")
        ga.RemoveBed(w.by(self.ada), self.garden.pk, bed.pk, stamp=removed[1]).execute()
        self.save()
        with self.assertRaises(InputError) as caught:
            UndoEvent(w.by(self.ada), self.garden.pk, removed[1].id).execute()
        self.assertEqual(caught.exception.field, "name")
        self.assertIsNone(Event.objects.get(pk=removed[1].id).struck_at)

    def test_a_helper_records_but_does_not_edit(self) -> None:
        bed, helper = self.save(), w.person("ben")
        w.join(self.garden, helper, "helper")
        wa.RecordWatering(w.by(helper), self.garden.pk, bed.pk, litres=5.0).execute()
        for act in (
            lambda: ga.SaveBed(w.by(helper), self.garden.pk, {**w.BED, "name": "Other"}).execute(),
            lambda: ga.RemoveBed(w.by(helper), self.garden.pk, bed.pk).execute(),
            lambda: gardens.ChangeGarden(w.by(helper), self.garden.pk, {"name": "Mine"}).execute(),
            lambda: issue.StepDay(w.by(helper), self.garden.pk).execute(),
            lambda: we.TypeDays(w.by(helper), self.garden.pk, []).execute(),
        ):
            with self.assertRaises(NotAllowed):
                act()

    def test_a_bed_of_long_ago_can_still_be_described_again(self) -> None:
        bed = self.save()
        Bed.objects.filter(pk=bed.pk).update(opened=w.TODAY - dt.timedelta(days=30 * 365))
        values = {k: v for k, v in w.BED.items() if k != "opened"}
        ga.SaveBed(w.by(self.ada), self.garden.pk, {**values, "length_m": 3.0}, bed_id=bed.pk).execute()
        self.assertEqual(Bed.objects.get(pk=bed.pk).length_m, 3.0)

    def test_a_rename_never_undoes_a_put_away_nor_a_step(self) -> None:
        """Somebody reads the garden, somebody else puts it away or steps its day, and then the name is kept."""

        def meanwhile(values):
            Garden.objects.filter(pk=self.garden.pk).update(removed_at="2025-07-11T08:00Z", clock_date="2025-07-12")

        with mock.patch.object(gardens, "check_garden", side_effect=meanwhile):
            gardens.ChangeGarden(w.by(self.ada), self.garden.pk, {"name": "New name"}).execute()
        kept = Garden.objects.get(pk=self.garden.pk)
        self.assertEqual(kept.name, "New name")
        self.assertIsNotNone(kept.removed_at)
        self.assertEqual(kept.clock_date, dt.date(2025, 7, 12))

    def test_gardens_and_rigs_are_checked(self) -> None:
        for field, values in {
            "latitude": {"latitude": 80.0},
            "time_zone": {"time_zone": "Mars/Olympus"},
            "style": {"style": "lavish"},
            "name": {"name": " "},
        }.items():
            with self.subTest(field), self.assertRaises(InputError) as caught:
                gardens.CreateGarden(w.by(self.ada), {"name": "G", "latitude": 40.0, **values}).execute()
            self.assertEqual(caught.exception.field, field)
        rig = self.garden.rigs.get()
        gardens.SaveRig(w.by(self.ada), self.garden.pk, {"flow_l_per_min": 17.5, "measured": w.TODAY}, rig.pk).execute()
        for field, values in {
            "flow_l_per_min": {"name": "Tap", "flow_l_per_min": 0.0},
            "name": {"name": "Hose"},
            "measured": {"name": "Tap", "measured": w.TODAY + dt.timedelta(days=1)},
        }.items():
            with self.subTest(field), self.assertRaises(InputError) as caught:
                gardens.SaveRig(w.by(self.ada), self.garden.pk, values).execute()
            self.assertEqual(caught.exception.field, field)


class Events(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.bed = w.bed_of(self.ada, self.garden)
        w.type_days(self.ada, self.garden)

    def observe(self, reading: str):
        return wa.RecordObservation(w.by(self.ada), self.garden.pk, self.bed.pk, reading=reading).execute()

    def pour(self, litres=60.0, event_id=None, **more):
        stamp = w.mark(event_id or w.new_id())
        pour = wa.RecordWatering(w.by(self.ada), self.garden.pk, self.bed.pk, litres=litres, stamp=stamp, **more)
        return pour.execute()

    def undo(self, event, back=False):
        return UndoEvent(w.by(self.ada), self.garden.pk, event.pk, back).execute()

    def word(self):
        return situation(self.garden).plan.beds[0].word

    def test_a_watering_changes_the_answer_and_striking_it_changes_it_back(self) -> None:
        self.assertEqual(self.word(), "soak")
        poured = self.pour()
        self.assertEqual(self.word(), "done")
        self.undo(poured)
        self.assertEqual(self.word(), "soak")
        self.undo(poured, back=True)
        self.assertEqual(self.word(), "done")

    def test_the_same_id_twice_is_one_event(self) -> None:
        event_id = uuid.uuid4()
        self.pour(event_id=event_id)
        self.pour(event_id=event_id)
        self.assertEqual(w.events("watering").count(), 1)
        other = w.bed_of(self.ada, self.garden, name="Other")
        with self.assertRaises(NotFound):
            wa.RecordWatering(w.by(self.ada), self.garden.pk, other.pk, litres=5.0, stamp=w.mark(event_id)).execute()

    def test_a_check_corrects_and_bad_events_are_refused(self) -> None:
        self.observe("wet")
        self.assertEqual(self.word(), "leave")
        for field, act in {
            "litres": lambda: self.pour(-1.0),
            "date": lambda: self.pour(on=w.TODAY + dt.timedelta(days=1)),
            "part": lambda: self.pour(part="noon"),
            "into": lambda: self.pour(into="reservoir"),
            "reading": lambda: self.observe("soggy"),
        }.items():
            with self.subTest(field), self.assertRaises(InputError) as caught:
                act()
            self.assertEqual(caught.exception.field, field)
        self.assertEqual(w.events("watering").count(), 0)

    def test_advice_is_kept_once_for_the_same_facts(self) -> None:
        issue.Visit(w.by(self.ada), self.garden.pk).execute()
        issue.Visit(w.by(self.ada), self.garden.pk).execute()
        self.assertEqual(IssuedAdvice.objects.count(), 1)
        self.pour()
        issue.Visit(w.by(self.ada), self.garden.pk).execute()
        self.assertEqual([a.beds[0]["word"] for a in IssuedAdvice.objects.order_by("issued_at")], ["soak", "done"])

    def test_a_step_asked_for_twice_is_one(self) -> None:
        for _ in range(3):
            stepped = issue.StepDay(w.by(self.ada), self.garden.pk, w.TODAY).execute()
            self.assertEqual(stepped.today, w.TODAY + dt.timedelta(days=1))
        self.assertEqual(issue.StepDay(w.by(self.ada), self.garden.pk).execute().today, w.TODAY + dt.timedelta(days=2))

    def test_a_gauge_struck_twice_stays_struck(self) -> None:
        date = w.TODAY - dt.timedelta(days=2)
        reading = we.ReadGauge(w.by(self.ada), self.garden.pk, 4.0, date).execute()
        for back in (False, False, True, True):
            self.undo(reading, back)
            reading.refresh_from_db()
            self.assertEqual(reading.struck_at is None, back)

    def test_advice_keeps_what_it_can_be_scored_by(self) -> None:
        advice = issue.issue_advice(situation(self.garden))
        kept = advice.beds[0]
        self.assertEqual((kept["word"], kept["wait_days"]), ("soak", 0))
        self.assertEqual(len(kept["costs"]), len(kept["chances"]))
        self.assertTrue(0 <= kept["chance_asks"] <= 1)
        self.assertGreaterEqual(kept["net_mm"], kept["trigger_mm"])
        self.assertEqual([x["date"] for x in advice.rain][:2], ["2025-07-11", "2025-07-12"])
        w.type_days(self.ada, self.garden, rain={1: 9.0})
        rainy = issue.issue_advice(situation(self.garden))
        self.assertGreater(rainy.rain[1]["mm"][1], 5.0)
        self.assertEqual(rainy.rain[1]["chance"], 1.0)

    def test_stepping_needs_a_clock_of_ones_own(self) -> None:
        issue.StepDay(w.by(self.ada), self.garden.pk).execute()
        self.garden.refresh_from_db()
        self.assertEqual(self.garden.today, w.TODAY + dt.timedelta(days=1))
        self.garden.clock_date = None
        self.garden.save()
        with self.assertRaises(InputError):
            issue.StepDay(w.by(self.ada), self.garden.pk).execute()


class Weather(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.bed = w.bed_of(self.ada, self.garden)

    def test_without_weather_the_round_says_what_it_lacks(self) -> None:
        self.assertEqual(situation(self.garden).lacks, "weather")
        w.type_days(self.ada, self.garden, behind=1, ahead=0)
        now = situation(self.garden)
        self.assertEqual(now.lacks, "")
        weather = now.plan.run.weather
        self.assertEqual(set(weather.outlook[now.plan.run.n_behind :]), {"resampled"})

    def test_past_typed_days_are_observed_and_future_ones_the_outlook(self) -> None:
        w.type_days(self.ada, self.garden, behind=12, ahead=3)
        weather = situation(self.garden).plan.run.weather
        n = weather.n_behind
        self.assertEqual(set(weather.outlook[:n]), {"observed"})
        self.assertEqual(weather.outlook[n : n + 4], ("typed", "typed", "typed", "resampled"))

    def test_correcting_last_weeks_gauge_changes_todays_advice(self) -> None:
        w.type_days(self.ada, self.garden)
        self.assertEqual(situation(self.garden).plan.beds[0].word, "soak")
        reading = we.ReadGauge(w.by(self.ada), self.garden.pk, 28.0, w.TODAY - dt.timedelta(days=1)).execute()
        self.assertEqual(situation(self.garden).plan.beds[0].word, "leave")
        UndoEvent(w.by(self.ada), self.garden.pk, reading.pk).execute()
        self.assertEqual(situation(self.garden).plan.beds[0].word, "soak")

    def test_bad_days_are_refused_whole(self) -> None:
        good = {"date": w.TODAY, "tmin": 10.0, "tmax": 20.0}
        for field, bad in {
            "days[1].tmin": {"date": w.TODAY + dt.timedelta(days=1), "tmin": 30.0, "tmax": 20.0},
            "days[1].tmax": {"date": w.TODAY + dt.timedelta(days=1), "tmin": 3.0},
            "days[1].date": {"date": w.TODAY + dt.timedelta(days=40), "tmin": 3.0, "tmax": 9.0},
            "days[1].rain": {"date": w.TODAY + dt.timedelta(days=1), "tmin": 3.0, "tmax": 9.0, "rain": -2.0},
        }.items():
            with self.subTest(field), self.assertRaises(InputError) as caught:
                we.TypeDays(w.by(self.ada), self.garden.pk, [good, bad]).execute()
            self.assertEqual(caught.exception.field, field)
            self.assertEqual(self.garden.weather_days.count(), 0)
        we.TypeDays(w.by(self.ada), self.garden.pk, [good]).execute()
        we.TypeDays(w.by(self.ada), self.garden.pk, [{"date": w.TODAY}]).execute()  # all blank: cleared
        self.assertEqual(self.garden.weather_days.count(), 0)

    def test_a_gauge_reading_is_for_a_day_that_was_or_for_today_so_far(self) -> None:
        for date, rain in ((w.TODAY + dt.timedelta(days=1), 3.0), (w.TODAY - dt.timedelta(days=1), -1.0)):
            with self.assertRaises(InputError):
                we.ReadGauge(w.by(self.ada), self.garden.pk, rain, date).execute()

    def test_rain_of_this_morning_counts_before_the_mornings_word(self) -> None:
        w.type_days(self.ada, self.garden)
        self.assertEqual(situation(self.garden).plan.beds[0].word, "soak")
        reading = we.ReadGauge(w.by(self.ada), self.garden.pk, 40.0, w.TODAY).execute()
        self.assertTrue(reading.told["so_far"])
        self.assertEqual(situation(self.garden).plan.beds[0].word, "leave")
        UndoEvent(w.by(self.ada), self.garden.pk, reading.pk).execute()
        self.assertEqual(situation(self.garden).plan.beds[0].word, "soak")

    def test_one_typed_figure_may_stand_beside_what_another_source_knows(self) -> None:
        yesterday = w.TODAY - dt.timedelta(days=1)
        only = [{"date": yesterday, "tmax": 31.0}]
        with self.assertRaises(InputError):
            we.TypeDays(w.by(self.ada), self.garden.pk, only).execute()
        told = {"tmin": 12.0, "tmax": 24.0, "rs": 22.0, "rain": 1.0}
        WeatherDay.objects.create(garden=self.garden, date=yesterday, source="provider", **told)
        we.TypeDays(w.by(self.ada), self.garden.pk, only).execute()
        values, by = day_of(known_of(self.garden, weather_facts(self.garden, w.TODAY)), yesterday)
        self.assertEqual((values["tmax"], values["rs"], by["rs"]), (31.0, 22.0, "provider"))
        with self.assertRaises(InputError):  # below the lowest that is known
            we.TypeDays(w.by(self.ada), self.garden.pk, [{"date": yesterday, "tmax": 3.0}]).execute()
