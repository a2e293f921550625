"""What grows in a bed on each day: all its plantings added up."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from agronomy.beds.ground import edge_m
from agronomy.describe.garden import Bed, Planting
from agronomy.plants.crops import crop_of, is_watered
from agronomy.plants.demand import outline_m2
from agronomy.plants.emergence import emerges_after
from agronomy.plants.size import Stature, Warmth, stature
from agronomy.plants.starts import ball_l, damp_share, sown_m2

Array = npt.NDArray[np.float64]

LOWER_LEAVES_DRINK = 0.5  # of what the upper ones do; common practice, no source


@dataclass(frozen=True)
class StandOfDay:
    """What grows in a bed on one day."""

    plants: int
    canopy_m2: float
    height_m: float
    root_depth_m: float
    wet_feet: int
    rooted_m2: float
    drills: bool = False  # whether seedlings in drills are kept damp on top


@dataclass(frozen=True)
class Stand:
    """All that grows in a bed, over days; per day arrays."""

    canopy_m2: Array  # of all plants, leaves that overlap counted once
    rooted_m2: Array  # of all plants, each at most its own share of the ground
    height_m: Array  # by canopy
    kcb_full: Array  # by canopy
    root_depth_m: Array  # by canopy
    p: Array  # of the most sensitive
    plants: Array
    wet_feet: Array  # of the one that dislikes it most
    damp: Array  # how far the damp-top rule has let go [0..1], of the planting that needs it most; NaN: no rule
    drills: Array  # 1 while sown seedlings are kept damp on top, which no drip line does
    ball_l: Array  # what all are given at least while roots sit in the ball they were set in with [L]
    parts: tuple[tuple[Planting, Stature], ...]  # each planting by itself

    def on(self, day: int) -> StandOfDay:
        return StandOfDay(
            int(self.plants[day]),
            float(self.canopy_m2[day]),
            float(self.height_m[day]),
            float(self.root_depth_m[day]),
            int(self.wet_feet[day]),
            float(self.rooted_m2[day]),
            bool(self.drills[day]),
        )


def stand_of(
    bed: Bed,
    ground: float,
    start: dt.date,
    n_days: int,
    warmth: Warmth | None = None,
    soil: Warmth | None = None,
) -> Stand:
    """Add up a bed's plantings on `ground` [m2]: demand adds, stress is judged by the most sensitive.

    warmth: that growth runs by; soil: by which what is sown comes up. Either may be unknown.
    What is not watered for its own sake (weeds, a hedge, tree roots) drinks too, but nobody waters a bed for it.
    """
    zero = np.zeros(n_days)
    canopy, rooted, height, kcb, depth, plants, crowd = (zero.copy() for _ in range(7))
    p = np.full(n_days, 0.8)
    dislike, ball = zero.copy(), zero.copy()
    damp, drills = np.full(n_days, np.nan), zero.copy()
    emerges = [emerges_after(planting, soil) for planting in bed.plantings]
    parts = tuple((p_, stature(p_, start, n_days, warmth, up)) for p_, up in zip(bed.plantings, emerges, strict=True))
    for (planting, st), up in zip(parts, emerges, strict=True):
        crop = crop_of(planting)
        left = st.count * st.present
        # Plants set closer than they spread share the space above them, as they do the light.
        each = st.canopy_m2 if planting.spacing_m is None else np.minimum(st.canopy_m2, planting.spacing_m**2)
        of_all = each * left
        drinks = st.kcb_full * leaves_left(bed, st.height_m, start) * (1 - planting.outside_share)
        canopy += of_all
        crowd += left
        sown = sown_m2(planting, crop.spread_m)
        # In a drill seedlings share what is wetted, until their roots reach beyond it.
        reached = np.maximum(st.root_spread_m2 * left, sown) if sown else st.root_area_m2 * left
        rooted += np.minimum(reached, ground) * st.present
        height += of_all * st.height_m
        kcb += of_all * drinks
        depth += of_all * st.root_depth_m
        if not is_watered(planting):
            continue
        plants += left
        p = np.where(st.present > 0, np.minimum(p, crop.p), p)
        dislike = np.maximum(dislike, crop.wet_feet * st.present)
        days = (start - planting.planted).days + np.arange(n_days, dtype=float)
        ball += left * ball_l(planting, crop.spread_m, days)
        kept = np.where(st.present > 0, damp_share(planting, days, up), np.nan)
        damp = np.fmin(damp, kept)
        if planting.start == "sown":
            drills = np.maximum(drills, np.isfinite(kept))
    by_canopy = np.maximum(canopy, 1e-12)
    outline = outline_m2(canopy, crowd, ground, edge_m(bed), bed.alike)
    p = np.where(plants > 0, p, 0.5)
    return Stand(
        canopy_m2=outline,
        rooted_m2=rooted,
        height_m=height / by_canopy,
        kcb_full=kcb / by_canopy,
        root_depth_m=depth / by_canopy,
        p=p,
        plants=plants,
        wet_feet=dislike,
        damp=damp,
        drills=drills,
        ball_l=ball,
        parts=parts,
    )


def leaves_left(bed: Bed, height_m: Array, start: dt.date) -> Array:
    """What plants of these heights [m] still drink [0..1], on each day from `start`, without their lowest leaves.

    Old leaves in the shade of the others drink half of what those do: common practice, no source.
    """
    left = np.ones(len(height_m))
    for x in bed.leaves_off:
        since = max((x.date - start).days, 0)
        bare = np.minimum(x.below_m / np.maximum(height_m[since:], 1e-6), 1.0)
        left[since:] = 1 - LOWER_LEAVES_DRINK * bare
    return left
