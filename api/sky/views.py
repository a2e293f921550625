"""The sky: days as they are known, typed days, the gauge."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.describe.weather import COLUMNS
from agronomy.formats.described import read
from agronomy.formats.station_file import StationMapping, look_at_station, read_station
from api.asked import actor, checked, person, stamp
from api.kept import kept
from api.shapes import Error
from api.sky import present, shapes
from apps.garden.access import membership, reached
from apps.garden.models import Membership, Role
from apps.planning.scored import scored
from apps.planning.situation import situation
from apps.weather import actions as weather_actions
from apps.weather.convert import gauge_and_seen, stations_read
from apps.weather.models import Source, WeatherDay

SKY_BEHIND, SKY_AHEAD = 14, 16


class Sky(APIView):
    @extend_schema(operation_id="sky", responses=shapes.SkyOut)
    @kept
    def get(self, m: Membership) -> Response:
        now = situation(m.garden)
        typed = {
            d["date"]: d
            for d in WeatherDay.objects.filter(garden=m.garden, source=Source.TYPED).values("date", *COLUMNS)
        }
        told = (*gauge_and_seen(m.garden), stations_read(m.garden))
        return Response(present.sky(now, m.role, typed, *told, SKY_BEHIND, SKY_AHEAD))


class Scores(APIView):
    """How what was said turned out, over the last months."""

    @extend_schema(operation_id="scores", responses=shapes.ScoresOut)
    def get(self, request: Request, garden_id: int) -> Response:
        m = membership(person(request), garden_id)
        found = scored(situation(m.garden))
        return Response({name: present.score_out(x) for name, x in vars(found).items()})


class HeatSheet(APIView):
    """The heat wave in sight day by day, and what would save water in it: tried bed by bed, so apart from the sky."""

    @extend_schema(operation_id="heat_sheet", responses=shapes.HeatSheetOut)
    @kept
    def get(self, m: Membership) -> Response:
        return Response(present.sheet(situation(m.garden)))


class Days(APIView):
    @extend_schema(operation_id="type_days", request=shapes.DaysIn, responses={204: None, 400: Error})
    def put(self, request: Request, garden_id: int) -> Response:
        days = checked(shapes.DaysIn, request)["days"]
        weather_actions.TypeDays(actor(request), garden_id, days, stamp=stamp(request)).execute()
        return Response(status=204)


class LookAtStation(APIView):
    """What a station's file holds, and how it would be read; nothing is kept."""

    @extend_schema(
        operation_id="look_at_station", request=shapes.StationIn, responses={200: shapes.StationOut, 400: Error}
    )
    def post(self, request: Request, garden_id: int) -> Response:
        garden = reached(actor(request), garden_id, Role.OWNER)
        x = checked(shapes.StationIn, request)
        if x.get("mapping"):
            found = read_station(x["text"], read(StationMapping, x["mapping"], "mapping"))
        else:
            found = look_at_station(x["text"], lambda header: weather_actions.mapping_kept(garden, header))
        return Response(present.station(found))


class Station(APIView):
    @extend_schema(
        operation_id="read_station", request=shapes.StationIn, responses={201: shapes.StationKept, 400: Error}
    )
    def post(self, request: Request, garden_id: int) -> Response:
        x = checked(shapes.StationIn, request)
        mapping = read(StationMapping, x["mapping"], "mapping") if x.get("mapping") else None
        made = weather_actions.ReadStation(
            actor(request), garden_id, x["text"], mapping, stamp=stamp(request)
        ).execute()
        return Response(present.station_kept(made), status=201)


class Gauge(APIView):
    @extend_schema(operation_id="read_gauge", request=shapes.GaugeIn, responses={201: shapes.GaugeOut})
    def post(self, request: Request, garden_id: int) -> Response:
        x = checked(shapes.GaugeIn, request)
        mark = stamp(request, x["id"])
        made = weather_actions.ReadGauge(
            actor(request), garden_id, x["rain"], x.get("date"), x.get("fell"), stamp=mark
        ).execute()
        return Response(present.gauge(made), status=201)


class Seen(APIView):
    """Hail, or frost at dawn."""

    @extend_schema(operation_id="see_in_sky", request=shapes.SeenIn, responses={201: shapes.SeenOut, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        x = checked(shapes.SeenIn, request)
        mark = stamp(request, x["id"])
        made = weather_actions.SeeInSky(actor(request), garden_id, x["what"], x.get("date"), stamp=mark).execute()
        return Response(present.seen(made), status=201)
