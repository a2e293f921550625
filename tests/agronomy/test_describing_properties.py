"""Whatever is read at the bench, placed on the plan or set in a pot: what must hold, holds."""

import dataclasses
import datetime as dt
import json
import math
import unittest

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from agronomy.air.shade import sun_hours
from agronomy.beds.today import bed_today
from agronomy.bench import drain, feel, finger, flow, pot
from agronomy.bench.trials import mean_of
from agronomy.describe import garden as g
from agronomy.describe import words
from agronomy.describe.errors import InputError
from agronomy.fit import fits
from agronomy.formats.map_geojson import map_as_geojson, read_map
from agronomy.formats.read_garden import read_garden
from agronomy.formats.write_garden import garden_as_text
from agronomy.ground.holding import holding, test_spread
from agronomy.ground.mixes import parts_needed
from agronomy.ground.texture import CLASS_CENTRES
from agronomy.plants.crops import CROPS
from agronomy.plants.room import ROOM
from tests.agronomy import gardens as t

metres = st.floats(-200, 200).map(lambda x: round(x, 2))
turns = st.floats(-179, 179).map(lambda x: round(x, 1))
sides = st.floats(0.2, 20).map(lambda x: round(x, 2))
textures = st.sampled_from(sorted(CLASS_CENTRES))
fast = settings(max_examples=60, deadline=None)


@st.composite
def placed(draw, name: str = "A", **changes) -> g.Bed:
    return t.bed(
        name,
        kind="open",
        length_m=draw(sides),
        width_m=draw(sides),
        x_m=draw(metres),
        y_m=draw(metres),
        turn_deg=draw(turns),
        **changes,
    )


class OnThePlan(unittest.TestCase):
    @fast
    @given(placed(), st.booleans(), st.builds(g.Thing, st.just("shed"), metres, metres, sides, sides, turn_deg=turns))
    def test_a_plan_goes_out_and_comes_back(self, bed, rounded, shed):
        bed = dataclasses.replace(bed, round=rounded)
        garden = g.Garden(
            "X", 44, 0, beds=(bed,), things=(shed,), rigs=(g.Rig("Tap", x_m=1.5, y_m=-2.0),), north_deg=12
        )
        found, north, faults = read_map(json.dumps(map_as_geojson(garden)))
        self.assertEqual((faults, north, [f.what for f in found]), ([], 12.0, ["bed", "shed", "tap"]))
        for f, was in zip(found, (bed, shed, garden.rigs[0]), strict=True):
            self.assertAlmostEqual(f.x_m, was.x_m, places=3)
            self.assertAlmostEqual(f.y_m, was.y_m, places=3)
        self.assertAlmostEqual(found[1].length_m, shed.length_m, places=3)
        self.assertAlmostEqual(found[1].turn_deg, shed.turn_deg, delta=0.1)
        self.assertAlmostEqual(found[0].length_m, bed.length_m, places=3)

    @fast
    @given(placed(), placed("B"), metres, metres)
    def test_the_gap_between_beds_is_the_same_from_both_and_wherever_both_are_moved(self, a, b, dx, dy):
        gap = fits.gap_m(a, b)
        self.assertAlmostEqual(gap, fits.gap_m(b, a), places=6)
        moved = [dataclasses.replace(x, x_m=x.x_m + dx, y_m=x.y_m + dy) for x in (a, b)]
        self.assertAlmostEqual(gap, fits.gap_m(*moved), places=5)
        self.assertGreaterEqual(gap, 0)

    @fast
    @given(st.floats(0.3, 6.0), st.floats(0.3, 6.0), st.integers(1, 365), st.floats(-60, 60))
    def test_a_higher_wall_never_gives_more_sun(self, low, more, day, latitude):
        def hours(height: float) -> float:
            wall = g.Thing("wall", 0.0, -1.0, 6.0, 0.2, height)
            return sun_hours((wall,), ((0.0, 0.0),), latitude, 0.0, 0.0, day, 0.0, 0.0, 24.0)

        self.assertLessEqual(hours(low + more), hours(low) + 1e-9)
        self.assertLessEqual(hours(low), sun_hours((), (), latitude, 0.0, 0.0, day, 0.0, 0.0, 24.0) + 1e-9)


