"""The map: what lies where, and every bed's water from two weeks back to two weeks ahead."""

from __future__ import annotations

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.decide.behind import days_behind
from agronomy.describe.water import Drip
from api.asked import actor, checked, stamp
from api.kept import kept
from api.map import shapes
from api.present import crops_out, garden_out
from api.shapes import Error
from apps.garden.actions import map as map_actions
from apps.garden.convert import drip_of
from apps.garden.models import Bed, Membership, Thing
from apps.planning.facts import BedFacts
from apps.planning.situation import Situation, days_ahead, situation, stops_of

DAYS_BEHIND = 14


def _thing(thing: Thing) -> dict[str, Any]:
    return {"id": thing.pk, **{name: getattr(thing, name) for name in map_actions.THING_FIELDS}}


class Ground(APIView):
    @extend_schema(operation_id="ground", responses=shapes.Ground)
    @kept
    def get(self, m: Membership) -> Response:
        now = situation(m.garden)
        words = {x.bed.bed.key: x.word for x in stops_of(now)}
        things = Thing.objects.filter(garden=m.garden, removed_at=None)
        return Response(
            {
                "garden": garden_out(now.garden, m.role),
                "north_deg": m.garden.north_deg,
                "lacks": now.lacks,
                "beds": [_bed(now, words, facts) for facts in now.beds],
                "things": [_thing(x) for x in things],
            }
        )

    @extend_schema(operation_id="arrange_ground", request=shapes.GroundIn, responses={204: None, 400: Error})
    def put(self, request: Request, garden_id: int) -> Response:
        said = checked(shapes.GroundIn, request)
        beds, rigs = said.get("beds", []), said.get("rigs", [])
        map_actions.ArrangeMap(
            actor(request), garden_id, beds, rigs, said.get("north_deg"), stamp=stamp(request)
        ).execute()
        return Response(status=204)


def _line(row: Bed) -> dict[str, Any] | None:
    """How a bed's drip line lies in it; None where there is none."""
    told = drip_of(row) if row.method == "drip" else None
    return {"rows": told.get("rows", Drip.rows), "laid": told.get("laid", Drip.laid)} if told else None


def _bed(now: Situation, words: dict[str, str], facts: BedFacts) -> dict[str, Any]:
    row, p = facts.row, now.plan
    out: dict[str, Any] = {
        "id": row.pk,
        "name": row.name,
        "kind": row.kind,
        "length_m": row.length_m,
        "width_m": row.width_m,
        "round": row.round,
        "x_m": row.x_m,
        "y_m": row.y_m,
        "turn_deg": row.turn_deg,
        "rig": row.rig_id,
        "line_after": row.line_after_id if row.method == "drip" else None,
        "alike": row.alike,
        "line": _line(row),
        "word": "",
        "crops": [],
        "raw_mm": None,
        "taw_mm": None,
        "room_mm": None,
        "air_mark_mm": None,
        "this_morning_mm": None,
        "left_alone_mm": None,
        "sun_share": None,
        "days": [],
    }
    i = next((i for i, b in enumerate(p.beds) if b.bed.key == str(row.pk)), None) if p else None
    if p is None or i is None:
        return out
    b, ahead = p.beds[i], days_ahead(now).beds[i]
    days = [{"date": d.date, "net_mm": d.net_mm} for d in days_behind(p.run, i, DAYS_BEHIND)]
    return out | {
        "word": words[b.bed.key],
        "crops": crops_out(p, b),
        "raw_mm": b.raw_mm,
        "taw_mm": b.taw_mm,
        "room_mm": b.day.room,
        "air_mark_mm": b.day.air_mark,
        "sun_share": b.today.sun_share,
        "this_morning_mm": b.net_mm.mid,
        "left_alone_mm": ahead.left_alone.mid,
        "days": [*days, *({"date": a.date, "net_mm": a.net.mid} for a in ahead.days)],
    }


class Things(APIView):
    @extend_schema(operation_id="create_thing", request=shapes.ThingIn, responses={201: shapes.ThingOut, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        values = checked(shapes.ThingIn, request)
        made = map_actions.SaveThing(actor(request), garden_id, values, stamp=stamp(request)).execute()
        return Response(_thing(made), status=201)


class OneThing(APIView):
    @extend_schema(operation_id="change_thing", request=shapes.ThingIn, responses=shapes.ThingOut)
    def patch(self, request: Request, garden_id: int, thing_id: int) -> Response:
        values = checked(shapes.ThingIn, request)
        save = map_actions.SaveThing(actor(request), garden_id, values, thing_id, stamp=stamp(request))
        return Response(_thing(save.execute()))

    @extend_schema(operation_id="remove_thing", responses={204: None})
    def delete(self, request: Request, garden_id: int, thing_id: int) -> Response:
        map_actions.RemoveThing(actor(request), garden_id, thing_id, stamp=stamp(request)).execute()
        return Response(status=204)
