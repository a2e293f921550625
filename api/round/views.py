"""What to do now."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from api.kept import kept
from api.round import present, shapes
from apps.garden.models import Membership
from apps.planning.situation import situation


class Round(APIView):
    """What to do now, in walking order."""

    @extend_schema(operation_id="round", responses=shapes.Round)
    @kept
    def get(self, m: Membership) -> Response:
        return Response(present.round_out(situation(m.garden), m.role))
