"""The second drink of a day: whether a container that is watered this morning wants one more, when, and how much."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from agronomy.balance.day_parts import dawn_h
from agronomy.balance.terms import NEVER, THIRSTY_KS, Array
from agronomy.decide.dose import Dose, dose_for
from agronomy.decide.morning import Morning

SOONEST_H = 3.0  # after sunrise: what was just poured has sunk in by then; common practice, no source
TOLD_TO = 6.0  # parts of an hour that its time is told to
AGAIN_CHANCE = 0.3  # that plants droop before dark although they were watered; common practice, no source


@dataclass(frozen=True)
class Again:
    """A second drink: from which clock hour [h], the chance that plants would droop without it, and its own dose."""

    at_h: float
    chance: float
    dose: Dose


def again_today(mornings: list[Morning], done: list[bool], sunrise: float, dark_h: float) -> list[Again | None]:
    """The second drink of each of these mornings, whose bed was watered (done) or is to be; None where it wants none.

    It comes where Ks would fall below THIRSTY_KS before dark (sunrise and dark_h: clock hours [h]) with a chance of
    AGAIN_CHANCE, at the hour at which it would in so many of the series; the dose is what is missing by then, as
    reckoned. Common practice, no source.
    """
    asked = [k for k, m in enumerate(mornings) if m.figures.again_margin > 0 and m.day.afternoon + m.day.evening == 0]
    found: list[Again | None] = [None] * len(mornings)
    if not asked:
        return found
    run = mornings[0].run
    policies = np.array([[NEVER if done[k] else mornings[k].share for k in asked]])
    net, ks = run.hours_today(policies, [mornings[k].i for k in asked])
    dawn, n = dawn_h(sunrise), run.draws.shape[1]
    for row, k in enumerate(asked):
        m = mornings[k]
        droops = _droops_at(ks[row, :n], dawn, dark_h)
        chance = float(np.isfinite(droops).mean())
        if chance < AGAIN_CHANCE:
            continue
        at_h = max(float(np.sort(droops)[int(np.ceil(AGAIN_CHANCE * n)) - 1]), sunrise + SOONEST_H)
        at_h = np.floor(at_h * TOLD_TO) / TOLD_TO
        hours = dawn + 1.0 + np.arange(net.shape[2])
        missing = [np.array([np.interp(at_h, hours, x) for x in part]) for part in (net[row, n:], net[row, :n])]
        found[k] = Again(float(at_h), chance, dose_for(m, float(missing[0].mean()), missing[1]))
    return found


def _droops_at(ks: Array, dawn: int, dark_h: float) -> Array:
    """Clock hour [h] at which each series' Ks (series, hour) falls below THIRSTY_KS before dark; infinity: it holds."""
    hours = dawn + 0.5 + np.arange(ks.shape[1])
    below = (ks < THIRSTY_KS) & (hours < dark_h)
    first = below.argmax(axis=1)
    before = ks[np.arange(len(ks)), np.maximum(first - 1, 0)]
    now = ks[np.arange(len(ks)), first]
    back = np.clip((THIRSTY_KS - now) / np.maximum(before - now, 1e-9), 0.0, 1.0)
    return np.where(below.any(axis=1), np.maximum(hours[first] - back, dawn), np.inf)
