"""Any garden a person could describe: the plan holds together whatever the bed, the soil, the weather."""

import datetime as dt
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from agronomy.balance import layout as s
from agronomy.balance import terms
from agronomy.balance.kernel import conservation_error
from agronomy.decide.fortnight import fortnight
from agronomy.decide.plan import plan
from agronomy.decide.sources import coefficients
from agronomy.describe import garden as g
from agronomy.describe import kinds, words
from agronomy.describe.kinds import KINDS
from agronomy.ground.holding import MATERIALS
from agronomy.ground.texture import CLASS_CENTRES
from agronomy.plants.crops import CROPS
from tests.agronomy import gardens as t

ago = st.integers(0, 25).map(lambda days: t.TODAY - dt.timedelta(days=days))
plantings = st.builds(
    g.Planting,
    crop=st.sampled_from(sorted(CROPS)),
    count=st.integers(1, 60),
    planted=st.integers(-3, 200).map(lambda days: t.TODAY - dt.timedelta(days=days)),
    sizes=st.lists(
        st.builds(g.Size, date=ago, height=st.sampled_from(sorted(kinds.BODY_HEIGHTS)), spread_m=st.floats(0.02, 3.0)),
        max_size=2,
        unique_by=lambda x: x.date,
    ).map(tuple),
    start=st.sampled_from(words.STARTS),
    buried_m=st.floats(0, 0.5),
    thinned=st.lists(st.builds(g.Count, date=ago, count=st.integers(1, 60)), max_size=2).map(tuple),
    spacing_m=st.one_of(st.none(), st.floats(0.01, 2.0)),
)
mulches = st.builds(
    g.Mulch, date=ago, kind=st.sampled_from(words.MULCHES), depth_m=st.floats(0, 0.3), cover=st.floats(0, 1)
)
waterings = st.builds(
    g.Watering,
    date=ago,
    litres=st.floats(0, 300),
    part=st.sampled_from(words.DAY_PARTS),
    into=st.sampled_from(("soil", "reservoir")),
    passes=st.integers(1, 3),
)
checks = st.one_of(
    st.builds(g.Observation, date=ago, reading=st.sampled_from(words.WETNESS)),
    st.builds(g.Observation, date=ago, kind=st.just("lifted"), reading=st.sampled_from(words.WEIGHTS)),
    st.builds(g.Observation, date=ago, kind=st.sampled_from(("probe", "dug", "float")), value=st.floats(0, 90)),
    st.builds(g.Observation, date=ago, kind=st.just("still_wet")),
)
layers = st.builds(g.Layer, depth_m=st.floats(0.02, 1), material=st.sampled_from(("clay", "sand", "loam", "home_mix")))
soils = st.builds(
    g.Soil,
    material=st.sampled_from([m for m in MATERIALS if m != "own_mix"]),
    organic_matter_pct=st.floats(0, 8),
    date=st.one_of(st.none(), ago),
    stones_pct=st.floats(0, 80),
    woody_fill_m=st.floats(0, 1),
    loosened_m=st.one_of(st.none(), st.floats(0.05, 1.5)),
    drainage=st.sampled_from(words.DRAINAGES),
    top_m=st.floats(0.02, 1),
    layers=st.lists(layers, max_size=2).map(tuple),
    jar=st.one_of(st.none(), st.builds(g.Jar, *[st.floats(1, 90)] * 3, jars=st.integers(1, 5))),
    feel=st.lists(st.sampled_from(sorted(CLASS_CENTRES)), max_size=3).map(tuple),
)
exposures = st.builds(
    g.Exposure,
    date=st.one_of(st.none(), ago),
    sun_from_h=st.floats(0, 12),
    sun_to_h=st.floats(12.1, 24),
    shade_pct=st.floats(0, 95),
    shelter=st.sampled_from(words.SHELTERS),
    warm_wall=st.booleans(),
    cover=st.sampled_from(words.COVERS),
)


def _by_date(records):
    return tuple(sorted(records, key=lambda r: r.date or dt.date.min))


