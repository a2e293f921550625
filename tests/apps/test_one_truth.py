"""All views of one garden and day, held against each other over stepped days: one state, one moment, one scale."""

import datetime as dt
from typing import Any

from django.test import TestCase

from apps.exchange.samples import SAMPLES, load_sample
from apps.planning.issue import StepDay
from tests.apps import world as w

POURS = ("soak", "fill", "check")
DAYS = {"wrackline_yard": 14, "copperpan_court": 3, "sixweir_landing": 3, "gullrest_paddock": 3}


class OneTruth(w.WithProvider, TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.client_ = w.client_of(self.ada)

    def get(self, garden: Any, what: str) -> Any:
        answer = w.send(self.client_, "get", f"/gardens/{garden.pk}/{what}")
        self.assertEqual(answer.status_code, 200, answer.content[:200])
        return answer.json()

    def test_the_views_agree_on_every_day_of_every_sample(self) -> None:
        seen = set()
        for key, days in DAYS.items():
            garden, _ = load_sample(SAMPLES[key], self.ada)
            for day in range(days):
                with self.subTest(key, day=day):
                    seen |= self.views_agree(garden, pages=day % 2)
                    self.follow(garden)
                    seen |= self.views_agree(garden, pages=None)
                StepDay(w.by(self.ada), garden.pk).execute()
                garden.refresh_from_db()
        self.assertLessEqual({"soak", "fill", "wait", "leave", "done"}, seen)

    def test_they_agree_where_soaks_were_moved_put_off_or_have_no_room(self) -> None:
        garden, _ = load_sample(SAMPLES["wrackline_yard"], self.ada)
        stops = self.get(garden, "round")["stops"]
        soaks = [x for x in stops if x["word"] == "soak"]
        leaves = [x for x in stops if x["word"] == "leave" and x["next_soak"]]
        url = f"/gardens/{garden.pk}"
        tomorrow = (garden.today + dt.timedelta(days=1)).isoformat()
        today = garden.today.isoformat()
        self.post(f"{url}/moves", {"bed": soaks[0]["id"], "from_date": today, "to_date": tomorrow})
        here = {"bed": leaves[0]["id"], "from_date": leaves[0]["next_soak"][1], "to_date": today}
        self.post(f"{url}/moves", here)
        self.post(f"{url}/put-offs", {"bed": soaks[1]["id"], "date": today})
        found = {x["id"]: x for x in self.get(garden, "round")["stops"]}
        self.assertEqual(
            [found[x["id"]]["cause"] for x in (soaks[0], leaves[0])], ["moved_away", "moved"], "the moves are told"
        )
        self.assertIsNotNone(found[soaks[1]["id"]]["put_off"])
        self.views_agree(garden)
        people = [{"name": "Bo", "minutes": [4] * 7}]
        answer = w.send(self.client_, "patch", url, {"people": people})
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertTrue(any(x["gives"] for x in self.get(garden, "round")["stops"]))
        self.views_agree(garden)

    def post(self, url: str, body: dict[str, Any]) -> None:
        answer = w.send(self.client_, "post", url, {"id": w.new_id(), **body})
        self.assertIn(answer.status_code, (200, 201), answer.content)

    def follow(self, garden: Any) -> None:
        """Do the round as it is told; what is doubted is found damp."""
        round_ = self.get(garden, "round")
        date = round_["garden"]["today"]
        due = [x for x in round_["stops"] if x["word"] in ("soak", "fill") and not x["gives"] and not x["put_off"]]
        waterings = [
            {
                "id": x["marks"]["watering"],
                "bed": x["id"],
                "litres": x["dose"]["litres"],
                "into": x["dose"]["into"],
                "passes": x["dose"]["passes"],
                "date": date,
            }
            for x in due
        ]
        if waterings:
            answer = w.send(self.client_, "post", f"/gardens/{garden.pk}/waterings", {"waterings": waterings})
            self.assertEqual(answer.status_code, 201, answer.content)

    def views_agree(self, garden: Any, pages: int | None = 0) -> set[str]:
        """pages: of every second bed, from this one on, the page is looked at too."""
        round_, ahead, ground = (self.get(garden, x) for x in ("round", "ahead", "ground"))
        planned = {x["id"]: x for x in ahead["beds"]}
        drawn = {x["id"]: x for x in ground["beds"]}
        for i, stop in enumerate(round_["stops"]):
            self.one_bed(stop, planned[stop["id"]], drawn[stop["id"]])
            if pages is not None and i % 2 == pages:
                self.its_page(stop, planned[stop["id"]], drawn[stop["id"]], self.get(garden, f"beds/{stop['id']}"))
        self.whole_round(round_, ahead)
        return {x["word"] for x in round_["stops"]}

    def its_page(self, stop: Any, planned: Any, drawn: Any, page: Any) -> None:
        name = stop["name"]
        self.assertEqual(page["stop"], stop, name)
        evenings = [(x["date"], x["net_mm"]) for x in planned["days"]]
        self.assertEqual([(x["date"], x["net_mm"]) for x in page["ahead"]], evenings, name)
        behind = [(x["date"], x["net_mm"]) for x in page["behind"]]
        self.assertEqual([(x["date"], x["net_mm"]) for x in drawn["days"]][: len(behind)], behind, name)

    def one_bed(self, stop: Any, planned: Any, drawn: Any) -> None:
        name, today = stop["name"], planned["days"][0]
        self.assertEqual(drawn["word"], stop["word"], name)
        # This morning, tonight if the round is done, tonight if not; then every evening: one number each.
        self.assertEqual(drawn["this_morning_mm"], stop["isle"]["net_mm"]["mid"], name)
        self.assertAlmostEqual(stop["why"]["depletion_mm"], stop["isle"]["net_mm"]["mid"], places=6, msg=name)
        self.assertEqual(stop["tonight_mm"], today["net_mm"], name)
        self.assertEqual(drawn["left_alone_mm"], stop["left_alone_mm"]["mid"], name)
        evenings = [(x["date"], x["net_mm"]["mid"]) for x in planned["days"]]
        self.assertEqual([(x["date"], x["net_mm"]) for x in drawn["days"]][-len(evenings) :], evenings, name)
        for one, other in (("raw_mm", "raw_mm"), ("trigger_mm", "trigger_mm"), ("taw_mm", "taw_mm")):
            self.assertEqual(stop["isle"][one], planned[other], name)
        # Water today: on the round if and only if the days ahead lay it there, with the same litres.
        due = stop["word"] in POURS and not stop["gives"] and not stop["put_off"]
        again = stop["again"] and not stop["put_off"]
        self.assertEqual(bool(due or again), bool(today["soak"]), (name, stop["word"], stop["cause"], today))
        if today["soak"]:
            told = (stop["dose"]["litres"] if due else 0.0) + (stop["again"]["dose"]["litres"] if again else 0.0)
            self.assertAlmostEqual(today["soak"]["litres"]["mid"], told, places=9, msg=name)
        self.assertEqual(stop["gives"], today["gave"] in ("minutes", "taps"), name)
        self.assertEqual(stop["word"] == "wait", today["gave"] == "rain", name)
        coming = [x["date"] for x in planned["days"][1:] if x["soak"]]
        self.assertEqual(stop["next_soak"][1] if stop["next_soak"] else None, coming[0] if coming else None, name)
        # "Leave it" holds all day: who passes the mark by evening is told so.
        if (stop["word"], stop["cause"]) == ("leave", "not_yet") and stop["reservoir_l"] is None:
            self.assertLess(stop["left_alone_mm"]["mid"], stop["isle"]["trigger_mm"], name)
        self.adds_up(stop)

    def adds_up(self, stop: Any) -> None:
        why, dose = stop["why"], stop["dose"]
        self.assertAlmostEqual(sum(x["mm"] for x in why["lines"]), why["depletion_mm"], places=9, msg=stop["name"])
        if dose and dose["into"] == "soil":
            self.assertAlmostEqual(sum(x["mm"] for x in dose["parts"]), dose["soaks_mm"], places=9, msg=stop["name"])
            exact = dose["soaks_mm"] * why["watered_m2"] / dose["arrives"]
            told = stop["measures"]["can_l"] / 16 if dose["cans"] else 0.0
            self.assertLessEqual(abs(exact - dose["litres"]), told + 1e-9, stop["name"])

    def whole_round(self, round_: Any, ahead: Any) -> None:
        """The minutes and litres of the round are those of today in the days ahead."""
        due = [x for x in round_["stops"] if x["word"] in POURS and not x["gives"] and not x["put_off"]]
        again = [x["again"]["dose"] for x in round_["stops"] if x["again"] and not x["put_off"]]
        doses = [x["dose"] for x in due if x["dose"]] + again
        day = ahead["days"][0]
        self.assertAlmostEqual(sum(x["litres"] for x in doses), day["litres"], places=6)
        self.assertAlmostEqual(sum(x["minutes"] for x in doses), day["minutes"], places=6)
        walked = [x for x in due if x["word"] != "check"]
        self.assertAlmostEqual(sum(x["dose"]["minutes"] for x in walked), round_["walk"]["minutes"], places=6)
