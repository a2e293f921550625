"""What each style and pattern would cost a bed over the days ahead: soaks, litres, minutes, and growth missed."""

from __future__ import annotations

import dataclasses
import datetime as dt
from dataclasses import dataclass

import numpy as np

from agronomy.air.microclimate import light_share
from agronomy.balance.run import Run
from agronomy.balance.terms import BY_TRIGGER, Terms
from agronomy.beds.alterations import USUAL_MULCH
from agronomy.beds.wall import wall_of
from agronomy.decide import styles
from agronomy.decide.plan import Plan
from agronomy.decide.word import LEAST_DOSE_MM
from agronomy.describe.garden import Bed, Mulch, Planting, Size
from agronomy.describe.words import STYLES, WALLS, MulchKind, Pattern, Style, Wall
from agronomy.ground.soil_temperature import hottest_c
from agronomy.plants.crops import crop_of, is_watered, yield_loss
from agronomy.plants.size import stature

SEASON_DAYS = 120
OPEN_COVER = 0.3  # of the ground by young leaves; common practice, no source


@dataclass(frozen=True)
class Way:
    """A style and pattern over the days ahead, means over the series. missed: share of potential transpiration.

    yield_lost: share of the harvest at stake if the whole season went so, by the most sensitive crop's Ky
    (FAO-56 eq. 90): 1 - Ya/Ym = Ky (1 - ETc adj / ETc).

    litres: poured, and what it would take at the end to fill up again, so that no way looks cheap by ending dry.
    """

    style: Style
    pattern: Pattern
    soaks: float
    litres: float
    minutes: float
    missed: float
    yield_lost: float
    lost_litres: float
    chosen: bool


def ways(plan: Plan, bed: int, days: int = 14) -> tuple[Way, ...]:
    """Each way of watering one bed by its trigger from today on, under the same members and draws.

    Little and often has one trigger for all styles, so it stands once, under the bed's own style. A bed with a
    reservoir is filled, not soaked: it has no ways to compare.
    """
    described = plan.garden.beds[bed]
    if described.reservoir is not None or plan.beds[bed].plants == 0:
        return ()
    own = (styles.style_of(plan.garden, described), styles.pattern_of(described, plan.today))
    listed: list[tuple[Style, Pattern]] = [(style, "deep_and_seldom") for style in STYLES]
    listed.append((own[0], "little_and_often"))
    return tuple(_way(plan.run, bed, days, style, pattern, (style, pattern) == own) for style, pattern in listed)


def _way(run: Run, bed: int, days: int, style: Style, pattern: Pattern, chosen: bool) -> Way:
    today = run.beds[bed]
    other = dataclasses.replace(today.bed, style=style, pattern=pattern)
    trigger = styles.trigger_of(run.garden, other, run.today)
    alone = run.alone(bed, other, trigger)
    policy = np.full((days, 1), BY_TRIGGER)
    ahead = alone.ahead(policy)
    watered, potential = ahead.watered[:, 0], np.sum(alone.terms_ahead(policy).potential)
    soaks = float((watered > 0).sum(axis=0).mean())
    to_refill = np.maximum(ahead.net[-1, 0], 0.0) * run.rooted_share(bed, days - 1) * today.reach
    litres = float((watered.sum(axis=0) + to_refill).mean()) * today.ground_m2 / today.arrives
    missed = float(ahead.stress[:, 0].sum(axis=0).mean() / max(potential, 1e-9))
    lost = float(ahead.lost[:, 0].sum(axis=0).mean()) * today.ground_m2
    minutes = today.method.person_minutes(litres, soaks)
    responses = [crop_of(p).yield_response[0] for p in today.bed.plantings if is_watered(p)]
    yield_lost = yield_loss(max(responses, default=0.0), missed)
    return Way(style, pattern, soaks, litres, minutes, missed, yield_lost, lost, chosen)


@dataclass(frozen=True)
class MulchSaves:
    """What a mulch saves a bed in SEASON_DAYS of days like these, against bare soil: litres poured, and soaks.

    lies: whether it lies there; else it is what would be laid. cover: of the ground by leaves today [0..1].
    open_litres, open_soaks: the same while plants were young; None where they are.
    """

    kind: MulchKind
    depth_m: float
    lies: bool
    cover: float
    litres: float
    soaks: float
    open_litres: float | None
    open_soaks: float | None


def mulch_saves(plan: Plan, bed: int, days: int = 14) -> MulchSaves | None:
    """What mulch saves one bed, now and with open leaves; None where nothing is watered or it has a reservoir.

    By the ledger of the days ahead, run on with mulch and without. Common practice for how young leaves are.
    """
    b = plan.beds[bed]
    if b.plants == 0 or b.bed.reservoir is not None:
        return None
    mulch = b.today.mulch or Mulch(plan.today, *USUAL_MULCH)
    cover = min(b.today.stand.canopy_m2 / b.ground_m2, 1.0)
    now = _saved(plan, bed, b.bed, mulch, days)
    young = None
    if cover > OPEN_COVER:
        share = (OPEN_COVER / cover) ** 0.5
        small = tuple(_smaller(p, plan.today, share) for p in b.bed.plantings)
        young = _saved(plan, bed, dataclasses.replace(b.bed, plantings=small), mulch, days)
    return MulchSaves(
        mulch.kind, mulch.depth_m, b.today.mulch is not None, cover, *now, *(young if young else (None, None))
    )


