"""The bench: small tests tried, kept and taken back."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.describe.garden import Part
from agronomy.describe.readings import MixWanted
from agronomy.formats.described import read
from agronomy.ground.mixes import parts_needed
from api import inputs, shapes, shapes_bench
from api.person import person
from api.views import checked
from apps.garden import bench_actions as actions
from apps.garden.access import membership
from apps.garden.models import Measurement


def _measurement(m: Measurement) -> dict[str, Any]:
    return {
        "id": m.pk,
        "date": m.date,
        "kind": m.kind,
        "bed": m.bed_id,
        "bed_name": m.bed.name if m.bed else "",
        "rig": m.rig_id,
        "rig_name": m.rig.name if m.rig else "",
        "given": m.given,
        "found": m.found,
    }


def _test(request: Request, garden_id: int, said: dict[str, Any]) -> actions.Measure:
    return actions.Measure(person(request), garden_id, said["kind"], said["given"], said.get("bed"), said.get("rig"))


class Measurements(APIView):
    @extend_schema(operation_id="measurements", responses=shapes_bench.MeasurementOut(many=True))
    def get(self, request: Request, garden_id: int) -> Response:
        garden = membership(person(request), garden_id).garden
        kept = garden.measurements.filter(struck_at=None).select_related("bed", "rig").order_by("-date", "-recorded_at")
        return Response([_measurement(m) for m in kept[:200]])

    @extend_schema(
        operation_id="keep_measurement",
        request=inputs.MeasurementIn,
        responses={201: shapes_bench.MeasurementOut, 400: shapes.Error},
    )
    def post(self, request: Request, garden_id: int) -> Response:
        said = checked(inputs.MeasurementIn, request)
        made = actions.KeepMeasurement(
            person(request), garden_id, said["id"], _test(request, garden_id, said), said.get("date")
        ).execute()
        return Response(_measurement(made), status=201)


class TryMeasurement(APIView):
    """What a test says; nothing is kept."""

    @extend_schema(
        operation_id="try_measurement",
        request=inputs.TestIn,
        responses={200: shapes_bench.FoundOut, 400: shapes.Error},
    )
    def post(self, request: Request, garden_id: int) -> Response:
        return Response({"found": _test(request, garden_id, checked(inputs.TestIn, request)).execute()})


class OneMeasurement(APIView):
    @extend_schema(operation_id="strike_measurement", responses={204: None})
    def delete(self, request: Request, garden_id: int, measurement_id: UUID) -> Response:
        actions.StrikeMeasurement(person(request), garden_id, measurement_id).execute()
        return Response(status=204)


class RestoreMeasurement(APIView):
    @extend_schema(operation_id="restore_measurement", request=None, responses=shapes_bench.MeasurementOut)
    def post(self, request: Request, garden_id: int, measurement_id: UUID) -> Response:
        return Response(
            _measurement(actions.StrikeMeasurement(person(request), garden_id, measurement_id, True).execute())
        )


class Mix(APIView):
    """Litres and bags of each part that fill so many litres."""

    @extend_schema(
        operation_id="mix_needed",
        request=inputs.MixIn,
        responses={200: shapes_bench.NeededOut(many=True), 400: shapes.Error},
    )
    def post(self, request: Request) -> Response:
        said = checked(inputs.MixIn, request)
        read(MixWanted, said)
        mix = [Part(**x) for x in said["mix"]]
        return Response([vars(x) for x in parts_needed(said["volume_l"], mix, said["bag_l"])])
