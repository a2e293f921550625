"""Reference ET and its inputs against FAO-56's examples, general libraries and real weather."""

import datetime as dt
import math
import unittest

import numpy as np
import pandas as pd
import pvlib
import pyet

from agronomy.air import heat, humidity, radiation, sun
from agronomy.air import reference_et as et
from agronomy.describe.errors import NotEnoughWeatherError
from tests import reference_data as ref


class Humidity(unittest.TestCase):
    def test_saturation_table(self) -> None:
        case = ref.cases()["annex-es"]  # FAO-56 Annex 2 Table 2.3
        want, tolerance = case.expect("es")
        np.testing.assert_allclose(humidity.saturation_vapour_pressure(case["t"]), want, atol=tolerance)

    def test_worked_examples(self) -> None:
        c3, c4, c5 = (ref.cases()[f"fao-ex0{i}"] for i in (3, 4, 5))
        got = {
            (c3, "es"): humidity.mean_saturation_vapour_pressure(c3["tmin"], c3["tmax"]),
            (c4, "pressure"): humidity.atmospheric_pressure(c4["elevation"]),
            (c5, "ea"): humidity.actual_from_rh_extremes(c5["tmin"], c5["tmax"], c5["rhmin"], c5["rhmax"]),
            (c5, "ea_from_rhmean"): humidity.actual_from_rh_mean(
                c5["tmin"], c5["tmax"], (c5["rhmin"] + c5["rhmax"]) / 2
            ),
        }
        for (case, name), value in got.items():
            with self.subTest(case.id, name=name):
                want, tolerance = case.expect(name)
                self.assertAlmostEqual(float(value), want, delta=tolerance)


class Radiation(unittest.TestCase):
    def test_ra_at_the_equator(self) -> None:
        case = ref.cases()["annex-ra-equator"]  # FAO-56 Annex 2 Table 2.6
        days = [dt.date(2001, m, 15).timetuple().tm_yday for m in case["months"]]
        want, tolerance = case.expect("ra")
        np.testing.assert_allclose(radiation.extraterrestrial_radiation(0.0, days), want, atol=tolerance)

    def test_pvlib_and_poles(self) -> None:
        for case in ref.group("radiation-astronomy"):
            for name, formula in (
                ("ra", radiation.extraterrestrial_radiation),
                ("daylight_hours", radiation.daylight_hours),
            ):
                if name in case.raw["expected"]:
                    with self.subTest(case.id, name=name):
                        want, tolerance = case.expect(name)
                        self.assertAlmostEqual(float(formula(case["latitude"], case["doy"])), want, delta=tolerance)

    def test_terms_of_examples_16_and_17(self) -> None:
        c16, c17 = ref.cases()["fao-ex16"], ref.cases()["fao-ex17"]
        ra = radiation.extraterrestrial_radiation(c16["latitude"], c16["doy"])
        rso = radiation.clear_sky_radiation(c16["elevation"], ra)
        daylight = radiation.daylight_hours(c17["latitude"], c17["doy"])
        rs17 = radiation.radiation_from_sunshine(c17["sunshine_hours"], daylight, ra)
        rnl = radiation.net_longwave(c17["tmin"], c17["tmax"], c17["ea"], rs17, rso)
        got = {
            (c16, "ra"): ra,
            (c16, "rso"): rso,
            (c16, "rs"): radiation.radiation_from_temperatures(c16["tmin"], c16["tmax"], ra, rso, c16["krs"]),
            (c17, "daylight_hours"): daylight,
            (c17, "rs"): rs17,
            (c17, "rnl"): rnl,
            (c17, "rn"): radiation.net_radiation(c17["tmin"], c17["tmax"], c17["ea"], rs17, rso),
        }
        for (case, name), value in got.items():
            with self.subTest(case.id, name=name):
                want, tolerance = case.expect(name)
                self.assertAlmostEqual(float(value), want, delta=tolerance)

    def test_sunrise_and_sunset_against_pvlib(self) -> None:
        """pvlib's solar position (general library); FAO-56's geometry ignores refraction, so within ten minutes."""
        for latitude, longitude, zone, date in ((44.6, -15.0, -1, "2025-07-11"), (-36.0, 145.0, 10, "2025-12-21")):
            with self.subTest(latitude=latitude):
                times = pd.DatetimeIndex([f"{date} 12:00"]).tz_localize(f"Etc/GMT{-zone:+d}")
                real = pvlib.solarposition.sun_rise_set_transit_spa(times, latitude, longitude)
                ours = sun.sun_day(latitude, longitude, zone, times[0].dayofyear)
                for name, hour in (("sunrise", ours.sunrise), ("sunset", ours.sunset), ("transit", ours.noon)):
                    at = real[name].iloc[0]
                    self.assertAlmostEqual(hour, at.hour + at.minute / 60, delta=10 / 60)


