"""A garden as a whole, and its hoses: made, changed, put away and taken up again."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Any, ClassVar

from django.utils import timezone

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, MissingError, OutOfRangeError, require_zone
from agronomy.formats.described import read, write
from agronomy.sky.climates import GENERIC, climate_at
from apps.accounts.actor import Actor
from apps.accounts.models import User
from apps.base.action import Action
from apps.base.errors import NotFound
from apps.garden.action import GardenAction
from apps.garden.events import EventKind
from apps.garden.models import Event, Garden, Membership, Rig, Role
from apps.garden.rows import shared

GARDEN_FIELDS = (
    "name",
    "latitude",
    "longitude",
    "elevation_m",
    "style",
    "coastal",
    "growth",
    "heat_rule",
    "cold_offset_c",
    "heat_own_c",
    "heat_own_days",
    "round_price_mm",
    "prefers",
    "people",
    "allowed",
    "trust",
    "bans",
    "exempt",
    "feeds",
    "feeding",
    "feed",
    "bloom_feed",
    "north_deg",
    "method",
    "climate",
)
ALWAYS_HOT_C = 32.0  # usual warmest month; there a wave is what is unusual for the place: common practice, no source
MOST_GARDENS = 20
MOST_PUT_AWAY = 10
FIRST_HOSE = "Hose"
BY_PLACE = "by_place"  # instead of a climate's name: the one that is usual there


def check_garden(values: dict[str, Any]) -> None:
    """Hold a garden's own fields against the garden file's schema and the list of time zones."""
    read(g.Garden, {k: values[k] for k in GARDEN_FIELDS if k != "climate" or values[k] != "file"})
    require_zone("time_zone", values["time_zone"])


def meridian_of(time_zone: str) -> float:
    """The longitude by which a zone's standard time runs [degrees east], for a garden whose own is not known."""
    winter_and_summer = (g.zone_offset_h(time_zone, dt.date(2025, month, 15)) for month in (1, 7))
    return max(-180.0, min(180.0, 15.0 * min(winter_and_summer)))


def refuse_one_too_many(user: User) -> None:
    """Raises InputError when a person owns as many gardens as one may; those they help in do not count."""
    mine = Membership.objects.filter(user=user, role=Role.OWNER, garden__removed_at=None)
    if mine.count() >= MOST_GARDENS:
        raise InputError("gardens", MOST_GARDENS + 1, f"at most {MOST_GARDENS} gardens for one person")


def note_of_garden(garden: Garden, by: Actor, kind: EventKind) -> None:
    """A line in the record about a garden as a whole, where no action runs in it."""
    Event.objects.create(garden=garden, kind=kind, date=garden.today, actor=by.kind, by=by.user)


@dataclass
class CreateGarden(Action[Garden]):
    """A new garden of the person's, with a first hose."""

    by: Actor
    values: dict[str, Any]

    def run(self) -> Garden:
        user = self.by.signed_in()
        values: dict[str, Any] = {"longitude": 0.0, "elevation_m": 0.0, "style": "steady", "coastal": False}
        values |= {
            "growth": "calendar",
            "heat_rule": "absolute",
            "cold_offset_c": None,
            "heat_own_c": g.Garden.heat_own_c,
            "heat_own_days": g.Garden.heat_own_days,
            "north_deg": 0.0,
            "people": [],
            "allowed": [],
            "trust": [],
            "bans": [],
            "exempt": [],
            "feeds": [],
            "feeding": "none",
            "feed": None,
            "bloom_feed": None,
        }
        values |= {"round_price_mm": 0.0, "prefers": "any", "time_zone": "UTC", "method": "hose", "climate": None}
        values |= {k: v for k, v in self.values.items() if v is not None or k not in ("longitude", "elevation_m")}
        require_zone("time_zone", values["time_zone"])
        if self.values.get("longitude") is None:
            values["longitude"] = meridian_of(values["time_zone"])
        flow, summers, winters = (values.pop(x, None) for x in ("flow_l_per_min", "summers", "winters"))
        if values["climate"] == BY_PLACE:
            check_garden({**values, "climate": None})
            values["climate"] = climate_at(values["latitude"], values["elevation_m"], summers, winters)
        if "heat_rule" not in self.values and values["climate"] in GENERIC:
            always_hot = max(GENERIC[values["climate"]].tmax) >= ALWAYS_HOT_C
            values["heat_rule"] = "unusual" if always_hot else "absolute"
        if values["climate"] == "file":
            raise MissingError("weather_file", "the weather file that the climate is to be taken from")
        check_garden(values)
        if flow is not None:
            read(g.Rig, {"name": FIRST_HOSE, "flow_l_per_min": flow})
        refuse_one_too_many(user)
        garden = Garden.objects.create(**values)
        Membership.objects.create(garden=garden, user=user, role=Role.OWNER)
        known = {} if flow is None else {"flow_l_per_min": flow}
        Rig.objects.create(garden=garden, name=FIRST_HOSE, **known)
        note_of_garden(garden, self.by, "garden_made")
        return garden


