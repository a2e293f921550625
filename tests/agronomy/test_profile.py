"""What the ground holds from the top down: mixes by pot height, layers, stones, tests by jar, changes over time."""

import dataclasses
import datetime as dt
import unittest

import numpy as np

from agronomy.balance import forcing
from agronomy.balance import layout as s
from agronomy.beds import ground
from agronomy.describe import garden as g
from agronomy.describe.errors import MissingError, UnknownNameError
from agronomy.ground import holding, mixes
from agronomy.ground.profile import profile
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)


class Mixes(unittest.TestCase):
    def test_container_capacity_falls_with_the_height_of_the_pot(self) -> None:
        """Peat-based mixes hold about 0.6 to 0.75 in a low pot and 0.45 to 0.6 in a tall one, with 0.1 to 0.35 of air:
        container-substrate handbooks, from memory, wide."""
        mix = mixes.MIXES["potting_mix"]
        held = [mix.container_capacity(h) for h in (0.06, 0.10, 0.15, 0.25, 0.40)]
        self.assertEqual(held, sorted(held, reverse=True))
        self.assertTrue(0.60 <= held[1] <= 0.75 and 0.45 <= held[3] <= 0.62, held)
        self.assertTrue(all(0.08 <= mix.saturation - fc <= 0.42 for fc in held))

    def test_the_mean_over_the_height_is_the_integral_of_the_retention_curve(self) -> None:
        """van Genuchten (1980): at n = 2 and m = 1/2 the mean of (1 + (a h)^2)^-1/2 over H is asinh(a H) / (a H)."""
        mix = dataclasses.replace(mixes.MIXES["potting_mix"], n=2.0, alpha=0.2, saturation=0.8, wilting_point=0.2)
        want = 0.2 + 0.6 * np.arcsinh(0.2 * 30) / (0.2 * 30)
        self.assertAlmostEqual(mix.container_capacity(0.30), want, delta=0.005)

    def test_a_blend_lies_between_its_parts(self) -> None:
        peat, soil = mixes.INGREDIENT["peat"], mixes.INGREDIENT["garden_soil"]
        half = mixes.blend((g.Part("peat", 2), g.Part("garden_soil", 2)))
        self.assertAlmostEqual(half.saturation, (peat.saturation + soil.saturation) / 2)
        self.assertTrue(soil.ksat < half.ksat < peat.ksat)
        self.assertTrue(half.repels)
        self.assertFalse(mixes.blend((g.Part("peat", 1), g.Part("garden_soil", 9))).repels)
        with self.assertRaises(MissingError):
            mixes.blend(())
        with self.assertRaises(UnknownNameError):
            mixes.blend((g.Part("moon dust", 1),))


class Soils(unittest.TestCase):
    def test_a_jar_gives_percentages_and_they_the_class(self) -> None:
        soil = g.Soil(jar=g.Jar(40, 40, 20))  # loam by the USDA triangle
        self.assertEqual(holding.percentages(soil), (40.0, 20.0))
        by_jar, by_name = holding.holding(soil), holding.holding(g.Soil("loam"))
        self.assertAlmostEqual(by_jar.field_capacity, by_name.field_capacity, places=12)
        self.assertIn("by a jar, 40 % sand and 20 % clay", by_jar.source)
        known = holding.holding(g.Soil("unknown", sand_pct=40, clay_pct=20))
        self.assertLess(known.spread, by_jar.spread)
        self.assertLess(by_jar.spread, holding.holding(g.Soil("unknown")).spread)

    def test_every_soil_of_the_triangle_holds_water_in_order(self) -> None:
        """Beyond what the equations were made for (over 60 % clay) they fail; such soils are taken at their edge."""
        for sand in range(0, 101, 5):
            for clay in range(0, 101 - sand, 5):
                for organic in (0.0, 2.5, 8.0):
                    h = holding.holding(g.Soil(sand_pct=sand, clay_pct=clay, organic_matter_pct=organic))
                    contents = (0.0, h.wilting_point, h.field_capacity, h.saturation, 1.0)
                    self.assertEqual(list(contents), sorted(contents), (sand, clay, organic))
                    self.assertGreater(h.ksat, 0.0)
                    self.assertGreater(profile(g.Soil(sand_pct=sand, clay_pct=clay), 0.3, False, 0.3).rew, 0.0)

    def test_stones_hold_nothing_and_bad_drainage_takes_longer(self) -> None:
        loam, stony = holding.holding(g.Soil("loam")), holding.holding(g.Soil("loam", stones_pct=25))
        self.assertAlmostEqual(stony.available_mm_per_m, 0.75 * loam.available_mm_per_m)
        self.assertEqual(holding.holding(g.Soil("loam", drainage="standing")).drain_days, 4 * loam.drain_days)

    def test_intake_lies_near_the_basic_rates_of_the_handbook(self) -> None:
        """Brouwer et al. (1988), FAO Irrigation Water Management 5, basic infiltration, from memory: sand over 30,
        sandy loam 20 to 30, loam 10 to 20, clay loam 5 to 10, clay 1 to 5 mm/h; within a factor of two."""
        for name, low, high in (("sandy_loam", 20, 30), ("loam", 10, 20), ("clay_loam", 5, 10), ("clay", 1, 5)):
            got = profile(g.Soil(name), 0.4, False, 0.4).intake_mm_per_h
            self.assertTrue(low / 2 <= got <= high * 2, (name, got))
        self.assertGreater(profile(g.Soil("sand"), 0.4, False, 0.4).intake_mm_per_h, 30)
        self.assertEqual(profile(g.Soil("clay", intake_mm_per_h=7.0), 0.4, False, 0.4).intake_mm_per_h, 7.0)


