"""Whole seasons on real open weather, and the calibration of the bands in simulation."""

import datetime as dt
import unittest

import numpy as np

from agronomy.balance import layout as s
from agronomy.balance import spreads, terms
from agronomy.balance.kernel import compiled, conservation_error
from agronomy.balance.run import run_garden
from agronomy.balance.weather import air_days
from agronomy.decide.bands import bands
from agronomy.decide.hours import good_hours
from agronomy.describe import garden as g
from agronomy.describe.weather import Sky, table_from_days
from tests import reference_data as ref
from tests.agronomy import gardens as t


def season_at(site: str, start: dt.date, days: int, *columns: str, **bed: object):
    """A tomato bed over real days, watered by its trigger; the rows of the central series."""
    table = ref.weather(site, *columns)
    known = [(d, {c: table.columns[c][i] for c in columns}) for i, d in enumerate(table.dates)]
    behind = [k for k in known if start - dt.timedelta(days=5) <= k[0] < start]
    ahead = table_from_days([k for k in known if k[0] >= start], table.latitude, table.elevation_m, table.wind_height_m)
    sky = Sky(
        table_from_days(behind, table.latitude, table.elevation_m, table.wind_height_m),
        type(ahead)(
            ahead.dates,
            {c: v[:, None] for c, v in ahead.columns.items()},
            ahead.latitude,
            ahead.elevation_m,
            ahead.wind_height_m,
        ),
    )
    planting = g.Planting("tomato", 6, start - dt.timedelta(days=20))
    b = t.bed(opened=start, opening_wetness="moist", plantings=(planting,), **bed)
    garden = g.Garden("Real", table.latitude, table.elevation_m, rigs=(g.Rig("Hose"),), beds=(b,))
    weather = air_days(garden, sky, start, start, days)
    return run_garden(garden, weather, start, [(1.0, 0.0, False)]), weather


class RealSeasons(unittest.TestCase):
    SITES = (
        ("nsrdb_2017_colorado_plateau", dt.date(2017, 5, 20), ("tmin", "tmax", "ea", "rs", "wind")),
        ("seattle_2012_15", dt.date(2014, 5, 20), ("tmin", "tmax", "wind", "rain")),
        ("nyc_ewr_2013", dt.date(2013, 5, 10), ("tmin", "tmax", "ea", "wind", "rain")),
    )

    def test_water_is_closed_and_plants_are_kept_on_every_site(self) -> None:
        used = {}
        for site, start, columns in self.SITES:
            with self.subTest(site):
                season, _ = season_at(site, start, 110, *columns)
                rows = season.rows_ahead(np.full((110, 1), terms.BY_TRIGGER))
                self.assertLess(conservation_error(rows).max(), 1e-9)
                row = rows[:, 0]
                gone = row[:, s.TRANSPIRATION].sum() + row[:, s.EVAP_ROOTED].sum()
                used[site] = gone
                self.assertGreater(row[:, s.TRANSPIRATION].sum() / row[:, s.POTENTIAL].sum(), 0.97)
                # What came in is what left and what is still missing, over the whole summer.
                came = row[:, s.IRRIGATION].sum() + row[:, s.RAIN_ROOTED].sum() + row[0, s.OPEN_ROOTED] * -1
                passed = row[:, s.DRAINED_ROOTED].sum() + row[:, s.PASSED_ASIDE].sum()
                left = gone + passed - row[-1, s.CLOSE_ROOTED] - row[:, s.REACHED].sum() * -1
                self.assertAlmostEqual(came, left, delta=1e-6)
        # A dry plateau at 2168 m thirsts more than a cool maritime coast: common practice, no source.
        self.assertGreater(used["nsrdb_2017_colorado_plateau"], used["seattle_2012_15"])

    def test_unwatered_beds_suffer_where_it_is_dry(self) -> None:
        stress = {}
        for site, start, columns in self.SITES:
            season, _ = season_at(site, start, 110, *columns)
            row = season.rows_ahead(np.full((110, 1), terms.NEVER))[:, 0]
            stress[site] = 1 - row[:, s.TRANSPIRATION].sum() / row[:, s.POTENTIAL].sum()
        self.assertGreater(stress["nsrdb_2017_colorado_plateau"], 0.6)  # the file has no rain at all
        self.assertLess(stress["nyc_ewr_2013"], stress["nsrdb_2017_colorado_plateau"])

    def test_sand_asks_more_often_for_less_than_loam(self) -> None:
        soaks = {}
        for soil in ("loamy_sand", "silt_loam"):
            site, start, columns = self.SITES[0]
            season, _ = season_at(site, start, 110, *columns, soils=(g.Soil(soil),))
            water = season.rows_ahead(np.full((110, 1), terms.BY_TRIGGER))[:, 0, s.IRRIGATION]
            soaks[soil] = ((water > 0).sum(), water[water > 0].mean())
        self.assertGreater(soaks["loamy_sand"][0], soaks["silt_loam"][0])
        self.assertLess(soaks["loamy_sand"][1], soaks["silt_loam"][1])


