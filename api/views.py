"""Views only translate: input shapes to actions, situations to answers."""

from __future__ import annotations

import zoneinfo
from typing import Any

from django.db import transaction
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.decide.sources import coefficients
from agronomy.describe.kinds import BODY_HEIGHTS, KINDS, USUAL_SIZES
from agronomy.describe.weather import COLUMNS
from agronomy.describe.words import INGREDIENTS, MULCHES, STARTS
from agronomy.ground.holding import MATERIALS
from agronomy.ground.texture import CLASS_CENTRES
from agronomy.plants.crops import CROPS
from agronomy.sky.climates import GENERIC
from api import inputs, present, present_sky, shapes, shapes_beds
from api.person import person
from apps.base.errors import NotFound
from apps.exchange.samples import SAMPLES, OpenSample, described
from apps.garden import actions as garden_actions
from apps.garden.access import membership, memberships
from apps.garden.models import Bed
from apps.planning import issue
from apps.planning.facts import read_beds
from apps.planning.situation import situation
from apps.record import actions as record_actions
from apps.weather import actions as weather_actions
from apps.weather.models import GaugeReading, Source, WeatherDay

SKY_BEHIND, SKY_AHEAD = 14, 16


def checked(shape: Any, request: Request, partial: bool = False) -> Any:
    data = shape(data=request.data, partial=partial)
    data.is_valid(raise_exception=True)
    return data.validated_data


class Catalogue(APIView):
    """The words a garden is described in."""

    @extend_schema(operation_id="catalogue", responses=shapes_beds.Catalogue)
    def get(self, request: Request) -> Response:
        return Response(
            {
                "crops": [
                    {
                        **vars(c),
                        "key": key,
                        "season_days": c.season_days,
                        "ky": c.yield_response[0],
                        "ky_source": c.yield_response[1],
                    }
                    for key, c in CROPS.items()
                ],
                "kinds": [
                    {
                        "key": key,
                        "name": name,
                        "container": container,
                        "soil_depth_m": depth,
                        "sizes": [vars(size) for size in USUAL_SIZES[key]],
                    }
                    for key, (container, depth, name) in KINDS.items()
                ],
                "soils": MATERIALS,
                "ingredients": INGREDIENTS,
                "starts": STARTS,
                "mulches": MULCHES,
                "heights": BODY_HEIGHTS,
                "time_zones": sorted(zoneinfo.available_timezones()),
                "climates": [
                    {"key": key, "name": c.name, "latitude": c.latitude, "elevation_m": c.elevation_m}
                    for key, c in GENERIC.items()
                ],
                "textures": list(CLASS_CENTRES),
            }
        )


class Gardens(APIView):
    @extend_schema(operation_id="gardens", responses=shapes.GardenOut(many=True))
    def get(self, request: Request) -> Response:
        return Response([present.garden(m.garden, m.role) for m in memberships(person(request))])

    @extend_schema(
        operation_id="create_garden", request=inputs.NewGardenIn, responses={201: shapes.GardenOut, 400: shapes.Error}
    )
    def post(self, request: Request) -> Response:
        values = checked(inputs.NewGardenIn, request)
        file = values.pop("weather_file", None)
        made = (
            weather_actions.CreateGardenOfClimate(person(request), values, file).execute()
            if file
            else garden_actions.CreateGarden(person(request), values).execute()
        )
        return Response(present.garden(made, "owner"), status=201)


class Samples(APIView):
    """Invented gardens to look around in."""

    @extend_schema(operation_id="samples", responses=shapes.SampleOut(many=True))
    def get(self, request: Request) -> Response:
        return Response([{"key": x.key, "name": described(x).name, "about": x.about} for x in SAMPLES.values()])


class OneSample(APIView):
    @extend_schema(operation_id="open_sample", request=None, responses={201: shapes.GardenOut, 400: shapes.Error})
    def post(self, request: Request, key: str) -> Response:
        return Response(present.garden(OpenSample(person(request), key).execute(), "owner"), status=201)


class PutAway(APIView):
    """Gardens that were put away, the newest first."""

    @extend_schema(operation_id="put_away_gardens", responses=shapes.PutAwayOut(many=True))
    def get(self, request: Request) -> Response:
        return Response([{"id": x.pk, "name": x.name} for x in garden_actions.put_away(person(request))])


class TakeUp(APIView):
    @extend_schema(operation_id="take_up_garden", request=None, responses={200: shapes.GardenOut, 400: shapes.Error})
    def post(self, request: Request, garden_id: int) -> Response:
        return Response(present.garden(garden_actions.TakeUpGarden(person(request), garden_id).execute(), "owner"))


