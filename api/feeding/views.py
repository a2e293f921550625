"""Feeding: how each bed stands with its food. Products and schools are the garden's own (api/gardens)."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from api.feeding import present, shapes
from api.kept import kept
from apps.garden.models import Membership
from apps.planning.situation import situation


class Feeding(APIView):
    @extend_schema(operation_id="feeding", responses=shapes.FeedingPage)
    @kept
    def get(self, m: Membership) -> Response:
        return Response({"beds": present.page(situation(m.garden))})
