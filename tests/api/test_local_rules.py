"""Local rules through the door: kept, obeyed by the round and the days ahead, carried by the file, refused by name."""

from agronomy.formats.write_garden import garden_as_text
from apps.exchange.files import ImportGarden, described_garden
from tests.api.test_away import DAY, InAGarden
from tests.apps import world as w


class LocalRules(InAGarden):
    def test_a_ban_and_what_it_spares(self) -> None:
        ban = {"since": w.TODAY.isoformat(), "until": (w.TODAY + 2 * DAY).isoformat()}
        kept = self.send("patch", "", {"bans": [ban]})
        self.assertEqual(kept["bans"], [ban])
        self.assertEqual(self.send("get", "/round")["limits"]["windows"], [])
        days = self.send("get", "/ahead")["beds"][0]["days"]
        self.assertEqual([bool(d["soak"]) for d in days[:3]], [False] * 3)
        self.send("patch", "", {"exempt": ["hose"]})
        self.assertTrue(any(d["soak"] for d in self.send("get", "/ahead")["beds"][0]["days"][:3]))

    def test_the_file_carries_them(self) -> None:
        rule = {"from_h": 5.0, "to_h": 9.0, "weekdays": [0, 2], "dates": "odd"}
        self.send("patch", "", {"bans": [{"since": w.TODAY.isoformat()}], "exempt": ["drip"], "allowed": [rule]})
        self.garden.refresh_from_db()
        before = described_garden(self.garden)
        after = described_garden(ImportGarden(w.by(self.ada), garden_as_text(before)).execute())
        self.assertEqual((after.bans, after.exempt, after.allowed), (before.bans, before.exempt, before.allowed))
        self.assertEqual((before.exempt, before.allowed[0].dates), (("drip",), "odd"))

    def test_faults_name_their_field(self) -> None:
        for body, field in (
            ({"bans": [{"since": "2025-07-09", "until": "2025-07-01"}]}, "bans[0].until"),
            ({"bans": [{}]}, "bans[0].since"),
            ({"exempt": ["everything"]}, "exempt[0]"),
            ({"allowed": [{"from_h": 5, "to_h": 9, "dates": "prime"}]}, "allowed[0].dates"),
        ):
            with self.subTest(field):
                self.assertEqual(self.send("patch", "", body, status=400)["fields"][0]["field"], field)
