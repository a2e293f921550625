"""Cold nights: what is to be covered, what last night may have hurt, and how the garden's own corner differs."""

from __future__ import annotations

import datetime as dt
from collections.abc import Collection, Mapping
from dataclasses import dataclass
from typing import Final, Literal

import numpy as np

from agronomy.decide.bands import Band, bands
from agronomy.decide.plan import BedPlan, Plan
from agronomy.describe.words import Cover
from agronomy.plants.crops import TENDER, Crop, crop_of

# By which the coldest of the night is milder under a cover [degrees C]; common practice, no source.
NIGHT_LIFT_C: Final[dict[Cover, float]] = {
    "none": 0.0, "eaves": 0.5, "roof": 1.0, "sheet": 2.0, "fleece": 2.0, "cloche": 2.0, "tunnel": 2.0, "indoors": 10.0,
}  # fmt: skip
CHILL_C: Final = 4.0  # below it tender leaves are covered, though they do not freeze; common practice, no source
FROST_MARGIN_C: Final = 1.0  # leaves get colder than the air that is told; common practice, no source
FROST_SEEN_C: Final = 0.0 + FROST_MARGIN_C  # no warmer was the air where frost lay on leaves; by that margin
COVER_FROM: Final = 0.3  # chance from which the walk with a sheet is worth it; common practice, no source
LEAST_PAIRS, MOST_OFFSET_C = 5, 8.0  # nights that both knew, to learn from; beyond, one of them is wrong; practice

Cold = Literal["chill", "frost"]


@dataclass(frozen=True)
class AtRisk:
    """One bed in a cold night: the chance of it, how cold it may get there (one run in ten), and what that does."""

    bed: str
    chance: float
    lowest_c: float
    what: Cold
    container: bool


@dataclass(frozen=True)
class ColdNight:
    """The night before the morning of `date`; tmin: of the open garden, its own offset included."""

    date: dt.date
    tmin: Band
    beds: tuple[AtRisk, ...]


def hurts_from(crop: Crop) -> tuple[float, Cold]:
    """The coldest air that a crop's leaves stand [degrees C], and what happens below. Common practice."""
    frost = crop.frost_c + FROST_MARGIN_C
    return (CHILL_C, "chill") if crop.frost_c == TENDER else (frost, "frost")


def cold_night(plan: Plan, ahead: int = 1) -> ColdNight | None:
    """The night so many mornings from today, with what it may hurt; None where it hurts nothing. Common practice."""
    w, d = plan.run.weather, plan.run.n_behind + ahead
    if d >= len(w.dates):
        return None
    lows = w.tmin[d] + (plan.garden.cold_offset_c or 0.0)
    found = [x for b in plan.beds if (x := _risk(b, lows))]
    beds = tuple(sorted((x for x in found if x.chance >= COVER_FROM), key=lambda x: -x.chance))
    return ColdNight(w.dates[d], bands(lows[None, :])[0], beds) if beds else None


def _risk(b: BedPlan, lows: np.ndarray) -> AtRisk | None:
    here = lows + NIGHT_LIFT_C[b.today.exposure.cover]
    tender = [hurts_from(crop_of(p)) for p, _ in b.today.standing if crop_of(p).group != "neighbour"]
    if not tender:
        return None
    limit, what = max(tender)
    lowest = float(np.quantile(here, 0.1))
    hardest = max(crop_of(p).frost_c + FROST_MARGIN_C for p, _ in b.today.standing)
    frost: Cold = "frost" if lowest <= hardest else what
    return AtRisk(b.bed.name, float((here <= limit).mean()), lowest, frost, b.today.container)


def frozen_last_night(plan: Plan) -> tuple[AtRisk, ...]:
    """Beds whose leaves may have frozen in the night to this morning, as it was told; frost that was seen lay on
    leaves, whatever was told. Common practice."""
    w, n = plan.run.weather, plan.run.n_behind
    lows = w.tmin[n] + (plan.garden.cold_offset_c or 0.0)
    if w.sky.saw("frost", plan.today):
        lows = np.minimum(lows, FROST_SEEN_C)
    found = [x for b in plan.beds if (x := _risk(b, lows))]
    return tuple(x for x in found if x.what == "frost" and x.chance >= COVER_FROM)


def learnt_offset(
    own: Mapping[dt.date, float], others: Mapping[dt.date, float], frosts: Collection[dt.date] = ()
) -> float | None:
    """How much milder the coldest of a night is by the gardener's own thermometer than by another source [degrees C]:
    the median of the nights that both knew. Where those are too few, frost that was seen on a morning which others
    told milder sets the least by which the corner is colder. None where nothing tells, or where they are too far apart
    to be one place. Arithmetic."""
    pairs = [own[date] - others[date] for date in own.keys() & others.keys()]
    if len(pairs) >= LEAST_PAIRS:
        offset = float(np.median(pairs))
    else:
        offset = min((FROST_SEEN_C - others[date] for date in frosts if date in others), default=0.0)
        if offset >= 0:
            return None
    return offset if abs(offset) <= MOST_OFFSET_C else None
