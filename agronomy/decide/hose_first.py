"""Where the first hot water of each hose goes: onto wide ground, never on what is young or in a pot."""

from __future__ import annotations

from dataclasses import dataclass

from agronomy.decide.plan import BedPlan, Plan
from agronomy.methods.hose_water import Purge, purge


@dataclass(frozen=True)
class HotWater:
    """What runs hot of a rig's hose, and the bed that it may run into; None where none takes it."""

    rig: str
    purge: Purge
    into: str | None


def hot_water(plan: Plan) -> tuple[HotWater, ...]:
    """The hot water of each hose that waters a bed of this plan.

    It runs into the widest bed of open ground that asks for water and holds nothing young, else into the widest that is
    not too wet: it counts there like any other. Common practice.
    """
    found = []
    hosed = [b for b in plan.beds if b.bed.method == "hose"]
    for name in sorted({b.today.rig.name for b in hosed}):
        rig = next(b.today.rig for b in hosed if b.today.rig.name == name)
        runs = purge(rig, plan.hours.sunrise, plan.hours.sunset, plan.hours.tmax)
        if runs is not None:
            found.append(HotWater(name, runs, _into([b for b in hosed if b.today.rig.name == name])))
    return tuple(found)


def _into(beds: list[BedPlan]) -> str | None:
    fit = [b for b in beds if not b.today.container and b.day.damp_top <= 0 and b.day.ball <= 0 and b.word != "too_wet"]
    best = max(fit, key=lambda b: (b.word == "soak", b.ground_m2), default=None)
    return best.bed.name if best else None
