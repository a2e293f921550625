"""What happened in a round, noted and taken back."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from api.asked import actor, checked, person, stamp
from api.record import shapes
from api.shapes import Error
from apps.garden.access import membership
from apps.garden.events import BY_HELPERS, NOTED_KINDS
from apps.garden.models import Event, Role
from apps.garden.undo import UndoEvent, newest
from apps.planning.facts import told_of
from apps.record import actions


class Waterings(APIView):
    @extend_schema(
        operation_id="record_waterings", request=shapes.WateringsIn, responses={201: shapes.WateringOut(many=True)}
    )
    def post(self, request: Request, garden_id: int) -> Response:
        poured = checked(shapes.WateringsIn, request)["waterings"]
        by = actor(request)
        waterings = [
            actions.RecordWatering(
                by,
                garden_id,
                w["bed"],
                w.get("date"),
                w["litres"],
                w["part"],
                w["into"],
                w.get("passes", 1),
                w.get("rig"),
                w.get("way"),
                w.get("feed"),
                w.get("fed"),
                stamp=stamp(request, w["id"]),
            )
            for w in poured
        ]
        made = actions.RecordRound(by, garden_id, waterings).execute()
        return Response([vars(told_of(w)) for w in made], status=201)


class Observations(APIView):
    @extend_schema(
        operation_id="record_observation", request=shapes.ObservationIn, responses={201: shapes.ObservationOut}
    )
    def post(self, request: Request, garden_id: int) -> Response:
        c = checked(shapes.ObservationIn, request)
        made = actions.RecordObservation(
            actor(request),
            garden_id,
            c["bed"],
            c.get("date"),
            c.get("reading"),
            c.get("kind", "finger"),
            c.get("value"),
            stamp=stamp(request, c["id"]),
        ).execute()
        return Response(vars(told_of(made)), status=201)


class PutOffs(APIView):
    @extend_schema(operation_id="put_off", request=shapes.PutOffIn, responses={201: None})
    def post(self, request: Request, garden_id: int) -> Response:
        x = checked(shapes.PutOffIn, request)
        mark = stamp(request, x["id"])
        actions.PutOffStop(actor(request), garden_id, x["bed"], x.get("date"), stamp=mark).execute()
        return Response(status=201)


class Events(APIView):
    """What was noted and changed in a garden, the newest first, each with whether it may be taken back."""

    @extend_schema(
        operation_id="events",
        parameters=[OpenApiParameter("skip", int, description="how many of the newest to leave out")],
        responses=shapes.EventsOut,
    )
    def get(self, request: Request, garden_id: int) -> Response:
        m = membership(person(request), garden_id)
        asked = shapes.EventsAsked(data=request.query_params)
        asked.is_valid(raise_exception=True)
        page, more = newest(m.garden, asked.validated_data["skip"])
        return Response({"events": [_event(x, m.role) for x in page], "more": more})


def _event(x: Event, role: str) -> dict[str, Any]:
    return {
        "id": x.pk,
        "kind": x.kind,
        "bed": x.bed.name if x.bed else "",
        "date": x.date,
        "occurred_at": x.occurred_at,
        "by": x.actor_name or (x.by.username if x.by else ""),
        "struck": x.struck,
        "told": x.told,
        "can_undo": x.kind not in NOTED_KINDS and (role == Role.OWNER or x.kind in BY_HELPERS),
    }


class Strike(APIView):
    """Whatever was noted or changed is taken back by its event; `back` makes it count again."""

    @extend_schema(operation_id="strike", request=shapes.StrikeIn, responses={200: shapes.UndoneOut, 400: Error})
    def post(self, request: Request, garden_id: int, event_id: UUID) -> Response:
        back = checked(shapes.StrikeIn, request)["back"]
        undone = UndoEvent(actor(request), garden_id, event_id, back).execute()
        struck = undone.event.struck if undone.event else not back
        return Response({"id": event_id, "struck": struck, "left": undone.left})
