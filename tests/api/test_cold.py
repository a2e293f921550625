"""Cold nights through the door: told in the round, covered in a tap, uncovered, the own corner reckoned with."""

import datetime as dt

from apps.garden.models import Garden
from tests.api.test_away import InAGarden
from tests.apps import world as w

DAY = dt.timedelta(days=1)


class Cold(InAGarden):
    def nights(self, tmin: float) -> None:
        days = [{"date": (w.TODAY + n * DAY).isoformat(), "tmin": tmin, "tmax": 18.0, "rain": 0} for n in range(1, 6)]
        self.send("put", "/days", {"days": days}, status=204)

    def cold(self):
        return self.send("get", "/round")["cold"]

    def test_a_sheet_over_it_for_the_night_and_off_again(self) -> None:
        self.assertIsNone(self.cold()["tonight"])
        self.nights(3.0)
        (told,) = self.cold()["tonight"]["beds"]
        self.assertEqual((told["id"], told["what"], told["chance"]), (self.bed.pk, "chill", 1.0))
        self.send("post", f"/beds/{self.bed.pk}/alterations", {"what": "sheet_on"}, status=201)
        covered = self.cold()
        self.assertIsNone(covered["tonight"])
        self.assertEqual([x["id"] for x in covered["sheets"]], [self.bed.pk])
        self.send("post", f"/beds/{self.bed.pk}/alterations", {"what": "sheet_on"}, status=400)
        self.send("post", f"/beds/{self.bed.pk}/alterations", {"what": "sheet_off"}, status=201)
        self.assertEqual(self.cold()["sheets"], [])
        self.assertIsNotNone(self.cold()["tonight"])

    def test_the_own_corner_is_learnt_told_and_reckoned_with(self) -> None:
        self.nights(3.0)
        self.assertIsNone(self.send("get", "/sky")["cold_offset_learnt_c"])
        lines = [f"{w.TODAY - n * DAY},{10.0},{20.0}" for n in range(1, 9)]
        self.send("post", "/station", {"text": "\n".join(["date,tmin,tmax", *lines])}, status=201)
        typed = [{"date": (w.TODAY - n * DAY).isoformat(), "tmin": 12.0, "tmax": 24.0, "rain": 0} for n in range(1, 9)]
        self.send("put", "/days", {"days": typed}, status=204)
        learnt = self.send("get", "/sky")["cold_offset_learnt_c"]
        self.assertAlmostEqual(learnt, 2.0)
        self.send("patch", "", {"cold_offset_c": learnt})
        self.assertIsNone(self.cold()["tonight"])
        self.assertEqual(Garden.objects.get(pk=self.garden.pk).cold_offset_c, 2.0)
        fault = self.send("patch", "", {"cold_offset_c": 40}, status=400)
        self.assertEqual(fault["fields"][0]["field"], "cold_offset_c")
