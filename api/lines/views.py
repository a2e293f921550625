"""Every line whose length is known, as it runs."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from api.asked import person
from api.lines import present, shapes
from apps.garden.access import membership
from apps.planning.situation import situation


class Lines(APIView):
    """Each line with what its emitters give, how wide and deep it wets, and what would better it."""

    @extend_schema(operation_id="lines", responses=shapes.Lines)
    def get(self, request: Request, garden_id: int) -> Response:
        m = membership(person(request), garden_id)
        return Response(present.lines_out(situation(m.garden), m.role))


class Timers(APIView):
    """What each timer that only runs is best set to: a search over all it can hold, and so apart from the lines."""

    @extend_schema(operation_id="timers", responses=shapes.TimerNow(many=True))
    def get(self, request: Request, garden_id: int) -> Response:
        m = membership(person(request), garden_id)
        return Response(present.timers_out(situation(m.garden)))
