"""The weather stand-in: its climate matches its parameters, its ensemble ranks the truth evenly, its answers hold."""

import datetime as dt
import json
import threading
import unittest
import urllib.error
import urllib.request
from typing import Any

import numpy as np

from standins.weather import climate as c
from standins.weather.__main__ import Handler, forecast, serve
from standins.weather.stations import MARROWBY, STATIONS, station_near

YEARS = range(1900, 1960)
CLIMATE = c.Climate()


class ClimateMatchesItsParameters(unittest.TestCase):
    z: Any
    rain: Any
    wet: Any

    @classmethod
    def setUpClass(cls) -> None:
        cls.z = np.concatenate([c.latent_year(y, 7, CLIMATE) for y in YEARS])
        cls.rain = c.rain_of(cls.z[:, c.RAIN], CLIMATE)
        cls.wet = cls.rain > 0

    def test_wet_days_and_their_persistence(self) -> None:
        self.assertAlmostEqual(self.wet.mean(), CLIMATE.wet_share, delta=0.02)
        after_wet, after_dry = self.wet[1:][self.wet[:-1]].mean(), self.wet[1:][~self.wet[:-1]].mean()
        self.assertAlmostEqual(after_wet, CLIMATE.after_wet, delta=0.02)
        self.assertAlmostEqual(after_dry, CLIMATE.after_dry, delta=0.02)

    def test_wet_day_rain(self) -> None:
        self.assertAlmostEqual(self.rain[self.wet].mean(), CLIMATE.rain_mean, delta=0.25)
        self.assertGreaterEqual(self.rain[self.wet].min(), 0.2)

    def test_temperature_and_radiation_follow_wet_or_dry(self) -> None:
        date = dt.date(2025, 7, 24)  # the warmest day: season at its top
        w = c.weather_of(self.z, date, 44.6, 0.0, CLIMATE)
        top = CLIMATE.tmax_dry + CLIMATE.season_half_range
        self.assertAlmostEqual(w["tmax"][~self.wet].mean(), top, delta=0.15)
        self.assertAlmostEqual(w["tmax"][self.wet].mean(), top - CLIMATE.tmax_wet_less, delta=0.15)
        clear = c.clear_sky(44.6, 0.0, date.timetuple().tm_yday)
        self.assertAlmostEqual(w["rs"][~self.wet].mean() / clear, CLIMATE.clearness_dry, delta=0.01)
        self.assertAlmostEqual(w["rs"][self.wet].mean() / clear, CLIMATE.clearness_wet, delta=0.01)
        self.assertAlmostEqual(w["wind"].mean(), CLIMATE.wind_mean, delta=0.06)
        memory = np.corrcoef(self.z[1:, c.WARMTH], self.z[:-1, c.WARMTH])[0, 1]
        self.assertAlmostEqual(memory, CLIMATE.warmth_memory, delta=0.02)

    def test_south_of_the_equator_january_is_summer(self) -> None:
        z = np.zeros((1, 4))
        january, july = (c.weather_of(z, dt.date(2025, m, 15), -36.0, 0.0, CLIMATE)["tmax"][0] for m in (1, 7))
        self.assertGreater(january, july + 8)


class Ensemble(unittest.TestCase):
    def ranks(self, lead: int, variable: int) -> np.ndarray:
        """Rank of the truth among 20 members over many days."""
        out = []
        for year in YEARS:
            for day in range(0, 330, 11):
                issued = dt.date(year, 1, 1) + dt.timedelta(days=day)
                date = issued + dt.timedelta(days=lead)
                members = c.latent_members(date, issued, 7, CLIMATE, 19)
                out.append(int((members[:, variable] < c.latent_truth(date, 7, CLIMATE)[variable]).sum()))
        return np.array(out)

    def test_the_observed_day_ranks_evenly(self) -> None:
        """Chi-square over 20 ranks, 1800 days each; 43.8 is the 0.1 % point of 19 degrees of freedom (handbooks)."""
        for lead, variable in ((1, c.WARMTH), (6, c.WARMTH), (3, c.RAIN), (12, c.RAIN)):
            with self.subTest(lead=lead, variable=variable):
                counts = np.bincount(self.ranks(lead, variable), minlength=20)
                expected = counts.sum() / 20
                self.assertLess(((counts - expected) ** 2 / expected).sum(), 43.8)

    def test_members_spread_with_lead(self) -> None:
        spreads = []
        for lead in (0, 3, 7, 15):
            s = [
                c.latent_members(dt.date(y, 6, 1) + dt.timedelta(days=lead), dt.date(y, 6, 1), 7, CLIMATE)[
                    :, c.WARMTH
                ].std()
                for y in YEARS
            ]
            spreads.append(np.mean(s))
        self.assertEqual(spreads, sorted(spreads))
        self.assertGreater(spreads[-1], 3 * spreads[0])

    def test_normal_quantiles(self) -> None:
        """1.959964 at 97.5 % (any table of the normal distribution)."""
        self.assertAlmostEqual(float(c.normal_quantile(np.array([0.975]))[0]), 1.959964, places=5)
        p = np.linspace(0.001, 0.999, 41)
        np.testing.assert_allclose(c.normal_share(c.normal_quantile(p)), p, atol=1e-7)


