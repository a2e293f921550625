"""Wrackline Yard: an invented walled terrace garden on the invented isle of Marrowby, kept by the Ostranders.

Only facts stand here: beds, plants as they were seen, what was poured and felt. Every word of advice is computed.
"""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any

from django.db import transaction

from apps.garden.models import Bed, Garden, Membership, MulchRecord, Planting, Rig, Role, SizeSighting
from apps.watering.models import Check, Watering
from apps.weather.actions import refresh_weather

OPENS_ON = dt.date(2025, 7, 11)
NAMESPACE = uuid.UUID("5f0a1d6e-6a55-4a0e-9a0e-2d1f6c0b7e11")
GARDEN = {
    "name": "Wrackline Yard", "latitude": 44.6, "longitude": -15.2, "elevation_m": 31.0, "time_zone": "Etc/GMT+1",
    "style": "steady", "coastal": True,
}  # fmt: skip


def _d(text: str) -> dt.date:
    return dt.date.fromisoformat(f"2025-{text}")


# Each bed: its row; plantings as (crop, variety, count, planted, [(date, height, spread)]); mulch as (date, kind,
# depth, cover); waterings as (date, litres); fills of a reservoir; checks as (date, reading).
BEDS: list[dict[str, Any]] = [
    {
        "bed": {"name": "Long Bench", "kind": "raised", "length_m": 2.4, "width_m": 1.2, "soil_depth_m": 0.30,
                "soil_material": "sandy_loam", "organic_matter_pct": 3.0, "style": "ample"},
        "plantings": [("tomato", "Skerry Red", 6, "05-18", [("06-20", "knee", 0.4), ("07-08", "shoulder", 0.65)])],
        "waterings": [("06-14", 32), ("06-18", 36), ("06-22", 34), ("06-25", 38), ("06-30", 30)],
    },
    {
        "bed": {"name": "Kiln Bed", "kind": "raised", "length_m": 1.8, "width_m": 1.2, "soil_depth_m": 0.30,
                "soil_material": "holds_and_crumbles", "organic_matter_pct": 3.5},
        "plantings": [("courgette", "", 2, "05-25", [("06-20", "ankle", 0.5), ("07-07", "knee", 0.95)])],
        "mulch": [("06-20", "straw", 0.05, 0.9)],
        "waterings": [("06-16", 20), ("06-23", 22)],
    },
    {
        "bed": {"name": "Quay Bed", "kind": "raised", "length_m": 2.0, "width_m": 1.0, "soil_depth_m": 0.30,
                "soil_material": "holds_and_crumbles"},
        "plantings": [("chard", "", 6, "05-10", [("07-05", "knee", 0.35)]),
                      ("lettuce", "Foam Cos", 8, "06-12", [("07-05", "ankle", 0.22)]),
                      ("lettuce", "Foam Cos", 8, "07-04", [])],
        "waterings": [("06-15", 16), ("06-21", 16), ("06-26", 18)],
    },
    {
        "bed": {"name": "Lantern Bed", "kind": "raised", "length_m": 2.0, "width_m": 1.0, "soil_depth_m": 0.25,
                "soil_material": "sandy_loam", "organic_matter_pct": 3.0, "style": "ample"},
        "plantings": [("strawberry", "", 12, "04-10", [("07-01", "ankle", 0.32)])],
        "mulch": [("05-20", "straw", 0.03, 0.8)],
        "waterings": [("06-17", 14), ("06-23", 14), ("06-29", 12)],
    },
    {
        "bed": {"name": "Low Corner", "kind": "open", "length_m": 2.2, "width_m": 1.4, "soil_material": "silty_clay"},
        "plantings": [("celeriac", "", 8, "05-28", [("07-06", "ankle", 0.28)])],
        "mulch": [("06-10", "leaf_mould", 0.04, 0.9)],
        "waterings": [("06-24", 20), ("07-09", 75)],  # on the ninth the hose was left running
    },
    {
        "bed": {"name": "Saltings", "kind": "open", "length_m": 3.2, "width_m": 1.2, "soil_material": "makes_a_ribbon"},
        "plantings": [("leek", "", 30, "06-01", [("07-06", "ankle", 0.12)])],
        "waterings": [("06-19", 22), ("06-26", 24)],
    },
    {
        "bed": {"name": "The Keyhole", "kind": "keyhole", "length_m": 1.9, "width_m": 1.9, "round": True,
                "soil_material": "compost_rich", "soil_depth_m": 0.45},
        "plantings": [("winter_squash", "Onion squash", 2, "05-30", [("06-28", "ankle", 0.8), ("07-09", "knee", 1.5)])],
        "mulch": [("06-15", "compost", 0.03, 0.7)],
        "waterings": [("06-20", 28), ("06-27", 30)],
    },
    {
        "bed": {"name": "Net Row", "kind": "row", "length_m": 4.0, "width_m": 0.6, "soil_material": "loam",
                "method": "drip", "emitters": 14, "emitter_flow_l_per_h": 2.0, "opening_wetness": "just_damp"},
        "plantings": [("runner_bean", "", 24, "05-22", [("06-28", "shoulder", 0.28), ("07-09", "overhead", 0.35)])],
        "waterings": [("06-16", 28), ("06-21", 28), ("06-26", 28)],
    },
    {
        "bed": {"name": "Blue Box", "kind": "self_watering_box", "length_m": 0.8, "width_m": 0.4, "soil_depth_m": 0.22,
                "soil_material": "potting_mix", "method": "reservoir", "reservoir_capacity_l": 14.0,
                "reservoir_wick_l_per_day": 9.0, "reservoir_opening_l": 12.0},
        "plantings": [("pepper", "", 2, "05-24", [("07-07", "knee", 0.38)])],
        "fills": [("06-22", 9), ("06-30", 8)],
    },
    {
        "bed": {"name": "Tin Box", "kind": "self_watering_box", "length_m": 0.9, "width_m": 0.4, "soil_depth_m": 0.25,
                "soil_material": "potting_mix", "method": "reservoir", "reservoir_capacity_l": 16.0,
                "reservoir_wick_l_per_day": 14.0, "reservoir_opening_l": 16.0},
        "plantings": [("tomato", "Lantern Plum", 2, "05-20", [("07-08", "waist", 0.6)])],
        "fills": [("06-16", 12), ("06-20", 13), ("06-24", 14), ("06-29", 12), ("07-08", 11)],
    },
    {
        "bed": {"name": "Sailcloth Bag", "kind": "fabric_bag", "length_m": 0.4, "width_m": 0.4, "round": True,
                "soil_depth_m": 0.32, "soil_material": "home_mix", "method": "can"},
        "plantings": [("potato", "", 2, "04-28", [("07-05", "knee", 0.5)])],
        "waterings": [("06-20", 5), ("06-23", 5), ("06-26", 6), ("06-29", 5), ("07-09", 7)],
    },
    {
        "bed": {"name": "Half Barrel", "kind": "half_barrel", "length_m": 0.6, "width_m": 0.6, "round": True,
                "soil_depth_m": 0.38, "soil_material": "potting_mix", "method": "can"},
        "plantings": [("pepper", "Sweet Gull", 1, "05-26", [("07-08", "knee", 0.45)])],
        "waterings": [("06-21", 6), ("06-27", 6), ("07-09", 4)],
    },
    {
        "bed": {"name": "Lamp Basket", "kind": "hanging_basket", "length_m": 0.36, "width_m": 0.36, "round": True,
                "soil_depth_m": 0.17, "soil_material": "potting_mix", "method": "can"},
        "plantings": [("strawberry", "", 3, "04-20", [("07-02", "ankle", 0.28)])],
        "waterings": [(f"06-{day}", 1.5) for day in (18, 20, 22, 24, 26, 28, 30)] + [("07-08", 1.5), ("07-10", 1.5)],
    },
    {
        "bed": {"name": "Glass End", "kind": "raised", "length_m": 1.6, "width_m": 0.9, "soil_depth_m": 0.30,
                "soil_material": "compost_rich", "under_cover": True, "style": "ample"},
        "plantings": [("cucumber", "", 3, "05-26", [("06-22", "knee", 0.4), ("07-07", "overhead", 0.6)])],
        "waterings": [("06-18", 16), ("06-22", 18), ("06-26", 20), ("06-30", 20), ("07-04", 22), ("07-08", 22)],
        "checks": [("07-04", "just_damp")],
    },
]  # fmt: skip
LEDGER_STARTS = _d("06-12")


