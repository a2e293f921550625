"""The door for somebody who looks in: the round of the day and marks in it, by the token of a link alone."""

from __future__ import annotations

from django.utils.cache import patch_cache_control
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import AnonRateThrottle
from rest_framework.views import APIView

from agronomy.describe.errors import InputError
from api.asked import checked, stamp
from api.away import present, shapes
from api.present import Json
from api.shapes import Error
from apps.accounts.actor import Actor
from apps.base.errors import NotFound
from apps.garden.action import Stamp
from apps.garden.models import Event, Garden
from apps.planning.situation import situation
from apps.record import actions
from apps.record.away import visitor_of
from apps.record.signs import SeeSigns

CARRIES = "Visit"  # the header with the token of a link
LONGEST_TOKEN = 100


class VisitThrottle(AnonRateThrottle):
    scope = "visit"


class Visit(APIView):
    """No session, no cookie: who holds the link sees the day's round, and nothing else."""

    authentication_classes = ()
    permission_classes = (AllowAny,)
    throttle_classes = (VisitThrottle,)
    header = OpenApiParameter(CARRIES, str, OpenApiParameter.HEADER, required=True, description="the link's token")

    @extend_schema(operation_id="see_visit", parameters=[header], responses={200: shapes.VisitOut, 404: Error})
    def get(self, request: Request) -> Response:
        garden, _, units, until = self.who(request)
        return self.told(garden, units, until)

    @extend_schema(
        operation_id="mark_visit",
        parameters=[header],
        request=shapes.VisitMarkIn,
        responses={201: shapes.VisitOut, 400: Error, 404: Error},
    )
    def post(self, request: Request) -> Response:
        garden, by, units, until = self.who(request)
        x = checked(shapes.VisitMarkIn, request)
        now = situation(garden)
        stop = next((s for s in present.visit_out(now, until, units)["stops"] if s["id"] == x["bed"]), None)
        mark = stamp(request, x["id"])
        if x["what"] == "done":
            dose: Json = stop["dose"] if stop else {"litres": None, "into": "soil", "passes": 1}
            litres = dose["litres"] if x.get("litres") is None else x["litres"]
            if litres is None and not Event.objects.filter(pk=mark.id, garden=garden).exists():
                raise NotFound("stop")  # nothing is asked there, and it did not arrive before
            how = {"part": "afternoon" if stop and stop["second"] else "morning", "into": dose["into"]}
            of_tube: list[tuple[int, float, Stamp, str | None]] = [(x["bed"], litres or 0.0, mark, None)]
            arrived = Event.objects.filter(pk=mark.id, garden=garden).exists()  # and with it what its line gave beside
            for other in stop["line_with"] if stop and not arrived else ():
                beside = Stamp(other["mark"], mark.occurred_at)
                of_tube.append((other["id"], (litres or 0.0) * other["per_litre"], beside, "drip"))
            actions.RecordRound(
                by,
                garden.pk,
                [
                    actions.RecordWatering(
                        by, garden.pk, bed, None, amount, **how, passes=dose["passes"], way=way, stamp=one
                    )
                    for bed, amount, one, way in of_tube
                ],
            ).execute()
        elif x["what"] == "wrong" and x.get("signs"):
            if x.get("litres") is not None:
                raise InputError("litres", x["litres"], "no litres: nothing was poured")
            SeeSigns(by, garden.pk, x["bed"], signs=tuple(x["signs"]), stamp=mark).execute()
        else:
            found = {"wet": "still_wet", "wrong": "looks_wrong"}[x["what"]]
            if x.get("litres") is not None:
                raise InputError("litres", x["litres"], "no litres: nothing was poured")
            actions.RecordObservation(by, garden.pk, x["bed"], found_by=found, stamp=mark).execute()
        return self.told(garden, units, until, 201)

    def who(self, request: Request) -> tuple[Garden, Actor, str, object]:
        """Raises NotFound for a token that is over, ended, altered or none."""
        token = request.headers.get(CARRIES, "")
        if not 0 < len(token) <= LONGEST_TOKEN:
            raise NotFound("link")
        return visitor_of(token)

    def told(self, garden: Garden, units: str, until: object, status: int = 200) -> Response:
        answer = Response(present.visit_out(situation(garden), until, units), status=status)
        patch_cache_control(answer, private=True, no_store=True)
        return answer
