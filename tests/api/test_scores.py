"""How what was said turned out, from the advice as it was issued and the days as they came."""

import datetime as dt
from typing import Any

from apps.record.models import IssuedAdvice
from tests.api.test_away import InAGarden
from tests.apps import world as w

DAY = dt.timedelta(days=1)


class Scores(InAGarden):
    def said(self, ago: int, chance: float, word: str = "leave", wait_days: int = 0, wait_chance: float = 0.6) -> None:
        date = w.TODAY - ago * DAY
        bed = {
            "bed": self.bed.pk,
            "word": word,
            "wait_days": wait_days,
            "chance": wait_chance,
            "chances": [wait_chance],
        }
        rain = [{"date": (date + DAY).isoformat(), "mm": [0, 1, 2], "chance": chance}]
        IssuedAdvice.objects.create(garden=self.garden, date=date, facts_hash=w.new_id(), beds=[bed], rain=rain)

    def rained(self, *ago: int) -> None:
        days: list[dict[str, Any]] = [
            {"date": (w.TODAY - n * DAY).isoformat(), "tmin": 12, "tmax": 22, "rain": 5.0 if n in ago else 0.0}
            for n in range(1, 13)
        ]
        self.send("put", "/days", {"days": days}, status=204)

    def test_rain_of_the_next_day_is_held_against_what_fell(self) -> None:
        self.assertEqual(self.send("get", "/scores"), {"rain": None, "waits": None, "heat": None})
        self.rained(2, 4)
        for ago, chance in ((3, 0.8), (5, 0.8), (7, 0.8), (9, 0.1)):
            self.said(ago, chance)
        rain = self.send("get", "/scores")["rain"]
        self.assertEqual((rain["n"], rain["enough"]), (4, False))
        self.assertAlmostEqual(rain["brier"], (0.04 + 0.04 + 0.64 + 0.01) / 4)
        self.assertEqual([(b["n"], b["came"]) for b in rain["bins"]], [(1, 0), (3, 2)])

    def test_heat_is_held_against_how_hot_it_came(self) -> None:
        self.rained()
        for ago, told in ((3, {"hot": 0.9, "hot_c": 21.0}), (5, {"hot": 0.9, "hot_c": 30.0}), (7, {})):
            date = w.TODAY - ago * DAY
            rain = [{"date": (date + DAY).isoformat(), "mm": [0, 0, 0], "chance": 0.0, **told}]
            IssuedAdvice.objects.create(garden=self.garden, date=date, facts_hash=w.new_id(), beds=[], rain=rain)
        heat = self.send("get", "/scores")["heat"]
        self.assertEqual((heat["n"], heat["bins"][0]["came"]), (2, 1))

    def test_a_wait_came_true_where_the_bed_then_wanted_nothing(self) -> None:
        self.said(8, 0.5, "wait", 2)
        self.said(6, 0.5, "leave")
        self.said(5, 0.5, "wait", 1)
        self.said(4, 0.5, "soak")
        waits = self.send("get", "/scores")["waits"]
        self.assertEqual((waits["n"], waits["bins"][0]["came"]), (2, 1))

    def test_a_wait_that_was_cut_short_by_a_hand_tells_nothing(self) -> None:
        self.said(8, 0.5, "wait", 2)
        self.said(6, 0.5, "leave")
        date = w.TODAY - 7 * DAY
        poured = {"id": w.new_id(), "bed": self.bed.pk, "litres": 10, "date": date.isoformat(), "part": "morning",
                  "into": "soil", "passes": 1}  # fmt: skip
        self.send("post", "/waterings", {"waterings": [poured]}, status=201)
        self.assertIsNone(self.send("get", "/scores")["waits"])
