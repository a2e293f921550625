"""Whole seasons on real open weather, and the calibration of the bands in simulation."""

import dataclasses
import datetime as dt
import unittest
import zlib

import numpy as np

from agronomy.balance import layout as s
from agronomy.balance import spreads, terms
from agronomy.balance.from_opening import run_garden
from agronomy.balance.kernel import compiled, conservation_error
from agronomy.balance.run import NO_HOURS
from agronomy.balance.weather import air_days
from agronomy.beds.today import bed_today
from agronomy.decide import styles
from agronomy.decide.hours import good_hours, windows
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
    return run_garden(garden, weather, start, [styles.Trigger(1.0, 0.0)]), weather


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
    """With a gardener who does as told, a truth drawn as the spreads say lies in the 80 % band about 80 % of the time.

    Inside is judged by the truth's rank among the series, ties split at random.
    """

    TRIALS, MEMBERS, DAYS, LEADS = 1000, 40, 15, (1, 7, 14)
    POT = {"kind": "pot", "length_m": 0.34, "width_m": 0.34, "round": True, "soils": (g.Soil("potting_mix"),)}
    CASES = (
        ("a bed, showers", {"soils": (g.Soil("loam"),)}, 0.25, 6.0, (9, 20.0), (5, 24.0)),
        ("a bed, no rain", {"soils": (g.Soil("unknown"),)}, 0.0, 0.0, (8, 24.0), (4, 22.0)),
        ("a pot, showers", POT, 0.25, 6.0, (9, 3.0), (6, 2.5), (3, 2.5), (1, 2.0)),
        ("a pot, no rain", POT, 0.0, 0.0, (9, 2.0), (6, 2.5), (4, 2.0), (2, 2.0)),
    )

    def test_bands_hold_four_in_five_when_the_advice_is_followed(self) -> None:
        for name, described, chance, mm, *poured in self.CASES:
            rng, inside = np.random.default_rng(zlib.crc32(name.encode())), np.zeros(len(self.LEADS))
            count, height, spread = (1, "waist", 0.45) if "pot" in name else (6, "shoulder", 0.6)
            plants = (t.planting("tomato", count, height, spread),)
            b = t.watered(t.dried(11, plantings=plants, **described), *poured)
            garden = t.garden(b)
            for _ in range(self.TRIALS):
                band, truth = self.trial(garden, rng, chance, mm)
                below, ties = (band < truth).sum(axis=1), (band == truth).sum(axis=1)
                rank = below + rng.integers(0, ties + 1)
                outer = int(0.1 * (band.shape[1] + 1))
                inside += (rank >= outer) & (rank <= band.shape[1] - outer)
            for lead, share in zip(self.LEADS, inside / self.TRIALS, strict=True):
                with self.subTest(name, lead=lead):
                    self.assertTrue(0.77 <= share <= 0.83, share)

    def trial(self, garden: g.Garden, rng, chance: float, mm: float) -> tuple[np.ndarray, np.ndarray]:
        """Depletions at the leads: of the series (lead, series), and of a truth (lead, 1), each watered as is said."""
        b = garden.beds[0]
        weather = air_days(garden, self.drawn_sky(rng, chance, mm), b.opened, t.TODAY, self.DAYS)
        of_truth = np.arange(weather.air.shape[1]) % (self.MEMBERS + 1) == self.MEMBERS  # a member that no series has
        known = dataclasses.replace(weather, air=np.ascontiguousarray(weather.air[:, ~of_truth]))
        trigger = styles.trigger_of(garden, b, t.TODAY)
        season = run_garden(garden, known, t.TODAY, [trigger])
        band = season.ahead(np.full((self.DAYS, 1), terms.BY_TRIGGER)).net[list(self.LEADS), 0]
        its_weather = np.ascontiguousarray(weather.air[:, self.MEMBERS : self.MEMBERS + 1])
        return band, self.truth(season, its_weather, rng)[list(self.LEADS)]

    def drawn_sky(self, rng, chance: float, mm: float):
        sky = t.sky(members=self.MEMBERS + 1)
        shape = sky.ahead.columns["rs"].shape
        sky.ahead.columns["rs"][:] = rng.normal(22, 3, shape).clip(5, 30)
        sky.ahead.columns["rain"][:] = np.where(rng.random(shape) < chance, rng.exponential(max(mm, 1e-9), shape), 0.0)
        return sky

    def truth(self, season, air: np.ndarray, rng) -> np.ndarray:
        """One more bed of the kind: its own parameters and opening, under a weather of its own, watered by what is
        reckoned of it with no more than that weather known."""
        draw = np.ones((1, 1, s.N_DRAW))
        for column in (s.Q_DEMAND, s.Q_CAPACITY, s.Q_WATER):
            cv = float(np.log(season.draws[0, :, column]).std())
            draw[0, 0, column] = np.exp(rng.normal(0, cv) - cv**2 / 2)
        draw[0, 0, [s.Z_RAIN, s.Z_AIR]] = rng.normal(0, 1, 2)
        laid = t.days_laid(season)[:, None]
        first = laid[0, 0]
        raw = first[s.P_TABLE] * first[s.TAW]
        state = np.zeros((1, 2, s.N_STATE))
        state[..., s.STATE_REACH] = 1.0
        state[0, 0, s.DR] = np.clip(rng.normal(0, spreads.OPENING_SPREAD_KNOWN) * raw, 0, first[s.TAW])
        state[..., s.DE] = state[..., s.DO] = np.minimum(state[..., s.DR], first[s.TEW])
        days = len(laid)
        kept = np.zeros((s.N_KEEP, days, 1, 1))
        shares = np.concatenate([laid[:1, :, s.SHARE], laid[:-1, :, s.SHARE]])
        policies = np.full((days, 1), terms.BY_TRIGGER)
        policies[: season.n_behind] = terms.NEVER
        inputs = (state, laid, shares, season.figures, draw, air, policies, season.parts, season.cuts)
        compiled().days(*inputs, kept, np.zeros((1, 1)), np.empty((0, 1, s.N_TERMS)), NO_HOURS)
        return kept[s.KEEP_NET, season.n_behind :, 0]

    def test_draws_have_the_spread_the_table_says(self) -> None:
        q = spreads.draws_of_bed(400, 0.2, 0.25)
        for column, cv in ((s.Q_DEMAND, spreads.DEMAND_CV), (s.Q_CAPACITY, 0.2), (s.Q_WATER, 0.25)):
            self.assertAlmostEqual(q[:, column].mean(), 1.0, delta=0.01)
            self.assertAlmostEqual(q[:, column].std(), cv, delta=0.012)
        between = np.corrcoef(q.T)
        self.assertLess(np.abs(between - np.eye(5)).max(), 0.15)  # unrelated to each other


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
            self.assertGreater(h.evening[1], h.sunset)

    def of(self, b: g.Bed | None = None, tmax: float = 26.0, **garden: object) -> tuple[tuple[float, float], ...]:
        whole = g.Garden("H", 44.6, 31.0, longitude=-15.0, utc_offset_h=-1.0, **garden)
        hours = good_hours(whole, t.TODAY, 14.0, tmax, 45.0)
        return windows(hours, whole, bed_today(whole, b, t.TODAY) if b else None)

    def test_they_are_what_is_allowed_and_cool_and_preferred(self) -> None:
        dawn, dusk = self.of()
        self.assertEqual((self.of(prefers="dawn"), self.of(prefers="dusk")), ((dawn,), (dusk,)))
        early = (g.Allowed(3.0, 6.5),)
        self.assertEqual(self.of(allowed=early), ((dawn[0], 6.5),))
        self.assertEqual(self.of(allowed=early, prefers="dusk"), ((dawn[0], 6.5),))  # what is left of the cool
        self.assertEqual(self.of(allowed=(g.Allowed(12.0, 14.0),)), ((12.0, 14.0),))  # what is left at all
        self.assertEqual(self.of(allowed=(g.Allowed(3.0, 9.0, (0,)),)), ())  # not on a Friday

    def test_a_pot_cools_first_and_never_inside_the_hot_hours(self) -> None:
        pot = t.bed(kind="pot", method="can", length_m=0.4, width_m=0.4)
        for tmax in (26.0, 36.0, 44.0):
            whole = good_hours(g.Garden("H", 44.6, 31.0, longitude=-15.0, utc_offset_h=-1.0), t.TODAY, 14.0, tmax, 45.0)
            for since, to in self.of(pot, tmax):
                if whole.hot:
                    self.assertTrue(to <= whole.hot[0] or since >= whole.hot[1], (since, to, whole.hot))
        self.assertGreaterEqual(self.of(pot)[1][0], self.of()[1][0])
        evening_sun = dataclasses.replace(pot, exposures=(g.Exposure(sun_from_h=12.0, sun_to_h=21.0),))
        shaded = dataclasses.replace(pot, exposures=(g.Exposure(sun_to_h=12.0),))
        self.assertGreater(self.of(evening_sun)[1][0], self.of(shaded)[1][0])

    def test_a_bed_of_its_own_light_and_wish_has_its_own_hours(self) -> None:
        late = t.bed(exposures=(g.Exposure(sun_from_h=11.0, sun_to_h=18.0),))
        self.assertGreater(self.of(late)[0][1], self.of()[0][1])
        self.assertEqual(self.of(t.bed(prefers="dusk"), prefers="dawn"), self.of(prefers="dusk"))

    def test_the_day_is_long_in_the_north_in_july_and_short_in_the_south(self) -> None:
        north, south = self.hours(14, 25), self.hours(4, 13, -36.0)
        self.assertGreater(north.sunset - north.sunrise, 15)
        self.assertLess(south.sunset - south.sunrise, 10)


if __name__ == "__main__":
    unittest.main()
