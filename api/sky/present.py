"""The sky as plain values: each day as it is known, and as the plan takes it."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping, Sequence

import numpy as np

from agronomy.air.leaf_wetness import OPEN_BELOW
from agronomy.decide.after_rain import last_rain
from agronomy.decide.bands import Band, band, rain_chance
from agronomy.decide.cold import learnt_offset
from agronomy.decide.heat_sheet import heat_sheet
from agronomy.decide.leaf_risk import leaf_risks, wet_hours
from agronomy.decide.plan import Plan
from agronomy.describe.weather import COLUMNS
from agronomy.formats.station_file import SHOWN_DAYS, Station
from agronomy.sky.assemble import GROUPS, TRUST, day_of, rain_read
from agronomy.sky.scoring import Score
from agronomy.sky.spells import DrySpell, dry_spell, windy_days
from api.present import Json, band_out, garden_out, heat_out, weather_out
from apps.garden.models import Event
from apps.planning.situation import Situation, days_ahead
from apps.weather.convert import known_of, seen_of


def gauge(reading: Event) -> Json:
    return {"id": reading.pk, "date": reading.date, "fell": None, **reading.told}


def seen(event: Event) -> Json:
    """Hail or frost as it was seen."""
    return {"id": event.pk, **vars(seen_of(event))}


def score_out(x: Score | None) -> Json | None:
    """A score with its bins."""
    return {**vars(x), "skill": x.skill, "bins": [vars(b) for b in x.bins]} if x else None


def _last_rain(p: Plan) -> Json | None:
    """What of the last rain came to the roots of each bed."""
    last = last_rain(p)
    return {**vars(last), "beds": [vars(x) for x in last.beds]} if last else None


def _spells(now: Situation) -> Json:
    """A dry spell, windy days ahead, and how cold the garden's own nights are."""
    p, today = now.plan, now.garden.today
    dry: DrySpell | None = None
    windy: tuple[dt.date, ...] = ()
    if p is not None:
        w, n = p.run.weather, p.run.n_behind
        rain = {date: float(w.rain[k].mean()) for k, date in enumerate(w.dates[:n]) if w.outlook[k] == "observed"}
        dry = dry_spell(rain, today)
        windy = windy_days({date: float(w.parts.u2[n + k]) for k, date in enumerate(w.dates[n : n + WIND_DAYS])})

    def coldest(source: str) -> dict[dt.date, float]:
        days = now.weather.sources.get(source, {})
        return {d: low for d, day in days.items() if d < today and (low := day.get("tmin")) is not None}

    return {
        "dry_spell": vars(dry) if dry else None,
        "windy": windy,
        "cold_offset_learnt_c": learnt_offset(
            coldest("typed"),
            {**coldest("station"), **coldest("provider")},
            [x.date for x in now.weather.seen if x.what == "frost"],
        ),
    }


def sheet(now: Situation) -> Json:
    """The heat wave in sight, day by day; no days where there is none."""
    p = now.plan
    found = heat_sheet(p, days_ahead(now)) if p else None
    if p is None or found is None:
        return {"days": [], "spared": [], "litres": 0.0, "minutes": 0.0, "evening_before": None}
    keys = {b.bed.name: int(b.bed.key) for b in p.beds}
    return {
        **vars(found),
        "days": [
            {
                **vars(day),
                "tmax": band_out(day.tmax),
                "tmin": band_out(day.tmin),
                "beds": [vars(x) for x in day.beds],
                "pots": [vars(x) for x in day.pots],
            }
            for day in found.days
        ],
        "spared": [{**vars(x), "id": keys[x.bed]} for x in found.spared],
    }


def station(found: Station) -> Json:
    """A station's file as it would be read."""
    dates = list(found.days)
    return {
        "form": found.form,
        "header": found.header,
        "mapping": {**vars(found.mapping), "columns": [vars(x) for x in found.mapping.columns]},
        "days": len(dates),
        "since": dates[0] if dates else None,
        "until": dates[-1] if dates else None,
        "gaps": (dates[-1] - dates[0]).days + 1 - len(dates) if dates else 0,
        "shown": [
            {"date": date, **{name: found.days[date].get(name) for name in COLUMNS}} for date in dates[-SHOWN_DAYS:]
        ],
        "faults": [vars(x) for x in found.faults],
        "fault_count": found.fault_count,
    }


