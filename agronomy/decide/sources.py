"""What a bed's answer rests on: each coefficient with its value, unit and source."""

from __future__ import annotations

from dataclasses import dataclass

from agronomy.balance import forcing
from agronomy.balance import step as s
from agronomy.decide.plan import BedPlan, Plan
from agronomy.decide.styles import pattern_of, style_of
from agronomy.describe.garden import Bed
from agronomy.describe.kinds import KINDS
from agronomy.ground.mulch import mulch_on
from agronomy.methods.hand import ARRIVES
from agronomy.plants.crops import crop_of
from agronomy.plants.size import last_sighting

PRACTICE = "common practice, no source"
LIGHT = "FAO-56 eq. 6 with the bed's own light and wind; shares common practice, no source"
WIDTH = "wetted width by Schwartzman and Zur 1986, from memory"


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
    row, bed = b.today_row, b.bed
    ground = forcing.profile_on(bed, plan.today)
    h = ground.top
    today = plan.season.days[plan.season.n_behind, plan.beds.index(b)]
    out = [
        Coefficient("ET0", "reference_et", float(row[s.ET0_NOW]), "mm", f"FAO-56, tier {_tier(plan)}"),
        Coefficient("fc", "cover", float(min(1.0, b.canopy_m2 / b.ground_m2)), "share", _size_source(plan, b)),
        Coefficient("Kd", "density", float(today[s.KD]), "", "Allen and Pereira 2009, eq. 10"),
    ]
    standing = [p for p in bed.plantings if p.planted <= plan.today and (not p.removed or p.removed > plan.today)]
    for name, c in {crop_of(p).name: crop_of(p) for p in standing}.items():
        ky, ky_source = c.yield_response
        out.append(Coefficient("Kcb mid", f"crop:{name}", c.kcb[1], "", c.source))
        out.append(Coefficient("Ky", f"yield:{name}", ky, "", ky_source))
    exposure = forcing.exposure_on(bed, plan.today)
    if bed.exposures:
        out.insert(1, Coefficient("", f"exposure:{exposure.cover}", float(today[s.AIR_FACTOR]), "share", LIGHT))
    mulch = mulch_on(bed.mulches, plan.today)
    reach = forcing.line_reach(bed, plan.today)
    line = [Coefficient("fw", "line_reach", reach, "share", WIDTH)] if bed.method == "drip" else []
    out += [
        Coefficient("Kcb", "basal", float(row[s.KCB_NOW]), "", "FAO-56 chapter 7; Allen and Pereira 2009, eq. 11"),
        Coefficient("Ke", "evaporation", float(row[s.KE_NOW]), "", "FAO-56 eq. 71 to 77"),
        Coefficient(
            "", "mulch", float(today[s.EVAP_LEFT]), "share",
            "FAO-56 chapter 10; beyond 3 cm " + PRACTICE if mulch else "bare soil",
        ),
        Coefficient("FC", "field_capacity", h.field_capacity, "m3/m3", h.source),
        Coefficient("WP", "wilting_point", h.wilting_point, "m3/m3", h.source),
        Coefficient("Zr", "root_depth", min(b.root_depth_m, b.depth_m), "m", "least of published depth and soil depth"),
        Coefficient("f", "rooted_share", b.share, "share", _share_source(b)),
        *line,
        Coefficient("", "intake", ground.intake_mm_per_h, "mm/h", _intake_source(bed, plan)),
        Coefficient("TAW", "total_available", b.taw_mm, "mm", "FAO-56 eq. 82"),
        Coefficient("p", "depletion_fraction", b.raw_mm / b.taw_mm, "", "FAO-56 Table 22 and its note"),
        Coefficient("RAW", "readily_available", b.raw_mm, "mm", "FAO-56 eq. 83"),
        Coefficient("", f"trigger:{style_of(plan.garden, bed)}:{pattern_of(bed)}", b.trigger_mm, "mm", PRACTICE),
        Coefficient("", "arrives", ARRIVES[bed.method], "share", PRACTICE),
    ]  # fmt: skip
    return tuple(out)


def _tier(plan: Plan) -> str:
    return plan.season.weather.tier[plan.season.n_behind]


def _size_source(plan: Plan, b: BedPlan) -> str:
    seen = [x for x in (last_sighting(p, plan.today) for p in b.bed.plantings) if x]
    if seen:
        return "size seen on " + max(x.date for x in seen).isoformat()
    return "size by the crop's stages, " + PRACTICE


def _intake_source(bed: Bed, plan: Plan) -> str:
    measured = forcing.soil_on(bed, plan.today).intake_mm_per_h is not None
    return "measured" if measured else "saturated conductivity, Saxton and Rawls 2006"


def _share_source(b: BedPlan) -> str:
    if KINDS[b.bed.kind][0]:
        return "a pot is wetted whole"
    return "roots half as wide again as the leaves, " + PRACTICE
