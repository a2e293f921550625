"""The year's turn: seasons that ended, and what would end now."""

from __future__ import annotations

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.plants.crops import STAYING
from api.asked import actor, checked, person, stamp
from api.seasons import shapes
from api.shapes import Error
from apps.garden.access import membership
from apps.garden.actions import seasons
from apps.garden.models import Planting


def _grew(p: Planting) -> dict[str, Any]:
    return {
        "bed_name": p.bed.name,
        "crop": p.crop,
        "variety": p.variety,
        "count": p.count,
        "planted": p.planted,
        "removed": p.removed,
    }


class Seasons(APIView):
    """Seasons that were brought to their end, and what stands to be cleared at the end of this one."""

    @extend_schema(operation_id="seasons", responses=shapes.SeasonsOut)
    def get(self, request: Request, garden_id: int) -> Response:
        garden = membership(person(request), garden_id).garden
        return Response(
            {
                "seasons": [
                    {
                        "id": x.pk,
                        "name": x.told["name"],
                        "ended": x.date,
                        "cleared": len(x.told["cleared"]),
                        "grew": [_grew(p) for p in ended],
                    }
                    for x, ended in seasons.seasons_of(garden)
                ],
                "standing": [
                    {
                        "planting": p.pk,
                        "bed_name": p.bed.name,
                        "crop": p.crop,
                        "variety": p.variety,
                        "count": p.count,
                        "stays": p.crop in STAYING,
                    }
                    for p in seasons.clearing(garden)
                ],
            }
        )

    @extend_schema(operation_id="end_season", request=shapes.SeasonIn, responses={201: shapes.SeasonOut, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        said = checked(shapes.SeasonIn, request)
        end = seasons.EndSeason(actor(request), garden_id, said["name"], said["stays"], stamp=stamp(request))
        made = end.execute()
        cleared = len(made.told["cleared"])
        out = {"id": made.pk, "name": made.told["name"], "ended": made.date, "cleared": cleared, "grew": []}
        return Response(out, status=201)