class AtTheBench(unittest.TestCase):
    @fast
    @given(st.lists(st.floats(1, 100), min_size=2, max_size=8), st.randoms())
    def test_a_mean_does_not_mind_the_order_and_is_never_surer_than_its_floor(self, values, random):
        turned = list(values)
        random.shuffle(turned)
        a, b = mean_of(values, 0.1, 0.03), mean_of(turned, 0.1, 0.03)
        self.assertAlmostEqual(a.value, b.value)
        self.assertAlmostEqual(a.cv, b.cv)
        self.assertGreaterEqual(a.cv, 0.03)
        self.assertTrue(min(values) - 1e-9 <= a.value <= max(values) + 1e-9)

    @fast
    @given(st.lists(textures, min_size=1, max_size=6))
    def test_handfuls_hold_something_between_their_classes(self, found):
        soil = g.Soil(feel=tuple(found))
        held = [holding(g.Soil(name)).field_capacity for name in found]
        self.assertTrue(min(held) - 0.03 <= holding(soil).field_capacity <= max(held) + 0.03)
        again = dataclasses.replace(soil, feel=tuple(found * 2))
        self.assertLessEqual(test_spread(again), test_spread(soil) + 1e-12)

    @fast
    @given(st.floats(0.1, 30), st.sampled_from(feel.FEELS))
    def test_a_longer_ribbon_is_never_less_clay(self, ribbon, says):
        longer = feel.texture_by_feel(True, min(ribbon * 2, 30), says)
        self.assertGreaterEqual(CLASS_CENTRES[longer][1], CLASS_CENTRES[feel.texture_by_feel(True, ribbon, says)][1])

    @fast
    @given(st.floats(4, 60), st.floats(1, 40), st.floats(5, 60), st.floats(0.1, 0.95))
    def test_a_hole_that_falls_faster_takes_more_water(self, across, minutes, water, left):
        slow = drain.conductivity(drain.Hole(across, ((0, water), (minutes, water * left))))
        fast_ = drain.conductivity(drain.Hole(across, ((0, water), (minutes / 2, water * left))))
        self.assertAlmostEqual(fast_, 2 * slow, places=6)
        self.assertGreater(slow, 0)

    @fast
    @given(st.floats(5, 80), st.floats(5, 80), st.floats(5, 80))
    def test_a_pot_holds_between_the_pipes_of_its_ends(self, top, bottom, height):
        cone = pot.of_measures(top, bottom, height).value
        pipes = [pot.of_measures(d, d, height).value for d in (top, bottom)]
        self.assertTrue(min(pipes) - 1e-9 <= cone <= max(pipes) + 1e-9)

    @fast
    @given(st.lists(st.tuples(st.floats(1000, 2000), st.sampled_from(words.WETNESS)), min_size=1, max_size=12))
    def test_a_finger_scale_is_in_order_or_is_refused(self, readings):
        try:
            marks = finger.scale(2000, 1000, readings)
        except InputError:
            return
        shares = [m.share_of_taw for m in marks]
        self.assertEqual(shares, sorted(shares, reverse=True))
        self.assertTrue(all(0 <= m.share_of_taw <= 1 and 0 < m.spread <= 1 for m in marks))

    @fast
    @given(st.floats(200, 5000), st.floats(101, 5000), st.floats(3, 40))
    def test_a_meter_that_agrees_changes_nothing(self, start, litres, rate):
        same = flow.meter(start, start + litres, 0.0, litres, rate)
        self.assertAlmostEqual(same.flow.value, rate)
        assume(litres > 250)
        self.assertLess(flow.meter(start, start + litres, 100.0, litres, rate).flow.value, rate)

    @fast
    @given(st.floats(1, 5000), st.lists(st.floats(0.1, 10), min_size=1, max_size=6), st.floats(5, 100))
    def test_the_parts_of_a_mix_fill_it(self, volume, parts, bag):
        mix = [g.Part(name, p) for name, p in zip(words.INGREDIENTS, parts, strict=False)]
        needed = parts_needed(volume, mix, bag)
        self.assertAlmostEqual(sum(n.litres for n in needed), volume * 1.15, places=6)
        self.assertTrue(all(n.bags * bag >= n.litres - 1e-6 and (n.bags - 1) * bag < n.litres for n in needed))


