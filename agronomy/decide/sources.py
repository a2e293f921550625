"""Where each figure of a bed's answer comes from: the coefficients in the order in which they were used."""

from __future__ import annotations

from dataclasses import dataclass

from agronomy.beds.today import PRACTICE
from agronomy.beds.wall import wall_of
from agronomy.decide.plan import BedPlan, Plan
from agronomy.decide.styles import pattern_of, style_of
from agronomy.methods.drip import WIDTH_SOURCE
from agronomy.plants.crops import crop_of, wish_of

SHADOW = "outline, and height over the noon sun's slope, at most twice the outline: " + PRACTICE
DENSITY = "Kd over fc / sin(beta), Allen and Pereira 2009, eq. 10, no more than standing free"
OWN_P = "the crop's own: FAO-56 Table 22; held fixed in containers, " + PRACTICE
FLUX_P = "FAO-56 Table 22 and its note, over the ground that roots hold"
WALL = "absorptance x sunlit side x beam, a fifth to the leaves' air: " + PRACTICE
SIDES = "like exposed ground of their area, by the wall's heat and the air: " + PRACTICE
LIGHT = "FAO-56 eq. 6 with the bed's own light and wind; shares common practice, no source"


@dataclass(frozen=True)
class Coefficient:
    """symbol: FAO-56's where it has one; what: a code for the words; value as text-free number; source as text."""

    symbol: str
    what: str
    value: float
    unit: str
    source: str


def coefficients(plan: Plan, b: BedPlan) -> tuple[Coefficient, ...]:
    """Everything that went into a bed's answer today, in the order in which it was used."""
    t, day, today, bed = b.terms, b.day, b.today, b.bed
    stand, ground, h = today.stand, today.profile, today.profile.top
    cover = min(1.0, stand.canopy_m2 / today.ground_m2)
    tier = plan.run.weather.tier[plan.run.n_behind]
    out = [
        Coefficient("ET0", "reference_et", t.et0_now, "mm", f"FAO-56, tier {tier}"),
        Coefficient("fc", "cover", cover, "share", today.size_source),
        Coefficient("Kd", "density", day.kd, "", SHADOW if today.container else DENSITY),
        Coefficient("A", "light_area", day.spread_area * day.kd * today.ground_m2, "m2", "Kd over all that demands"),
    ]
    for name, (c, wish) in {crop_of(p).name: (crop_of(p), wish_of(p.crop)) for p, _ in today.standing}.items():
        ky, ky_source = c.yield_response
        out.append(Coefficient("Kcb mid", f"crop:{name}", c.kcb[1], "", c.source))
        out.append(Coefficient("p", f"wish:{wish}:{name}", c.p, "", f"{c.source}; how it wants its water: {PRACTICE}"))
        out.append(Coefficient("Ky", f"yield:{name}", ky, "", ky_source))
    if today.container:
        out.append(Coefficient("", f"wall:{wall_of(bed)}", day.leaf_heat, "", WALL))
        if day.side > 0:
            out.append(Coefficient("", "sides", day.side_et, "", SIDES))
    if bed.exposures:
        out.insert(1, Coefficient("", f"exposure:{today.exposure.cover}", day.air_factor, "share", LIGHT))
    line = [Coefficient("fw", "line_reach", today.reach, "share", WIDTH_SOURCE)] if bed.method == "drip" else []
    mulched = "FAO-56 chapter 10; beyond 3 cm " + PRACTICE if today.mulch else "bare soil"
    depth = min(stand.root_depth_m, today.depth_m)
    asks = f"trigger:{style_of(plan.garden, bed)}:{pattern_of(bed, plan.today)}"
    out += [
        Coefficient("Kcb", "basal", t.kcb_now, "", "FAO-56 chapter 7; Allen and Pereira 2009, eq. 11"),
        Coefficient("Ke", "evaporation", t.ke_now, "", "FAO-56 eq. 71 to 77"),
        Coefficient("", "mulch", day.evap_left, "share", mulched),
        Coefficient("FC", "field_capacity", h.field_capacity, "m3/m3", h.source),
        Coefficient("WP", "wilting_point", h.wilting_point, "m3/m3", h.source),
        Coefficient("Zr", "root_depth", depth, "m", "least of published depth and soil depth"),
        Coefficient("f", "rooted_share", b.rooted_share, "share", today.share_source),
        *line,
        Coefficient("", "intake", ground.intake_mm_per_h, "mm/h", ground.intake_source),
        Coefficient("TAW", "total_available", b.taw_mm, "mm", "FAO-56 eq. 82"),
        Coefficient("p", "depletion_fraction", b.raw_mm / b.taw_mm, "", OWN_P if today.container else FLUX_P),
        Coefficient("RAW", "readily_available", b.raw_mm, "mm", "FAO-56 eq. 83"),
        Coefficient("", asks, b.trigger_mm, "mm", PRACTICE),
        Coefficient("", "arrives", today.arrives, "share", PRACTICE),
    ]
    return tuple(out)
