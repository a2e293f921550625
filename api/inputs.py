"""The shapes of what comes in. Types only: bounds are the core's, asked in the actions, so the text is one."""

from __future__ import annotations

import math
from typing import Any

from rest_framework import serializers as s

from api.shapes import WeatherValues


class Number(s.FloatField):
    """A float; NaN and infinities are refused."""

    def to_internal_value(self, data: Any) -> float:
        value = super().to_internal_value(data)
        if isinstance(data, bool) or not math.isfinite(value):
            raise s.ValidationError("a finite number is needed")
        return value


class SignUp(s.Serializer):
    username = s.CharField(max_length=150)
    password = s.CharField(max_length=200, trim_whitespace=False)
    units = s.ChoiceField(choices=["metric", "us"], default="metric")


class SignIn(s.Serializer):
    username = s.CharField(max_length=150)
    password = s.CharField(max_length=200, trim_whitespace=False)


class Preferences(s.Serializer):
    units = s.ChoiceField(choices=["metric", "us"], required=False)
    theme = s.ChoiceField(choices=["auto", "light", "dark", "contrast"], required=False)


class GardenIn(s.Serializer):
    name = s.CharField(max_length=60)
    latitude = Number()
    longitude = Number(required=False)
    elevation_m = Number(required=False)
    time_zone = s.CharField(max_length=64, required=False)
    style = s.CharField(required=False)
    coastal = s.BooleanField(required=False)


class RigIn(s.Serializer):
    name = s.CharField(max_length=60, required=False)
    flow_l_per_min = Number(required=False)
    measured = s.DateField(required=False, allow_null=True)


class HelperIn(s.Serializer):
    username = s.CharField(max_length=150)


class PlantingIn(s.Serializer):
    id = s.IntegerField(required=False, allow_null=True)
    crop = s.CharField()
    variety = s.CharField(required=False, allow_blank=True, max_length=60)
    count = s.IntegerField()
    planted = s.DateField()
    removed = s.DateField(required=False, allow_null=True)
    height = s.CharField(required=False, allow_null=True, help_text="as seen today")
    spread_m = Number(required=False, allow_null=True, help_text="as seen today")


class MulchIn(s.Serializer):
    kind = s.CharField()
    depth_m = Number(default=0.05)
    cover = Number(default=1.0)


class SoilIn(s.Serializer):
    material = s.CharField(default="unknown")
    organic_matter_pct = Number(default=2.5)


class DripIn(s.Serializer):
    emitters = s.IntegerField()
    flow_l_per_h = Number()


class ReservoirIn(s.Serializer):
    capacity_l = Number()
    wick_l_per_day = Number(required=False, allow_null=True)
    opening_l = Number(required=False, allow_null=True)


class BedIn(s.Serializer):
    """A bed in the garden file's words."""

    name = s.CharField(max_length=60)
    kind = s.CharField()
    length_m = Number()
    width_m = Number()
    round = s.BooleanField(required=False)
    soil_depth_m = Number(required=False, allow_null=True)
    soil = SoilIn(required=False)
    method = s.CharField(required=False)
    rig = s.IntegerField(required=False, allow_null=True)
    style = s.CharField(required=False, allow_null=True)
    pattern = s.CharField(required=False, allow_null=True)
    under_cover = s.BooleanField(required=False)
    opened = s.DateField(required=False)
    opening_wetness = s.CharField(required=False, allow_null=True)
    drip = DripIn(required=False, allow_null=True)
    reservoir = ReservoirIn(required=False, allow_null=True)
    plantings = PlantingIn(many=True, required=False)
    mulch = MulchIn(required=False, allow_null=True)


class WateringIn(s.Serializer):
    id = s.UUIDField(help_text="made by the client; the same one twice is one event")
    bed = s.IntegerField()
    litres = Number()
    date = s.DateField(required=False, allow_null=True)
    part = s.CharField(default="morning")
    into = s.CharField(default="soil")


class WateringsIn(s.Serializer):
    """A whole round at once: all are kept, or none."""

    waterings = WateringIn(many=True, max_length=400)


class CheckIn(s.Serializer):
    id = s.UUIDField()
    bed = s.IntegerField()
    reading = s.CharField()
    date = s.DateField(required=False, allow_null=True)


class PutOffIn(s.Serializer):
    id = s.UUIDField()
    bed = s.IntegerField()


class StrikeIn(s.Serializer):
    back = s.BooleanField(default=False)


class GaugeIn(s.Serializer):
    id = s.UUIDField()
    date = s.DateField()
    rain = Number()


class DayIn(WeatherValues):
    date = s.DateField()

    def get_fields(self) -> Any:
        fields = super().get_fields()
        for name in WeatherValues().get_fields():
            fields[name] = Number(required=False, allow_null=True)
        return fields


class DaysIn(s.Serializer):
    days = DayIn(many=True)
