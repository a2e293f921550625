"""The crop table. Coefficients are FAO-56's where it has the crop; every row says where its figures come from."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

FAO = "FAO-56 tables 11, 12, 17 and 22, from memory"
GROUP = "FAO-56 group values (small vegetables), from memory; size and stages common practice"


@dataclass(frozen=True)
class Crop:
    """kcb at start, full cover and end [-]; stages [d]; height and spread full-grown [m]; roots [m]; p [-].

    wet_feet: how badly it takes soil short of air, 1 (little) to 3 (badly): common practice, no source.
    spread_m: common practice, no source.
    """

    name: str
    kcb: tuple[float, float, float]
    stages: tuple[int, int, int, int]
    height_m: float
    spread_m: float
    roots_m: tuple[float, float]
    p: float
    wet_feet: int
    source: str

    @property
    def season_days(self) -> int:
        return sum(self.stages)


_ROWS: Final = {
    "tomato": Crop("tomato", (0.15, 1.15, 0.80), (30, 40, 45, 30), 1.80, 0.60, (0.7, 1.5), 0.40, 2, FAO),
    "pepper": Crop("pepper", (0.15, 1.00, 0.80), (30, 35, 40, 20), 0.70, 0.45, (0.5, 1.0), 0.30, 3, FAO),
    "aubergine": Crop("aubergine", (0.15, 1.00, 0.80), (30, 40, 40, 20), 0.80, 0.60, (0.7, 1.2), 0.45, 2, FAO),
    "cucumber": Crop("cucumber", (0.15, 0.95, 0.70), (20, 30, 40, 15), 1.60, 0.60, (0.7, 1.2), 0.50, 2, FAO),
    "courgette": Crop("courgette", (0.15, 0.90, 0.70), (25, 35, 25, 15), 0.70, 1.10, (0.6, 1.0), 0.50, 2, FAO),
    "winter_squash": Crop("winter squash", (0.15, 0.95, 0.70), (20, 30, 30, 20), 0.40, 2.20, (1.0, 1.5), 0.35, 2, FAO),
    "runner_bean": Crop("runner bean", (0.15, 1.00, 0.80), (20, 30, 30, 10), 2.00, 0.40, (0.5, 0.7), 0.45, 2, FAO),
    "pea": Crop("pea", (0.15, 1.10, 1.05), (15, 25, 35, 15), 1.00, 0.25, (0.6, 1.0), 0.35, 3, FAO),
    "lettuce": Crop("lettuce", (0.15, 0.90, 0.90), (20, 30, 15, 10), 0.30, 0.30, (0.3, 0.5), 0.30, 2, FAO),
    "spinach": Crop("spinach", (0.15, 0.90, 0.85), (20, 20, 25, 5), 0.30, 0.20, (0.3, 0.5), 0.20, 2, FAO),
    "chard": Crop("chard", (0.15, 0.95, 0.85), (25, 30, 60, 20), 0.45, 0.35, (0.3, 0.6), 0.30, 1, GROUP),
    "cabbage": Crop("cabbage", (0.15, 0.95, 0.85), (40, 60, 50, 15), 0.40, 0.55, (0.5, 0.8), 0.45, 1, FAO),
    "broccoli": Crop("broccoli", (0.15, 0.95, 0.85), (35, 45, 40, 15), 0.50, 0.50, (0.4, 0.6), 0.45, 2, FAO),
    "carrot": Crop("carrot", (0.15, 0.95, 0.85), (30, 40, 60, 20), 0.30, 0.12, (0.5, 1.0), 0.35, 2, FAO),
    "beetroot": Crop("beetroot", (0.15, 0.95, 0.85), (25, 30, 40, 15), 0.40, 0.20, (0.6, 1.0), 0.50, 2, FAO),
    "onion": Crop("onion", (0.15, 0.95, 0.65), (15, 25, 70, 40), 0.40, 0.15, (0.3, 0.6), 0.30, 3, FAO),
    "leek": Crop("leek", (0.15, 0.95, 0.90), (35, 50, 70, 30), 0.50, 0.20, (0.3, 0.6), 0.30, 1, GROUP),
    "celeriac": Crop("celeriac", (0.15, 0.95, 0.90), (30, 50, 70, 20), 0.50, 0.40, (0.3, 0.5), 0.20, 1,
                     "FAO-56 celery row, from memory; size and stages common practice"),
    "radish": Crop("radish", (0.15, 0.85, 0.75), (5, 10, 15, 5), 0.20, 0.10, (0.3, 0.5), 0.30, 2, FAO),
    "potato": Crop("potato", (0.15, 1.10, 0.65), (25, 30, 45, 30), 0.60, 0.55, (0.4, 0.6), 0.35, 3, FAO),
    "sweetcorn": Crop("sweetcorn", (0.15, 1.10, 1.00), (20, 25, 25, 10), 1.80, 0.45, (0.8, 1.2), 0.50, 2, FAO),
    "strawberry": Crop("strawberry", (0.30, 0.80, 0.70), (20, 30, 60, 30), 0.20, 0.30, (0.2, 0.3), 0.20, 2, FAO),
    "basil": Crop("basil", (0.15, 0.95, 0.85), (20, 25, 45, 15), 0.45, 0.30, (0.2, 0.4), 0.30, 3, GROUP),
    "other": Crop("another vegetable", (0.15, 0.95, 0.85), (25, 35, 45, 20), 0.50, 0.40, (0.3, 0.6), 0.30, 2, GROUP),
}  # fmt: skip

CROPS: Final[dict[str, Crop]] = _ROWS