class OneGarden(APIView):
    @extend_schema(operation_id="put_away_garden", responses={204: None})
    def delete(self, request: Request, garden_id: int) -> Response:
        garden_actions.PutAwayGarden(person(request), garden_id).execute()
        return Response(status=204)

    @extend_schema(operation_id="change_garden", request=inputs.GardenIn, responses=shapes.GardenOut)
    def patch(self, request: Request, garden_id: int) -> Response:
        values = checked(inputs.GardenIn, request, partial=True)
        changed = garden_actions.ChangeGarden(person(request), garden_id, values).execute()
        return Response(present.garden(changed, "owner"))


class Rigs(APIView):
    @extend_schema(operation_id="create_rig", request=inputs.RigIn, responses={201: shapes.RigOut, 400: shapes.Error})
    def post(self, request: Request, garden_id: int) -> Response:
        rig = garden_actions.SaveRig(person(request), garden_id, checked(inputs.RigIn, request)).execute()
        return Response(present.rig(rig), status=201)


class OneRig(APIView):
    @extend_schema(operation_id="change_rig", request=inputs.RigIn, responses=shapes.RigOut)
    def patch(self, request: Request, garden_id: int, rig_id: int) -> Response:
        rig = garden_actions.SaveRig(person(request), garden_id, checked(inputs.RigIn, request), rig_id).execute()
        return Response(present.rig(rig))


class Round(APIView):
    """What to do now, in walking order."""

    @extend_schema(operation_id="round", responses=shapes.Round)
    def get(self, request: Request, garden_id: int) -> Response:
        m = membership(person(request), garden_id)
        return Response(present.round_of(situation(m.garden), m.role))


class Visit(APIView):
    """Say that somebody is here: brings a demonstration's weather up to date and keeps the day's advice."""

    @extend_schema(operation_id="visit", request=None, responses=shapes.Visited)
    def post(self, request: Request, garden_id: int) -> Response:
        return Response({"weather_fresh": issue.Visit(person(request), garden_id).execute()})


class Step(APIView):
    """Move a garden with its own clock one day on."""

    @extend_schema(operation_id="step_day", request=inputs.StepIn, responses=shapes.GardenOut)
    def post(self, request: Request, garden_id: int) -> Response:
        since = checked(inputs.StepIn, request).get("from_date")
        garden = issue.StepDay(person(request), garden_id, since).execute()
        return Response(present.garden(garden, "owner"))


def bed_arguments(values: dict[str, Any]) -> dict[str, Any]:
    """The garden file's nested words as the action's arguments."""
    plantings, mulch = values.pop("plantings", None), values.pop("mulch", None)
    soil, exposure = values.pop("soil", None), values.pop("exposure", None)
    if "drip" in values:
        drip = values.pop("drip") or {}
        values |= {"emitters": drip.get("emitters"), "emitter_flow_l_per_h": drip.get("flow_l_per_h")}
    if "reservoir" in values:
        box = values.pop("reservoir") or {}
        values |= {f"reservoir_{name}": box.get(name) for name in ("capacity_l", "wick_l_per_day", "opening_l")}
    return {"values": values, "plantings": plantings, "mulch": mulch, "soil": soil, "exposure": exposure}


class Beds(APIView):
    @extend_schema(operation_id="beds", responses=shapes_beds.BedOut(many=True))
    def get(self, request: Request, garden_id: int) -> Response:
        garden = membership(person(request), garden_id).garden
        return Response([present.bed(b, garden.today) for b in read_beds(garden)])

    @extend_schema(
        operation_id="create_bed", request=inputs.BedIn, responses={201: shapes_beds.BedOut, 400: shapes.Error}
    )
    def post(self, request: Request, garden_id: int) -> Response:
        bed = garden_actions.SaveBed(
            person(request), garden_id, **bed_arguments(checked(inputs.BedIn, request))
        ).execute()
        return Response(_described(bed), status=201)


def _described(bed: Bed) -> dict[str, Any]:
    """A bed just changed, as it stands now."""
    return present.bed(next(b for b in read_beds(bed.garden) if b.row.pk == bed.pk), bed.garden.today)


class OneBed(APIView):
    @extend_schema(operation_id="bed_page", responses=shapes_beds.BedPage)
    def get(self, request: Request, garden_id: int, bed_id: int) -> Response:
        m = membership(person(request), garden_id)
        now = situation(m.garden)
        facts = next((b for b in now.beds if b.row.pk == bed_id), None)
        if facts is None:
            raise NotFound("bed")
        return Response(present.bed_page(now, facts, m.role))

    @extend_schema(operation_id="change_bed", request=inputs.BedIn, responses=shapes_beds.BedOut)
    def put(self, request: Request, garden_id: int, bed_id: int) -> Response:
        arguments = bed_arguments(checked(inputs.BedIn, request))
        return Response(
            _described(garden_actions.SaveBed(person(request), garden_id, **arguments, bed_id=bed_id).execute())
        )

    @extend_schema(operation_id="remove_bed", responses={204: None})
    def delete(self, request: Request, garden_id: int, bed_id: int) -> Response:
        garden_actions.RemoveBed(person(request), garden_id, bed_id).execute()
        return Response(status=204)


