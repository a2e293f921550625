"""Many rows at once: multi-row INSERT with parameters, without a model object for each."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from django.db import connection, models

from apps.weather.models import DayColumns


def insert_rows(model: type[models.Model], columns: Sequence[str], rows: Iterable[Sequence[Any]]) -> None:
    """Insert rows of plain values (dates, numbers, text, None) under these fields' names. Inside a transaction.

    The driver sends them as INSERT ... VALUES (...), (...) in statements of bounded size; LOAD DATA stays off, since
    it would let a client read files of the server.
    """
    meta, quote = model._meta, connection.ops.quote_name
    column_of = {f.name: f.column or f.name for f in meta.concrete_fields}
    names = [quote(column_of[name]) for name in columns]
    marks = ", ".join(["%s"] * len(names))
    sql = f"INSERT INTO {quote(meta.db_table)} ({', '.join(names)}) VALUES ({marks})"  # noqa: S608 - of the model alone
    with connection.cursor() as cursor:
        cursor.executemany(sql, list(rows))


def insert_days(model: type[DayColumns], of: Mapping[str, Any], days: Iterable[Mapping[str, Any]]) -> None:
    """Insert days of weather: `of` are the columns that all share; a day tells its date, and what is known of it."""
    own = [name for name in (f.name for f in model._meta.fields) if name not in of and name != "id"]
    shared = tuple(of.values())
    insert_rows(model, (*of, *own), ((*shared, *(day.get(name) for name in own)) for day in days))
