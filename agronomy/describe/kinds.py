"""The kinds of isle and of things, heights by the body, and the sizes they usually have."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from agronomy.describe.words import BodyHeight, Kind, ThingKind

# kind -> (is a container, usual soil depth in m (practice), what it is called)
KINDS: Final[dict[Kind, tuple[bool, float, str]]] = {
    "raised": (False, 0.30, "raised bed"),
    "open": (False, 0.45, "open ground"),
    "keyhole": (False, 0.45, "keyhole bed"),
    "row": (False, 0.45, "long row"),
    "mound": (False, 0.40, "mound"),
    "tunnel": (False, 0.45, "tunnel bed"),
    "pot": (True, 0.28, "pot"),
    "half_barrel": (True, 0.40, "half barrel"),
    "trough": (True, 0.20, "trough"),
    "fabric_bag": (True, 0.30, "fabric bag"),
    "hanging_basket": (True, 0.16, "hanging basket"),
    "self_watering_box": (True, 0.25, "self-watering box"),
    "tray": (True, 0.06, "tray"),
}


BODY_HEIGHTS: Final[dict[BodyHeight, float]] = {  # m; common practice, no source
    "ankle": 0.10, "knee": 0.45, "waist": 0.90, "shoulder": 1.40, "overhead": 1.90, "tall": 2.60,
}  # fmt: skip
# what stands in a garden beside its beds -> (usual height in m, 0: it throws no shade; common practice; its name)
THINGS: Final[dict[ThingKind, tuple[float, str]]] = {
    "wall": (2.0, "wall"), "fence": (1.6, "fence"), "hedge": (1.8, "hedge"), "tree": (5.0, "tree"),
    "shed": (2.3, "shed"), "house": (6.0, "house"), "path": (0.0, "path"), "water": (0.0, "pond or butt"),
}  # fmt: skip


@dataclass(frozen=True)
class UsualSize:
    """A size that a kind is often bought or built in [m]; a round one is length_m across. Common practice."""

    length_m: float
    width_m: float
    depth_m: float
    round: bool = False


def _round(*sizes: tuple[float, float]) -> tuple[UsualSize, ...]:
    return tuple(UsualSize(across, across, depth, True) for across, depth in sizes)


USUAL_SIZES: Final[dict[Kind, tuple[UsualSize, ...]]] = {
    "raised": (UsualSize(2.4, 1.2, 0.30), UsualSize(1.2, 1.2, 0.30), UsualSize(1.8, 0.9, 0.45)),
    "open": (UsualSize(3.0, 1.2, 0.45), UsualSize(6.0, 1.2, 0.45)),
    "keyhole": _round((1.8, 0.45), (2.4, 0.60)),
    "row": (UsualSize(5.0, 0.4, 0.45), UsualSize(10.0, 0.4, 0.45)),
    "mound": (*_round((1.2, 0.40)), UsualSize(3.0, 1.2, 0.60)),
    "tunnel": (UsualSize(4.0, 0.9, 0.45), UsualSize(6.0, 1.2, 0.45)),
    "pot": _round((0.20, 0.18), (0.25, 0.21), (0.28, 0.25), (0.30, 0.28), (0.35, 0.31), (0.40, 0.35), (0.46, 0.45)),
    "half_barrel": _round((0.65, 0.40), (0.66, 0.44)),
    "trough": (UsualSize(0.6, 0.2, 0.18), UsualSize(1.0, 0.4, 0.35)),
    "fabric_bag": _round((0.30, 0.25), (0.40, 0.30), (0.50, 0.40)),
    "hanging_basket": _round((0.30, 0.16), (0.40, 0.20)),
    "self_watering_box": (UsualSize(0.75, 0.38, 0.25), UsualSize(1.0, 0.4, 0.30)),
    "tray": (UsualSize(0.38, 0.24, 0.06), UsualSize(0.54, 0.28, 0.05)),
}  # fmt: skip
