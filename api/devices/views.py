"""Devices: who is let in, how they stand, what they are ordered to do."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from api.asked import actor, checked, person, stamp
from api.devices import present, shapes
from apps.devices import actions
from apps.devices.lines import flows_of
from apps.devices.play import can_play, play
from apps.devices.topics import ROOT
from apps.garden.access import membership


class Devices(APIView):
    @extend_schema(operation_id="devices", responses=shapes.Devices)
    def get(self, request: Request, garden_id: int) -> Response:
        return Response(present.devices_out(membership(person(request), garden_id).garden))

    @extend_schema(operation_id="let_in_device", request=shapes.DeviceIn, responses={201: shapes.LetInOut})
    def post(self, request: Request, garden_id: int) -> Response:
        membership(person(request), garden_id)
        c = checked(shapes.DeviceIn, request)
        device, password = actions.LetIn(
            actor(request), garden_id, c["name"], c["kind"], c.get("rig"), c.get("bed"), stamp=stamp(request)
        ).execute()
        played = bool(c["played"]) and can_play()
        if played:
            play(device, password, flows_of(device))
        topics = f"{ROOT}/{garden_id}/{device.account}"
        told = {"id": device.pk, "account": device.account, "password": password, "topics": topics, "played": played}
        return Response(told, status=201)


class OneDevice(APIView):
    @extend_schema(operation_id="put_out_device", request=None, responses={204: None})
    def delete(self, request: Request, garden_id: int, device_id: int) -> Response:
        actions.PutOut(actor(request), garden_id, device_id, stamp=stamp(request)).execute()
        return Response(status=204)


class Tell(APIView):
    """An order to a timer; the same id twice is one."""

    @extend_schema(operation_id="tell_device", request=shapes.TellIn, responses={202: shapes.Devices})
    def post(self, request: Request, garden_id: int, device_id: int) -> Response:
        membership(person(request), garden_id)
        c = checked(shapes.TellIn, request)
        saying = actions.TellDevice(
            actor(request), garden_id, device_id, c["do"], c["outlet"], c.get("minutes"), stamp=stamp(request)
        ).execute()
        return Response(present.devices_out(saying.device.garden), status=202)
