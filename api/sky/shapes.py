"""Shapes of the weather, day by day."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers as s

from agronomy.describe import garden as g
from agronomy.describe.words import (
    OUTLOOKS,
)
from api.asked import EventId
from api.described import In, Number, Out, Shape
from api.shapes import Band, GardenOut, Heat, WeatherState


class WeatherValues(s.Serializer):
    tmin = s.FloatField(allow_null=True)
    tmax = s.FloatField(allow_null=True)
    rain = s.FloatField(allow_null=True)
    wind = s.FloatField(allow_null=True)
    rhmin = s.FloatField(allow_null=True)
    rhmax = s.FloatField(allow_null=True)
    sunshine_h = s.FloatField(allow_null=True)


class GaugeOut(Out):
    describes = g.Gauge

    id = s.UUIDField()


class SkyDay(s.Serializer):
    date = s.DateField()
    kind = s.ChoiceField(choices=OUTLOOKS)
    source = s.CharField(allow_blank=True)
    tier = s.CharField(allow_blank=True)
    tmin = Band(allow_null=True)
    tmax = Band(allow_null=True)
    rain = Band(allow_null=True)
    rain_chance = s.FloatField(allow_null=True)
    et0 = Band(allow_null=True)
    heat_wave = s.BooleanField()
    gauge = GaugeOut(allow_null=True)
    typed = WeatherValues(allow_null=True)


class SkyOut(s.Serializer):
    garden = GardenOut()
    weather = WeatherState()
    heat = Heat(allow_null=True)
    days = SkyDay(many=True)


class GaugeIn(In):
    describes = g.Gauge
    leave_out = ("so_far",)

    id = EventId()


class DayIn(Shape, WeatherValues):
    date = s.DateField()

    def get_fields(self) -> Any:
        fields = super().get_fields()
        for name in WeatherValues().get_fields():
            fields[name] = Number(required=False, allow_null=True)
        return fields


class DaysIn(Shape):
    days = DayIn(many=True)
