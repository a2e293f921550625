"""Shapes from descriptions: the fields of a serializer taken from a description, with its types, codes and bounds.

A shape names the description and what it leaves out; what it declares itself comes on top. Bounds are told in the
schema and held by the core, in the actions, so that the text of a fault is one.
"""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
import math
import types
import typing
from collections.abc import Mapping
from typing import Any, ClassVar, Literal

from drf_spectacular.extensions import OpenApiSerializerFieldExtension
from rest_framework import serializers as s

from agronomy.formats.described import schema_of

LIMITS = ("minimum", "maximum", "x-unit")


class Number(s.FloatField):
    """A float; NaN and infinities are refused. said: its bounds and unit, for the schema."""

    def __init__(self, said: Mapping[str, Any] | None = None, **more: Any) -> None:
        self.said = {k: v for k, v in (said or {}).items() if k in LIMITS}
        super().__init__(**more)

    def to_internal_value(self, data: Any) -> float:
        value = super().to_internal_value(data)
        if isinstance(data, bool) or not math.isfinite(value):
            raise s.ValidationError("a finite number is needed")
        return value


class Code(s.ChoiceField):
    """A word of a list. Any text is let through: the core refuses what it does not know, and names what is near."""

    def to_internal_value(self, data: Any) -> Any:
        return s.CharField().run_validation(data)


class NumberExtension(OpenApiSerializerFieldExtension):  # type: ignore[no-untyped-call]  # its own base is untyped
    target_class = "api.described.Number"

    def map_serializer_field(self, auto_schema: Any, direction: Any) -> dict[str, Any]:
        return {"type": "number", "format": "double", **self.target.said}


# A shape refuses what it does not know, as the garden file does. (A docstring here would describe every shape.)
class Shape(s.Serializer[Any]):
    def to_internal_value(self, data: Any) -> Any:
        if isinstance(data, dict) and (unknown := sorted(set(map(str, data)) - set(self.fields))):
            known = ", ".join(sorted(self.fields))
            raise s.ValidationError({unknown[0]: f"is not known here; allowed: only the fields {known}"})
        return super().to_internal_value(data)


class Described(s.Serializer[Any]):
    describes: ClassVar[type]
    leave_out: ClassVar[tuple[str, ...]] = ()
    incoming: ClassVar[bool] = False

    def get_fields(self) -> dict[str, Any]:
        own = super().get_fields()
        left = {*own, *self.leave_out, "key"}
        hints = typing.get_type_hints(self.describes)
        made = {f.name: self._field(f, hints[f.name]) for f in dataclasses.fields(self.describes) if f.name not in left}
        return {**made, **own}

    def _field(self, f: dataclasses.Field[Any], hint: Any) -> Any:
        said = schema_of(self.describes)["properties"][f.name]
        how: dict[str, Any] = {"help_text": said["description"]} if "description" in said else {}
        inner, optional = _without_none(hint)
        if optional:
            how["allow_null"] = True
        if self.incoming and f.default is not dataclasses.MISSING:
            how["required"] = False
        return self._of(inner, said, how)

    def _of(self, hint: Any, said: Mapping[str, Any], how: dict[str, Any]) -> Any:
        if typing.get_origin(hint) is Literal:
            return (Code if self.incoming else s.ChoiceField)(choices=list(typing.get_args(hint)), **how)
        if typing.get_origin(hint) is tuple:
            return self._list(typing.get_args(hint)[0], said.get("items", {}), how)
        if dataclasses.is_dataclass(hint):
            return self._inner(hint)(**how)
        if hint is float:
            return Number(_bounds(said), **how) if self.incoming else s.FloatField(**how)
        if hint is str:
            return s.CharField(
                max_length=_said(said).get("maxLength"), allow_blank=not _said(said).get("minLength"), **how
            )
        kinds: dict[Any, Any] = {bool: s.BooleanField, int: s.IntegerField, dt.date: s.DateField}
        return kinds[hint](**how)

    def _list(self, hint: Any, said: Mapping[str, Any], how: dict[str, Any]) -> Any:
        if dataclasses.is_dataclass(hint):
            return self._inner(hint)(many=True, **how)
        return s.ListField(child=self._of(hint, said, {}), **how)

    def _inner(self, described: Any) -> type[Described]:
        return shape_of(described, self.incoming)


class In(Described, Shape):
    incoming = True


class Out(Described):
    pass


@functools.cache
def shape_of(described: type, incoming: bool) -> type[Described]:
    """The shape of a description that has none of its own: Jar gives JarIn and JarOut."""
    base, name = (In, "In") if incoming else (Out, "Out")
    for known in base.__subclasses__():
        if known.describes is described:
            return known
    return type(f"{described.__name__}{name}", (base,), {"describes": described, "__doc__": described.__doc__})


def _without_none(hint: Any) -> tuple[Any, bool]:
    if typing.get_origin(hint) not in (types.UnionType, typing.Union):
        return hint, False
    inner = [x for x in typing.get_args(hint) if x is not type(None)]
    if len(inner) > 1:  # codes of two lists
        inner = [Literal[tuple(code for x in inner for code in typing.get_args(x))]]
    return inner[0], type(None) in typing.get_args(hint)


def _said(said: Mapping[str, Any]) -> Mapping[str, Any]:
    """What a schema says of a value that is not null."""
    return next((x for x in said.get("anyOf", ()) if x.get("type") != "null"), said)


def _bounds(said: Mapping[str, Any]) -> dict[str, Any]:
    return {**_said(said), **{k: v for k, v in said.items() if k in LIMITS}}
