"""The days ahead as plain values, and as a calendar."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable

import icalendar

from agronomy.decide.fortnight import Fortnight
from agronomy.decide.household import allowed_windows
from agronomy.decide.plan import Plan
from agronomy.decide.room import Soak
from agronomy.describe.garden import Move
from api.present import Json, band_out, crops_out, garden_out, heat_out, limits_out, weather_out
from apps.planning.facts import Moved
from apps.planning.situation import Situation, days_ahead


def move(m: Moved, bed_id: int) -> Json:
    return {"id": m.id, "bed": bed_id, "from_date": m.from_date, "to_date": m.to_date}


def ahead(now: Situation, role: str, trial: Iterable[Move] = ()) -> Json:
    """The fortnight of a garden; with `trial`, as it would be with these moves added to those that are kept."""
    p = now.plan
    out: Json = {
        "garden": garden_out(now.garden, role),
        "weather": weather_out(now),
        "lacks": now.lacks,
        "heat": heat_out(p) if p else None,
        "days": [],
        "beds": [],
        "gives": [],
        "moves": [move(m, b.row.pk) for b in now.beds for m in b.moves],
    }
    if p is None:
        return out
    moves = (*p.garden.moves, *trial)
    made = days_ahead(now, moves)
    unmoved = days_ahead(now, ()) if moves else made
    keys = {b.row.name: b.row.pk for b in now.beds}
    out["days"] = [
        {
            "date": d.date,
            "litres": d.litres,
            "minutes": d.minutes,
            "limits": limits_out(d.limits, allowed_windows(p.garden, d.date)),
            "rain_mm": band_out(d.rain),
            "rain_chance": d.rain_chance,
            "tmax": band_out(d.tmax),
            "hot": d.hot,
        }
        for d in made.days
    ]
    out["beds"] = [_bed(p, i, made, unmoved) for i in range(len(p.beds))]
    out["gives"] = [{**vars(x), "bed": keys[x.bed], "name": x.bed} for x in made.gives]
    return out


def _bed(p: Plan, i: int, made: Fortnight, unmoved: Fortnight) -> Json:
    b, line = p.beds[i], made.beds[i]
    return {
        "id": int(b.bed.key),
        "name": b.bed.name,
        "crops": crops_out(p, b),
        "method": b.bed.method,
        "raw_mm": b.raw_mm,
        "trigger_mm": b.trigger_mm,
        "taw_mm": b.taw_mm,
        "room_mm": b.day.room,
        "missed": line.missed,
        "missed_unmoved": unmoved.beds[i].missed,
        "yield_lost": line.yield_lost,
        "lost_litres": line.lost_litres,
        "days": [
            {
                "date": d.date,
                "net_mm": band_out(d.net),
                "gave": d.gave,
                "grows": d.grows,
                "soak": _soak(d.soak) if d.soak else None,
            }
            for d in line.days
        ],
    }


def _soak(soak: Soak) -> Json:
    return {
        "litres": band_out(soak.litres),
        "minutes": soak.minutes,
        "how": soak.how,
        "wanted": soak.wanted,
        "again": soak.again,
    }


def calendar(now: Situation, host: str) -> bytes:
    """The fortnight as iCalendar (RFC 5545): one all-day entry for each day on which something is to be watered."""
    calendar = icalendar.Calendar()
    calendar.add("prodid", "-//Isleshower//days ahead//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", f"Watering: {now.garden.name}")
    if now.plan is not None:
        made = days_ahead(now)
        stamp = dt.datetime.combine(now.plan.today, dt.time(), dt.UTC)
        for i, day in enumerate(made.days):
            soaks = [(b.bed, b.days[i].soak) for b in made.beds]
            lines = [f"{name}: {soak.litres.mid:.0f} L" for name, soak in soaks if soak is not None]
            if lines:
                calendar.add_component(_entry(now, day.date, day.minutes, day.litres, lines, stamp, host))
    return bytes(calendar.to_ical())


def _entry(
    now: Situation, date: dt.date, minutes: float, litres: float, lines: list[str], stamp: dt.datetime, host: str
) -> icalendar.Event:
    event = icalendar.Event()
    event.add("uid", f"garden-{now.garden.pk}-{date.isoformat()}@{host}")
    event.add("dtstamp", stamp)
    event.add("dtstart", date)
    event.add("dtend", date + dt.timedelta(days=1))
    event.add("transp", "TRANSPARENT")
    event.add("summary", f"Water {len(lines)} in {now.garden.name}: {litres:.0f} L, {minutes:.0f} min")
    event.add("description", "\n".join(lines) + "\nAn estimate: the finger in the soil wins.")
    return event
