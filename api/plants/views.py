"""Plants: own crops, sizes in one pass, raising and planting out."""

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
from api.asked import actor, checked, person, stamp
from api.beds.present import bed_out
from api.beds.shapes import BedOut
from api.plants import present, shapes
from api.present import band_out
from api.shapes import Error
from apps.garden import convert
from apps.garden.access import membership
from apps.garden.actions import plants, seasons
from apps.garden.models import OwnCrop
from apps.planning.facts import read_beds
from apps.planning.situation import Situation, facts_of, situation


def _own_crop(crop: OwnCrop) -> dict[str, Any]:
    return {**vars(convert.own_crop(crop)), "id": crop.pk}


class OwnCrops(APIView):
    @extend_schema(operation_id="own_crops", responses=shapes.OwnCropOut(many=True))
    def get(self, request: Request, garden_id: int) -> Response:
        garden = membership(person(request), garden_id).garden
        return Response([_own_crop(c) for c in OwnCrop.objects.filter(garden=garden, removed_at=None)])

    @extend_schema(
        operation_id="create_own_crop",
        request=shapes.OwnCropIn,
        responses={201: shapes.OwnCropOut, 400: Error},
    )
    def post(self, request: Request, garden_id: int) -> Response:
        made = plants.SaveOwnCrop(
            actor(request), garden_id, checked(shapes.OwnCropIn, request), stamp=stamp(request)
        ).execute()
        return Response(_own_crop(made), status=201)


class OneOwnCrop(APIView):
    @extend_schema(operation_id="change_own_crop", request=shapes.OwnCropIn, responses=shapes.OwnCropOut)
    def patch(self, request: Request, garden_id: int, crop_id: int) -> Response:
        values = checked(shapes.OwnCropIn, request)
        save = plants.SaveOwnCrop(actor(request), garden_id, values, crop_id, stamp=stamp(request))
        return Response(_own_crop(save.execute()))

    @extend_schema(operation_id="remove_own_crop", responses={204: None})
    def delete(self, request: Request, garden_id: int, crop_id: int) -> Response:
        plants.RemoveOwnCrop(actor(request), garden_id, crop_id, stamp=stamp(request)).execute()
        return Response(status=204)


class Sizes(APIView):
    """Every planting's size as growth has it today, and, put back, as it was seen."""

    @extend_schema(operation_id="sizes", responses=shapes.PlantingSize(many=True))
    def get(self, request: Request, garden_id: int) -> Response:
        return Response(present.planting_sizes(situation(membership(person(request), garden_id).garden)))

    @extend_schema(operation_id="confirm_sizes", request=shapes.SizesIn, responses={204: None, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        sizes = checked(shapes.SizesIn, request)["sizes"]
        plants.ConfirmSizes(actor(request), garden_id, sizes, stamp=stamp(request)).execute()
        return Response(status=204)


RAISED = ("tray", "pricked_out", "potted_up", "hardening_off", "cutting")


class Raising(APIView):
    """For each planting that is raised here or planned: the next days ranked, and its hardening off."""

    @extend_schema(operation_id="raising", responses=shapes.RaisedOut(many=True))
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
    return {**vars(d), "parts": dict(d.parts), "tmax": band_out(d.tmax), "rain": band_out(d.rain)}


class PlantOut(APIView):
    @extend_schema(
        operation_id="plant_out",
        request=shapes.PlantOutIn,
        responses={201: BedOut, 400: Error},
    )
    def post(self, request: Request, garden_id: int, planting_id: int) -> Response:
        said = checked(shapes.PlantOutIn, request)
        made = seasons.PlantOut(
            actor(request),
            garden_id,
            planting_id,
            said["bed"],
            said["date"],
            said["count"],
            said.get("start", "transplant"),
            stamp=stamp(request),
        ).execute()
        facts = next(b for b in read_beds(made.bed.garden) if b.row.pk == made.bed_id)
        return Response(bed_out(facts, facts.row.garden.today), status=201)
