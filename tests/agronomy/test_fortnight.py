"""The fortnight as a sequence: due by most series, within the household's limits, with what gives and its price."""

import dataclasses
import datetime as dt
import itertools
import unittest

import numpy as np

from agronomy.decide.fortnight import fortnight
from agronomy.decide.household import Limits, allowed_windows, limits_on
from agronomy.decide.plan import plan
from agronomy.describe import garden as g
from tests.agronomy import gardens as t

BUSY = g.Person("Bo", (15.0, 15.0, 15.0, 15.0, 15.0, 40.0, 0.0))
DAY = dt.timedelta(days=1)


def garden_of(n: int = 8, **changes: object) -> g.Garden:
    beds = [t.dried(i % 5, f"B{i}") for i in range(n)]
    return dataclasses.replace(t.garden(*beds), **changes)


def soaks(made) -> dict[str, list[dt.date]]:
    return {b.bed: [d.date for d in b.days if d.soak] for b in made.beds}


class Household(unittest.TestCase):
    def test_minutes_add_up_by_weekday_and_no_people_means_no_limit(self) -> None:
        helper = g.Person("Cy", (0, 0, 0, 0, 5, 10, 10))
        garden = garden_of(1, people=(BUSY, helper))
        friday, sunday = dt.date(2025, 7, 11), dt.date(2025, 7, 13)
        self.assertEqual(limits_on(garden, friday), Limits(20.0, None))
        self.assertEqual(limits_on(garden, sunday), Limits(10.0, None))
        self.assertEqual(limits_on(garden_of(1), friday), Limits(None, None))

    def test_allowed_hours_merge_and_hold_on_their_weekdays(self) -> None:
        rules = (g.Allowed(5, 8), g.Allowed(7, 10), g.Allowed(18, 21, (5, 6)))
        garden = garden_of(1, allowed=rules)
        self.assertEqual(allowed_windows(garden, dt.date(2025, 7, 11)), ((5, 10),))
        self.assertEqual(allowed_windows(garden, dt.date(2025, 7, 12)), ((5, 10), (18, 21)))
        self.assertEqual(limits_on(garden, dt.date(2025, 7, 12)).tap_minutes, 480.0)
        only_weekend = garden_of(1, allowed=(g.Allowed(18, 21, (5, 6)),))
        self.assertEqual(limits_on(only_weekend, dt.date(2025, 7, 11)).tap_minutes, 0.0)


class Sequence(unittest.TestCase):
    def test_without_limits_each_bed_is_watered_when_it_is_due(self) -> None:
        made = fortnight(plan(garden_of(), t.sky(tmax=29, spread=2), t.TODAY))
        self.assertEqual(made.gives, ())
        self.assertEqual(len(made.days), 14)
        for bed in made.beds:
            dates = [d.date for d in bed.days if d.soak]
            self.assertGreaterEqual(len(dates), 2)
            self.assertTrue(all(d.soak is None or d.soak.how == "due" for d in bed.days))
            self.assertLess(bed.missed, 0.05)
            gaps = {(b - a).days for a, b in itertools.pairwise(dates)}
            # Practice: full-size tomatoes at about 30 degrees, every two to four or five days.
            self.assertTrue(gaps <= {2, 3, 4, 5}, gaps)

    def test_today_is_the_plans_own_word_and_dose(self) -> None:
        p = plan(garden_of(), t.sky(tmax=29, spread=2), t.TODAY)
        for bed, line in zip(p.beds, fortnight(p).beds, strict=True):
            soak = line.days[0].soak
            self.assertEqual(soak is not None, bed.word in ("soak", "fill", "check"))
            if soak:
                self.assertAlmostEqual(soak.litres.mid, bed.dose.litres)

    def test_no_day_asks_more_than_the_household_has_and_what_gives_is_named(self) -> None:
        garden = garden_of(people=(BUSY,))
        p = plan(garden, t.sky(tmax=33, spread=2), t.TODAY)
        made, free = fortnight(p), fortnight(p, limited=False)
        for day in made.days:
            self.assertLessEqual(day.minutes, day.limits.minutes + 1e-6)
        self.assertTrue(made.gives)
        for give in made.gives:
            line = next(b for b in made.beds if b.bed == give.bed)
            cell = next(d for d in line.days if d.date == give.due)
            self.assertEqual((cell.gave, cell.soak), (give.why, None))
            self.assertTrue(give.soaked is None or give.soaked > give.due)
        total = lambda f: sum(b.missed for b in f.beds)  # noqa: E731
        self.assertGreater(total(made), total(free))

    def test_a_day_with_room_takes_what_the_next_cannot(self) -> None:
        garden = garden_of(people=(BUSY,))  # nothing can be done on a Sunday
        made = fortnight(plan(garden, t.sky(tmax=29, spread=2), t.TODAY))
        hows = {d.soak.how for b in made.beds for d in b.days if d.soak}
        self.assertIn("early", hows)
        sunday = next(i for i, d in enumerate(made.days) if d.date.weekday() == 6)
        self.assertEqual(sum(1 for b in made.beds if b.days[sunday].soak), 0)

    def test_who_loses_least_gives(self) -> None:
        """Two beds due on one day with room for one: the sparing one gives, the ample one is served."""
        beds = (t.dried(7, "Ample", style="ample"), t.dried(7, "Sparing", style="sparing"))
        garden = dataclasses.replace(t.garden(*beds), people=(g.Person("Bo", (9.0,) * 7),))
        made = fortnight(plan(garden, t.sky(tmax=30), t.TODAY), days=2)
        first = {b.bed: b.days[0] for b in made.beds}
        self.assertIsNotNone(first["Ample"].soak)
        self.assertEqual(first["Sparing"].gave, "minutes")

    def test_taps_have_their_hours(self) -> None:
        line = t.dried(7, "Line", method="drip", drip=g.Drip(12, 2.0))
        garden = dataclasses.replace(t.garden(line), allowed=(g.Allowed(6, 6.5),))
        made = fortnight(plan(garden, t.sky(tmax=30), t.TODAY), days=3)
        self.assertEqual(made.beds[0].days[0].gave, "taps")  # half an hour is not enough for the line
        self.assertEqual(made.gives[0].why, "taps")
        wide = dataclasses.replace(garden, allowed=(g.Allowed(4, 12),))
        self.assertEqual(fortnight(plan(wide, t.sky(tmax=30), t.TODAY), days=3).gives, ())

    def test_the_same_facts_give_the_same_fortnight(self) -> None:
        p = plan(garden_of(people=(BUSY,)), t.sky(tmax=29, spread=2, rain_chance=0.4), t.TODAY)
        self.assertEqual(fortnight(p), fortnight(p))

    def test_rain_puts_soaks_off(self) -> None:
        dry, wet = (
            fortnight(plan(garden_of(4), t.sky(rain_chance=chance, rain_mm=40.0), t.TODAY)) for chance in (0.0, 1.0)
        )
        count = lambda f: sum(len(x) for x in soaks(f).values())  # noqa: E731
        self.assertLess(count(wet), count(dry))

    def test_a_reservoir_is_filled_before_it_is_empty(self) -> None:
        box = t.bed(
            "Box",
            kind="self_watering_box",
            length_m=0.8,
            width_m=0.4,
            method="reservoir",
            reservoir=g.Reservoir(16, 10, 16.0),
            soils=(g.Soil("potting_mix"),),
            plantings=(t.planting("tomato", 1, "waist", 0.6),),
            opened=t.TODAY,
        )
        made = fortnight(plan(t.garden(box), t.sky(tmax=31), t.TODAY))
        self.assertTrue(soaks(made)["Box"])
        self.assertLess(made.beds[0].missed, 0.02)


