"""What changes at a bed in a tap: mulch off or on, a roof, shade cloth, a saucer, moved, leaves off, thinned.

Each becomes a dated fact of the day; sizes of what is usual are common practice with no source.
"""

from __future__ import annotations

import dataclasses
from dataclasses import dataclass
from typing import Final

from agronomy.beds.today import BedToday
from agronomy.describe.errors import InputError, MissingError, OutOfRangeError, require_one_of
from agronomy.describe.garden import Count, Exposure, LeavesOff, Mulch
from agronomy.describe.words import Alteration

USUAL_MULCH: Final = ("straw", 0.05)  # what is laid where none lay before
CLOTH_PCT: Final = 40.0  # light that a common shade cloth keeps off
IN_SHADE_PCT: Final = 75.0  # light kept off a pot that was carried into the shade
MORNING_SUN: Final = (5.0, 12.0)
LEAVES_OFF_BELOW_M: Final = 0.3  # leaves touch no soil that splashes
TALL_FROM_M: Final = 0.6  # lower leaves are taken off what is taller


@dataclass(frozen=True)
class Altered:
    """The dated fact that an alteration leaves: one of these."""

    mulch: Mulch | None = None
    exposure: Exposure | None = None
    leaves_off: LeavesOff | None = None
    planting: int | None = None  # its place in the bed, with
    thinned: Count | None = None  # how many are left of it


def open_to(today: BedToday) -> tuple[Alteration, ...]:
    """What may be changed at a bed on a day, by how it stands. Common practice."""
    light, bed = today.exposure, today.bed
    found: list[Alteration] = ["mulch_on" if today.mulch is None else "mulch_off"]
    found.append("shade_off" if light.shade_pct >= CLOTH_PCT else "shade_on")
    if light.cover in ("fleece", "sheet"):
        found.append("fleece_off" if light.cover == "fleece" else "sheet_off")
    elif light.cover == "none" and today.stand.plants > 0:
        found += ["fleece_on", "sheet_on"]
    if today.container:
        found.append("roof_off" if light.cover == "roof" else "roof_on")
        if bed.reservoir is None:
            found.append("saucer_off" if light.saucer else "saucer_on")
        found += ["into_sun", "into_morning_sun", "into_shade"]
    if today.stand.plants > 0 and today.stand.height_m >= TALL_FROM_M:
        found.append("leaves_off")
    if _most(today)[1] > 1:
        found.append("thinned")
    return tuple(found)


def altered(today: BedToday, what: str, count: int | None = None) -> Altered:
    """What an alteration of a day leaves behind; count: of plants, where they were thinned. Common practice.

    Raises InputError where the bed is not open to it, MissingError or OutOfRangeError for the count.
    """
    require_one_of("what", what, open_to(today))
    if what != "thinned" and count is not None:
        raise InputError("count", count, "no count: it belongs to plants that were thinned")
    light, date = today.exposure, today.date
    lights: dict[str, dict[str, object]] = {
        "roof_on": {"cover": "roof"},
        "roof_off": {"cover": _before(today, "cover", "none")},
        "fleece_on": {"cover": "fleece"},
        "fleece_off": {"cover": _before(today, "cover", "none")},
        "sheet_on": {"cover": "sheet"},
        "sheet_off": {"cover": _before(today, "cover", "none")},
        "shade_on": {"shade_pct": CLOTH_PCT},
        "shade_off": {"shade_pct": _before(today, "shade_pct", 0.0)},
        "saucer_on": {"saucer": True},
        "saucer_off": {"saucer": False},
        "into_sun": {"sun_from_h": 0.0, "sun_to_h": 24.0, "shade_pct": 0.0},
        "into_morning_sun": {"sun_from_h": MORNING_SUN[0], "sun_to_h": MORNING_SUN[1], "shade_pct": 0.0},
        "into_shade": {"shade_pct": IN_SHADE_PCT},
    }
    if what in lights:
        return Altered(exposure=dataclasses.replace(light, date=date, **lights[what]))  # type: ignore[arg-type]
    if what == "mulch_off":
        return Altered(mulch=Mulch(date, "none", 0.0))
    if what == "mulch_on":
        lay = [m for m in today.bed.mulches if m.date <= date and m.kind != "none"]
        last = max(lay, key=lambda m: m.date, default=Mulch(date, *USUAL_MULCH))
        return Altered(mulch=dataclasses.replace(last, date=date))
    if what == "leaves_off":
        return Altered(leaves_off=LeavesOff(date, LEAVES_OFF_BELOW_M))
    return _thinned(today, count)


def _thinned(today: BedToday, count: int | None) -> Altered:
    place, standing = _most(today)
    if count is None:
        raise MissingError("count", f"how many are left, from 1 to {standing - 1}")
    if not 1 <= count < standing:
        raise OutOfRangeError("count", count, f"from 1 to {standing - 1}: {standing} stand there")
    return Altered(planting=place, thinned=Count(today.date, count))


def _most(today: BedToday) -> tuple[int, int]:
    """The place of the planting that most plants are left of, and how many."""
    places = {id(p): i for i, p in enumerate(today.bed.plantings)}
    return max(((places[id(p)], n) for p, n in today.standing), key=lambda x: (x[1], -x[0]), default=(-1, 0))


def _before(today: BedToday, name: str, usual: object) -> object:
    """What was so before the last change of it; the usual where nothing was."""
    now = getattr(today.exposure, name)
    behind = sorted((x for x in today.bed.exposures if x.date is None or x.date <= today.date), key=_dated)
    return next((v for x in reversed(behind) if (v := getattr(x, name)) != now), usual)


def _dated(exposure: Exposure) -> int:
    return exposure.date.toordinal() if exposure.date else 0
