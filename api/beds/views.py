"""Beds: described, copied, taken out, and the page of each."""

from __future__ import annotations

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.decide.sources import coefficients
from api.asked import actor, checked, person, stamp
from api.beds import present, shapes
from api.kept import kept
from api.round.shapes import Coefficient
from api.shapes import Error
from apps.base.errors import NotFound
from apps.garden.access import membership
from apps.garden.actions import beds
from apps.garden.convert import line_of
from apps.garden.models import RESERVOIR, Bed, Membership
from apps.planning import alter
from apps.planning.facts import read_beds
from apps.planning.situation import situation


def bed_arguments(values: dict[str, Any]) -> dict[str, Any]:
    """The garden file's nested words as the action's arguments."""
    plantings, mulch = values.pop("plantings", None), values.pop("mulch", None)
    soil, exposure = values.pop("soil", None), values.pop("exposure", None)
    if "drip" in values:
        drip = values.pop("drip") or {}
        values |= {"emitters": drip.get("emitters"), "emitter_flow_l_per_h": drip.get("flow_l_per_h")}
        values["line"] = line_of(drip) or None
    if "sprinkler" in values:
        values["overhead"] = values.pop("sprinkler")
    if "reservoir" in values:
        box = values.pop("reservoir") or {}
        values |= {f"reservoir_{name}": box.get(name) for name in RESERVOIR}
    return {"values": values, "plantings": plantings, "mulch": mulch, "soil": soil, "exposure": exposure}


class Beds(APIView):
    @extend_schema(operation_id="beds", responses=shapes.BedOut(many=True))
    def get(self, request: Request, garden_id: int) -> Response:
        garden = membership(person(request), garden_id).garden
        return Response([present.bed_out(b, garden.today) for b in read_beds(garden)])

    @extend_schema(operation_id="create_bed", request=shapes.BedIn, responses={201: shapes.BedOut, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        arguments = bed_arguments(checked(shapes.BedIn, request))
        bed = beds.SaveBed(actor(request), garden_id, **arguments, stamp=stamp(request)).execute()
        return Response(_described(bed), status=201)


def _described(bed: Bed) -> dict[str, Any]:
    """A bed just changed, as it stands now."""
    return present.bed_out(next(b for b in read_beds(bed.garden) if b.row.pk == bed.pk), bed.garden.today)


class OneBed(APIView):
    @extend_schema(operation_id="bed_page", responses=shapes.BedPage)
    @kept
    def get(self, m: Membership, bed_id: int) -> Response:
        now = situation(m.garden)
        facts = next((b for b in now.beds if b.row.pk == bed_id), None)
        if facts is None:
            raise NotFound("bed")
        return Response(present.bed_page(now, facts, m.role))

    @extend_schema(operation_id="change_bed", request=shapes.BedIn, responses=shapes.BedOut)
    def put(self, request: Request, garden_id: int, bed_id: int) -> Response:
        arguments = bed_arguments(checked(shapes.BedIn, request))
        save = beds.SaveBed(actor(request), garden_id, **arguments, bed_id=bed_id, stamp=stamp(request))
        return Response(_described(save.execute()))

    @extend_schema(operation_id="remove_bed", responses={204: None})
    def delete(self, request: Request, garden_id: int, bed_id: int) -> Response:
        beds.RemoveBed(actor(request), garden_id, bed_id, stamp=stamp(request)).execute()
        return Response(status=204)


class BedSources(APIView):
    """What a bed's answer rests on today: each figure with its source."""

    @extend_schema(operation_id="bed_sources", responses=Coefficient(many=True))
    def get(self, request: Request, garden_id: int, bed_id: int) -> Response:
        plan = situation(membership(person(request), garden_id).garden).plan
        bed = next((b for b in plan.beds if b.bed.key == str(bed_id)), None) if plan else None
        if plan is None or bed is None:
            raise NotFound("bed")
        return Response([vars(c) for c in coefficients(plan, bed)])


class Alterations(APIView):
    """What changed at a bed today: a dated fact, which its event takes back."""

    @extend_schema(
        operation_id="alter_bed", request=shapes.AlterationIn, responses={201: shapes.AlteredOut, 400: Error}
    )
    def post(self, request: Request, garden_id: int, bed_id: int) -> Response:
        said, noted = checked(shapes.AlterationIn, request), stamp(request)
        alter.AlterBed(actor(request), garden_id, bed_id, said["what"], said.get("count"), stamp=noted).execute()
        return Response({"id": noted.id}, status=201)


class CopyBed(APIView):
    @extend_schema(operation_id="copy_bed", request=shapes.CopyIn, responses={201: shapes.BedOut, 400: Error})
    def post(self, request: Request, garden_id: int, bed_id: int) -> Response:
        how = checked(shapes.CopyIn, request)
        made = beds.CopyBed(
            actor(request), garden_id, bed_id, how["with_plants"], how["one"], stamp=stamp(request)
        ).execute()
        return Response(_described(made), status=201)