class Moves(unittest.TestCase):
    def moved(self, *moves: g.Move):
        p = plan(t.garden(t.dried(4, "A"), t.dried(2, "B")), t.sky(tmax=29), t.TODAY)
        return fortnight(p, moves=moves), fortnight(p, moves=())

    def test_a_moved_soak_stands_where_it_was_put_and_nowhere_between(self) -> None:
        _, plain = self.moved()
        first = soaks(plain)["A"][0]
        later = first + 3 * DAY
        made, _ = self.moved(g.Move("A", first, later))
        self.assertEqual(soaks(made)["A"][0], later)
        cell = next(d for d in made.beds[0].days if d.date == later)
        self.assertEqual(cell.soak.how, "moved")
        self.assertGreater(made.beds[0].missed, plain.beds[0].missed)
        self.assertEqual(soaks(made)["B"], soaks(plain)["B"])  # the other bed is left alone
        gave = [d.gave for d in made.beds[0].days if first <= d.date < later]
        self.assertIn("moved", gave)

    def test_a_soak_moved_twice_lies_where_it_was_last_put(self) -> None:
        _, plain = self.moved()
        first = soaks(plain)["A"][0]
        made, _ = self.moved(g.Move("A", first, first + 2 * DAY), g.Move("A", first + 2 * DAY, first + 3 * DAY))
        self.assertEqual(soaks(made)["A"][0], first + 3 * DAY)

    def test_moving_to_an_earlier_day_waters_there(self) -> None:
        _, plain = self.moved()
        second = soaks(plain)["A"][1]
        made, _ = self.moved(g.Move("A", second, second - DAY))
        self.assertIn(second - DAY, soaks(made)["A"])
        self.assertNotIn(second, soaks(made)["A"])

    def test_a_move_of_a_bed_that_is_gone_is_passed_over(self) -> None:
        made, plain = self.moved(g.Move("Gone", t.TODAY, t.TODAY + DAY))
        self.assertEqual(soaks(made), soaks(plain))


class States(unittest.TestCase):
    def test_the_state_after_each_step_follows_from_the_one_before(self) -> None:
        """Without rain or soak a bed only dries; a soak brings it up to full but for what the day then used."""
        made = fortnight(plan(garden_of(3), t.sky(tmax=28), t.TODAY))
        for bed in made.beds:
            mids = np.array([d.net.mid for d in bed.days])
            for i, day in enumerate(bed.days[1:], 1):
                if day.soak:
                    self.assertLess(mids[i], 9.0)
                else:
                    self.assertGreater(mids[i], mids[i - 1])


if __name__ == "__main__":
    unittest.main()
