"""Every error becomes an HTTP answer here, once: a stable code beside readable text."""

from __future__ import annotations

import logging
from typing import Any

from django.core.exceptions import PermissionDenied as DjangoPermissionDenied
from django.db import IntegrityError, InternalError, OperationalError
from django.http import Http404
from rest_framework import exceptions, status
from rest_framework.response import Response
from rest_framework.views import exception_handler

from agronomy.describe.errors import InputError
from apps.base.errors import NotAllowed, NotedByOther, NotFound

log = logging.getLogger(__name__)

# MariaDB's codes for a server that cannot be reached, is going away or takes no more connections.
UNREACHABLE = {1040, 1053, 1927, 2002, 2003, 2005, 2006, 2013}
# For a deadlock and a lock that was not let go in time: the same may well go through a moment later.
BUSY = {1205, 1213}
# And for one that cannot write: disk full, table full, file cannot be extended, read-only.
CANNOT_WRITE = {3, 1021, 1030, 1114, 1180, 1290, 1836}


def handle(error: Exception, context: dict[str, Any]) -> Response | None:
    """DRF's exception handler: {"code", "text", "fields": [{"field", "text", "value", "allowed"}]}."""
    if (refused := _of_house(error)) is not None:
        return refused
    if isinstance(error, exceptions.ValidationError):
        fields = list(_flat(error.detail, ""))
        text = "; ".join(f["text"] for f in fields)
        return Response({"code": "invalid", "text": text, "fields": fields}, status=status.HTTP_400_BAD_REQUEST)
    if isinstance(error, RecursionError):
        text = "body: nested too deep; allowed: the shapes of the schema"
        return Response({"code": "invalid", "text": text, "fields": []}, status=status.HTTP_400_BAD_REQUEST)
    if (lost := _of_database(error)) is not None:
        return lost
    answer = exception_handler(error, context)
    if answer is not None:
        code = "forbidden" if isinstance(error, DjangoPermissionDenied) else getattr(error, "default_code", "error")
        detail = answer.data.get("detail", "") if isinstance(answer.data, dict) else ""
        answer.data = {"code": str(code), "text": str(detail), "fields": []}
    return answer


def _of_house(error: Exception) -> Response | None:
    """What the core and the house refuse, and the web's own word for a place where nothing is."""
    if isinstance(error, InputError):
        fields = [
            {"field": e.field, "text": str(e), "value": _value(e.value), "allowed": e.allowed}
            for e in getattr(error, "faults", [error])
        ]
        return Response({"code": error.code, "text": str(error), "fields": fields}, status=status.HTTP_400_BAD_REQUEST)
    if isinstance(error, NotAllowed):
        return Response({"code": "forbidden", "text": str(error), "fields": []}, status=status.HTTP_403_FORBIDDEN)
    if isinstance(error, NotedByOther):
        return Response({"code": "noted_by_other", "text": str(error), "fields": []}, status=status.HTTP_409_CONFLICT)
    if isinstance(error, (NotFound, Http404, exceptions.NotFound)):
        return Response({"code": "not_found", "text": "There is nothing here.", "fields": []}, status=404)
    return None


def _value(value: Any) -> str | None:
    """What stood in a field, short enough to be said."""
    return None if value is None else str(value)[:60]


def _of_database(error: Exception) -> Response | None:
    """A database that cannot be reached, cannot write or has it already; None for any other error."""
    if isinstance(error, IntegrityError):
        log.warning("two writers met: %s", error)
        text = "Somebody else changed the same a moment ago. Nothing was saved; look again, then try again."
        return Response({"code": "conflict", "text": text, "fields": []}, status=409)
    number = error.args[0] if isinstance(error, (OperationalError, InternalError)) and error.args else None
    if number in UNREACHABLE:
        log.error("the database does not answer: %s", error)
        text = "The record book cannot be reached just now. Nothing was saved; try again in a moment."
        return Response({"code": "database", "text": text, "fields": []}, status=503)
    if number in BUSY:
        log.warning("the database was busy: %s", error)
        text = "Somebody else was writing in the same place. Nothing was saved; try again in a moment."
        answer = Response({"code": "busy", "text": text, "fields": []}, status=503)
        answer.busy = True  # type: ignore[attr-defined]
        return answer
    if number in CANNOT_WRITE:
        log.error("the database cannot write: %s", error)
        text = (
            "The record book is full or cannot be written just now. Nothing was saved, and what you typed is still "
            "here; make room on the server's disk, then try again."
        )
        return Response({"code": "storage", "text": text, "fields": []}, status=507)
    return None


def _flat(detail: Any, path: str) -> Any:
    """DRF's nested details as field and text, the field named as in the core's errors."""
    if isinstance(detail, dict):
        for key, value in detail.items():
            if isinstance(key, int):  # an entry of a list of plain values
                yield from _flat(value, f"{path}[{key}]")
                continue
            name = "" if key == "non_field_errors" else str(key)
            yield from _flat(value, f"{path}.{name}".strip("."))
    elif isinstance(detail, list):
        for i, value in enumerate(detail):
            nested = isinstance(value, (dict, list))
            if nested and value:
                yield from _flat(value, f"{path}[{i}]")
            elif not nested:
                yield from _flat(value, path)
    else:
        yield {"field": path, "text": f"{path}: {detail}" if path else str(detail)}
