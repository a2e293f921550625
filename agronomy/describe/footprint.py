"""Where a point of something on the map lies."""

from __future__ import annotations

import math

Point = tuple[float, float]


def on_map(x: float, y: float, turn_deg: float, along: float, across: float) -> Point:
    """A point given in the own axes [m] of something whose middle is at (x, y), turned clockwise [degrees].

    x runs to the right of the map and y up.
    """
    turn = math.radians(turn_deg)
    return (
        x + along * math.cos(turn) + across * math.sin(turn),
        y - along * math.sin(turn) + across * math.cos(turn),
    )


def corners(x: float, y: float, turn_deg: float, length: float, width: float) -> list[Point]:
    """The four corners of a footprint [m], counter-clockwise from its own lower left."""
    half = ((-1, -1), (1, -1), (1, 1), (-1, 1))
    return [on_map(x, y, turn_deg, sx * length / 2, sy * width / 2) for sx, sy in half]
