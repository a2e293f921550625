"""Gardens: the words, made, changed, put away; their hoses; a visit, and a step of their clock."""

from __future__ import annotations

import zoneinfo

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.describe.kinds import BODY_HEIGHTS, KINDS, USUAL_SIZES
from agronomy.describe.words import (
    INGREDIENTS,
    MULCHES,
    STARTS,
)
from agronomy.ground.holding import MATERIALS as SOILS
from agronomy.ground.texture import CLASS_CENTRES
from agronomy.plants.crops import CROPS
from agronomy.sky.climates import GENERIC
from api.asked import actor, checked, person, stamp
from api.gardens import shapes
from api.present import garden_out, rig_out
from api.shapes import Error, GardenOut, RigOut
from apps.exchange.samples import SAMPLES, OpenSample, described
from apps.garden.access import memberships
from apps.garden.actions import gardens
from apps.planning import issue
from apps.weather import actions as weather_actions


class Catalogue(APIView):
    """The words a garden is described in."""

    @extend_schema(operation_id="catalogue", responses=shapes.Catalogue)
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
                "soils": SOILS,
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
    @extend_schema(operation_id="gardens", responses=GardenOut(many=True))
    def get(self, request: Request) -> Response:
        return Response([garden_out(m.garden, m.role) for m in memberships(person(request))])

    @extend_schema(operation_id="create_garden", request=shapes.NewGardenIn, responses={201: GardenOut, 400: Error})
    def post(self, request: Request) -> Response:
        values = checked(shapes.NewGardenIn, request)
        file = values.pop("weather_file", None)
        made = (
            weather_actions.CreateGardenOfClimate(actor(request), values, file).execute()
            if file
            else gardens.CreateGarden(actor(request), values).execute()
        )
        return Response(garden_out(made, "owner"), status=201)


class Samples(APIView):
    """Invented gardens to look around in."""

    @extend_schema(operation_id="samples", responses=shapes.SampleOut(many=True))
    def get(self, request: Request) -> Response:
        return Response([{"key": x.key, "name": described(x).name, "about": x.about} for x in SAMPLES.values()])


class OneSample(APIView):
    @extend_schema(operation_id="open_sample", request=None, responses={201: GardenOut, 400: Error})
    def post(self, request: Request, key: str) -> Response:
        return Response(garden_out(OpenSample(actor(request), key).execute(), "owner"), status=201)


class PutAway(APIView):
    """Gardens that were put away, the newest first."""

    @extend_schema(operation_id="put_away_gardens", responses=shapes.PutAwayOut(many=True))
    def get(self, request: Request) -> Response:
        return Response([{"id": x.pk, "name": x.name} for x in gardens.put_away(person(request))])


class TakeUp(APIView):
    @extend_schema(operation_id="take_up_garden", request=None, responses={200: GardenOut, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        return Response(garden_out(gardens.TakeUpGarden(actor(request), garden_id).execute(), "owner"))


class OneGarden(APIView):
    @extend_schema(operation_id="put_away_garden", responses={204: None})
    def delete(self, request: Request, garden_id: int) -> Response:
        gardens.PutAwayGarden(actor(request), garden_id, stamp=stamp(request)).execute()
        return Response(status=204)

    @extend_schema(operation_id="change_garden", request=shapes.GardenIn, responses=GardenOut)
    def patch(self, request: Request, garden_id: int) -> Response:
        values = checked(shapes.GardenIn, request, partial=True)
        changed = gardens.ChangeGarden(actor(request), garden_id, values, stamp=stamp(request)).execute()
        return Response(garden_out(changed, "owner"))


class Rigs(APIView):
    @extend_schema(operation_id="create_rig", request=shapes.RigIn, responses={201: RigOut, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        rig = gardens.SaveRig(actor(request), garden_id, checked(shapes.RigIn, request), stamp=stamp(request)).execute()
        return Response(rig_out(rig), status=201)


class OneRig(APIView):
    @extend_schema(operation_id="change_rig", request=shapes.RigIn, responses=RigOut)
    def patch(self, request: Request, garden_id: int, rig_id: int) -> Response:
        rig = gardens.SaveRig(
            actor(request), garden_id, checked(shapes.RigIn, request), rig_id, stamp=stamp(request)
        ).execute()
        return Response(rig_out(rig))


class Visit(APIView):
    """Say that somebody is here: brings a demonstration's weather up to date and keeps the day's advice."""

    @extend_schema(operation_id="visit", request=None, responses=shapes.Visited)
    def post(self, request: Request, garden_id: int) -> Response:
        return Response({"weather_fresh": issue.Visit(actor(request), garden_id).execute()})


class Step(APIView):
    """Move a garden with its own clock one day on."""

    @extend_schema(operation_id="step_day", request=shapes.StepIn, responses=GardenOut)
    def post(self, request: Request, garden_id: int) -> Response:
        since = checked(shapes.StepIn, request).get("from_date")
        garden = issue.StepDay(actor(request), garden_id, since).execute()
        return Response(garden_out(garden, "owner"))
