"""Whether things fit, what fills a bed, and the days for planting out."""

from __future__ import annotations

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.beds.today import left_on
from agronomy.decide.planting_out import DayOut, harden, hardened_from, rank_days
from agronomy.describe import garden as g
from agronomy.describe.garden import Part
from agronomy.describe.readings import MixWanted
from agronomy.fit.fits import Fit
from agronomy.formats.described import read
from agronomy.ground.mixes import parts_needed
from agronomy.plants.crops import crop_of
from api import inputs, present, shapes, shapes_beds, shapes_bench
from api.views import bed_arguments, checked
from apps.base.errors import NotFound
from apps.garden import actions as garden_actions
from apps.garden import season_actions
from apps.garden.access import membership
from apps.garden.models import Planting as PlantingRow
from apps.watering.facts import BedFacts, core_bed, read_beds
from apps.watering.fit import fits
from apps.watering.queries import Situation, situation

RAISED = ("tray", "pricked_out", "potted_up", "hardening_off", "cutting")


def _fit(f: Fit) -> dict[str, Any]:
    return {**vars(f), "figures": dict(f.figures)}


def _facts(now: Situation, bed_id: int) -> BedFacts:
    facts = next((b for b in now.beds if b.row.pk == bed_id), None)
    if facts is None:
        raise NotFound("bed")
    return facts


class BedFit(APIView):
    @extend_schema(operation_id="bed_fit", responses=shapes_bench.FitOut(many=True))
    def get(self, request: Request, garden_id: int, bed_id: int) -> Response:
        now = situation(membership(request.user, garden_id).garden)
        return Response([_fit(f) for f in fits(now, core_bed(_facts(now, bed_id)))])


class TryFit(APIView):
    """The fit checks of a bed as a form describes it; nothing is kept."""

    @extend_schema(
        operation_id="try_fit", request=inputs.BedIn,
        responses={200: shapes_bench.FitOut(many=True), 400: shapes.Error},
    )  # fmt: skip
    def post(self, request: Request, garden_id: int) -> Response:
        return Response(_tried(request, garden_id, None))


class TryFitAgain(APIView):
    """The same for a bed that stands."""

    @extend_schema(
        operation_id="try_fit_again", request=inputs.BedIn,
        responses={200: shapes_bench.FitOut(many=True), 400: shapes.Error},
    )  # fmt: skip
    def post(self, request: Request, garden_id: int, bed_id: int) -> Response:
        return Response(_tried(request, garden_id, bed_id))


def _tried(request: Request, garden_id: int, bed_id: int | None) -> list[dict[str, Any]]:
    values = bed_arguments(checked(inputs.BedIn, request))
    bed = garden_actions.SaveBed(request.user, garden_id, **values, bed_id=bed_id).preview()
    return [_fit(f) for f in fits(situation(membership(request.user, garden_id).garden), bed)]


class Mix(APIView):
    """Litres and bags of each part that fill so many litres."""

    @extend_schema(
        operation_id="mix_needed", request=inputs.MixIn,
        responses={200: shapes_bench.NeededOut(many=True), 400: shapes.Error},
    )  # fmt: skip
    def post(self, request: Request) -> Response:
        said = checked(inputs.MixIn, request)
        read(MixWanted, said)
        mix = [Part(**x) for x in said["mix"]]
        return Response([vars(x) for x in parts_needed(said["volume_l"], mix, said["bag_l"])])


class Raising(APIView):
    """For each planting that is raised here or planned: the next days ranked, and its hardening off."""

    @extend_schema(operation_id="raising", responses=shapes_bench.RaisedOut(many=True))
    def get(self, request: Request, garden_id: int, bed_id: int) -> Response:
        now = situation(membership(request.user, garden_id).garden)
        facts = _facts(now, bed_id)
        return Response(
            [_raised(now, x.id, x.planting) for x in facts.grows if now.plan and _is_raised(now, x.planting)]
        )


def _is_raised(now: Situation, p: g.Planting) -> bool:
    today = now.garden.today
    if p.removed is not None and p.removed <= today:
        return False
    return p.planted > today or p.start in RAISED


