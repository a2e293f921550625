"""The sky: days as they are known, typed days, the gauge."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.describe.weather import COLUMNS
from api.asked import actor, checked, person, stamp
from api.shapes import Error
from api.sky import present, shapes
from apps.garden.access import membership
from apps.planning.situation import situation
from apps.weather import actions as weather_actions
from apps.weather.convert import gauge_readings
from apps.weather.models import Source, WeatherDay

SKY_BEHIND, SKY_AHEAD = 14, 16


class Sky(APIView):
    @extend_schema(operation_id="sky", responses=shapes.SkyOut)
    def get(self, request: Request, garden_id: int) -> Response:
        m = membership(person(request), garden_id)
        now = situation(m.garden)
        typed = {
            d["date"]: d
            for d in WeatherDay.objects.filter(garden=m.garden, source=Source.TYPED).values("date", *COLUMNS)
        }
        return Response(present.sky(now, m.role, typed, gauge_readings(m.garden), SKY_BEHIND, SKY_AHEAD))


class Days(APIView):
    @extend_schema(operation_id="type_days", request=shapes.DaysIn, responses={204: None, 400: Error})
    def put(self, request: Request, garden_id: int) -> Response:
        days = checked(shapes.DaysIn, request)["days"]
        weather_actions.TypeDays(actor(request), garden_id, days, stamp=stamp(request)).execute()
        return Response(status=204)


class Gauge(APIView):
    @extend_schema(operation_id="read_gauge", request=shapes.GaugeIn, responses={201: shapes.GaugeOut})
    def post(self, request: Request, garden_id: int) -> Response:
        x = checked(shapes.GaugeIn, request)
        mark = stamp(request, x["id"])
        made = weather_actions.ReadGauge(actor(request), garden_id, x["rain"], x.get("date"), stamp=mark).execute()
        return Response(present.gauge(made), status=201)
