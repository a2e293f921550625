"""The days ahead: the sequence, a soak put on another day, and the private calendar address."""

from __future__ import annotations

from django.http import Http404, HttpRequest, HttpResponse
from django.views.decorators.http import require_safe
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.describe.garden import Move
from api.ahead import present, shapes
from api.asked import actor, checked, person, stamp
from api.kept import kept
from api.shapes import Error
from apps.base.tokens import hash_of
from apps.garden.access import membership
from apps.garden.models import Membership
from apps.planning.facts import told_of
from apps.planning.situation import situation
from apps.record import actions
from apps.record.models import CalendarFeed


class Ahead(APIView):
    @extend_schema(operation_id="ahead", responses=shapes.AheadOut)
    @kept
    def get(self, m: Membership) -> Response:
        return Response(present.ahead(situation(m.garden), m.role))


class TryMove(APIView):
    """The days ahead as they would be with one more soak moved; nothing is kept."""

    @extend_schema(operation_id="try_move", request=shapes.TryMoveIn, responses=shapes.AheadOut)
    def post(self, request: Request, garden_id: int) -> Response:
        m = membership(person(request), garden_id)
        x = checked(shapes.TryMoveIn, request)
        bed = actions.check_move(m.garden, x["bed"], x["from_date"], x["to_date"])
        trial = Move(bed.name, x["from_date"], x["to_date"])
        return Response(present.ahead(situation(m.garden), m.role, (trial,)))


class Moves(APIView):
    @extend_schema(operation_id="move_soak", request=shapes.MoveIn, responses={201: shapes.Move, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        x = checked(shapes.MoveIn, request)
        mark = stamp(request, x["id"])
        move = actions.MoveSoak(actor(request), garden_id, x["bed"], x["from_date"], x["to_date"], stamp=mark)
        return Response(present.move(told_of(move.execute()), x["bed"]), status=201)


class Feed(APIView):
    """The person's private calendar address for this garden."""

    @extend_schema(operation_id="feed", responses=shapes.CalendarFeedOut)
    def get(self, request: Request, garden_id: int) -> Response:
        m = membership(person(request), garden_id)
        is_open = CalendarFeed.objects.filter(garden=m.garden, user=m.user, ended_at=None).exists()
        return Response({"address": None, "open": is_open})

    @extend_schema(operation_id="open_feed", request=None, responses={201: shapes.CalendarFeedOut})
    def post(self, request: Request, garden_id: int) -> Response:
        token = actions.OpenFeed(actor(request), garden_id).execute()
        return Response({"address": request.build_absolute_uri(f"/calendar/{token}.ics"), "open": True}, status=201)

    @extend_schema(operation_id="end_feed", responses={204: None})
    def delete(self, request: Request, garden_id: int) -> Response:
        actions.EndFeed(actor(request), garden_id).execute()
        return Response(status=204)


@require_safe
def calendar(request: HttpRequest, token: str) -> HttpResponse:
    """A calendar program reads the days ahead by its private address; it has no session."""
    feed = (
        CalendarFeed.objects.select_related("garden")
        .filter(token_hash=hash_of(token), ended_at=None, garden__removed_at=None)
        .first()
    )
    if feed is None or not feed.garden.membership_set.filter(user_id=feed.user_id).exists():
        raise Http404("calendar")
    body = present.calendar(situation(feed.garden), request.get_host())
    answer = HttpResponse(body, content_type="text/calendar; charset=utf-8")
    answer["Cache-Control"] = "private, no-store"
    return answer