def _raised(now: Situation, key: int, p: g.Planting) -> dict[str, Any]:
    assert now.plan is not None
    weather, crop = now.plan.run.weather, crop_of(p)
    standing = p.planted <= now.garden.today
    hardening = harden(weather, crop) if standing else ()
    soft_until = hardened_from(hardening) if hardening and p.start != "hardening_off" else None
    return {
        "planting": key, "crop": p.crop, "variety": p.variety, "count": left_on(p, now.garden.today), "start": p.start,
        "planted": p.planted, "standing": standing, "frost_c": crop.frost_c, "soil_c": crop.soil_c,
        "days": [_day_out(d) for d in rank_days(weather, crop, hardened_from=soft_until)],
        "hardening": [vars(d) for d in hardening],
    }  # fmt: skip


def _day_out(d: DayOut) -> dict[str, Any]:
    return {
        **vars(d), "parts": dict(d.parts), "tmax": present.band_of(d.tmax), "rain": present.band_of(d.rain)
    }  # fmt: skip


class PlantOut(APIView):
    @extend_schema(
        operation_id="plant_out", request=inputs.PlantOutIn,
        responses={201: shapes_beds.BedOut, 400: shapes.Error},
    )  # fmt: skip
    def post(self, request: Request, garden_id: int, planting_id: int) -> Response:
        said = checked(inputs.PlantOutIn, request)
        made = season_actions.PlantOut(
            request.user,
            garden_id,
            planting_id,
            said["bed"],
            said["date"],
            said["count"],
            said.get("start", "transplant"),
        ).execute()
        facts = next(b for b in read_beds(made.bed.garden) if b.row.pk == made.bed_id)
        return Response(present.bed(facts, facts.row.garden.today), status=201)


class RestorePlantings(APIView):
    @extend_schema(operation_id="restore_plantings", request=inputs.IdsIn, responses={204: None})
    def post(self, request: Request, garden_id: int) -> Response:
        ids = checked(inputs.IdsIn, request)["ids"]
        season_actions.RestorePlantings(request.user, garden_id, ids).execute()
        return Response(status=204)


def _grew(p: PlantingRow) -> dict[str, Any]:
    return {
        "bed_name": p.bed.name, "crop": p.crop, "variety": p.variety, "count": p.count, "planted": p.planted,
        "removed": p.removed,
    }  # fmt: skip


class Seasons(APIView):
    """Seasons that were brought to their end, and what stands to be cleared at the end of this one."""

    @extend_schema(operation_id="seasons", responses=shapes_bench.SeasonsOut)
    def get(self, request: Request, garden_id: int) -> Response:
        garden = membership(request.user, garden_id).garden
        return Response(
            {
                "seasons": [
                    {"id": x.pk, "name": x.name, "ended": x.ended, "cleared": len(x.cleared),
                     "grew": [_grew(p) for p in ended]}
                    for x, ended in season_actions.seasons_of(garden)
                ],
                "standing": [
                    {"planting": p.pk, "bed_name": p.bed.name, "crop": p.crop, "variety": p.variety,
                     "count": p.count, "stays": p.crop in season_actions.STAYING}
                    for p in season_actions.clearing(garden)
                ],
            }
        )  # fmt: skip

    @extend_schema(
        operation_id="end_season", request=inputs.SeasonIn, responses={201: shapes_bench.SeasonOut, 400: shapes.Error}
    )
    def post(self, request: Request, garden_id: int) -> Response:
        said = checked(inputs.SeasonIn, request)
        made = season_actions.EndSeason(request.user, garden_id, said["name"], said["stays"]).execute()
        out = {"id": made.pk, "name": made.name, "ended": made.ended, "cleared": len(made.cleared), "grew": []}
        return Response(out, status=201)


class OneSeason(APIView):
    @extend_schema(operation_id="take_back_season", responses={204: None, 400: shapes.Error})
    def delete(self, request: Request, garden_id: int, season_id: int) -> Response:
        season_actions.TakeBackSeason(request.user, garden_id, season_id).execute()
        return Response(status=204)