def station_kept(event: Event) -> Json:
    """A file that was taken in."""
    told = event.told
    return {"id": event.pk, **{name: told[name] for name in ("days", "since", "until", "faults")}, "read": event.date}


WIND_DAYS = 3
TYPED_FIELDS = ("tmin", "tmax", "rain", "rain_chance", "wind", "rhmin", "rhmax", "sunshine_h")


def sky(
    now: Situation,
    role: str,
    typed: dict[dt.date, Json],
    gauges: dict[dt.date, Event],
    saw: Sequence[Event],
    stations: Sequence[Event],
    behind: int,
    ahead: int,
) -> Json:
    """Days behind and ahead as they are known; what the plan made of them where there is a plan."""
    today, p, known = now.garden.today, now.plan, known_of(now.garden, now.weather)
    keys = {b.bed.name: int(b.bed.key) for b in p.beds} if p else {}
    days = []
    unknown = "climate" if now.weather.climate else "resampled"
    for offset in range(-behind, ahead):
        date = today + dt.timedelta(days=offset)
        reading = gauges.get(date)
        day: Json = {
            "date": date,
            "kind": unknown if offset >= 0 or now.weather.climate else "gap",
            "source": "",
            "by": [],
            "tier": "",
            "tmin": None,
            "tmax": None,
            "rain": None,
            "rain_chance": None,
            "et0": None,
            "leaves_wet_h": None,
            "heat_wave": bool(p and p.heat and date in p.heat.dates),
            "gauge": gauge(reading) if reading else None,
            "seen": [seen(x) for x in saw if x.date == date],
            "typed": {f: typed[date][f] for f in TYPED_FIELDS} if date in typed else None,
        }
        _known(day, now, date)
        _planned(day, p, date)
        days.append(day)
    return {
        "garden": garden_out(now.garden, role),
        "weather": weather_out(now),
        "heat": heat_out(p) if p else None,
        "days": days,
        "last_rain": _last_rain(p) if p else None,
        **_spells(now),
        "leaf_risks": [{**vars(x), "id": keys[x.bed]} for x in leaf_risks(p)] if p else [],
        "trust": [{"what": what, "order": known.order(what)} for what in GROUPS],
        "sources": [name for name in TRUST if now.weather.sources.get(name)],
        "stations": [station_kept(x) for x in stations],
    }


def _known(day: Json, now: Situation, date: dt.date) -> None:
    """Fill in what the facts alone say of a day."""
    facts, today = now.weather, now.garden.today
    sources = facts.sources_of(date)
    values: list[Mapping[str, float | None]]
    if date < today and sources:
        whole, by = day_of(known_of(now.garden, facts), date)
        day["kind"], day["source"], values = "observed", sources[0], [whole]
        told = {group: next((by[x] for x in names if x in by), None) for group, names in GROUPS.items()}
        day["by"] = [{"what": group, "source": source} for group, source in told.items() if source]
    elif date >= today and (members := facts.member_values(date)):
        day["kind"], values = "forecast", [*members]
    elif date >= today and sources:
        day["kind"], values = "typed", [facts.sources[sources[0]][date]]
    else:
        return
    for name in ("tmin", "tmax", "rain"):
        known = np.array([v[name] for v in values if v.get(name) is not None], dtype=float)
        day[name] = band_out(band(known)) if known.size else None
    day["rain_chance"] = rain_chance(np.array([v["rain"] for v in values], dtype=float))
    reading = next((x for x in facts.gauge if x.date == date), None)
    if date < today and reading is not None:
        day["rain"] = band_out(Band(*(rain_read(reading, values[0].get("rain")),) * 3))


def _planned(day: Json, p: Plan | None, date: dt.date) -> None:
    """Add the reference ET and the tier that the plan used."""
    if p is None or date not in p.run.weather.dates:
        return
    w = p.run.weather
    i = w.dates.index(date)
    day["et0"], day["tier"], day["kind"] = band_out(band(w.et0[i])), w.tier[i], w.outlook[i]
    day["leaves_wet_h"] = wet_hours(p, i, OPEN_BELOW)
    if day["typed"] and day["typed"]["rain_chance"] is not None:
        day["rain"], day["rain_chance"] = band_out(band(w.rain[i])), day["typed"]["rain_chance"]
    if day["tmax"] is None:
        day["tmin"], day["tmax"], day["rain"] = (band_out(band(x[i])) for x in (w.tmin, w.tmax, w.rain))
        day["rain_chance"] = rain_chance(w.rain[i])