class ReferenceET(unittest.TestCase):
    def test_wind_table(self) -> None:
        case = ref.cases()["annex-wind"]  # FAO-56 Annex 2 Table 2.9
        want, tolerance = case.expect("factor")
        np.testing.assert_allclose([float(et.wind_at_2m(1.0, h)) for h in case["height"]], want, atol=tolerance)

    def test_example_17_with_monthly_heat_flux(self) -> None:
        c = ref.cases()["fao-ex17"]
        rn, g = c.expect("rn")[0], c.expect("g")[0]
        pressure = humidity.atmospheric_pressure(c["elevation"])
        value = et.penman_monteith(c["tmin"], c["tmax"], c["ea"], c["u2"], rn, pressure, g)
        want, tolerance = c.expect("eto")
        self.assertAlmostEqual(float(value), want, delta=tolerance + 0.01)

    def test_example_20_temperatures_only(self) -> None:
        """FAO-56 example 20, Lyon: 4.56 mm by Penman-Monteith with every estimate, 5.0 by Hargreaves."""
        c = ref.cases()["fao-ex20"]
        day = ref.one_day("2001-07-15", c["latitude"], c["elevation"], tmin=c["tmin"], tmax=c["tmax"])
        for always, name, tier in ((False, "eto_hargreaves", "hargreaves"), (True, "eto_pm", "temperature-only")):
            with self.subTest(name):
                got = et.reference_et(day, hargreaves_when_only_temperatures=not always)
                want, tolerance = c.expect(name)
                self.assertAlmostEqual(float(got.et0_mm[0]), want, delta=tolerance)
                self.assertEqual(got.tier[0], tier)

    def test_published_days(self) -> None:
        """ASCE short reference at Fallon (refet) and ten days at Adelaide (R package, by way of pyet)."""
        fallon, adelaide = ref.cases()["refet-fallon-20150701"], ref.cases()["rpkg-kenttown-10d"]
        day = ref.table_from_days(
            [(dt.date(2015, 7, 1), {k: fallon[k] for k in ("tmin", "tmax", "tdew", "rs", "wind")})],
            fallon["latitude"],
            fallon["elevation"],
            fallon["wind_height"],
        )
        want, tolerance = fallon.expect("et0")
        self.assertAlmostEqual(float(et.reference_et(day).et0_mm[0]), want, delta=tolerance)
        names = ("tmin", "tmax", "rhmin", "rhmax", "rs", "wind")
        days = [(dt.date(2001, 3, 1) + dt.timedelta(days=i), {n: adelaide[n][i] for n in names}) for i in range(10)]
        table = ref.table_from_days(days, adelaide["latitude"], adelaide["elevation"], adelaide["wind_height"])
        want, tolerance = adelaide.expect("et0")
        np.testing.assert_allclose(et.reference_et(table).et0_mm, want, atol=tolerance)

    def test_pyet_on_synthetic_sites(self) -> None:
        for case in ref.group("eto-random"):
            date = (dt.date(2001, 1, 1) + dt.timedelta(days=int(case["doy"]) - 1)).isoformat()
            inputs = {k: case[k] for k in ("tmin", "tmax", "rhmin", "rhmax", "rs", "ea") if k in case}
            if "u2" in case:
                inputs["wind"] = case["u2"]
            day = ref.one_day(date, case["latitude"], case.get("elevation", 0.0), **inputs)
            forms = {"et0": 0.0, "et0_fao_cap_only": 0.0, "et0_asce_floor": 0.3}
            for name in case.raw["expected"]:
                with self.subTest(case.id, name=name):
                    want, tolerance = case.expect(name)
                    got = float(et.reference_et(day, rs_floor=forms[name]).et0_mm[0])
                    self.assertAlmostEqual(got, want, delta=tolerance)

    def test_pyet_over_real_years_with_radiation(self) -> None:
        """pyet floors Rs/Rso at 0.3 as ASCE does; so must we, when asked to. Every day within 0.001 mm."""
        for site in ("nsrdb_2017_colorado_plateau", "pvgis_tmy_45n_8e"):
            with self.subTest(site):
                table = ref.weather(site, "tmin", "tmax", "ea", "rs", "wind")
                ours = et.reference_et(table, rs_floor=0.3)
                self.assertEqual(set(ours.tier), {"full"})
                index = pd.DatetimeIndex([d.isoformat() for d in table.dates])
                column = {k: pd.Series(v, index=index) for k, v in table.columns.items()}
                theirs = pyet.pm_fao56(
                    (column["tmin"] + column["tmax"]) / 2,
                    pd.Series(ours.u2, index=index),
                    rs=column["rs"],
                    elevation=table.elevation_m,
                    lat=math.radians(table.latitude),
                    tmax=column["tmax"],
                    tmin=column["tmin"],
                    ea=column["ea"],
                )
                np.testing.assert_allclose(ours.et0_mm, theirs.to_numpy(), atol=0.001)
                capped = ref.cases()[f"year-{site}"].expect("et0_sum_fao_cap_only")
                self.assertAlmostEqual(float(et.reference_et(table).et0_mm.sum()), capped[0], delta=capped[1])

    def test_whole_records_without_radiation(self) -> None:
        for site in ("seattle_2012_15", "nyc_ewr_2013", "nsrdb_2017_colorado_plateau"):
            case = ref.cases()[f"missing-{site}"]
            table = ref.weather(site, "tmin", "tmax")
            with self.subTest(site):
                want, tolerance = case.expect("et0_hargreaves_sum")
                self.assertAlmostEqual(float(et.reference_et(table).et0_mm.sum()), want, delta=tolerance)
                got = et.reference_et(table, rs_floor=0.3, hargreaves_when_only_temperatures=False).et0_mm.sum()
                want, tolerance = case.expect("et0_pm_temperature_only_sum")
                self.assertAlmostEqual(float(got), want, delta=tolerance + 1.0)

    def test_each_missing_value_has_its_path(self) -> None:
        """Taking a value out changes the tier and the answer; taking the procedure out would fail here."""
        full = {"tmin": 14.0, "tmax": 27.0, "rhmin": 42.0, "rhmax": 90.0, "wind": 3.5, "rs": 25.0}
        expected = {
            (): "full",
            ("wind",): "no-wind",
            ("rhmin", "rhmax"): "no-humidity",
            ("rs",): "no-radiation",
            ("rs", "rhmin", "rhmax"): "temperature-wind",
            ("rs", "rhmin", "rhmax", "wind"): "hargreaves",
        }
        seen = {}
        for gone, tier in expected.items():
            got = et.reference_et(ref.one_day(**{k: v for k, v in full.items() if k not in gone}))
            self.assertEqual(got.tier[0], tier)
            seen[tier] = round(float(got.et0_mm[0]), 4)
        self.assertEqual(len(set(seen.values())), len(seen), seen)
        sunny = et.reference_et(ref.one_day(**{**{k: v for k, v in full.items() if k != "rs"}, "sunshine_h": 12.0}))
        self.assertEqual(sunny.tier[0], "full")
        self.assertGreater(sunny.et0_mm[0], seen["no-radiation"] - 2)
        mean = et.reference_et(ref.one_day(tmean=20.0, tdew=12.0, rs=22.0))
        self.assertEqual(mean.tier[0], "mean-temperature")
        derived = et.reference_et(ref.one_day(tmean=20.5, tmax=27.0))
        self.assertAlmostEqual(
            derived.et0_mm[0], et.reference_et(ref.one_day(tmin=14.0, tmax=27.0)).et0_mm[0], places=9
        )

    def test_precedence_of_humidity(self) -> None:
        base = {"tmin": 14.0, "tmax": 27.0, "rs": 25.0, "wind": 2.0}
        all_of_it = {"ea": 1.2, "tdew": 14.0, "rhmin": 40.0, "rhmax": 95.0, "rhmean": 60.0}
        order = ["ea", "tdew", "rhmax", "rhmean"]
        answers = []
        for i in range(len(order)):
            known = {k: v for k, v in all_of_it.items() if k not in order[:i] and not (i > 2 and k == "rhmin")}
            answers.append(round(float(et.reference_et(ref.one_day(**base, **known)).et0_mm[0]), 5))
        self.assertEqual(answers[0], round(float(et.reference_et(ref.one_day(**base, ea=1.2)).et0_mm[0]), 5))
        self.assertEqual(len(set(answers)), len(answers))

    def test_coast_and_dryness(self) -> None:
        day = ref.one_day(tmin=14.0, tmax=27.0, wind=2.0)
        plain = et.reference_et(day).et0_mm[0]
        self.assertGreater(et.reference_et(day, coastal=True).et0_mm[0], plain)  # kRs 0.19 lets more sun in
        self.assertGreater(et.reference_et(day, dryness=3.0).et0_mm[0], plain)  # a lower dew point is thirstier

    def test_too_little_is_refused_by_date(self) -> None:
        for values in ({"tmax": 20.0}, {"rain": 2.0}, {"tmean": 20.0, "rs": 20.0}):
            with self.subTest(values), self.assertRaises(NotEnoughWeatherError) as caught:
                et.reference_et(ref.one_day(**values))
            self.assertIn("2025-07-11", str(caught.exception))


