"""USDA texture classes."""

from __future__ import annotations

from typing import Final

from agronomy.describe.errors import OutOfRangeError, require_between

# class -> (sand %, clay %), the point that stands for the class. Saxton and Rawls (2006) Table 3, from memory.
CLASS_CENTRES: Final[dict[str, tuple[float, float]]] = {
    "sand": (88, 5), "loamy_sand": (80, 5), "sandy_loam": (65, 10), "loam": (40, 20), "silt_loam": (20, 15),
    "silt": (10, 5), "sandy_clay_loam": (60, 25), "clay_loam": (30, 35), "silty_clay_loam": (10, 35),
    "silty_clay": (10, 45), "sandy_clay": (50, 40), "clay": (25, 50),
}  # fmt: skip


def texture_class(sand_pct: float, clay_pct: float) -> str:
    """USDA class of a soil by sand and clay [%]. Soil Survey Manual (Handbook 18).

    Raises OutOfRangeError when a share is outside 0..100 or both exceed 100 together.
    """
    sand = require_between("sand_pct", sand_pct, 0, 100, "%")
    clay = require_between("clay_pct", clay_pct, 0, 100, "%")
    if sand + clay > 100:
        raise OutOfRangeError("clay_pct", clay_pct, f"at most {100 - sand:g} % beside {sand:g} % of sand")
    silt = 100 - sand - clay
    if silt + 1.5 * clay < 15:
        return "sand"
    if silt + 2 * clay < 30:
        return "loamy_sand"
    if (clay < 7 and silt < 50) or (7 <= clay < 20 and sand > 52):
        return "sandy_loam"
    if silt >= 80 and clay < 12:
        return "silt"
    if silt >= 50 and clay < 27:
        return "silt_loam"
    if clay < 27 and silt >= 28 and sand <= 52:
        return "loam"
    if 20 <= clay < 35 and silt < 28 and sand > 45:
        return "sandy_clay_loam"
    if clay >= 35 and sand > 45:
        return "sandy_clay"
    if clay < 40:
        return "silty_clay_loam" if sand <= 20 else "clay_loam"
    return "silty_clay" if silt >= 40 else "clay"
