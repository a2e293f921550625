"""Local rules as limits of the days ahead: odd and even dates, bans, and what they spare."""

import dataclasses
import datetime as dt
import unittest

from agronomy.decide.fortnight import fortnight
from agronomy.decide.hours import windows
from agronomy.decide.household import allowed_windows, limits_on, spared
from agronomy.decide.plan import Plan, plan
from agronomy.describe import garden as g
from agronomy.describe.errors import OutOfRangeError
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)
ODD = g.Allowed(4.0, 20.0, dates="odd")
BAN = g.Ban(t.TODAY, t.TODAY + 3 * DAY)


def ruled(*beds: g.Bed, **rules: object) -> Plan:
    return plan(dataclasses.replace(t.garden(*beds), **rules), t.sky(), t.TODAY)


def soaked_on(p: Plan) -> list[dt.date]:
    return [d.date for line in fortnight(p).beds for d in line.days if d.soak]


class Rules(unittest.TestCase):
    def test_odd_and_even_dates(self) -> None:
        garden = dataclasses.replace(t.garden(), allowed=(ODD,))
        for day in range(1, 31):
            date = dt.date(2025, 7, day)
            self.assertEqual(bool(allowed_windows(garden, date)), day % 2 == 1)
        even = dataclasses.replace(garden, allowed=(dataclasses.replace(ODD, dates="even"),))
        self.assertEqual(allowed_windows(even, dt.date(2025, 7, 12)), ((4.0, 20.0),))
        beds = (t.dried(9), t.dried(1, "Two"), t.dried(3, "Three"))
        free = soaked_on(ruled(*beds))
        by_rule = soaked_on(ruled(*beds, allowed=(ODD,)))
        self.assertTrue(any(x.day % 2 == 0 for x in free))
        self.assertTrue(by_rule)
        self.assertTrue(all(x.day % 2 == 1 for x in by_rule))

    def test_a_ban_shuts_every_tap_and_its_cost_is_told(self) -> None:
        p = ruled(t.dried(9), bans=(BAN,))
        self.assertEqual(limits_on(p.garden, t.TODAY).tap_minutes, 0.0)
        self.assertIsNotNone(limits_on(p.garden, t.TODAY + 4 * DAY).tap_minutes)
        ahead = fortnight(p)
        self.assertEqual(min(soaked_on(p)), t.TODAY + 4 * DAY)
        (gives,) = ahead.gives
        self.assertEqual((gives.due, gives.why), (t.TODAY, "taps"))
        self.assertGreater(gives.missed_more, 0.0)
        lifted = dataclasses.replace(BAN, until=None)
        self.assertEqual(soaked_on(ruled(t.dried(9), bans=(lifted,))), [])

    def test_what_is_spared_is_watered_all_the_same(self) -> None:
        line = {"method": "drip", "drip": g.Drip(14, 2.0)}
        flowers = {"plantings": (t.planting("flowers", 12, "knee", 0.3),)}
        for exempt, bed, waters in (
            ((), t.dried(9), False),
            (("hose",), t.dried(9), True),
            (("drip",), t.dried(9), False),
            (("drip",), t.dried(9, **line), True),
            (("edible",), t.dried(9), True),
            (("edible",), t.dried(9, **flowers), False),
        ):
            p = ruled(bed, bans=(BAN,), exempt=exempt)
            with self.subTest(exempt=exempt, method=bed.method, crop=bed.plantings[0].crop):
                self.assertEqual(t.TODAY in soaked_on(p), waters)
                self.assertEqual(spared(p.garden, p.beds[0].today), waters)
                self.assertEqual(bool(windows(p.hours, p.garden, p.beds[0].today)), waters)

    def test_a_ban_ends_after_it_begins(self) -> None:
        with self.assertRaises(OutOfRangeError):
            g.check_ban(g.Ban(t.TODAY, t.TODAY - DAY))


if __name__ == "__main__":
    unittest.main()