@st.composite
def beds(draw) -> g.Bed:
    length = draw(st.floats(0.08, 8.0))
    method = draw(st.sampled_from(words.METHODS))
    return g.Bed(
        name="Any",
        kind=draw(st.sampled_from(sorted(KINDS))),
        length_m=length,
        width_m=draw(st.floats(0.08, 4.0)),
        opened=draw(ago),
        opening_wetness=draw(st.sampled_from((None, *words.WETNESS))),
        soil_depth_m=draw(st.one_of(st.none(), st.floats(0.05, 1.5))),
        soils=_by_date(draw(st.lists(soils, max_size=2))),
        exposures=_by_date(draw(st.lists(exposures, max_size=2))),
        plantings=tuple(draw(st.lists(plantings, max_size=3))),
        mulches=tuple(draw(st.lists(mulches, max_size=2))),
        method=method,
        drip=g.Drip(draw(st.integers(1, 200)), draw(st.floats(0.1, 30))) if method == "drip" else None,
        reservoir=g.Reservoir(draw(st.floats(0.2, 100)), draw(st.floats(0.1, 50))) if method == "reservoir" else None,
        style=draw(st.sampled_from((None, *words.STYLES))),
        pattern=draw(st.sampled_from((None, *words.PATTERNS))),
        waterings=tuple(draw(st.lists(waterings, max_size=4))),
        observations=tuple(draw(st.lists(checks, max_size=2))),
        drain_holes=draw(st.sampled_from((None, True, False))),
    )


@st.composite
def skies(draw):
    return t.sky(
        rain_chance=draw(st.floats(0, 1)),
        rain_mm=draw(st.floats(0, 150)),
        rain_day=draw(st.integers(0, 5)),
        tmax_ahead=draw(st.floats(15, 45)),
        spread=draw(st.floats(0, 8)),
        members=draw(st.sampled_from((1, 3, 31))),
        heat_from=draw(st.one_of(st.none(), st.integers(0, 8))),
        days=draw(st.integers(6, 16)),
        behind_rain=draw(st.dictionaries(st.integers(0, 20), st.floats(0, 120), max_size=5)),
    )


class AnyGarden(unittest.TestCase):
    @settings(max_examples=120, deadline=None)
    @given(beds(), skies())
    def test_a_plan_holds_together(self, bed, sky):
        p = plan(t.garden(bed), sky, t.TODAY)
        b, season = p.beds[0], p.run

        # Water is closed behind and ahead, and everything is a number.
        ahead = season.rows_ahead(np.full((14, 1), terms.BY_TRIGGER))
        for rows in (*season.rows, ahead):
            self.assertTrue(np.isfinite(rows).all())
            if rows.size:
                self.assertLess(conservation_error(rows).max(), 1e-9)
                self.assertTrue(((rows[..., s.KS] >= 0) & (rows[..., s.KS] <= 1)).all())
                self.assertLessEqual((rows[..., s.TRANSPIRATION] - rows[..., s.POTENTIAL]).max(), 1e-9)

        # The arithmetic sums, whatever happened.
        self.assertAlmostEqual(sum(x.mm for x in b.story.parts), b.story.depletion_mm, places=7)

        # The word fits the dose, the dose fits the hand.
        self.assertEqual(b.dose is not None, b.word in ("soak", "check", "fill"))
        if b.dose:
            self.assertGreaterEqual(b.dose.litres, 0)
            self.assertLessEqual(b.dose.litres_band.low, b.dose.litres_band.high)
            given_by = [b.dose.in_hand.hose, b.dose.in_hand.cans, b.dose.in_hand.run_minutes]
            wanted = 0 if bed.reservoir else 1
            self.assertEqual(sum(x is not None for x in given_by), wanted)
        if b.word == "wait":
            self.assertGreater(b.choice.chance, 0)

        # Bands are in order and chances are chances.
        for d in fortnight(p).beds[0].days:
            self.assertTrue(d.net.low <= d.net.mid <= d.net.high)
        self.assertTrue(0 <= b.chance_asks <= 1)
        if b.next_soak:
            self.assertEqual(list(b.next_soak), sorted(b.next_soak))
        self.assertTrue(all(np.isfinite(c.value) and c.source for c in coefficients(p, b)))

    @settings(max_examples=25, deadline=None)
    @given(beds(), beds(), skies())
    def test_a_bed_does_not_mind_its_neighbours(self, first, second, sky):
        """Permuting or adding beds changes nothing but the history's common first day."""
        second = g.Bed(**{**second.__dict__, "name": "Other", "opened": first.opened})
        both = plan(t.garden(first, second), sky, t.TODAY)
        turned = plan(t.garden(second, first), sky, t.TODAY)
        alone = plan(t.garden(first), sky, t.TODAY)
        for of, other in ((turned, turned.beds[1]), (alone, alone.beds[0])):
            self.assertEqual(
                (other.word, other.cause, other.dose), (both.beds[0].word, both.beds[0].cause, both.beds[0].dose)
            )
            self.assertEqual(fortnight(of).beds[of.beds.index(other)].days, fortnight(both).beds[0].days)


if __name__ == "__main__":
    unittest.main()
