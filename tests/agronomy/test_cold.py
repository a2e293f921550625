"""Cold nights by member, cover and corner; dry spells and wind by their definitions."""

import dataclasses
import datetime as dt
import unittest

from agronomy.air.microclimate import COVER_EFFECTS
from agronomy.decide.cold import NIGHT_LIFT_C, cold_night, frozen_last_night, hurts_from, learnt_offset
from agronomy.decide.plan import Plan, plan
from agronomy.describe import garden as g
from agronomy.describe.words import COVERS
from agronomy.plants.crops import CROPS
from agronomy.sky.spells import dry_spell, windy_days
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)


def night(*beds: g.Bed, tmin: float = 3.0, spread: float = 0.0, offset: float | None = None) -> Plan:
    """A plan whose every night ahead is so cold; spread: between its members."""
    sky = t.sky()
    lows = sky.ahead.columns["tmin"]
    lows[:] = tmin
    lows[:, ::2] += spread
    return plan(dataclasses.replace(t.garden(*beds), cold_offset_c=offset), sky, t.TODAY)


def at_risk(p: Plan) -> dict[str, str]:
    found = cold_night(p)
    return {x.bed: x.what for x in found.beds} if found else {}


LETTUCE = (t.planting("lettuce", 12, "ankle", 0.2),)


class Nights(unittest.TestCase):
    def test_tender_leaves_are_covered_from_four_degrees_and_hardy_ones_from_frost(self) -> None:
        """About 4 degrees for tender plants: common practice, no source."""
        beds = (t.bed("Tomatoes"), t.bed("Lettuce", plantings=LETTUCE))
        self.assertEqual(at_risk(night(*beds, tmin=5.0)), {})
        self.assertEqual(at_risk(night(*beds, tmin=3.0)), {"Tomatoes": "chill"})
        self.assertEqual(at_risk(night(*beds, tmin=0.5)), {"Tomatoes": "frost"})
        hardest = hurts_from(CROPS["lettuce"])[0]
        self.assertIn("Lettuce", at_risk(night(*beds, tmin=hardest - 0.5)))

    def test_a_cover_and_the_own_corner_turn_it(self) -> None:
        def covered(cover) -> g.Bed:
            return t.bed(exposures=(g.Exposure(cover=cover),))

        self.assertEqual(at_risk(night(covered("none"))), {"Bench": "chill"})
        for cover in ("sheet", "fleece", "cloche", "tunnel", "indoors"):
            self.assertEqual(at_risk(night(covered(cover))), {}, cover)
        self.assertEqual(at_risk(night(t.bed(), offset=2.0)), {})
        self.assertEqual(at_risk(night(t.bed(), tmin=5.0, offset=-2.0)), {"Bench": "chill"})

    def test_the_chance_is_that_of_the_members(self) -> None:
        found = cold_night(night(t.bed(), tmin=3.0, spread=8.0))
        assert found is not None
        self.assertAlmostEqual(found.beds[0].chance, 0.5, delta=0.05)
        self.assertEqual((found.date, found.beds[0].lowest_c), (t.TODAY + DAY, 3.0))
        self.assertIsNone(cold_night(night(t.bed(plantings=()))))

    def test_what_may_have_frozen_is_told_in_the_morning(self) -> None:
        self.assertEqual([x.bed for x in frozen_last_night(night(t.bed(), tmin=0.0))], ["Bench"])
        self.assertEqual(frozen_last_night(night(t.bed(), tmin=3.0)), ())

    def test_every_cover_has_its_night_and_its_day(self) -> None:
        self.assertEqual(set(NIGHT_LIFT_C), set(COVERS))
        self.assertEqual(set(COVER_EFFECTS), set(COVERS))


class Corner(unittest.TestCase):
    def test_it_is_learnt_from_nights_that_both_knew(self) -> None:
        others = {t.TODAY - n * DAY: 5.0 + n for n in range(1, 10)}
        own = {date: low + 2.0 for date, low in others.items()}
        own[min(own)] += 9.0  # a night when it hung in the sun
        self.assertAlmostEqual(learnt_offset(own, others) or 0.0, 2.0)
        few = dict(list(own.items())[:3])
        self.assertIsNone(learnt_offset(few, others))
        self.assertIsNone(learnt_offset({d: x + 30.0 for d, x in others.items()}, others))


class Spells(unittest.TestCase):
    """A British weather service's dry spell: 15 days in a row below 1 mm; Beaufort 5 from 8 m/s: both from memory."""

    def test_fifteen_days_below_a_millimetre(self) -> None:
        rain = {t.TODAY - n * DAY: 0.2 for n in range(1, 16)}
        found = dry_spell(rain, t.TODAY)
        assert found is not None
        self.assertEqual((found.days, found.since), (15, t.TODAY - 15 * DAY))
        self.assertAlmostEqual(found.rain_mm, 3.0)
        self.assertIsNone(dry_spell({**rain, t.TODAY - 8 * DAY: 1.0}, t.TODAY))
        gap = {date: x for date, x in rain.items() if date != t.TODAY - 3 * DAY}
        self.assertIsNone(dry_spell(gap, t.TODAY))

    def test_a_fresh_breeze(self) -> None:
        self.assertEqual(windy_days({t.TODAY: 8.0, t.TODAY + DAY: 7.9}), (t.TODAY,))


if __name__ == "__main__":
    unittest.main()
