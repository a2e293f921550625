"""Shapes of the days ahead."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe.words import (
    GAVES,
    HOWS,
    METHODS,
)
from api.asked import EventId
from api.described import Shape
from api.shapes import Band, CropStanding, DayLimits, GardenOut, Heat, WeatherState


class MoveIn(Shape):
    id = EventId()
    bed = s.IntegerField()
    from_date = s.DateField()
    to_date = s.DateField()


class TryMoveIn(Shape):
    bed = s.IntegerField()
    from_date = s.DateField()
    to_date = s.DateField()


class Soak(s.Serializer):
    litres = Band()
    minutes = s.FloatField()
    how = s.ChoiceField(choices=HOWS)
    wanted = s.DateField()
    again = s.FloatField(help_text="of these litres, those of a second drink; 0: none")


class PlannedDay(s.Serializer):
    date = s.DateField()
    net_mm = Band()
    grows = s.BooleanField(help_text="whether something stands there that is watered for its own sake")
    soak = Soak(allow_null=True)
    gave = s.ChoiceField(choices=GAVES, allow_null=True)


class PlannedBed(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()
    crops = CropStanding(many=True)
    method = s.ChoiceField(choices=METHODS)
    raw_mm = s.FloatField()
    trigger_mm = s.FloatField()
    taw_mm = s.FloatField()
    room_mm = s.FloatField()
    days = PlannedDay(many=True)
    missed = s.FloatField(help_text="share of the growth's water it goes without")
    missed_unmoved = s.FloatField(help_text="the same without the gardener's moves")
    yield_lost = s.FloatField()
    lost_litres = s.FloatField()


class DayLoad(s.Serializer):
    date = s.DateField()
    litres = s.FloatField()
    minutes = s.FloatField()
    limits = DayLimits()
    rain_mm = Band()
    rain_chance = s.FloatField()
    tmax = Band()
    hot = s.BooleanField()


class Giving(s.Serializer):
    """A bed that gives way because a day has not room, and what that costs."""

    bed = s.IntegerField()
    name = s.CharField()
    due = s.DateField()
    soaked = s.DateField(allow_null=True)
    why = s.ChoiceField(choices=["minutes", "taps"])
    times = s.IntegerField()
    missed_more = s.FloatField()


class Move(s.Serializer):
    id = s.UUIDField()
    bed = s.IntegerField()
    from_date = s.DateField()
    to_date = s.DateField()


class AheadOut(s.Serializer):
    garden = GardenOut()
    weather = WeatherState()
    lacks = s.ChoiceField(choices=["", "beds", "weather"])
    heat = Heat(allow_null=True)
    days = DayLoad(many=True)
    beds = PlannedBed(many=True)
    gives = Giving(many=True)
    moves = Move(many=True)


class CalendarFeedOut(s.Serializer):
    address = s.CharField(allow_null=True, help_text="told once, when it is made")
    open = s.BooleanField(help_text="an address answers")
