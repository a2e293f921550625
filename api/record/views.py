"""What happened in a round, noted and taken back."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from api.asked import actor, checked, stamp
from api.record import shapes
from api.shapes import Error
from apps.garden.undo import UndoEvent
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


class Strike(APIView):
    """Whatever was noted or changed is taken back by its event; `back` makes it count again."""

    @extend_schema(operation_id="strike", request=shapes.StrikeIn, responses={200: shapes.UndoneOut, 400: Error})
    def post(self, request: Request, garden_id: int, event_id: UUID) -> Response:
        back = checked(shapes.StrikeIn, request)["back"]
        undone = UndoEvent(actor(request), garden_id, event_id, back).execute()
        return Response({"id": undone.event.pk, "struck": undone.event.struck, "left": undone.left})
