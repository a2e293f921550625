"""Shapes of the bench."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe.words import (
    INGREDIENTS,
    MEASUREMENTS,
)
from api.asked import EventId
from api.beds.shapes import PartIn
from api.described import Number, Shape


class TestIn(Shape):
    """A small test of the bench; `given` is what was read, in the words of its kind."""

    kind = s.CharField()
    given = s.DictField(child=s.JSONField())
    bed = s.IntegerField(required=False, allow_null=True)
    rig = s.IntegerField(required=False, allow_null=True)


class MeasurementIn(TestIn):
    id = EventId(help_text="made by the client; the same one twice is one test")
    date = s.DateField(required=False, allow_null=True)


class MixIn(Shape):
    volume_l = Number()
    bag_l = Number()
    mix = PartIn(many=True)


class MeasurementOut(s.Serializer):
    id = s.UUIDField()
    date = s.DateField()
    kind = s.ChoiceField(choices=MEASUREMENTS)
    bed = s.IntegerField(allow_null=True)
    bed_name = s.CharField(allow_blank=True)
    rig = s.IntegerField(allow_null=True)
    rig_name = s.CharField(allow_blank=True)
    given = s.DictField(child=s.JSONField())
    found = s.DictField(child=s.JSONField())


class FoundOut(s.Serializer):
    found = s.DictField(child=s.JSONField())


class NeededOut(s.Serializer):
    ingredient = s.ChoiceField(choices=INGREDIENTS)
    litres = s.FloatField()
    bags = s.IntegerField()