class Layers(unittest.TestCase):
    def test_each_layer_counts_as_thick_as_it_is(self) -> None:
        soil = g.Soil("loam", top_m=0.2, layers=(g.Layer(0.1, "sand"), g.Layer(0.1, "clay", 2.5)))
        here = profile(soil, 0.45, False, 0.45)
        loam, sand, clay = (holding.holding(g.Soil(m, om)) for m, om in (("loam", 2.5), ("sand", 1.0), ("clay", 2.5)))
        want = 0.2 * loam.available_mm_per_m + 0.1 * sand.available_mm_per_m + 0.15 * clay.available_mm_per_m
        self.assertAlmostEqual(here.available_mm(0.45), want)  # the last layer reaches on down
        self.assertAlmostEqual(here.available_mm(0.1), 0.1 * loam.available_mm_per_m)
        self.assertEqual(here.drain_days, clay.drain_days)
        self.assertAlmostEqual(here.top.ksat, loam.ksat)

    def test_roots_stop_at_loosened_soil_and_wood_holds_less(self) -> None:
        plain = profile(g.Soil("loam"), 0.45, False, 0.45)
        firm = profile(g.Soil("loam", loosened_m=0.2), 0.45, False, 0.45)
        self.assertAlmostEqual(firm.available_mm(0.45), plain.available_mm(0.20))
        woody = profile(g.Soil("loam", woody_fill_m=0.2), 0.45, False, 0.45)
        self.assertAlmostEqual(woody.available_mm(0.25), plain.available_mm(0.25))
        self.assertLess(woody.available_mm(0.45), plain.available_mm(0.45))

    def test_a_shallow_tray_evaporates_no_more_than_it_is_deep(self) -> None:
        tray = profile(g.Soil("potting_mix"), 0.06, True, 0.06)
        pot = profile(g.Soil("potting_mix"), 0.28, True, 0.28)
        self.assertLess(tray.tew, pot.tew)
        self.assertLess(tray.rew, tray.tew)


class Changes(unittest.TestCase):
    """A soil improved on a date holds more from then on; the water in it stays."""

    def bed(self, *soils: g.Soil) -> g.Bed:
        return t.bed(soils=soils, plantings=(t.planting("lettuce", 8, "ankle", 0.25),))

    def test_the_record_that_holds_on_a_date(self) -> None:
        first, later = g.Soil("sand"), g.Soil("loam", date=t.TODAY)
        bed = self.bed(first, later)
        self.assertEqual(ground.soil_on(bed, t.TODAY - DAY), first)
        self.assertEqual(ground.soil_on(bed, t.TODAY), later)
        only = self.bed(later)
        self.assertEqual(ground.soil_on(only, t.TODAY - DAY), later)  # before the first record, the first
        self.assertEqual(ground.soil_on(t.bed(soils=()), t.TODAY), g.Soil())

    def test_digging_in_compost_keeps_the_water_and_raises_what_is_missing(self) -> None:
        bed = self.bed(g.Soil("sand", 1.0), g.Soil("sand", 8.0, date=t.TODAY - 5 * DAY))
        days, _ = forcing.bed_days(t.garden(bed), bed, t.OPENED, 30)
        at = (t.TODAY - 5 * DAY - t.OPENED).days
        before, after = (ground.profile_on(bed, t.TODAY - n * DAY) for n in (6, 5))
        gain = after.field_capacity_mm() - before.field_capacity_mm()
        self.assertGreater(gain, 3.0)
        self.assertAlmostEqual(days[at, 0 + s.REBASED], gain)
        self.assertEqual(np.flatnonzero(days[:, s.REBASED]).tolist(), [at])
        self.assertGreater(days[at, s.TAW], days[at - 1, s.TAW])


if __name__ == "__main__":
    unittest.main()
