"""A garden out to a file and in from one."""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any

from django.http import HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from agronomy.formats.map_geojson import map_as_geojson
from agronomy.formats.write_garden import garden_as_text
from api.asked import actor, checked, person, stamp
from api.files import shapes
from api.present import garden_out
from api.shapes import Error, GardenOut
from apps.exchange import beds_and_map, csv_files, files
from apps.garden.access import membership
from apps.garden.models import Garden
from apps.weather.actions import ReadClimate

Writer = Callable[[Garden], str]


# ending -> (media type, what writes it)
FILES: dict[str, tuple[str, Writer]] = {
    "garden.json": ("application/json", lambda garden: garden_as_text(files.described_garden(garden))),
    "map.geojson": (
        "application/geo+json",
        lambda garden: json.dumps(map_as_geojson(files.described_garden(garden)), indent=1, ensure_ascii=False),
    ),
    "beds.csv": ("text/csv", csv_files.beds_as_csv),
    "days.csv": ("text/csv", csv_files.days_as_csv),
    "record.csv": ("text/csv", csv_files.record_as_csv),
}


class Download(APIView):
    """A garden as a file: garden.json, map.geojson, beds.csv, days.csv or record.csv."""

    @extend_schema(exclude=True)  # files for a person, not answers for the page
    def get(self, request: Request, garden_id: int, file: str) -> Any:
        garden = membership(person(request), garden_id).garden
        media, write = FILES[file]
        answer = HttpResponse(write(garden), content_type=f"{media}; charset=utf-8")
        safe = "".join(c if c.isascii() and c.isalnum() else "-" for c in garden.name.lower()).strip("-") or "garden"
        answer["Content-Disposition"] = f'attachment; filename="{safe}-{file}"'
        return answer


class ImportGarden(APIView):
    """A new garden from the text of a garden file; each fault is named with its place, and nothing is half kept."""

    @extend_schema(operation_id="import_garden", request=shapes.TextIn, responses={201: GardenOut, 400: Error})
    def post(self, request: Request) -> Response:
        made = files.ImportGarden(actor(request), checked(shapes.TextIn, request)["text"]).execute()
        return Response(garden_out(made, "owner"), status=201)


class ImportBeds(APIView):
    """Beds and plantings from a CSV; each fault is named with its line, and nothing is half kept."""

    @extend_schema(operation_id="import_beds", request=shapes.TextIn, responses={200: shapes.ImportedBeds, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        text = checked(shapes.TextIn, request)["text"]
        return Response(
            {"beds": beds_and_map.ImportBeds(actor(request), garden_id, text, stamp=stamp(request)).execute()}
        )


class ImportMap(APIView):
    """Places of beds, taps and things from GeoJSON in local metres; all are taken, or none."""

    @extend_schema(operation_id="import_map", request=shapes.TextIn, responses={200: shapes.ImportedMap, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        text = checked(shapes.TextIn, request)["text"]
        return Response(
            {"features": beds_and_map.ImportMap(actor(request), garden_id, text, stamp=stamp(request)).execute()}
        )


class ImportClimate(APIView):
    """A garden's climate from the years of a weather file."""

    @extend_schema(operation_id="import_climate", request=shapes.TextIn, responses={200: shapes.Imported, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        text = checked(shapes.TextIn, request)["text"]
        return Response({"days": ReadClimate(actor(request), garden_id, text, stamp=stamp(request)).execute()})


class ImportDays(APIView):
    @extend_schema(operation_id="import_days", request=shapes.TextIn, responses={200: shapes.Imported, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        text = checked(shapes.TextIn, request)["text"]
        return Response({"days": files.ImportDays(actor(request), garden_id, text, stamp=stamp(request)).execute()})
