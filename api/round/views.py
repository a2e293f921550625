"""What to do now."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from api.asked import person
from api.round import present, shapes
from apps.garden.access import membership
from apps.planning.situation import situation


class Round(APIView):
    """What to do now, in walking order."""

    @extend_schema(operation_id="round", responses=shapes.Round)
    def get(self, request: Request, garden_id: int) -> Response:
        m = membership(person(request), garden_id)
        return Response(present.round_out(situation(m.garden), m.role))