def _saved(plan: Plan, i: int, bed: Bed, mulch: Mulch, days: int) -> tuple[float, float]:
    """Litres and soaks in a season, bare less mulched."""
    today, run = plan.beds[i].today, plan.run
    trigger = styles.trigger_of(plan.garden, bed, plan.today)
    found = []
    for lying in (dataclasses.replace(mulch, kind="none", depth_m=0.0), mulch):
        laid = (*(m for m in bed.mulches if m.date < plan.today), dataclasses.replace(lying, date=plan.today))
        described = dataclasses.replace(bed, mulches=laid)
        one = run.told_otherwise(i, described, trigger)
        terms = one.terms_ahead(np.full((days, 1), BY_TRIGGER))
        poured = np.asarray(terms.irrigation)[:, 0]
        used = _used_mm(terms)
        soak = float(poured[poured > 0].mean()) if (poured > 0).any() else plan.beds[i].trigger_mm
        found.append((used, soak))
    (bare, soak), (mulched, _) = found
    saved = max(0.0, bare - mulched) * SEASON_DAYS / days
    return saved * today.ground_m2 / today.arrives, saved / max(soak, LEAST_DOSE_MM)


def _smaller(planting: Planting, date: dt.date, share: float) -> Planting:
    """A planting as it was when its leaves were this share as wide [0..1]."""
    wide = float(stature(planting, date, 1).spread_m[0])
    return (
        dataclasses.replace(planting, sizes=(Size(date, "ankle", max(0.02, share * wide)),)) if wide > 0 else planting
    )


@dataclass(frozen=True)
class SoilInSun:
    """The day's highest temperature a finger's breadth down [degrees C] where nothing lies and where mulch does, under
    the leaves as they stand; today and tomorrow."""

    bare_c: tuple[float, ...]
    mulched_c: tuple[float, ...]


def soil_in_sun(plan: Plan, bed: int) -> SoilInSun | None:
    """How warm a bed's ground gets at its roots, bare and mulched; None in a container, whose mix is told by its wall.

    By ground/soil_temperature.py, under the bed's own light.
    """
    today, run = plan.beds[bed].today, plan.run
    if today.container:
        return None
    n, days = run.n_behind, range(run.n_behind, min(run.n_behind + 2, len(run.weather.dates)))
    parts = run.weather.parts.between(n, n + len(days))
    light = light_share(parts, today.exposure, np.full(len(days), today.sun_share))
    shaded = min(today.stand.canopy_m2 / today.ground_m2, 1.0)
    found = [
        [
            hottest_c(float(parts.tmin[k]), float(parts.tmax[k]), float(parts.rs[k] * light[k]), shaded, mulch)
            for mulch in (0.0, 1.0)
        ]
        for k in range(len(days))
    ]
    bare, mulched = zip(*found, strict=True)
    return SoilInSun(bare, mulched)


@dataclass(frozen=True)
class WallTakes:
    """What a container would take in a week of days like these with a wall of this kind [L]; chosen: it is so."""

    wall: Wall
    litres_a_week: float
    chosen: bool


def walls(plan: Plan, bed: int, days: int = 14) -> tuple[WallTakes, ...]:
    """What one container asks for under each kind of wall, by the ledger of the days ahead; nothing where none grows,
    or it has a reservoir. Arithmetic over beds/wall.py."""
    b = plan.beds[bed]
    if not b.today.container or b.plants == 0 or b.bed.reservoir is not None:
        return ()
    trigger = styles.trigger_of(plan.garden, b.bed, plan.today)
    found = []
    for wall in WALLS:
        described = dataclasses.replace(b.bed, wall=wall)
        one = plan.run.told_otherwise(bed, described, trigger)
        used = _used_mm(one.terms_ahead(np.full((days, 1), BY_TRIGGER)))
        litres = max(used, 0.0) * 7 / days * b.ground_m2 / b.today.arrives
        found.append(WallTakes(wall, litres, wall == wall_of(b.bed)))
    return tuple(found)


def _used_mm(terms: Terms) -> float:
    """What was poured over the days of one bed, as if it were full at both ends [mm over its ground], so that no way
    looks cheap by ending dry."""
    ends = float(np.asarray(terms.close_rooted)[-1, 0] - np.asarray(terms.open_rooted)[0, 0])
    return float(np.asarray(terms.irrigation)[:, 0].sum()) + ends
