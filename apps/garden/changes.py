"""What an action does to rows, kept beside its event, so that every change can be taken back in one way.

A row is told by its columns. Taking back sets each column to what it was, where it still is what the event made it:
what was changed since stays, and is counted. A row that the event made is put away (`removed_at`, `withdrawn_at`) or,
where nothing refers to it, deleted; one that it deleted is written again under its key.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Collection, Mapping
from typing import Any, TypeVar

from django.apps import apps
from django.db import IntegrityError, models, transaction
from django.utils import timezone

Row = TypeVar("Row", bound=models.Model)
Columns = dict[str, Any]
PUT_AWAY = ("removed_at", "withdrawn_at")


class Changes:
    """The rows that an action wrote, in order. Each is told by model, id, was and is: its columns before and after.

    `was` is None for a new row, `is` for a deleted one.
    """

    def __init__(self) -> None:
        self.rows: list[dict[str, Any]] = []

    def save(self, row: Row, told: Collection[str] | None = None) -> Row:
        """Write a row as it stands, new or changed. told: the attributes that may differ; all, if not said."""
        if row._state.adding:
            row.save()
            self._keep(row, None, _columns(row))
            return row
        wanted = _columns(row)
        if told is not None:
            names = {f.attname for f in row._meta.concrete_fields if f.name in told}
            wanted = {name: value for name, value in wanted.items() if name in names}
        was = _columns(type(row)._base_manager.get(pk=row.pk))
        changed = {name: value for name, value in wanted.items() if was[name] != value}
        if changed:
            row.save(update_fields=list(changed))
            self._keep(row, {name: was[name] for name in changed}, changed)
        return row

    def set(self, row: Row, **values: Any) -> Row:
        """Set some attributes of a row, and write these."""
        for name, value in values.items():
            setattr(row, name, value)
        return self.save(row, values)

    def put(self, known: models.QuerySet[Row], where: Mapping[str, Any], values: Mapping[str, Any]) -> Row:
        """The one row of `known` that is `where`, made if it is not there, with these values."""
        row = known.filter(**where).first() or known.model(**where)
        for name, value in values.items():
            setattr(row, name, value)
        return self.save(row)

    def add_all(self, rows: list[Row]) -> list[Row]:
        """Write many new rows of one model at once."""
        made = type(rows[0])._default_manager.bulk_create(rows, batch_size=1000) if rows else []
        for row in made:
            self._keep(row, None, _columns(row))
        return made

    def remove(self, rows: models.QuerySet[Any]) -> None:
        """Delete rows to which no others belong."""
        for row in rows:
            self._keep(row, _columns(row), None)
        rows.delete()

    def _keep(self, row: models.Model, was: Columns | None, now: Columns | None) -> None:
        self.rows.append({"model": row._meta.label_lower, "id": row.pk, "was": was, "is": now})


def take_back(changes: list[dict[str, Any]], again: bool = False) -> tuple[list[models.Model], int]:
    """Set rows to what they were before an event (or, `again`, to what it made them).

    Returns the rows that stand anew, and how much was changed since and stays. Inside a transaction.
    """
    standing: list[models.Model] = []
    left = 0
    for change in changes if again else reversed(changes):
        model: type[models.Model] = apps.get_model(change["model"])
        expected, wanted = (change["was"], change["is"]) if again else (change["is"], change["was"])
        row = model._base_manager.filter(pk=change["id"]).first()
        if wanted is None:
            left += _drop(row, expected) if row is not None else 0
        elif expected is None:
            back = _bring_back(model, change["id"], row, wanted)
            left += back is None
            standing += [back] if back is not None else []
        elif row is None:
            left += 1
        else:
            left += _reset(row, expected, wanted)
            standing.append(row)
    return standing, left


def _drop(row: models.Model, expected: Columns) -> int:
    if _differs(row, expected):
        return 1
    away = _put_away(row)
    if away is not None:
        setattr(row, away, timezone.now())
        row.save(update_fields=[away])
        return 0
    if any(_refers(row, relation) for relation in row._meta.related_objects):
        return 1
    row.delete()
    return 0


def _refers(row: models.Model, relation: Any) -> bool:
    found: bool = relation.related_model._base_manager.filter(**{relation.field.name: row.pk}).exists()
    return found


def _bring_back(model: type[models.Model], key: Any, row: models.Model | None, wanted: Columns) -> models.Model | None:
    if row is not None:
        away = _put_away(row)
        if away is None or getattr(row, away) is None:
            return None
        setattr(row, away, None)
        row.save(update_fields=[away])
        return row
    made = model(pk=key, **{name: _value(model, name, value) for name, value in wanted.items()})
    try:
        with transaction.atomic():
            made.save(force_insert=True)
    except IntegrityError:  # another stands in its place, or what it belonged to is gone
        return None
    return made


def _reset(row: models.Model, expected: Columns, wanted: Columns) -> int:
    """Set back what still is as expected; returns how much is not. Of a column of named values, each for itself."""
    now, left, mine = _columns(row), 0, []
    for name, value in wanted.items():
        if isinstance(now[name], dict) and isinstance(expected[name], dict) and isinstance(value, dict):
            merged, kept = _merged(now[name], expected[name], value)
            left += kept
            setattr(row, name, merged)
        elif now[name] == expected[name]:
            setattr(row, name, _value(type(row), name, value))
        else:
            left += 1
            continue
        mine.append(name)
    row.save(update_fields=mine)
    return left


def _merged(now: Columns, expected: Columns, wanted: Columns) -> tuple[Columns, int]:
    out, left = dict(now), 0
    for key in expected.keys() | wanted.keys():
        if expected.get(key) == wanted.get(key):
            continue
        if now.get(key) != expected.get(key):
            left += 1
        elif wanted.get(key) is None:
            out.pop(key, None)
        else:
            out[key] = wanted[key]
    return out, left


def _put_away(row: models.Model) -> str | None:
    return next((name for name in PUT_AWAY if hasattr(row, name)), None)


def _differs(row: models.Model, expected: Columns) -> bool:
    now = _columns(row)
    return any(now[name] != value for name, value in expected.items() if name not in PUT_AWAY)


def _columns(row: models.Model) -> Columns:
    """All columns of a row but its key, as JSON holds them."""
    fields = (f for f in row._meta.concrete_fields if not f.primary_key)
    return {f.attname: _plain(f.value_from_object(row)) for f in fields}


def _plain(value: Any) -> Any:
    return value.isoformat() if isinstance(value, (dt.date, dt.datetime)) else value


def _value(model: type[models.Model], attname: str, plain: Any) -> Any:
    field = next(f for f in model._meta.concrete_fields if f.attname == attname)
    return plain if isinstance(field, models.JSONField) else field.to_python(plain)