class Calibration(unittest.TestCase):
    """A truth drawn as the spreads say must lie in the 80 % band about 80 % of the time."""

    def test_bands_hold_about_four_in_five(self) -> None:
        inside = cases = 0
        rng = np.random.default_rng(11)
        for trial in range(60):
            members = 40
            sky = t.sky(members=members)
            sky.ahead.columns["rs"][:] = rng.normal(22, 3, (16, members)).clip(5, 30)
            rain = np.where(rng.random((16, members)) < 0.25, rng.exponential(6, (16, members)), 0.0)
            sky.ahead.columns["rain"][:] = rain
            bed = t.dried(1 + trial % 4, soils=(g.Soil(("loam", "unknown", "holds_and_crumbles")[trial % 3]),))
            garden = t.garden(bed)
            weather = air_days(garden, sky, bed.opened, t.TODAY, 8)
            season = run_garden(garden, weather, t.TODAY, [(1.0, 0.0, False)])
            band = bands(season.ahead(np.full((8, 1), terms.NEVER)).net[:, 0, 1:])
            truth = self.truth(season, rng)
            inside += sum(b.low <= x <= b.high for b, x in zip(band, truth, strict=True))
            cases += len(band)
        self.assertEqual(cases, 480)
        # Days of one trial hang together: 60 trials put two standard errors near 8 points.
        self.assertTrue(0.70 <= inside / cases <= 0.90, inside / cases)

    def truth(self, season, rng: np.random.Generator) -> np.ndarray:
        """One more bed of the kind: its own parameters and opening, under one of the weathers at random."""
        h_spread = season.draws[0, 1:, s.Q_CAPACITY]
        draw = np.ones((1, 1, s.N_DRAW))
        draw[0, 0, s.Q_DEMAND] = np.exp(rng.normal(0, spreads.DEMAND_CV) - spreads.DEMAND_CV**2 / 2)
        cv = float(np.log(h_spread).std())
        draw[0, 0, s.Q_CAPACITY] = np.exp(rng.normal(0, cv) - cv**2 / 2)
        draw[0, 0, [s.Z_RAIN, s.Z_AIR]] = rng.normal(0, 1, 2)
        member = rng.integers(1, season.weather.air.shape[1])
        first = season.days[0, 0]
        raw = first[s.P_TABLE] * first[s.TAW]
        state = np.zeros((1, 1, s.N_STATE))
        state[..., s.DR] = np.clip(rng.normal(0, spreads.OPENING_SPREAD_KNOWN) * raw, 0, first[s.TAW])
        state[..., s.DE] = state[..., s.DO] = state[..., s.DR]
        days = season.days.shape[0]
        kept = np.zeros((s.N_KEEP, days, 1, 1))
        shares = np.ascontiguousarray(np.concatenate([season.days[:1, :, s.SHARE], season.days[:-1, :, s.SHARE]]))
        compiled()[0](
            state,
            season.days,
            shares,
            season.figures,
            draw,
            np.ascontiguousarray(season.weather.air[:, [member]]),
            np.zeros((days, 1), dtype=np.int64),
            s.WHOLE_DAY.copy(),
            kept,
            np.zeros((1, 1)),
        )
        return kept[s.KEEP_NET, season.n_behind :, 0, 0]

    def test_draws_have_the_spread_the_table_says(self) -> None:
        q = spreads.draws_of_bed(400, 0.2, 0.25)
        for column, cv in ((s.Q_DEMAND, spreads.DEMAND_CV), (s.Q_CAPACITY, 0.2), (s.Q_WATER, 0.25)):
            self.assertAlmostEqual(q[1:, column].mean(), 1.0, delta=0.01)
            self.assertAlmostEqual(q[1:, column].std(), cv, delta=0.012)
        between = np.corrcoef(q[1:].T)
        self.assertLess(np.abs(between - np.eye(5)).max(), 0.15)  # unrelated to each other
        np.testing.assert_array_equal(q[0], [1, 1, 0, 1, 0])


class Hours(unittest.TestCase):
    def hours(self, tmin: float, tmax: float, latitude: float = 44.6):
        garden = g.Garden("H", latitude, 31.0, longitude=-15.0, utc_offset_h=-1.0)
        return good_hours(garden, t.TODAY, tmin, tmax, 45.0)

    def test_hot_days_shorten_the_morning_and_push_the_evening_back(self) -> None:
        mild, hot = self.hours(14, 24), self.hours(20, 36)
        self.assertIsNone(mild.hot)
        self.assertLess(hot.morning[1], mild.morning[1])
        self.assertGreater(hot.evening[0], mild.evening[0])
        self.assertTrue(hot.hot[0] < 12 < hot.hot[1])
        self.assertEqual((mild.heat_class, hot.heat_class != ""), ("", True))

    def test_the_morning_is_never_too_short_to_use_nor_later_than_four_hours_after_sunrise(self) -> None:
        for tmin, tmax in ((26, 38), (5, 12), (14, 25)):
            h = self.hours(tmin, tmax)
            length = h.morning[1] - h.morning[0]
            self.assertTrue(1.5 - 1e-9 <= length <= 4.5 + 1e-9, length)
            self.assertAlmostEqual(h.morning[0], h.sunrise - 0.5)
            self.assertLessEqual(h.evening[0], h.sunset)

    def test_the_day_is_long_in_the_north_in_july_and_short_in_the_south(self) -> None:
        north, south = self.hours(14, 25), self.hours(4, 13, -36.0)
        self.assertGreater(north.sunset - north.sunrise, 15)
        self.assertLess(south.sunset - south.sunrise, 10)


if __name__ == "__main__":
    unittest.main()
