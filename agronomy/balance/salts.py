"""Salts in a pot: what its water brings stays when the water is drunk, and goes only with what runs out below."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from agronomy.balance.terms import Array, Terms


@dataclass(frozen=True)
class Salts:
    """Salt by conductivity [dS/m], of the mix's water at field capacity and of the reservoir's: each evening behind."""

    mix: Array
    reservoir: Array


def salts(rows: Terms, water_ds_m: Array, holds_mm: float) -> Salts:
    """The salt balance over a bed's days behind.

    rows: terms (day,), mm over the ground. water_ds_m (day,): of what was poured or filled that day. holds_mm: water of
    the whole mix at field capacity, over the ground. Rain brings none; plants and air take none. Salt moves with the
    water: from above into the mix, out of it with what drains (into a reservoir, where it is caught, and over its rim),
    up again with what the wick lifts. The mix is taken as well mixed. A mass balance, as of FAO Irrigation and Drainage
    Paper 29 (Ayers and Westcot 1985), chapter 2, from memory.
    """
    n = len(np.asarray(rows.irrigation))
    mix, below = np.zeros(n), np.zeros(n)
    in_mix = in_box = 0.0
    for d in range(n):
        t = Terms(*(float(np.asarray(x)[d]) for x in rows))
        in_mix += t.irrigation * water_ds_m[d]
        in_box += t.filled * water_ds_m[d]
        held = t.open_reservoir + t.correction_store + t.filled + t.caught
        lifted, spilt = (in_box * min(1.0, x / held) if held > 0 else 0.0 for x in (t.wicked, t.overflow))
        in_box -= lifted + spilt
        in_mix += lifted
        # The day's water as it stands when it drains: what the mix holds then, and what leaves it.
        water = max(holds_mm - max(t.close_rooted, 0.0), 1e-9) + t.drained_rooted
        washed = in_mix * min(1.0, t.drained_rooted / water)
        in_mix -= washed
        in_box += washed * (t.caught / t.drained_rooted if t.drained_rooted > 0 else 0.0)
        mix[d] = in_mix / max(holds_mm, 1e-9)
        below[d] = in_box / t.close_reservoir if t.close_reservoir > 0 else 0.0
    return Salts(mix, below)


def flush_l(now_ds_m: float, to_ds_m: float, water_ds_m: float, holds_l: float) -> float:
    """Litres that bring a mix that holds `holds_l` of water down to `to_ds_m`, poured from above until they have run
    out below: well mixed, what stays falls exponentially. Infinite where the water itself is not better. Arithmetic."""
    if to_ds_m <= water_ds_m:
        return math.inf
    return holds_l * math.log(max(1.0, (now_ds_m - water_ds_m) / (to_ds_m - water_ds_m)))