class Stations(unittest.TestCase):
    def test_each_place_has_its_own_climate_and_elsewhere_is_the_sea_isle(self) -> None:
        for station in STATIONS:
            self.assertIs(station_near(station.latitude + 0.5, station.longitude - 0.5), station)
        self.assertIs(station_near(0.0, 100.0), MARROWBY)

    def test_the_rains_come_in_their_season(self) -> None:
        six = station_near(14.0, -140.5).climate
        wet = np.array(
            [
                c.rain_of(c.latent_year(y, 7, six)[:, c.RAIN][d - 1], six.on(d)) > 0
                for y in range(1900, 1930)
                for d in (100, 120, 200, 230)
            ]
        ).reshape(-1, 4)
        self.assertLess(wet[:, :2].mean(), 0.15)
        self.assertGreater(wet[:, 2:].mean(), 0.5)

    def test_the_plain_is_hotter_and_drier_than_the_isle_and_the_south_has_its_summer_in_january(self) -> None:
        mean = lambda f, name: np.mean([d[name] for d in f["observed"]])  # noqa: E731
        july = dt.date(2025, 7, 20)
        plain, isle = (forecast(s.latitude, s.longitude, 0.0, july, 40) for s in (STATIONS[1], STATIONS[0]))
        self.assertGreater(mean(plain, "tmax"), mean(isle, "tmax") + 8)
        self.assertLess(mean(plain, "rhmin"), mean(isle, "rhmin") - 20)
        south = [forecast(-36.0, -110.3, 0.0, dt.date(2025, m, 20), 40) for m in (1, 7)]
        self.assertGreater(mean(south[0], "tmax"), mean(south[1], "tmax") + 8)


class Scenarios(unittest.TestCase):
    def test_the_heat_wave_and_the_storm_that_may_not_come(self) -> None:
        f = forecast(44.6, -15.2, 31.0, dt.date(2025, 7, 11), 14)
        at = {d: i for i, d in enumerate(f["dates"])}
        storm = [m["rain"][at["2025-07-12"]] > 5 for m in f["members"]]
        self.assertTrue(0.25 < np.mean(storm) < 0.75)
        heat = [min(m["tmax"][at[f"2025-07-{d}"]] for d in range(13, 18)) for m in f["members"]]
        self.assertTrue(all(h > 29 for h in heat))
        later = forecast(44.6, -15.2, 31.0, dt.date(2025, 7, 14), 14)
        missed = next(d for d in later["observed"] if d["date"] == "2025-07-12")
        self.assertEqual(missed["rain"], 0.0)

    def test_what_was_observed_never_changes(self) -> None:
        first = {d["date"]: d for d in forecast(44.6, -15.2, 31.0, dt.date(2025, 7, 11), 30)["observed"]}
        again = {d["date"]: d for d in forecast(44.6, -15.2, 31.0, dt.date(2025, 7, 20), 40)["observed"]}
        self.assertEqual({d: again[d] for d in first}, first)


class Service(unittest.TestCase):
    server: Any
    base: Any

    @classmethod
    def setUpClass(cls) -> None:
        cls.server = serve(0)
        threading.Thread(target=cls.server.serve_forever, daemon=True).start()
        cls.base = f"http://127.0.0.1:{cls.server.server_address[1]}"

    @classmethod
    def tearDownClass(cls) -> None:
        cls.server.shutdown()
        cls.server.server_close()

    def tearDown(self) -> None:
        Handler.fault = "none"

    def get(self, path: str, method: str = "GET"):
        try:
            with urllib.request.urlopen(urllib.request.Request(self.base + path, method=method), timeout=5) as r:
                return r.status, json.load(r)
        except urllib.error.HTTPError as error:
            with error:
                return error.code, json.load(error)

    def test_a_forecast_over_http(self) -> None:
        status, f = self.get("/v1/forecast?latitude=44.6&longitude=-15.2&elevation=31&issued=2025-07-11&past_days=3")
        self.assertEqual((status, len(f["observed"]), len(f["dates"]), len(f["members"])), (200, 3, 16, 51))
        self.assertEqual(f["observed"][-1]["date"], "2025-07-10")

    def test_bad_requests_and_faults_on_request(self) -> None:
        for query in (
            "",
            "latitude=x&longitude=0&elevation=0&issued=2025-07-11",
            "latitude=99&longitude=0&elevation=0&issued=2025-07-11",
        ):
            self.assertEqual(self.get(f"/v1/forecast?{query}")[0], 400)
        self.assertEqual(self.get("/other")[0], 404)
        self.assertEqual(self.get("/control/fault?mode=down", "POST")[0], 200)
        self.assertEqual(self.get("/v1/forecast?latitude=1&longitude=1&elevation=1&issued=2025-07-11")[0], 503)
        self.assertEqual(self.get("/control/fault?mode=explode", "POST")[0], 404)


if __name__ == "__main__":
    unittest.main()
