"""/api/ is the API; everything else without a dot is the single page."""

from __future__ import annotations

import json

from django.http import HttpRequest, HttpResponse
from django.urls import include, path, re_path
from django.views.decorators.http import require_safe

from agronomy.formats.older import VERSION, schema_of_version_1
from agronomy.formats.read_garden import garden_schema
from api.ahead.views import calendar
from config.door import health
from config.front_page import single_page


@require_safe
def published_schema(request: HttpRequest, version: int) -> HttpResponse:
    """The garden file's JSON Schema, published; older versions are read still."""
    schema = garden_schema()
    if version != VERSION:
        schema = schema_of_version_1(schema)
    return HttpResponse(json.dumps(schema, indent=2), content_type="application/schema+json")


@require_safe
def unknown_api(request: HttpRequest) -> HttpResponse:
    return HttpResponse(
        '{"code": "not_found", "text": "There is nothing here.", "fields": []}',
        status=404,
        content_type="application/json",
    )


handler400, handler403, handler404, handler500 = (
    f"config.door.{name}" for name in ("bad_request", "forbidden", "not_found", "broken")
)
urlpatterns = [
    path("health", health),
    path("api/", include("api.urls")),
    re_path(r"^api/", unknown_api),
    *(path(f"schemas/garden-{n}.json", published_schema, {"version": n}) for n in range(1, VERSION + 1)),
    path("calendar/<str:token>.ics", calendar),
    re_path(r"^[^.]*$", single_page),
]
