"""The four sample gardens: each opens with its own weather and gives a round that makes sense; each can go again."""

import datetime as dt

from django.test import TestCase

from agronomy.decide.fortnight import fortnight
from apps.exchange.samples import SAMPLES, OpenSample, described, load_sample
from apps.garden.actions.gardens import MOST_PUT_AWAY, PutAwayGarden, put_away
from apps.garden.models import Garden
from apps.planning.facts import core_garden, read_beds
from apps.planning.situation import situation
from tests.apps import world as w


class Samples(w.WithProvider, TestCase):
    def setUp(self) -> None:
        self.ada = w.person()

    def opened(self, key: str):
        garden, fresh = load_sample(SAMPLES[key], self.ada)
        self.assertTrue(fresh)
        return garden, situation(garden).plan

    def test_what_is_written_is_what_is_read(self) -> None:
        """From the file to rows and back to the core: nothing is lost but names, which become keys."""
        for key, sample in SAMPLES.items():
            with self.subTest(key):
                told = described(sample)
                garden, _ = load_sample(sample, self.ada)
                read = core_garden(garden, read_beds(garden))
                for said, got in zip(told.beds, read.beds, strict=True):
                    for name in (
                        "kind",
                        "length_m",
                        "width_m",
                        "soil_depth_m",
                        "method",
                        "drip",
                        "reservoir",
                        "style",
                        "pattern",
                        "waterings",
                        "observations",
                        "mulches",
                        "plantings",
                        "opened",
                    ):
                        self.assertEqual(getattr(got, name), getattr(said, name), (said.name, name))
                    undated = lambda records: [{**vars(r), "date": None} for r in records]  # noqa: E731
                    self.assertEqual(undated(got.soils), undated(said.soils), said.name)
                    self.assertEqual(undated(got.exposures), undated(said.exposures), said.name)
                for name in (
                    "people",
                    "allowed",
                    "growth",
                    "heat_rule",
                    "round_price_mm",
                    "prefers",
                    "style",
                    "coastal",
                    "rigs",
                ):
                    self.assertEqual(getattr(read, name), getattr(told, name), name)

    def test_hot_dry_balcony_pots_are_watered_daily_and_the_dry_shelf_seldom(self) -> None:
        """Practice: pots with big plants in summer are watered daily; let thyme and chillies dry between."""
        garden, plan = self.opened("copperpan_court")
        self.assertTrue(plan.heat and len(plan.heat.dates) >= 5)
        lines = {b.row.name: line for b, line in zip(read_beds(garden), fortnight(plan).beds, strict=True)}
        times = {name: sum(1 for d in line.days if d.soak) for name, line in lines.items()}
        self.assertGreaterEqual(times["South Rail"], 10, times)
        self.assertGreaterEqual(times["Aubergine Bag"], 6, times)  # fifty litres carry its plant for two days
        for pot in ("Ember Pots", "Dry Shelf"):  # two to four a week
            self.assertLessEqual(times[pot], 8, times)

    def test_before_the_rains_the_beds_wait_and_nothing_asks_for_weeks(self) -> None:
        garden, plan = self.opened("sixweir_landing")
        words = {b.row.name: p.word for b, p in zip(read_beds(garden), plan.beds, strict=True)}
        self.assertEqual(words["Upper Weir"], "wait")
        w_ = plan.run.weather
        n = plan.run.n_behind
        self.assertEqual(w_.rain[n - 10 : n].max(), 0.0)
        self.assertGreater(float(w_.rain[n + 2 : n + 9].mean()), 15.0)  # the onset
        lines = {b.row.name: line for b, line in zip(read_beds(garden), fortnight(plan).beds, strict=True)}
        self.assertFalse(any(d.soak for d in lines["Lower Weir"].days))
        # Under its roof a pot goes on drinking from the can while the open one is rained on.
        self.assertTrue(any(d.soak for d in lines["Eave Pots"].days))
        self.assertFalse(any(d.soak for d in lines["Landing Pot"].days))
        # A week of rain stands above the air mark on the slow ground.
        self.assertGreater(max(d.net.low < -plan.beds[1].day.air_mark for d in lines["Lower Weir"].days), 0)

    def test_southern_clay_is_watered_in_passes_in_its_january_summer(self) -> None:
        garden, plan = self.opened("gullrest_paddock")
        self.assertGreater(plan.hours.sunset - plan.hours.sunrise, 13.5)
        doses = {b.row.name: p.dose for b, p in zip(read_beds(garden), plan.beds, strict=True) if p.dose}
        self.assertIn("Blue Patch", doses)
        self.assertGreater(doses["Blue Patch"].passes, 1)
        gives = fortnight(plan).gives
        self.assertTrue(gives)  # fifteen minutes on a weekday are not enough for all

    def test_a_sample_is_opened_by_a_person_and_thrown_away(self) -> None:
        client = w.client_of(self.ada)
        listed = client.get("/api/samples").json()
        self.assertEqual([x["key"] for x in listed], list(SAMPLES))
        made = w.send(client, "post", "/samples/sixweir_landing")
        self.assertEqual(made.status_code, 201)
        self.assertEqual(w.send(client, "post", "/samples/atlantis").status_code, 400)
        own = w.garden_of(self.ada)
        address = w.send(client, "post", f"/gardens/{made.json()['id']}/feed").json()["address"]
        feed = "/" + address.split("/", 3)[3]
        stranger = w.client_of(w.person("eve"))
        self.assertEqual(w.send(stranger, "delete", f"/gardens/{made.json()['id']}").status_code, 404)
        self.assertEqual(w.send(client, "delete", f"/gardens/{made.json()['id']}").status_code, 204)
        self.assertEqual([g["id"] for g in client.get("/api/gardens").json()], [own.pk])
        self.assertEqual(client.get("/api/put-away").json(), [{"id": made.json()["id"], "name": "Sixweir Landing"}])
        self.assertEqual(stranger.get("/api/put-away").json(), [])
        self.assertEqual(w.send(stranger, "post", f"/gardens/{made.json()['id']}/take-up").status_code, 404)
        self.assertEqual(w.send(client, "get", f"/gardens/{made.json()['id']}/round").status_code, 404)
        self.assertEqual(client.get(feed).status_code, 404)  # its calendar sleeps with it
        self.assertEqual(w.send(client, "post", f"/gardens/{made.json()['id']}/take-up").status_code, 200)
        self.assertEqual(client.get(feed).status_code, 200)
        self.assertEqual(w.send(client, "get", f"/gardens/{made.json()['id']}/round").status_code, 200)

    def test_only_so_many_put_away_gardens_are_kept(self) -> None:
        first = w.garden_of(self.ada)
        PutAwayGarden(w.by(self.ada), first.pk).execute()
        for _ in range(MOST_PUT_AWAY):
            PutAwayGarden(w.by(self.ada), w.garden_of(self.ada).pk).execute()
        self.assertEqual(len(put_away(self.ada)), MOST_PUT_AWAY)
        self.assertFalse(Garden.objects.filter(pk=first.pk).exists())

    def test_a_person_can_have_only_so_many(self) -> None:
        for _ in range(20):
            w.garden_of(self.ada)
        with self.assertRaises(ValueError):
            OpenSample(w.by(self.ada), "wrackline_yard").execute()

    def test_stepping_into_the_rains(self) -> None:
        garden, _ = self.opened("sixweir_landing")
        self.assertEqual(garden.today, dt.date(2025, 6, 3))
        from apps.planning.issue import StepDay

        for _ in range(6):
            garden = StepDay(w.by(self.ada), garden.pk).execute()
        plan = situation(garden).plan
        self.assertEqual(garden.today, dt.date(2025, 6, 9))
        words = {b.row.name: p.word for b, p in zip(read_beds(garden), plan.beds, strict=True)}
        self.assertEqual(words["Lower Weir"], "too_wet")
        self.assertNotIn(words["Upper Weir"], ("soak", "wait"))
