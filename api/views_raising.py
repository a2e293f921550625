"""Raising and planting out: the next days ranked, hardening off, plants moved on and brought back."""

from __future__ import annotations

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.beds.today import left_on
from agronomy.decide.planting_out import DayOut, harden, hardened_from, rank_days
from agronomy.describe import garden as g
from agronomy.plants.crops import crop_of
from api import inputs, present, shapes, shapes_beds, shapes_bench
from api.person import person
from api.views import checked
from apps.garden import season_actions
from apps.garden.access import membership
from apps.planning.facts import read_beds
from apps.planning.situation import Situation, facts_of, situation

RAISED = ("tray", "pricked_out", "potted_up", "hardening_off", "cutting")


class Raising(APIView):
    """For each planting that is raised here or planned: the next days ranked, and its hardening off."""

    @extend_schema(operation_id="raising", responses=shapes_bench.RaisedOut(many=True))
    def get(self, request: Request, garden_id: int, bed_id: int) -> Response:
        now = situation(membership(person(request), garden_id).garden)
        facts = facts_of(now, bed_id)
        return Response(
            [_raised(now, x.id, x.planting) for x in facts.grows if now.plan and _is_raised(now, x.planting)]
        )


def _is_raised(now: Situation, p: g.Planting) -> bool:
    today = now.garden.today
    if p.removed is not None and p.removed <= today:
        return False
    return p.planted > today or p.start in RAISED


def _raised(now: Situation, key: int, p: g.Planting) -> dict[str, Any]:
    assert now.plan is not None
    weather, crop = now.plan.run.weather, crop_of(p)
    standing = p.planted <= now.garden.today
    hardening = harden(weather, crop) if standing else ()
    soft_until = hardened_from(hardening) if hardening and p.start != "hardening_off" else None
    return {
        "planting": key,
        "crop": p.crop,
        "variety": p.variety,
        "count": left_on(p, now.garden.today),
        "start": p.start,
        "planted": p.planted,
        "standing": standing,
        "frost_c": crop.frost_c,
        "soil_c": crop.soil_c,
        "days": [_day_out(d) for d in rank_days(weather, crop, hardened_from=soft_until)],
        "hardening": [vars(d) for d in hardening],
    }


def _day_out(d: DayOut) -> dict[str, Any]:
    return {**vars(d), "parts": dict(d.parts), "tmax": present.band_of(d.tmax), "rain": present.band_of(d.rain)}


class PlantOut(APIView):
    @extend_schema(
        operation_id="plant_out",
        request=inputs.PlantOutIn,
        responses={201: shapes_beds.BedOut, 400: shapes.Error},
    )
    def post(self, request: Request, garden_id: int, planting_id: int) -> Response:
        said = checked(inputs.PlantOutIn, request)
        made = season_actions.PlantOut(
            person(request),
            garden_id,
            planting_id,
            said["bed"],
            said["date"],
            said["count"],
            said.get("start", "transplant"),
        ).execute()
        facts = next(b for b in read_beds(made.bed.garden) if b.row.pk == made.bed_id)
        return Response(present.bed(facts, facts.row.garden.today), status=201)


class RestorePlantings(APIView):
    @extend_schema(operation_id="restore_plantings", request=inputs.IdsIn, responses={204: None})
    def post(self, request: Request, garden_id: int) -> Response:
        ids = checked(inputs.IdsIn, request)["ids"]
        season_actions.RestorePlantings(person(request), garden_id, ids).execute()
        return Response(status=204)
