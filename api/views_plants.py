"""Plants: own crops and varieties, and the sizes of many plantings in one pass."""

from __future__ import annotations

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from api import inputs, present, shapes, shapes_beds
from api.person import person
from api.views import checked
from apps.garden import convert
from apps.garden import plant_actions as actions
from apps.garden.access import membership
from apps.garden.models import OwnCrop
from apps.planning.situation import situation


def _own_crop(crop: OwnCrop) -> dict[str, Any]:
    return {**vars(convert.own_crop(crop)), "id": crop.pk}


class OwnCrops(APIView):
    @extend_schema(operation_id="own_crops", responses=shapes_beds.OwnCropOut(many=True))
    def get(self, request: Request, garden_id: int) -> Response:
        garden = membership(person(request), garden_id).garden
        return Response([_own_crop(c) for c in OwnCrop.objects.filter(garden=garden, removed_at=None)])

    @extend_schema(
        operation_id="create_own_crop",
        request=inputs.OwnCropIn,
        responses={201: shapes_beds.OwnCropOut, 400: shapes.Error},
    )
    def post(self, request: Request, garden_id: int) -> Response:
        made = actions.SaveOwnCrop(person(request), garden_id, checked(inputs.OwnCropIn, request)).execute()
        return Response(_own_crop(made), status=201)


class OneOwnCrop(APIView):
    @extend_schema(operation_id="change_own_crop", request=inputs.OwnCropIn, responses=shapes_beds.OwnCropOut)
    def patch(self, request: Request, garden_id: int, crop_id: int) -> Response:
        values = checked(inputs.OwnCropIn, request)
        return Response(_own_crop(actions.SaveOwnCrop(person(request), garden_id, values, crop_id).execute()))

    @extend_schema(operation_id="remove_own_crop", responses={204: None})
    def delete(self, request: Request, garden_id: int, crop_id: int) -> Response:
        actions.RemoveOwnCrop(person(request), garden_id, crop_id).execute()
        return Response(status=204)


class RestoreOwnCrop(APIView):
    @extend_schema(operation_id="restore_own_crop", request=None, responses=shapes_beds.OwnCropOut)
    def post(self, request: Request, garden_id: int, crop_id: int) -> Response:
        return Response(_own_crop(actions.RestoreOwnCrop(person(request), garden_id, crop_id).execute()))


class Sizes(APIView):
    """Every planting's size as growth has it today, and, put back, as it was seen."""

    @extend_schema(operation_id="sizes", responses=shapes_beds.PlantingSize(many=True))
    def get(self, request: Request, garden_id: int) -> Response:
        return Response(present.planting_sizes(situation(membership(person(request), garden_id).garden)))

    @extend_schema(operation_id="confirm_sizes", request=inputs.SizesIn, responses={204: None, 400: shapes.Error})
    def post(self, request: Request, garden_id: int) -> Response:
        actions.ConfirmSizes(person(request), garden_id, checked(inputs.SizesIn, request)["sizes"]).execute()
        return Response(status=204)