class InThePot(unittest.TestCase):
    LEVELS = ("fine", "mind", "stop")

    def level(self, across: float, crop: str, n: int) -> int:
        bed = t.bed(
            kind="pot",
            round=True,
            length_m=across,
            width_m=across,
            soil_depth_m=0.3,
            soils=(g.Soil("potting_mix"),),
            plantings=(t.planting(crop, n),),
        )
        return self.LEVELS.index(fits.mix_volume(bed_today(t.garden(bed), bed, t.TODAY), bed.plantings[0]).level)

    @fast
    @given(st.floats(0.1, 1.0), st.floats(1.0, 2.0), st.sampled_from(sorted(ROOM)), st.integers(1, 6))
    def test_a_wider_pot_is_never_a_graver_matter_and_one_plant_more_never_a_lighter(self, across, wider, crop, n):
        self.assertLessEqual(self.level(across * wider, crop, n), self.level(across, crop, n))
        self.assertGreaterEqual(self.level(across, crop, n + 1), self.level(across, crop, n))

    @fast
    @given(st.sampled_from(sorted(ROOM)), st.integers(1, 40), st.integers(1, 40), st.floats(0.2, 10))
    def test_more_plants_never_drink_less(self, crop, n, more, ground):
        c = CROPS[crop]
        self.assertLessEqual(fits.full_grown_l(c, n, ground, 1.2), fits.full_grown_l(c, n + more, ground, 1.2) + 1e-9)

    @fast
    @given(st.sampled_from(sorted(ROOM)), st.integers(1, 60), st.sampled_from((None, 0.1, 0.5)), st.booleans())
    def test_every_check_gives_a_level_a_figure_and_a_source(self, crop, n, spacing, pot_too):
        p = dataclasses.replace(t.planting(crop, n, age=3), spacing_m=spacing)
        bed = t.bed(kind="pot" if pot_too else "raised", plantings=(p,))
        for f in fits.fit_of(t.garden(bed), bed, t.TODAY, fits.Days(12, 24, 1.3, 15.0)):
            self.assertIn(f.level, self.LEVELS)
            self.assertTrue(f.source)
            self.assertTrue(all(math.isfinite(x) for x in f.figures.values()))


class InTheFile(unittest.TestCase):
    @fast
    @given(
        st.lists(textures, max_size=3),
        st.one_of(st.none(), st.floats(0.02, 2)),
        st.sampled_from((None, True, False)),
        st.floats(0.5, 50),
        st.sampled_from((None, *(c for c in words.CLIMATES if c != "file"))),
        st.lists(st.sampled_from(words.WETNESS), max_size=4, unique=True),
    )
    def test_what_was_described_comes_back_from_the_file(self, found, spacing, holes, can, climate, felt):
        p = dataclasses.replace(t.planting("kale", 3), spacing_m=spacing)
        bed = t.bed(soils=(g.Soil(feel=tuple(found)),), plantings=(p,), drain_holes=holes)
        garden = dataclasses.replace(
            t.garden(bed),
            can_l=can,
            climate=climate,
            method="can",
            rigs=(g.Rig("Hose", 15.0, t.OPENED, flow_cv=0.1),),
            finger=tuple(g.FingerMark(name, 0.5, 0.1) for name in felt),
            seasons=(g.Season("2024", dt.date(2024, 11, 1)),),
            measurements=(
                g.Measurement(t.TODAY, "can", {"trials": [{"litres": 9, "minutes": 2}]}, {"can_l": 9}, None, None),
            ),
        )
        self.assertEqual(read_garden(garden_as_text(garden)), garden)


if __name__ == "__main__":
    unittest.main()