@dataclass
class PutAwayGarden(GardenAction[None]):
    """A garden goes out of sight with all that was noted in it; `TakeUpGarden` brings it back.

    Of a person's gardens put away, the MOST_PUT_AWAY newest are kept.
    """

    kind: ClassVar = "garden_put_away"

    def do(self) -> None:
        user = self.by.signed_in()
        self.garden.removed_at = timezone.now()
        self.garden.save(update_fields=["removed_at"])
        for old in put_away(user)[MOST_PUT_AWAY:]:
            old.delete()


@dataclass
class TakeUpGarden(Action[Garden]):
    by: Actor
    garden_id: int

    def run(self) -> Garden:
        user = self.by.signed_in()
        garden = next((x for x in put_away(user) if x.pk == self.garden_id), None)
        if garden is None:
            raise NotFound("garden")
        refuse_one_too_many(user)
        garden.removed_at = None
        garden.save(update_fields=["removed_at"])
        note_of_garden(garden, self.by, "garden_taken_up")
        return garden


def put_away(user: User) -> list[Garden]:
    """The gardens that a person owned and put away, the newest first."""
    mine = Garden.objects.filter(membership__user=user, membership__role=Role.OWNER).exclude(removed_at=None)
    return list(mine.order_by("-removed_at"))


@dataclass
class ChangeGarden(GardenAction[Garden]):
    values: dict[str, Any]

    kind: ClassVar = "garden_described"

    def do(self) -> Garden:
        garden = self.garden
        wanted = self.values.get("climate", garden.climate)
        if wanted == "file" and not garden.climate_stamp:
            raise InputError("climate", "file", "one of the generic climates, until a weather file was read")
        values = dict(self.values)
        if "longitude" in values and values["longitude"] is None:
            zone = values.get("time_zone", garden.time_zone)
            values["longitude"] = meridian_of(require_zone("time_zone", zone))
        if "elevation_m" in values and values["elevation_m"] is None:
            values["elevation_m"] = 0.0  # the sea's, until it is known
        if "bans" in values:  # kept in the file's words
            days = [(ban.get("since"), ban.get("until")) for ban in values["bans"]]
            values["bans"] = [{"since": _plain(since), "until": _plain(until)} for since, until in days]
        for name, value in values.items():
            setattr(garden, name, value)
        check_garden({k: getattr(garden, k) for k in (*GARDEN_FIELDS, "time_zone")})
        self.told = {"fields": sorted(values)}
        return self.changes.save(garden, values)

    def again(self, known: Event) -> Garden:
        return self.garden


def _plain(day: Any) -> Any:
    return day.isoformat() if isinstance(day, dt.date) else day


DAYS_OF_A_RIG = ("measured", "seen_on", "filter_on", "flushed_on", "drained_on")


@dataclass
class SaveRig(GardenAction[Rig]):
    """Name a hose or tap and say its flow; with `measured`, a bucket said so on that date."""

    values: dict[str, Any]
    rig_id: int | None = None

    kind: ClassVar = "rig_described"
    makes: ClassVar = Rig

    def do(self) -> Rig:
        garden = self.garden
        rig = Rig(garden=garden) if self.rig_id is None else Rig.objects.filter(garden=garden, pk=self.rig_id).first()
        if rig is None:
            raise NotFound("rig")
        if self.values.get("seen_l") is not None and not self.values.get("seen_on"):
            self.values["seen_on"] = self.day()
        for name, value in self.values.items():
            setattr(rig, name, value)
        told = {name: getattr(rig, name) for name in shared(g.Rig, Rig)}
        days = {name: told[name].isoformat() for name in DAYS_OF_A_RIG if told[name]}
        described = read(g.CheckedRig, {**told, **days})
        rig.programmes = [write(p) for p in described.programmes]
        rig.pressures = [write(p) for p in described.pressures]
        for name, day in days.items():
            if day > garden.today.isoformat():
                raise OutOfRangeError(name, day, f"a date up to {garden.today}")
        if Rig.objects.filter(garden=garden, name=rig.name).exclude(pk=rig.pk).exists():
            raise InputError("name", rig.name, "a name no other hose of the garden has")
        self.told = {"name": rig.name}
        return self.changes.save(rig, self.values)
