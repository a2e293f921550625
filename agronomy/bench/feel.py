"""Texture by feel: a moist handful squeezed, and rubbed out into a ribbon."""

from __future__ import annotations

from typing import Final

from agronomy.describe.errors import MissingError, require_between, require_one_of
from agronomy.describe.words import Texture

FEELS: Final = ("gritty", "neither", "smooth")
SHORT_RIBBON_CM, LONG_RIBBON_CM = 2.5, 5.0
LONGEST_RIBBON_CM: Final = 30.0

# Ribbon length -> what the wetted soil feels like -> class: the flow diagram of Thien (1979), J. Agron. Educ. 8:54.
BY_RIBBON: Final[dict[str, dict[str, Texture]]] = {
    "short": {"gritty": "sandy_loam", "neither": "loam", "smooth": "silt_loam"},
    "middling": {"gritty": "sandy_clay_loam", "neither": "clay_loam", "smooth": "silty_clay_loam"},
    "long": {"gritty": "sandy_clay", "neither": "clay", "smooth": "silty_clay"},
}


def texture_by_feel(ball: bool, ribbon_cm: float, feel: str | None) -> Texture:
    """USDA class of one handful. ball: it holds together when squeezed; ribbon_cm: how long a ribbon hangs before it
    breaks [cm], 0 for none; feel: one of FEELS, asked where there is a ribbon. Thien (1979).

    Raises OutOfRangeError, MissingError and UnknownNameError.
    """
    require_between("ribbon_cm", ribbon_cm, 0.0, LONGEST_RIBBON_CM, "cm")
    if not ball:
        return "sand"
    if ribbon_cm == 0:
        return "loamy_sand"
    if feel is None:
        raise MissingError("feel", "gritty, smooth or neither, since it makes a ribbon")
    require_one_of("feel", feel, FEELS)
    length = "short" if ribbon_cm < SHORT_RIBBON_CM else "middling" if ribbon_cm <= LONG_RIBBON_CM else "long"
    return BY_RIBBON[length][feel]
