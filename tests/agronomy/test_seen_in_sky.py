"""Hail and frost as they were seen, and when a tunnel is opened and shut."""

import dataclasses
import datetime as dt
import unittest

from agronomy.decide.after_hail import after_hail
from agronomy.decide.cold import frozen_last_night, learnt_offset
from agronomy.decide.plan import Plan, plan
from agronomy.decide.tunnel import OPEN_FROM_C, airing
from agronomy.describe import garden as g
from agronomy.describe.weather import SkySeen
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)


def saw(*seen: tuple[int, str], beds: tuple[g.Bed, ...] = (), tmin: float | None = None) -> Plan:
    sky = dataclasses.replace(t.sky(), seen=tuple(SkySeen(t.TODAY - n * DAY, what) for n, what in seen))
    if tmin is not None:
        sky.ahead.columns["tmin"][:] = tmin
    return plan(t.garden(*(beds or (t.bed(),))), sky, t.TODAY)


class Hail(unittest.TestCase):
    def test_it_names_what_stood_in_the_open_until_its_leaves_are_seen_to(self) -> None:
        roofed = t.bed("Roofed", exposures=(g.Exposure(cover="roof"),))
        fleeced = t.bed("Fleeced", exposures=(g.Exposure(cover="fleece"),))
        torn = dataclasses.replace(t.planting("tomato", 6), sizes=(g.Size(t.TODAY, height="knee", spread_m=0.3),))
        cut = t.bed("Cut", plantings=(torn,))
        beds = (t.bed(), roofed, fleeced, cut, t.bed("Bare", plantings=()))
        hail = after_hail(saw((0, "hail"), beds=beds))
        assert hail is not None
        self.assertEqual(hail.beds, ("Bench", "Fleeced"))
        self.assertIsNone(after_hail(saw((0, "hail"), beds=(cut,))))
        before = dataclasses.replace(torn, sizes=(g.Size(t.TODAY - DAY, height="knee", spread_m=0.3),))
        self.assertIsNotNone(after_hail(saw((0, "hail"), beds=(t.bed(plantings=(before,)),))))

    def test_it_is_told_for_some_days_and_frost_is_none(self) -> None:
        for n, told in ((0, True), (4, True), (5, False)):
            unsized = t.bed(plantings=(t.planting("tomato", 6),))
            self.assertEqual(after_hail(saw((n, "hail"), beds=(unsized,))) is not None, told, n)
        self.assertIsNone(after_hail(saw((0, "frost"))))


class Frost(unittest.TestCase):
    def test_what_was_seen_counts_whatever_was_told(self) -> None:
        self.assertEqual(frozen_last_night(saw(tmin=4.5)), ())
        self.assertEqual([x.bed for x in frozen_last_night(saw((0, "frost"), tmin=4.5))], ["Bench"])
        self.assertEqual(frozen_last_night(saw((1, "frost"), tmin=4.5)), ())
        indoors = t.bed(exposures=(g.Exposure(cover="indoors"),))
        self.assertEqual(frozen_last_night(saw((0, "frost"), tmin=4.5, beds=(indoors,))), ())

    def test_it_teaches_how_cold_the_corner_is_where_no_thermometer_does(self) -> None:
        """Frost lies on leaves in air of up to a degree: common practice, no source."""
        nights = {t.TODAY - k * DAY: 3.5 for k in range(6)}
        self.assertEqual(learnt_offset({}, nights, [t.TODAY]), -2.5)
        self.assertIsNone(learnt_offset({}, nights))
        self.assertIsNone(learnt_offset({}, {t.TODAY: 0.5}, [t.TODAY]))  # told as cold as it was
        self.assertIsNone(learnt_offset({}, {t.TODAY: 14.0}, [t.TODAY]))  # another place
        own = {date: low + 1.0 for date, low in nights.items()}
        self.assertEqual(learnt_offset(own, nights, [t.TODAY]), 1.0)  # a thermometer tells more than a look


class Tunnel(unittest.TestCase):
    def aired(self, tmin: float, tmax: float, rs: float, wind: float = 2.0, **exposure):
        sky = t.sky()
        for name, value in (("tmin", tmin), ("tmax", tmax), ("rs", rs), ("wind", wind)):
            sky.ahead.columns[name][:] = value
        shut = t.bed("Tunnel", exposures=(g.Exposure(cover="tunnel", **exposure),))
        (found,) = airing(plan(t.garden(t.bed(), shut), sky, t.TODAY))
        return found

    def test_a_shut_one_is_some_15_to_25_degrees_warmer_under_a_high_sun(self) -> None:
        """Common practice, no source."""
        self.assertTrue(15 <= self.aired(12, 24, 28).shut_c - 24 <= 25)
        self.assertLess(self.aired(12, 24, 4).shut_c - 24, 4)

    def test_it_opens_once_it_is_hot_inside_and_earlier_in_more_sun(self) -> None:
        sunny, dull, cold = self.aired(12, 24, 28), self.aired(12, 24, 12), self.aired(2, 9, 4)
        opened = [sunny.from_h or 0, dull.from_h or 0, dull.to_h or 0, sunny.to_h or 0]
        self.assertEqual(opened, sorted(set(opened)))
        self.assertTrue(5 < opened[0] < opened[-1] < 21)
        self.assertEqual((cold.from_h, cold.to_h, cold.night), (None, None, False))
        self.assertLess(cold.shut_c, OPEN_FROM_C)
        shaded = self.aired(12, 24, 28, shade_pct=60)
        self.assertTrue(shaded.from_h and shaded.from_h > sunny.from_h and shaded.shut_c < sunny.shut_c)

    def test_a_warm_night_leaves_it_open_and_wind_opens_the_other_side(self) -> None:
        self.assertEqual((self.aired(20, 34, 28).night, self.aired(8, 24, 28).night), (True, False))
        self.assertEqual((self.aired(12, 24, 28, wind=12).lee, self.aired(12, 24, 28).lee), (True, False))

    def test_open_ground_and_an_empty_tunnel_want_none(self) -> None:
        empty = t.bed("Empty", plantings=(), exposures=(g.Exposure(cover="tunnel"),))
        self.assertEqual(airing(plan(t.garden(t.bed(), empty), t.sky(), t.TODAY)), ())
