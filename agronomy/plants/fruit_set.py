"""Heat in which flowers set no fruit: neither thirst nor hunger, and no reason to water more."""

from __future__ import annotations

from typing import Final

from agronomy.describe.words import CropName

# Warmest of the day and coldest of the night [degrees C] from which a crop's flowers fall or set nothing; None: that
# does not matter much. Extension leaflets, from memory; where they differ, the middle.
PAUSES_FROM: Final[dict[CropName, tuple[float | None, float | None]]] = {
    "tomato": (33.0, 22.0), "cherry_tomato": (35.0, 24.0), "pepper": (32.0, 24.0), "chilli": (35.0, 26.0),
    "aubergine": (35.0, None), "french_bean": (32.0, 24.0), "runner_bean": (30.0, 20.0), "broad_bean": (27.0, None),
    "pea": (27.0, None), "cucumber": (38.0, None), "courgette": (38.0, None), "winter_squash": (38.0, None),
    "strawberry": (30.0, None),
}  # fmt: skip

# Crops whose fruit is eaten, or pods: what can crack, rot at its end or fall.
FRUITING: Final[frozenset[str]] = frozenset(
    {"tomato", "bush_tomato", "cherry_tomato", "large_tomato", "pepper", "chilli", "aubergine", "cucumber", "courgette",
     "winter_squash", "melon", "watermelon", "okra", "strawberry", "runner_bean", "french_bean", "pea", "drying_bean"}
)  # fmt: skip


def pauses(crop: CropName, tmin: float, tmax: float) -> bool:
    """Whether fruit set of a crop pauses on a day so cold by night and warm by day [degrees C]. Extension leaflets,
    from memory."""
    day, night = PAUSES_FROM.get(crop, (None, None))
    return (day is not None and tmax >= day) or (night is not None and tmin >= night)
