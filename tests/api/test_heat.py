"""The heat sheet through the door: with a wave in sight and without, what is done in it, the garden's own rule."""

import datetime as dt

from agronomy.decide.heat_sheet import heat_sheet
from apps.planning.situation import days_ahead, situation
from tests.api.test_away import InAGarden
from tests.apps import world as w


class Heat(InAGarden):
    def hot(self, tmax: float = 36.0) -> None:
        days = [
            {
                "date": (w.TODAY + dt.timedelta(days=n)).isoformat(),
                "tmin": 20.0,
                "tmax": tmax if n > 1 else 24.0,
                "rain": 0,
            }
            for n in range(14)
        ]
        self.send("put", "/days", {"days": days}, status=204)

    def test_there_is_none_and_then_there_is_one(self) -> None:
        self.assertEqual(self.send("get", "/heat")["days"], [])
        self.hot()
        told = self.send("get", "/heat")
        now = situation(self.garden)
        assert now.plan is not None
        found = heat_sheet(now.plan, days_ahead(now))
        assert found is not None
        self.assertEqual([x["date"] for x in told["days"]], [x.date.isoformat() for x in found.days])
        self.assertEqual(told["evening_before"], (found.days[0].date - dt.timedelta(days=1)).isoformat())
        self.assertEqual({x["id"] for x in told["spared"]}, {self.bed.pk})

    def test_what_is_done_in_it_is_told_no_more_and_spares(self) -> None:
        self.hot()
        before = self.send("get", "/heat")
        self.assertIn("mulch_on", [x["what"] for x in before["spared"]])
        self.send("post", f"/beds/{self.bed.pk}/alterations", {"what": "mulch_on"}, status=201)
        after = self.send("get", "/heat")
        self.assertNotIn("mulch_on", [x["what"] for x in after["spared"]])
        self.assertLess(after["litres"], before["litres"])

    def test_the_gardens_own_rule_turns_it(self) -> None:
        self.hot(29.0)
        self.assertEqual(self.send("get", "/heat")["days"], [])
        self.send("patch", "", {"heat_rule": "own", "heat_own_c": 28.5, "heat_own_days": 3})
        self.assertTrue(self.send("get", "/heat")["days"])
        fault = self.send("patch", "", {"heat_rule": "own", "heat_own_c": 90.0}, status=400)
        self.assertEqual(fault["fields"][0]["field"], "heat_own_c")
