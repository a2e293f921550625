"""Salts in a pot: what its water brings stays when the water is drunk, and goes only with what runs out below."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from agronomy.balance.terms import Array, Terms

# What moves salt with it, by day.
MOVES = (
    "irrigation", "filled", "open_reservoir", "correction_store", "caught", "wicked", "overflow", "drained_rooted",
    "close_rooted", "close_reservoir",
)  # fmt: skip


@dataclass(frozen=True)
class Salts:
    """Salt by conductivity [dS/m], of the mix's water at field capacity and of the reservoir's: each evening behind."""

    mix: Array
    reservoir: Array


def salts(rows: Terms, water_ds_m: Array, holds_mm: float, strewn: Array | None = None) -> Salts:
    """The salt balance over a bed's days behind.

    rows: terms (day,), mm over the ground. water_ds_m (day,): of what was poured or filled that day. holds_mm: water of
    the whole mix at field capacity, over the ground. strewn (day,) [dS/m x mm]: what dry feed frees in the mix; None:
    none is. Rain brings none; plants and air take none. Salt moves with the
    water: from above into the mix, out of it with what drains (into a reservoir, where it is caught, and over its rim),
    up again with what the wick lifts. The mix is taken as well mixed. A mass balance, as of FAO Irrigation and Drainage
    Paper 29 (Ayers and Westcot 1985), chapter 2, from memory.
    """
    freed = np.zeros_like(water_ds_m) if strewn is None else strewn
    moves = (np.asarray(getattr(rows, name)).tolist() for name in MOVES)
    days = zip(*moves, water_ds_m.tolist(), freed.tolist(), strict=True)
    mix, below = [], []
    in_mix = in_box = 0.0
    for poured, filled, opens, put_right, caught, wicked, overflow, drained, lacks, closes, brings, frees in days:
        in_mix += poured * brings + frees
        in_box += filled * brings
        held = opens + put_right + filled + caught
        if held > 0:
            lifted, spilt = in_box * min(1.0, wicked / held), in_box * min(1.0, overflow / held)
            in_box -= lifted + spilt
            in_mix += lifted
        if drained > 0:
            # The day's water as it stands when it drains: what the mix holds then, and what leaves it.
            washed = in_mix * min(1.0, drained / (max(holds_mm - max(lacks, 0.0), 1e-9) + drained))
            in_mix -= washed
            in_box += washed * caught / drained
        mix.append(in_mix / max(holds_mm, 1e-9))
        below.append(in_box / closes if closes > 0 else 0.0)
    return Salts(np.array(mix), np.array(below))


def flush_l(now_ds_m: float, to_ds_m: float, water_ds_m: float, holds_l: float) -> float:
    """Litres that bring a mix that holds `holds_l` of water down to `to_ds_m`, poured from above until they have run
    out below: well mixed, what stays falls exponentially. Infinite where the water itself is not better. Arithmetic."""
    if to_ds_m <= water_ds_m:
        return math.inf
    return holds_l * math.log(max(1.0, (now_ds_m - water_ds_m) / (to_ds_m - water_ds_m)))
