"""Pots, boxes and what is buried, with their stores."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from api.kept import kept
from api.pots import present, shapes
from apps.garden.models import Membership
from apps.planning.situation import situation


class Pots(APIView):
    """Every container and every bed with a reservoir, what dries out first standing first."""

    @extend_schema(operation_id="pots", responses=shapes.Pots)
    @kept
    def get(self, m: Membership) -> Response:
        return Response(present.pots_out(situation(m.garden), m.role))
