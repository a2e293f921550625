"""Pots, boxes and what is buried as plain values. No rule lives here."""

from __future__ import annotations

import datetime as dt

import numpy as np

from agronomy.decide.lines import lines
from agronomy.decide.plan import BedPlan, Plan
from agronomy.decide.reservoirs import frost_on
from agronomy.decide.round import Stop
from agronomy.decide.salts import salts_now
from agronomy.fit.fits import weight_now
from agronomy.methods.buried import share_of_need, wets_m
from api.present import Json, garden_out
from api.round.present import dose_out, stop_out
from apps.planning.situation import Situation, stops_of

SEASON_DAYS = 120  # of what a reservoir drew


def pots_out(now: Situation, role: str) -> Json:
    """Every container and every bed with a reservoir, what dries out first standing first."""
    p = now.plan
    told = [x for x in stops_of(now) if x.bed.today.container or x.bed.bed.reservoir]
    keys = {b.bed.name: int(b.bed.key) for b in p.beds} if p else {}
    return {
        "garden": garden_out(now.garden, role),
        "lacks": now.lacks,
        "frost_on": frost_on(p.run) if p else None,
        "pots": [
            {
                "stop": stop_out(now, p, x),
                "fill": dose_out(x.bed.if_watered(), x.bed.today) if x.bed.fills else None,
                "weight": _weight(x.bed) if x.bed.today.container else None,
                "buried": _buried(x.bed),
                "salts": vars(salts) if (salts := salts_now(p, p.beds.index(x.bed))) else None,
                "drew": _drew(p, p.beds.index(x.bed)) if x.bed.bed.reservoir else [],
            }
            for x in sorted(told, key=_first_in_need)
        ]
        if p
        else [],
        "lines": [
            {
                **vars(line),
                "boxes": [{**vars(x), "id": keys[x.bed]} for x in line.boxes],
                "programme": vars(line.programme) if line.programme else None,
            }
            for line in lines(p)
        ]
        if p
        else [],
    }


def _weight(b: BedPlan) -> Json:
    below = b.reservoir_l.mid if b.reservoir_l else 0.0
    return vars(weight_now(b.today, b.net_mm.mid, b.rooted_share, below))


def _buried(b: BedPlan) -> Json | None:
    """Whom what is buried serves, and with how much."""
    given = b.bed.reservoir
    if given is None or not given.buried:
        return None
    return {
        "giver": given.giver,
        "count": given.count,
        "gives_l_a_day": min(given.capacity_l, given.wick_l_per_day),
        "share_of_need": share_of_need(given, b.today_use_mm * b.ground_m2),
        "wets_m": wets_m(given, b.today.profile.top),
        "plants_each": b.plants / given.count,
    }


def _drew(p: Plan, i: int) -> list[Json]:
    """What a reservoir gave on each day of the season, and how warm it was."""
    behind, opened = p.run.behind(i), int(p.run.opened_at[i])
    litres = np.asarray(behind.wicked) * p.beds[i].ground_m2
    warmest = p.run.weather.tmax[opened : p.run.n_behind].mean(axis=1)
    days = p.run.weather.dates[opened : p.run.n_behind]
    found = [
        {"date": date, "litres": float(x), "tmax": float(t)} for date, x, t in zip(days, litres, warmest, strict=True)
    ]
    return found[-SEASON_DAYS:]


def _first_in_need(x: Stop) -> tuple[bool, dt.date, float]:
    """What drinks twice today, then by the day on which plants would be in need, then the driest."""
    b = x.bed
    need = (b.in_need_on[1] if b.in_need_on else None) or dt.date.max
    return b.again is None, need, -b.net_mm.mid / max(b.raw_mm, 1e-9)