class Heat(unittest.TestCase):
    def test_heat_index(self) -> None:
        for case in ref.group("heat"):
            with self.subTest(case.id):
                want, tolerance = case.expect("heat_index")
                got = heat.heat_index((case["t"] - 32) * 5 / 9, case["rh"]) * 9 / 5 + 32
                self.assertAlmostEqual(got, want, delta=tolerance)

    def test_classes(self) -> None:
        """US National Weather Service: caution 80, extreme caution 90, danger 103, extreme danger 125 F."""
        for f, name in ((79, ""), (81, "caution"), (91, "extreme caution"), (104, "danger"), (126, "extreme danger")):
            self.assertEqual(heat.heat_index_class((f - 32) * 5 / 9), name)

    def test_a_wave_needs_five_warm_and_three_hot_days(self) -> None:
        flags = heat.heat_wave_days
        wave = np.array([24.0, 26, 31, 32, 31, 26, 24])
        np.testing.assert_array_equal(flags(wave), [False, True, True, True, True, True, False])
        self.assertFalse(flags(np.array([24.0, 26, 31, 32, 31, 24, 26])).any())  # four days only
        self.assertFalse(flags(np.array([26.0, 26, 31, 32, 29, 26, 26])).any())  # two hot ones only

    def test_unusual_heat_is_five_days_five_degrees_over_the_usual(self) -> None:
        """Frich et al. (2002), heat wave duration, from memory; the usual taken from the days behind."""
        rule = heat.unusual_heat(np.full(90, 31.0))  # a place that is always hot
        self.assertFalse(heat.heat_wave_days(np.full(10, 33.0), rule).any())
        wave = np.array([33.0, 36, 37, 36.5, 36, 38, 33])
        np.testing.assert_array_equal(heat.heat_wave_days(wave, rule), [False, True, True, True, True, True, False])
        cool = heat.unusual_heat(np.full(90, 17.0))
        self.assertTrue(heat.heat_wave_days(np.full(5, 22.5), cool).all())


if __name__ == "__main__":
    unittest.main()
