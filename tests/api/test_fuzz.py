"""Odd input, bounded in count: no answer is ever a server error, and nothing odd is kept."""

import random
from typing import Any

from django.test import TestCase

from apps.garden.models import Bed, Event, Garden, Planting
from tests.apps import world as w

ODD: list[Any] = [
    None, True, False, 0, -1, 1, 3.5, 1e308, -1e308, 2**63, -(2**63), 10**30, "", " ", "x", "0", "-5", "nan", "1e999",
    "tomato", "2025-07-11", "2025-02-30", "9999-12-31", "0001-01-01", "\u0000", "\U0001f345", "Möhre", "' OR 1=1 --",
    "<b>", "x" * 5000, [], [1], [[]], {}, {"a": 1}, {"id": 1}, [None], ["x"] * 50,
]  # fmt: skip


class Fuzz(TestCase):
    SOIL = {
        "material": "own_mix", "organic_matter_pct": 3.0, "mix": [{"ingredient": "peat", "parts": 2}], "stones_pct": 5,
        "jar": {"sand_mm": 20, "silt_mm": 20, "clay_mm": 10}, "top_m": 0.2, "drainage": "slow", "date": "2025-07-05",
        "layers": [{"depth_m": 0.2, "material": "clay", "organic_matter_pct": 1.0}], "loosened_m": 0.3,
    }  # fmt: skip
    LIGHT = {"sun_from_h": 7, "sun_to_h": 15, "shade_pct": 20, "shelter": "sheltered", "cover": "eaves"}

    def setUp(self) -> None:
        self.rng = random.Random(20250711)
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.bed = w.bed_of(self.ada, self.garden)
        self.poured = w.note("watering", self.bed, litres=1.0).pk
        self.planting = self.bed.plantings.get().pk
        self.rig = self.garden.rigs.get().pk
        w.type_days(self.ada, self.garden)
        self.client_ = w.client_of(self.ada)
        self.base = f"/gardens/{self.garden.pk}"

    def bend(self, value):
        """The same body with one thing in it turned odd, or taken out, or put in."""
        if isinstance(value, dict) and value and self.rng.random() < 0.9:
            key = self.rng.choice(sorted(value))
            roll = self.rng.random()
            if roll < 0.15:
                return {k: v for k, v in value.items() if k != key}
            if roll < 0.25:
                return {**value, "surprise": self.rng.choice(ODD)}
            return {**value, key: self.bend(value[key])}
        if isinstance(value, list) and value and self.rng.random() < 0.8:
            i = self.rng.randrange(len(value))
            return [*value[:i], self.bend(value[i]), *value[i + 1 :]]
        return self.rng.choice(ODD)

    def bodies(self):
        event = {"id": w.new_id(), "bed": self.bed.pk}
        bed = {
            "name": "Odd", "kind": "raised", "length_m": 2.0, "width_m": 1.0, "soil": self.SOIL, "exposure": self.LIGHT,
            "method": "drip", "drip": {"emitters": 4, "flow_l_per_h": 2.0}, "reservoir": {"capacity_l": 5.0},
            "mulch": {"kind": "straw", "depth_m": 0.03, "cover": 1.0}, "opened": "2025-07-01", "rig": None,
            "plantings": [{"crop": "tomato", "count": 2, "planted": "2025-05-01", "height": "knee", "spread_m": 0.4,
                           "start": "sown", "buried_m": 0.1, "left": 2}],
        }  # fmt: skip
        days = {"days": [{"date": "2025-07-10", "tmin": 10.0, "tmax": 20.0, "rain": 1.0}]}
        return [
            ("post", "/beds", bed),
            ("put", f"/beds/{self.bed.pk}", bed),
            ("put", "/days", days),
            ("post", "/waterings", {"waterings": [{**event, "litres": 5.0, "date": "2025-07-10", "part": "morning"}]}),
            ("post", "/observations", {**event, "reading": "wet", "date": "2025-07-10"}),
            ("post", "/put-offs", event),
            ("post", "/gauge", {"id": w.new_id(), "date": "2025-07-10", "rain": 2.0}),
            ("post", "/rigs", {"name": "Tap", "flow_l_per_min": 9.0, "measured": "2025-07-01"}),
            ("post", "/observations", {**event, "kind": "probe", "value": 20.0, "date": "2025-07-10"}),
            (
                "patch",
                "",
                {
                    "name": "G",
                    "latitude": 40.0,
                    "time_zone": "UTC",
                    "style": "ample",
                    "growth": "warmth",
                    "people": [{"name": "Bo", "minutes": [5, 5, 5, 5, 5, 5, 5]}],
                    "heat_rule": "unusual",
                    "allowed": [{"from_h": 5, "to_h": 9, "weekdays": [0, 1]}],
                },
            ),
            ("post", "/moves", {**event, "from_date": "2025-07-12", "to_date": "2025-07-13"}),
            ("post", "/ahead/try", {"bed": self.bed.pk, "from_date": "2025-07-12", "to_date": "2025-07-13"}),
            ("post", "/own-crops", {"name": "Red", "like": "tomato", "height_m": 1.2, "days": 100, "wet_feet": 2}),
            ("post", "/sizes", {"sizes": [{"planting": self.planting, "height": "knee", "spread_m": 0.4}]}),
            ("post", "/fit", bed),
            (
                "post",
                "/measurements",
                {
                    "id": w.new_id(),
                    "kind": "drain",
                    "bed": self.bed.pk,
                    "date": "2025-07-10",
                    "given": {
                        "holes": [
                            {
                                "across_cm": 12,
                                "readings": [{"minutes": 0, "water_cm": 25}, {"minutes": 60, "water_cm": 20}],
                            }
                        ]
                    },
                },
            ),
            (
                "post",
                "/measurements",
                {
                    "id": w.new_id(),
                    "kind": "squeeze",
                    "bed": self.bed.pk,
                    "given": {"handfuls": [{"ball": True, "ribbon_cm": 3, "feel": "gritty"}]},
                },
            ),
            (
                "post",
                "/measurements",
                {
                    "id": w.new_id(),
                    "kind": "finger",
                    "given": {"full_g": 2000, "limp_g": 1000, "readings": [{"weight_g": 1500, "reading": "moist"}]},
                },
            ),
            (
                "post",
                "/measurements/try",
                {
                    "kind": "meter",
                    "rig": self.rig,
                    "given": {
                        "since": "2025-07-01",
                        "until": "2025-07-10",
                        "before_l": 100,
                        "after_l": 900,
                        "other_l": 5,
                    },
                },
            ),
            (
                "post",
                "/measurements/try",
                {
                    "kind": "pot",
                    "bed": self.bed.pk,
                    "given": {"shape": "round", "top_cm": 30, "bottom_cm": 20, "height_cm": 25},
                },
            ),
            ("post", f"/plantings/{self.planting}/plant-out", {"bed": self.bed.pk, "date": "2025-07-12", "count": 1}),
            ("post", "/seasons", {"name": "2025", "stays": [self.planting]}),
            ("post", "/members", {"username": "ben"}),
            ("post", f"/events/{self.poured}/strike", {"back": False}),
        ]

    def test_no_odd_body_is_ever_a_server_error(self) -> None:
        refused = 0
        for _ in range(60):
            for method, path, body in self.bodies():
                odd = self.bend(body)
                answer = w.send(self.client_, method, self.base + path, odd)
                self.assertLess(answer.status_code, 500, f"{method} {path} {odd!r:.300}")
                if answer.status_code == 400:
                    refused += 1
                    self.assertTrue(answer.json()["text"])
        self.assertGreater(refused, 150)
        # What was kept is still a garden that can be planned.
        self.assertEqual(w.send(self.client_, "get", self.base + "/round").status_code, 200)
        self.assertEqual(w.send(self.client_, "get", self.base + "/sky").status_code, 200)
        self.assertEqual(w.send(self.client_, "get", self.base + "/ahead").status_code, 200)
        self.assertEqual(w.send(self.client_, "get", self.base + "/sizes").status_code, 200)
        for bed in Bed.objects.filter(garden=self.garden):
            self.assertEqual(w.send(self.client_, "get", f"{self.base}/beds/{bed.pk}").status_code, 200)

    def test_odd_addresses_are_not_found(self) -> None:
        for path in ("/gardens/99999999999999999999/round", "/gardens/0/round", f"{self.base}/beds/{10**25}"):
            self.assertEqual(w.send(self.client_, "get", path).status_code, 404, path)
        for path in ("/gardens/-1/round", "/gardens/x/round", f"{self.base}/events/not-a-uuid/strike"):
            self.assertEqual(w.send(self.client_, "get", path).status_code, 404, path)
        odd_variant = "0000000c-9f2c-9cd0-4674-edea40000000"
        path = f"{self.base}/events/{odd_variant}/strike"
        self.assertEqual(w.send(self.client_, "post", path).status_code, 404)
        # An undo may overtake its event: it is kept until that comes.
        self.assertEqual(w.send(self.client_, "post", f"{self.base}/events/{w.new_id()}/strike").status_code, 200)

    def test_a_refused_change_leaves_everything_as_it_was(self) -> None:
        before = [list(m.objects.values_list()) for m in (Garden, Bed, Planting, Event)]
        for method, path, body in self.bodies():
            for key in body:
                answer = w.send(self.client_, method, self.base + path, {**body, key: {"not": ["this"]}})
                self.assertIn(answer.status_code, (400, 404), f"{path} {key}")
        after = [list(m.objects.values_list()) for m in (Garden, Bed, Planting, Event)]
        self.assertEqual(before, after)
