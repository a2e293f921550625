"""The year's turn: seasons that ended, and what would end now."""

from __future__ import annotations

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from api import inputs, shapes, shapes_bench
from api.person import person
from api.views import checked
from apps.garden import season_actions
from apps.garden.access import membership
from apps.garden.models import Planting as PlantingRow


def _grew(p: PlantingRow) -> dict[str, Any]:
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

    @extend_schema(operation_id="seasons", responses=shapes_bench.SeasonsOut)
    def get(self, request: Request, garden_id: int) -> Response:
        garden = membership(person(request), garden_id).garden
        return Response(
            {
                "seasons": [
                    {
                        "id": x.pk,
                        "name": x.name,
                        "ended": x.ended,
                        "cleared": len(x.cleared),
                        "grew": [_grew(p) for p in ended],
                    }
                    for x, ended in season_actions.seasons_of(garden)
                ],
                "standing": [
                    {
                        "planting": p.pk,
                        "bed_name": p.bed.name,
                        "crop": p.crop,
                        "variety": p.variety,
                        "count": p.count,
                        "stays": p.crop in season_actions.STAYING,
                    }
                    for p in season_actions.clearing(garden)
                ],
            }
        )

    @extend_schema(
        operation_id="end_season", request=inputs.SeasonIn, responses={201: shapes_bench.SeasonOut, 400: shapes.Error}
    )
    def post(self, request: Request, garden_id: int) -> Response:
        said = checked(inputs.SeasonIn, request)
        made = season_actions.EndSeason(person(request), garden_id, said["name"], said["stays"]).execute()
        out = {"id": made.pk, "name": made.name, "ended": made.ended, "cleared": len(made.cleared), "grew": []}
        return Response(out, status=201)


class OneSeason(APIView):
    @extend_schema(operation_id="take_back_season", responses={204: None, 400: shapes.Error})
    def delete(self, request: Request, garden_id: int, season_id: int) -> Response:
        season_actions.TakeBackSeason(person(request), garden_id, season_id).execute()
        return Response(status=204)