@transaction.atomic
def make_demo(owner: Any) -> Garden:
    """Write Wrackline Yard's facts for an owner. Its weather comes from the provider afterwards."""
    garden = Garden.objects.create(**GARDEN, clock_date=OPENS_ON, demonstration=True)
    Membership.objects.create(garden=garden, user=owner, role=Role.OWNER)
    hose = Rig.objects.create(garden=garden, name="Yard hose", flow_l_per_min=15.2, measured=_d("07-09"))
    for position, described in enumerate(BEDS, 1):
        values = {"opening_wetness": "moist", **described["bed"]}
        bed = Bed.objects.create(garden=garden, position=position, opened=LEDGER_STARTS, rig=hose, **values)
        for crop, variety, count, planted, sizes in described["plantings"]:
            p = Planting.objects.create(bed=bed, crop=crop, variety=variety, count=count, planted=_d(planted))
            for date, height, spread in sizes:
                SizeSighting.objects.create(planting=p, date=_d(date), height=height, spread_m=spread)
        for date, kind, depth, cover in described.get("mulch", []):
            MulchRecord.objects.create(bed=bed, date=_d(date), kind=kind, depth_m=depth, cover=cover)
        for into in ("soil", "reservoir"):
            for date, litres in described.get("fills" if into == "reservoir" else "waterings", []):
                _event(Watering, bed, date, owner, litres=litres, into=into)
        for date, reading in described.get("checks", []):
            _event(Check, bed, date, owner, reading=reading)
    return garden


def _event(model: Any, bed: Bed, date: str, by: Any, **fields: Any) -> None:
    event_id = uuid.uuid5(NAMESPACE, f"{bed.pk}/{model.__name__}/{date}/{fields}")
    model.objects.create(id=event_id, bed=bed, date=_d(date), by=by, **fields)


def load_demo(owner: Any) -> tuple[Garden, bool]:
    """The demo garden and whether its weather came."""
    garden = make_demo(owner)
    return garden, refresh_weather(garden)
