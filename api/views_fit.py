"""Whether things fit: a bed as it stands, and one as a form describes it."""

from __future__ import annotations

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.fit.fits import Fit
from api import inputs, shapes, shapes_bench
from api.person import person
from api.views import bed_arguments, checked
from apps.garden import actions as garden_actions
from apps.garden.access import membership
from apps.planning.facts import core_bed
from apps.planning.fit import fits
from apps.planning.situation import facts_of, situation


def _fit(f: Fit) -> dict[str, Any]:
    return {**vars(f), "figures": dict(f.figures)}


class BedFit(APIView):
    @extend_schema(operation_id="bed_fit", responses=shapes_bench.FitOut(many=True))
    def get(self, request: Request, garden_id: int, bed_id: int) -> Response:
        now = situation(membership(person(request), garden_id).garden)
        return Response([_fit(f) for f in fits(now, core_bed(facts_of(now, bed_id)))])


class TryFit(APIView):
    """The fit checks of a bed as a form describes it; nothing is kept."""

    @extend_schema(
        operation_id="try_fit",
        request=inputs.BedIn,
        responses={200: shapes_bench.FitOut(many=True), 400: shapes.Error},
    )
    def post(self, request: Request, garden_id: int) -> Response:
        return Response(_tried(request, garden_id, None))


class TryFitAgain(APIView):
    """The same for a bed that stands."""

    @extend_schema(
        operation_id="try_fit_again",
        request=inputs.BedIn,
        responses={200: shapes_bench.FitOut(many=True), 400: shapes.Error},
    )
    def post(self, request: Request, garden_id: int, bed_id: int) -> Response:
        return Response(_tried(request, garden_id, bed_id))


def _tried(request: Request, garden_id: int, bed_id: int | None) -> list[dict[str, Any]]:
    values = bed_arguments(checked(inputs.BedIn, request))
    bed = garden_actions.SaveBed(person(request), garden_id, **values, bed_id=bed_id).preview()
    return [_fit(f) for f in fits(situation(membership(person(request), garden_id).garden), bed)]
