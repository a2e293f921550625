"""What stands between the outside and the application: whose address it is, whether it is well, what a log may hold."""

from __future__ import annotations

import logging
import re
import shutil
from collections.abc import Callable

from django.conf import settings
from django.db import DatabaseError, connection
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.http.response import HttpResponseBase
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe

LOOPBACK = "127.0.0.1"
LOW_MB = 200


class RealAddress:
    """The client's own address for everything behind: the door (scripts/proxy.py) tells it, and it alone is believed,
    since the workers listen on loopback only."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        told = request.META.get("HTTP_X_REAL_IP", "")
        if told and request.META.get("REMOTE_ADDR") == LOOPBACK:
            request.META["REMOTE_ADDR"] = request.META["HTTP_X_FORWARDED_FOR"] = told
        return self.get_response(request)


class NoSecrets(logging.Filter):
    """Masks what lets somebody in, wherever an address or a header comes into a line."""

    secret = re.compile(r"(/calendar/|[?#&]token=|/visit/|Authorization: |sessionid=|csrftoken=)[^\s/&;\"')]+")

    def filter(self, record: logging.LogRecord) -> bool:
        record.msg, record.args = self.secret.sub(r"\1...", record.getMessage()), ()
        return True


def _plain(request: HttpRequest, status: int, code: str, text: str) -> HttpResponse:
    """A refusal before any view: in JSON where the page asks, in a line elsewhere."""
    if request.path.startswith("/api/"):
        return JsonResponse({"code": code, "text": text, "fields": []}, status=status)
    return HttpResponse(text, status=status, content_type="text/plain; charset=utf-8")


def no_token(request: HttpRequest, reason: str = "") -> HttpResponse:
    """A change without this page's token."""
    return _plain(request, 403, "csrf", "This page is older than your session. Load it anew, then try again.")


def bad_request(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    return _plain(request, 400, "bad_request", "This cannot be read as a request.")


def forbidden(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    return _plain(request, 403, "forbidden", "This is not yours to do.")


def not_found(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    return _plain(request, 404, "not_found", "There is nothing here.")


def broken(request: HttpRequest) -> HttpResponse:
    return _plain(request, 500, "broken", "Something broke here, not with you. Nothing was saved; it is written down.")


@never_cache
@require_safe
def health(request: HttpRequest) -> HttpResponse:
    """200 while rows can be read and there is room to write; else 503 with what is wrong."""
    wrong = []
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT COUNT(*) FROM django_migrations")
    except DatabaseError:
        wrong.append("database")
    if settings.RUN_DIR.exists() and shutil.disk_usage(settings.RUN_DIR).free < LOW_MB * 2**20:
        wrong.append("disk")
    return JsonResponse({"well": not wrong, "wrong": wrong}, status=503 if wrong else 200)
