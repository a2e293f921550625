"""Plants as plain values."""

from __future__ import annotations

from agronomy.describe.kinds import BODY_HEIGHTS
from agronomy.plants.size import last_sighting, sighting_due
from api.present import Json
from apps.planning.situation import Situation


def planting_sizes(now: Situation) -> list[Json]:
    """Every standing planting with its size as growth has it today."""
    p = now.plan
    if p is None:
        return []
    day, out = p.run.n_behind, []
    facts = {str(b.row.pk): b for b in now.beds}
    for stand, bed_plan in zip(p.run.stands, p.beds, strict=True):
        of_bed = facts[bed_plan.bed.key]
        for grows, (planting, stature) in zip(of_bed.grows, stand.parts, strict=True):
            if not stature.present[day]:
                continue
            height, last = float(stature.height_m[day]), last_sighting(planting, p.today)
            out.append(
                {
                    "planting": grows.id,
                    "bed": of_bed.row.pk,
                    "bed_name": of_bed.row.name,
                    "crop": planting.crop,
                    "variety": planting.own_crop.name if planting.own_crop else planting.variety,
                    "count": int(stature.count[day]),
                    "height": min(BODY_HEIGHTS, key=lambda name: abs(BODY_HEIGHTS[name] - height)),
                    "spread_m": round(float(stature.spread_m[day]), 2),
                    "seen": last.date if last else None,
                    "due": sighting_due(planting, p.today),
                }
            )
    return out
