"""Shapes of what happened: poured, found, put off, taken back."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe import garden as g
from agronomy.describe.words import DAY_PARTS, INTO
from api.asked import EventId
from api.described import Code, In, Out, Shape
from apps.garden.events import EVENT_KINDS


class WateringOut(Out):
    describes = g.Watering

    id = s.UUIDField()
    struck = s.BooleanField()


class ObservationOut(Out):
    describes = g.Observation

    id = s.UUIDField()
    struck = s.BooleanField()


class WateringIn(In):
    describes = g.Watering

    id = EventId(help_text="made by the client; the same one twice is one event")
    bed = s.IntegerField()
    date = s.DateField(required=False, allow_null=True)
    part = Code(choices=DAY_PARTS, default="morning")
    into = Code(choices=INTO, default="soil")


class WateringsIn(Shape):
    """A whole round at once: all are kept, or none."""

    waterings = WateringIn(many=True, max_length=400)


class ObservationIn(In):
    describes = g.Observation

    id = EventId()
    bed = s.IntegerField()
    date = s.DateField(required=False, allow_null=True)


class PutOffIn(Shape):
    id = EventId()
    bed = s.IntegerField()
    date = s.DateField(required=False, allow_null=True)


class EventsAsked(Shape):
    skip = s.IntegerField(default=0, min_value=0, max_value=100_000)


class EventOut(s.Serializer):
    id = s.UUIDField()
    kind = s.ChoiceField(choices=EVENT_KINDS)
    bed = s.CharField(allow_blank=True)
    date = s.DateField()
    occurred_at = s.DateTimeField()
    by = s.CharField(allow_blank=True)
    struck = s.BooleanField()
    told = s.DictField(child=s.JSONField(), help_text="in the garden file's words of its kind")
    can_undo = s.BooleanField()


class EventsOut(s.Serializer):
    events = EventOut(many=True)
    more = s.BooleanField(help_text="whether older ones follow")


class StrikeIn(Shape):
    back = s.BooleanField(default=False)


class UndoneOut(s.Serializer):
    id = s.UUIDField()
    struck = s.BooleanField()
    left = s.IntegerField(help_text="how much of what it had changed was changed again since, and stays")
