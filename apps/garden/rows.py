"""Between rows and descriptions: columns by a description's fields, and values both ways by the names they share."""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
import types
import typing
from collections.abc import Collection, Hashable
from typing import Any, Literal, TypeVar, cast

from django.db import models

Described = TypeVar("Described")


def choices(names: Collection[str]) -> list[tuple[str, str]]:
    """A column's choices from codes."""
    return [(name, name) for name in names]


def keep(model: type[models.Model], described: type, apart: Collection[str] = ()) -> None:
    """Give a model a column for each plain field of a description that it does not declare itself.

    apart: fields that are kept in another way (lists of dated records, relations). So a new fact needs no line here or
    in the model: a migration is all.
    """
    known = {f.name for f in model._meta.local_fields}
    for f in dataclasses.fields(described):
        if f.name not in known and f.name not in apart:
            hint = typing.get_type_hints(described)[f.name]
            default = None if f.default is dataclasses.MISSING else f.default
            model.add_to_class(f.name, _column(hint, default))


def _column(hint: Any, default: Any) -> models.Field[Any, Any]:
    inner, optional = _without_none(hint)
    how: dict[str, Any] = {"null": True, "blank": True} if optional else {"default": default}
    if typing.get_origin(inner) is Literal:
        return models.CharField(max_length=24, choices=choices(typing.get_args(inner)), **how)
    kinds: dict[Any, Any] = {
        bool: models.BooleanField,
        float: models.FloatField,
        int: models.IntegerField,
        dt.date: models.DateField,
        str: functools.partial(models.CharField, max_length=60),
    }
    made: models.Field[Any, Any] = kinds[inner](**how)
    return made


def _without_none(hint: Any) -> tuple[Any, bool]:
    if typing.get_origin(hint) in (types.UnionType, typing.Union):
        inner = [x for x in typing.get_args(hint) if x is not type(None)]
        return inner[0], True
    return hint, False


@functools.lru_cache
def shared(described: Any, model: type[models.Model]) -> tuple[str, ...]:
    """Names of the plain columns that a model and a description both have, in the description's order."""
    plain = {f.name for f in model._meta.concrete_fields if not f.is_relation and not f.primary_key}
    return tuple(f.name for f in dataclasses.fields(described) if f.name in plain)


def described(kind: type[Described], row: models.Model, **more: Any) -> Described:
    """A description from a row: the fields that both have, and more that stands elsewhere."""
    plain = {name: getattr(row, name) for name in shared(cast(Hashable, kind), type(row)) if name not in more}
    return kind(**plain, **more)


def columns(thing: Any, model: type[models.Model], **more: Any) -> dict[str, Any]:
    """The column values of a description for a model that keeps it, and more."""
    return {**{name: getattr(thing, name) for name in shared(cast(Hashable, type(thing)), model)}, **more}
