"""Whether things fit, in a bed as it stands or as a form describes it."""

from __future__ import annotations

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.fit.fits import Fit
from api.asked import actor, checked, person
from api.beds.shapes import BedIn
from api.beds.views import bed_arguments
from api.fit import shapes
from api.shapes import Error
from apps.garden.access import membership
from apps.garden.actions import beds
from apps.planning.facts import core_bed
from apps.planning.fit import fits
from apps.planning.situation import facts_of, situation


def _fit(f: Fit) -> dict[str, Any]:
    return {**vars(f), "figures": dict(f.figures)}


class BedFit(APIView):
    @extend_schema(operation_id="bed_fit", responses=shapes.FitOut(many=True))
    def get(self, request: Request, garden_id: int, bed_id: int) -> Response:
        now = situation(membership(person(request), garden_id).garden)
        return Response([_fit(f) for f in fits(now, core_bed(facts_of(now, bed_id)))])


class TryFit(APIView):
    """The fit checks of a bed as a form describes it; nothing is kept."""

    @extend_schema(
        operation_id="try_fit",
        request=BedIn,
        responses={200: shapes.FitOut(many=True), 400: Error},
    )
    def post(self, request: Request, garden_id: int) -> Response:
        return Response(_tried(request, garden_id, None))


class TryFitAgain(APIView):
    """The same for a bed that stands."""

    @extend_schema(
        operation_id="try_fit_again",
        request=BedIn,
        responses={200: shapes.FitOut(many=True), 400: Error},
    )
    def post(self, request: Request, garden_id: int, bed_id: int) -> Response:
        return Response(_tried(request, garden_id, bed_id))


def _tried(request: Request, garden_id: int, bed_id: int | None) -> list[dict[str, Any]]:
    values = bed_arguments(checked(BedIn, request))
    bed = beds.SaveBed(actor(request), garden_id, **values, bed_id=bed_id).preview()
    return [_fit(f) for f in fits(situation(membership(person(request), garden_id).garden), bed)]
