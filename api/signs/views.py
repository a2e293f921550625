"""Something looks wrong: what it may come from, noted, followed."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.describe.garden import SignsSeen
from agronomy.describe.signs import check_signs
from agronomy.formats.described import read
from api.asked import actor, checked, person, stamp
from api.kept import kept
from api.shapes import Error
from api.signs import present, shapes
from apps.base.errors import NotFound
from apps.garden.access import membership
from apps.garden.models import Event, Membership
from apps.planning.signs import judged
from apps.planning.situation import facts_of, situation
from apps.record.signs import FollowSigns, SeeSigns


class TrySigns(APIView):
    """What signs at a bed may come from; nothing is kept."""

    @extend_schema(operation_id="try_signs", request=shapes.SignsTold, responses={200: shapes.JudgementOut, 400: Error})
    def post(self, request: Request, garden_id: int, bed_id: int) -> Response:
        m = membership(person(request), garden_id)
        x = checked(shapes.SignsTold, request)
        now = situation(m.garden)
        facts_of(now, bed_id)
        today = m.garden.today
        looks = [{**look, "date": today} for look in x.get("looks") or ()]
        told = {"date": today, "signs": x["signs"], "since_days": x["since_days"], "looks": looks}
        found = judged(now, bed_id, check_signs(read(SignsSeen, told)))
        if found is None:
            raise NotFound("plan")
        return Response(present.judgement_out(now, found, today))


class Signs(APIView):
    @extend_schema(operation_id="cases", responses=shapes.CasesOut)
    @kept
    def get(self, m: Membership) -> Response:
        now = situation(m.garden)
        return Response({"cases": present.cases_out(now, now.beds)})

    @extend_schema(operation_id="see_signs", request=shapes.SignsIn, responses={201: shapes.CaseOut, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        x = checked(shapes.SignsIn, request)
        told: dict[str, Any] = {"signs": tuple(x["signs"]), "since_days": x["since_days"]}
        told["looks"] = tuple(dict(look) for look in x.get("looks") or ())
        mark = stamp(request, x["id"])
        made = SeeSigns(actor(request), garden_id, x["bed"], x.get("date"), **told, stamp=mark).execute()
        return Response(_case(request, garden_id, made), status=201)


class Follow(APIView):
    @extend_schema(operation_id="follow_signs", request=shapes.FollowIn, responses={201: shapes.CaseOut, 400: Error})
    def post(self, request: Request, garden_id: int, case_id: UUID) -> Response:
        x = checked(shapes.FollowIn, request)
        told = {name: x.get(name) for name in ("look", "found", "outcome")}
        FollowSigns(actor(request), garden_id, case_id, **told, stamp=stamp(request, x["id"])).execute()
        return Response(_case(request, garden_id, Event.objects.get(pk=case_id)), status=201)


def _case(request: Request, garden_id: int, event: Event) -> dict[str, Any]:
    """A case as it stands now, with all that followed it."""
    now = situation(membership(person(request), garden_id).garden)
    facts = facts_of(now, event.bed_id or 0)
    key, seen = next((x for x in facts.cases if x[0] == event.pk), (None, None))
    if key is None or seen is None:
        raise NotFound("case")
    return present.case_out(now, facts, key, seen)