class BedSources(APIView):
    """What a bed's answer rests on today: each figure with its source."""

    @extend_schema(operation_id="bed_sources", responses=shapes.Coefficient(many=True))
    def get(self, request: Request, garden_id: int, bed_id: int) -> Response:
        plan = situation(membership(person(request), garden_id).garden).plan
        bed = next((b for b in plan.beds if b.bed.key == str(bed_id)), None) if plan else None
        if plan is None or bed is None:
            raise NotFound("bed")
        return Response([vars(c) for c in coefficients(plan, bed)])


class RestoreBed(APIView):
    @extend_schema(operation_id="restore_bed", request=None, responses=shapes_beds.BedOut)
    def post(self, request: Request, garden_id: int, bed_id: int) -> Response:
        return Response(_described(garden_actions.RestoreBed(person(request), garden_id, bed_id).execute()))


class Waterings(APIView):
    @extend_schema(
        operation_id="record_waterings", request=inputs.WateringsIn, responses={201: shapes.WateringOut(many=True)}
    )
    def post(self, request: Request, garden_id: int) -> Response:
        poured = checked(inputs.WateringsIn, request)["waterings"]
        with transaction.atomic():
            made = [
                record_actions.RecordWatering(
                    person(request),
                    garden_id,
                    w["bed"],
                    w["id"],
                    w["litres"],
                    w.get("date"),
                    w["part"],
                    w["into"],
                    w.get("passes", 1),
                ).execute()
                for w in poured
            ]
        return Response([present.watering(w) for w in made], status=201)


class Observations(APIView):
    @extend_schema(
        operation_id="record_observation", request=inputs.ObservationIn, responses={201: shapes.ObservationOut}
    )
    def post(self, request: Request, garden_id: int) -> Response:
        c = checked(inputs.ObservationIn, request)
        made = record_actions.RecordObservation(
            person(request),
            garden_id,
            c["bed"],
            c["id"],
            c.get("reading"),
            c.get("date"),
            c.get("kind", "finger"),
            c.get("value"),
        ).execute()
        return Response(present.observation(made), status=201)


class PutOffs(APIView):
    @extend_schema(operation_id="put_off", request=inputs.PutOffIn, responses={201: None})
    def post(self, request: Request, garden_id: int) -> Response:
        x = checked(inputs.PutOffIn, request)
        record_actions.PutOffStop(person(request), garden_id, x["bed"], x["id"], x.get("date")).execute()
        return Response(status=201)


class Strike(APIView):
    """An event that was wrong counts no longer; `back` brings it back."""

    @extend_schema(
        operation_id="strike",
        request=inputs.StrikeIn,
        responses={204: None},
        parameters=[OpenApiParameter("kind", str, "path", enum=list(record_actions.EVENTS))],
    )
    def post(self, request: Request, garden_id: int, kind: str, event_id: Any) -> Response:
        back = checked(inputs.StrikeIn, request)["back"]
        record_actions.StrikeEvent(person(request), garden_id, kind, event_id, back).execute()
        return Response(status=204)


class Sky(APIView):
    @extend_schema(operation_id="sky", responses=shapes.SkyOut)
    def get(self, request: Request, garden_id: int) -> Response:
        m = membership(person(request), garden_id)
        now = situation(m.garden)
        typed = {
            d["date"]: d
            for d in WeatherDay.objects.filter(garden=m.garden, source=Source.TYPED).values("date", *COLUMNS)
        }
        gauges = {
            g.date: g for g in GaugeReading.objects.filter(garden=m.garden, struck_at=None).order_by("recorded_at")
        }
        return Response(present_sky.sky(now, m.role, typed, gauges, SKY_BEHIND, SKY_AHEAD))


class Days(APIView):
    @extend_schema(operation_id="type_days", request=inputs.DaysIn, responses={204: None, 400: shapes.Error})
    def put(self, request: Request, garden_id: int) -> Response:
        weather_actions.TypeDays(person(request), garden_id, checked(inputs.DaysIn, request)["days"]).execute()
        return Response(status=204)


class Gauge(APIView):
    @extend_schema(operation_id="read_gauge", request=inputs.GaugeIn, responses={201: shapes.GaugeOut})
    def post(self, request: Request, garden_id: int) -> Response:
        g = checked(inputs.GaugeIn, request)
        made = weather_actions.ReadGauge(person(request), garden_id, g["id"], g["date"], g["rain"]).execute()
        return Response(present_sky.gauge(made), status=201)


class StrikeGauge(APIView):
    @extend_schema(operation_id="strike_gauge", request=inputs.StrikeIn, responses={204: None})
    def post(self, request: Request, garden_id: int, reading_id: Any) -> Response:
        back = checked(inputs.StrikeIn, request)["back"]
        weather_actions.StrikeGauge(person(request), garden_id, reading_id, back).execute()
        return Response(status=204)
