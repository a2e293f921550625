"""Drip lines as plain values. No rule lives here."""

from __future__ import annotations

from agronomy.decide.drip_lines import by_hour, drip_lines, taps
from agronomy.decide.fortnight import Fortnight
from agronomy.decide.plan import BedPlan
from agronomy.decide.timer_setting import timers
from agronomy.decide.upkeep import upkeep
from agronomy.fit.fits import widths_on
from agronomy.methods.timer import next_run, programme_on
from agronomy.plants.crops import crop_of
from api.present import Json, garden_out
from apps.planning.situation import Situation, days_ahead

BULBS = ("usual", "habit", "deeper")


def lines_out(now: Situation, role: str) -> Json:
    p = now.plan
    beds = {b.bed.name: b for b in p.beds} if p else {}
    lines = drip_lines(p) if p else ()
    told = {x.bed for x in lines}
    rigs = {r.name: r.pk for r in now.garden.rigs.all()}
    return {
        "garden": garden_out(now.garden, role),
        "lacks": now.lacks,
        "lines": [
            {
                **{name: value for name, value in vars(x).items() if name not in (*BULBS, "changes")},
                "id": int(beds[x.bed].bed.key),
                "usual": vars(x.usual),
                "habit": vars(x.habit),
                "deeper": [vars(w) for w in x.deeper],
                "changes": [vars(c) for c in x.changes],
                "programme": vars(timer) if (timer := programme_on(beds[x.bed].today.rig, p.today, x.outlet)) else None,
                "plot": _plot(beds[x.bed]),
                "next_run": next_run(beds[x.bed].today.rig, p.today, outlet=x.outlet),
            }
            for x in lines
        ]
        if p
        else [],
        "upkeep": [{**vars(x), "rig_id": rigs[x.rig]} for x in upkeep(p) if x.rig in rigs] if p else [],
        "taps": [vars(x) for x in taps(p)] if p else [],
        "hours": [vars(x) for x in by_hour(p)] if p else [],
        "tubes": _tubes(days_ahead(now), {x.tube for x in lines if len(x.tube) > 1}) if p else [],
        "open": [
            {"id": int(b.bed.key), "name": name}
            for name, b in beds.items()
            if b.bed.method == "drip" and name not in told
        ],
    }


def _tubes(ahead: Fortnight, tubes: set[tuple[str, ...]]) -> list[Json]:
    """Tubes through several beds: what the days ahead give by them, and how much of it falls where nothing asks."""
    soaks = {x.bed: [d.soak for d in x.days if d.soak] for x in ahead.beds}
    return [
        {
            "beds": tube,
            "days": len(ahead.days),
            "litres": sum(x.litres.mid for name in tube for x in soaks.get(name, [])),
            "over": [sum(x.over for x in soaks.get(name, [])) for name in tube],
        }
        for tube in sorted(tubes)
    ]


def _plot(b: BedPlan) -> Json:
    """The bed that a line lies in, and what stands there."""
    return {
        "length_m": b.bed.length_m,
        "width_m": b.bed.width_m,
        "round": b.bed.round,
        "plants": [
            {"label": crop_of(p).name, "count": left, **widths_on(p, crop_of(p), b.today.date)}
            for p, left in b.today.standing
        ],
    }


def timers_out(now: Situation) -> list[Json]:
    """What each timer, or the one a tap might have, is best set to."""
    rigs = {r.name: r.pk for r in now.garden.rigs.all()}
    return [
        {
            **vars(x),
            "rig_id": rigs[x.rig],
            "best": vars(x.best),
            "now": vars(x.now) if x.now else None,
        }
        for x in (timers(now.plan) if now.plan else ())
        if x.rig in rigs
    ]
