"""Days away, tried and kept, and the links for those who look in."""

from __future__ import annotations

import datetime as dt
from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from api.asked import actor, checked, person, stamp
from api.away import present, shapes
from api.shapes import Error
from apps.garden.access import membership
from apps.record import away


class Away(APIView):
    """The absence that was told last, while it lasts or is to come."""

    @extend_schema(operation_id="away", responses=shapes.AwayOut)
    def get(self, request: Request, garden_id: int) -> Response:
        m = membership(person(request), garden_id)
        kept = away.absence_ahead(m.garden)
        absence = away.absence_of(kept) if kept else None
        return Response(present.away_out(m.garden, m.role, kept, absence))

    @extend_schema(operation_id="plan_absence", request=shapes.AbsenceIn, responses={201: shapes.AwayOut, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        x = checked(shapes.AbsenceIn, request)
        asked = {name: x[name] for name in ("wanted", "visits") if name in x}
        m = membership(person(request), garden_id)
        absence = away.told_absence(x["leaves"], x["returns"], *wishes(x))
        result = present.result_out(m.garden, absence) if absence.returns > m.garden.today else None
        asked["foretold"] = present.foretold(result)
        plan = away.PlanAbsence(actor(request), garden_id, x["leaves"], x["returns"], **asked, stamp=stamp(request))
        kept = plan.execute()
        return Response(present.away_out(m.garden, m.role, kept, absence, result), status=201)


def wishes(x: dict[str, Any]) -> tuple[float, list[dt.date]]:
    """The chance that is wanted, and the days of visits."""
    return x.get("wanted", 0.9), x.get("visits", [])


class TryAway(APIView):
    """The same of days that are not kept."""

    @extend_schema(operation_id="try_absence", request=shapes.AbsenceIn, responses={200: shapes.AwayOut, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        m = membership(person(request), garden_id)
        x = checked(shapes.AbsenceIn, request)
        absence = away.told_absence(x["leaves"], x["returns"], *wishes(x))
        return Response(present.away_out(m.garden, m.role, away.absence_ahead(m.garden), absence))


class Links(APIView):
    @extend_schema(
        operation_id="open_visit", request=shapes.VisitorLinkIn, responses={201: shapes.VisitorLinkMade, 400: Error}
    )
    def post(self, request: Request, garden_id: int) -> Response:
        x = checked(shapes.VisitorLinkIn, request)
        link, token = away.OpenVisit(actor(request), garden_id, x["name"], x["until"]).execute()
        # Behind the hash it is in no request line, no log and no referrer: the page sends it as a header.
        address = request.build_absolute_uri(f"/visit#{token}")
        return Response({**present.link_out(link), "address": address}, status=201)


class OneLink(APIView):
    @extend_schema(operation_id="end_visit", responses={204: None})
    def delete(self, request: Request, garden_id: int, link_id: int) -> Response:
        away.EndVisit(actor(request), garden_id, link_id).execute()
        return Response(status=204)
