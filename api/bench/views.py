"""The bench: small tests tried and kept, the mix calculator."""

from __future__ import annotations

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.describe.garden import Part
from agronomy.describe.readings import MixWanted
from agronomy.formats.described import read
from agronomy.ground.mixes import parts_needed
from api.asked import actor, checked, person, stamp
from api.bench import shapes
from api.shapes import Error
from apps.garden.access import membership
from apps.garden.actions import bench
from apps.garden.models import Event, Garden


def _measurement(m: Event, rigs: dict[int, str]) -> dict[str, Any]:
    rig = m.told["rig"]
    return {
        "id": m.pk,
        "date": m.date,
        "kind": m.told["kind"],
        "bed": m.bed_id,
        "bed_name": m.bed.name if m.bed else "",
        "rig": rig,
        "rig_name": rigs.get(rig, ""),
        "given": m.told["given"],
        "found": m.told["found"],
    }


def _rigs(garden: Garden) -> dict[int, str]:
    return {rig.pk: rig.name for rig in garden.rigs.all()}


def _test(request: Request, garden_id: int, said: dict[str, Any]) -> bench.Measure:
    return bench.Measure(actor(request), garden_id, said["kind"], said["given"], said.get("bed"), said.get("rig"))


class Measurements(APIView):
    @extend_schema(operation_id="measurements", responses=shapes.MeasurementOut(many=True))
    def get(self, request: Request, garden_id: int) -> Response:
        garden = membership(person(request), garden_id).garden
        rigs = _rigs(garden)
        return Response([_measurement(m, rigs) for m in bench.kept_tests(garden)[:-201:-1]])

    @extend_schema(
        operation_id="keep_measurement",
        request=shapes.MeasurementIn,
        responses={201: shapes.MeasurementOut, 400: Error},
    )
    def post(self, request: Request, garden_id: int) -> Response:
        said = checked(shapes.MeasurementIn, request)
        test = _test(request, garden_id, said)
        keep = bench.KeepMeasurement(
            actor(request), garden_id, test, said.get("date"), stamp=stamp(request, said["id"])
        )
        made = keep.execute()
        return Response(_measurement(made, _rigs(made.garden)), status=201)


class TryMeasurement(APIView):
    """What a test says; nothing is kept."""

    @extend_schema(
        operation_id="try_measurement",
        request=shapes.TestIn,
        responses={200: shapes.FoundOut, 400: Error},
    )
    def post(self, request: Request, garden_id: int) -> Response:
        return Response({"found": _test(request, garden_id, checked(shapes.TestIn, request)).execute()})


class Mix(APIView):
    """Litres and bags of each part that fill so many litres."""

    @extend_schema(
        operation_id="mix_needed",
        request=shapes.MixIn,
        responses={200: shapes.NeededOut(many=True), 400: Error},
    )
    def post(self, request: Request) -> Response:
        said = checked(shapes.MixIn, request)
        read(MixWanted, said)
        mix = [Part(**x) for x in said["mix"]]
        return Response([vars(x) for x in parts_needed(said["volume_l"], mix, said["bag_l"])])
