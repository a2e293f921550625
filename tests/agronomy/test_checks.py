"""What a finger would lead to is what the plan says once it was told."""

import dataclasses
import unittest
from unittest import mock

from agronomy.balance import observations
from agronomy.decide import checks, word
from agronomy.decide.plan import Plan, plan
from agronomy.describe import garden as g
from agronomy.describe.weather import Sky
from agronomy.describe.words import WETNESS
from tests.agronomy.gardens import TODAY, bed, garden, sky


class IfFelt(unittest.TestCase):
    sky: Sky
    garden: g.Garden
    plan: Plan
    led: dict[str, tuple[checks.IfFelt, ...]]

    @classmethod
    def setUpClass(cls) -> None:
        """Nobody knows how wet two of three beds began, so that the series disagree; the third was felt."""
        cls.sky = sky(spread=2.0)
        unknown = {"opening_wetness": None, "opened": TODAY.replace(day=6), "soils": (g.Soil("unknown"),)}
        felt = (g.Observation(TODAY.replace(day=10), "dry", "finger"),)
        cls.garden = garden(
            bed("A", **unknown), bed("B", **unknown, observations=felt), bed("C", **unknown, width_m=1.0)
        )
        cls.garden = dataclasses.replace(
            cls.garden, beds=tuple(dataclasses.replace(b, key=b.name) for b in cls.garden.beds)
        )
        with mock.patch.object(word, "CHECK_BAND", 0.1), mock.patch.object(word, "SERIES_DISAGREE", (0.01, 0.99)):
            cls.plan = plan(cls.garden, cls.sky, TODAY)
        cls.led = {b.bed.name: b.if_felt for b in cls.plan.beds if b.if_felt}

    def test_it_is_told_of_the_beds_that_are_to_be_checked(self) -> None:
        words = {b.bed.name: b.word for b in self.plan.beds}
        self.assertEqual(words["A"], "check")
        self.assertNotEqual(words["B"], "check")
        self.assertEqual(self.led.keys(), {name for name, said in words.items() if said == "check"})
        self.assertEqual([x.reading for x in self.led["A"]], list(WETNESS))

    def test_it_is_what_the_plan_says_once_the_finger_was_told(self) -> None:
        """Regression by the rule itself: the same core, asked in the long way."""
        for name, led in self.led.items():
            i = next(i for i, b in enumerate(self.garden.beds) if b.name == name)
            for x in led:
                with self.subTest(bed=name, felt=x.reading):
                    told = dataclasses.replace(
                        self.garden.beds[i], observations=(g.Observation(TODAY, x.reading, "finger"),)
                    )
                    beds = (*self.garden.beds[:i], told, *self.garden.beds[i + 1 :])
                    said = plan(dataclasses.replace(self.garden, beds=beds), self.sky, TODAY).beds[i]
                    self.assertEqual((x.word, x.cause), (said.word, said.cause))
                    self.assertEqual(x.dose, said.dose if said.word == "soak" else None)

    def test_dry_is_watered_and_wet_is_left_and_the_marks_of_the_finger_decide(self) -> None:
        """Common practice, no source: dry to the knuckle is watered, wet is left."""
        a = {x.reading: x for x in self.led["A"]}
        self.assertEqual((a["dry"].word, a["wet"].word), ("soak", "leave"))
        self.assertGreater(a["dry"].dose.litres, 5.0)
        self.assertIsNone(a["wet"].dose)
        other_way_round = {**observations.FINGER, "dry": 0.0, "wet": 1.4}
        with mock.patch.object(observations, "FINGER", other_way_round):
            (led,) = checks.if_felt(self.plan.run, [0], self.plan.heat, self.plan.days)
            a = {x.reading: x for x in led}
        self.assertEqual((a["dry"].word, a["wet"].word), ("leave", "soak"))

    def test_a_finger_that_cannot_change_what_is_done_is_not_asked_for(self) -> None:
        """Of a bed that asks only long after a finger calls it dry, dry soil and wet are both left."""
        with (
            mock.patch.object(word, "CHECK_BAND", 0.1),
            mock.patch.object(word, "SERIES_DISAGREE", (0.01, 0.99)),
            mock.patch.dict(observations.FINGER, {"dry": 0.2, "just_damp": 0.1, "moist": 0.05}),
        ):
            self.assertEqual({x.word for x in checks.if_felt(self.plan.run, [0], None, 14)[0]}, {"leave"})
            a = plan(self.garden, self.sky, TODAY).beds[0]
        self.assertNotEqual(a.word, "check")
        self.assertEqual(a.if_felt, ())

    def test_it_tells_where_it_decides_on_water(self) -> None:
        def led(*words: str) -> tuple[checks.IfFelt, ...]:
            return tuple(checks.IfFelt(reading, said, "x", None) for reading, said in zip(WETNESS, words, strict=True))

        self.assertTrue(checks.tells(led("soak", "leave", "leave", "leave")))
        self.assertTrue(checks.tells(led("soak", "soak", "wait", "too_wet")))
        self.assertFalse(checks.tells(led("wait", "wait", "leave", "leave")))  # no water, whatever it finds
        self.assertFalse(checks.tells(led("soak", "soak", "soak", "soak")))
