"""Shapes that several answers share, for the schema and the typed client. Numbers are SI and FAO-56's units."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe import garden as g
from agronomy.describe.words import (
    CROP_NAMES,
    HEIGHTS,
)
from api.described import Out

# What of a garden is neither asked nor told with its name and place: it has pages of its own, or follows from others.
OF_OTHER_PAGES = (
    "utc_offset_h",
    "wind_height_m",
    "beds",
    "gauge",
    "seen",
    "own_crops",
    "moves",
    "absences",
    "things",
    "north_deg",
    "days",
    "climate_days",
    "station_days",
    "can_l",
    "can_minutes",
    "finger",
    "measurements",
    "seasons",
)


class ErrorField(s.Serializer):
    field = s.CharField()
    text = s.CharField()
    value = s.CharField(required=False, allow_null=True, help_text="what stood there")
    allowed = s.CharField(required=False, help_text="what would do")


class Error(s.Serializer):
    code = s.CharField()
    text = s.CharField()
    fields = ErrorField(many=True)  # type: ignore[assignment]


class Band(s.Serializer):
    low = s.FloatField(help_text="10 % of the series")
    mid = s.FloatField()
    high = s.FloatField(help_text="90 %")


class RigOut(Out):
    describes = g.Rig

    id = s.IntegerField()


class PersonOut(Out):
    describes = g.Person


class AllowedOut(Out):
    describes = g.Allowed

    weekdays = s.ListField(child=s.IntegerField(), required=False)


class GardenOut(Out):
    describes = g.Garden
    leave_out = OF_OTHER_PAGES

    id = s.IntegerField()
    climate_said = s.CharField(help_text="the climate in words, empty without one")
    today = s.DateField()
    own_clock = s.BooleanField()
    demonstration = s.BooleanField()
    role = s.ChoiceField(choices=["owner", "helper"])


class Late(s.Serializer):
    tmax = Band(help_text="of today, as it was told then")
    wider_by = s.FloatField(help_text="degrees C, than for the day it was issued on")


class Hoped(s.Serializer):
    """Rain that was expected of a day, and nobody has said yet what fell."""

    date = s.DateField()
    rain = s.FloatField()
    chance = s.FloatField()


class WeatherState(s.Serializer):
    source = s.ChoiceField(choices=["forecast", "climate", "typed", "resampled", "none"])
    issued = s.DateField(allow_null=True)
    age_days = s.IntegerField(allow_null=True, help_text="days since the forecast was issued")
    typed_days = s.IntegerField(help_text="days ahead that were typed by hand")
    last_observed = s.DateField(allow_null=True)
    simulated = s.BooleanField()
    late = Late(allow_null=True, help_text="how much less an old forecast tells")
    hoped = Hoped(many=True, help_text="days behind of which nobody has said what fell")


class HeatRule(s.Serializer):
    """So many days in a row at least as warm, and so many of them at least as hot [degrees C]."""

    unusual = s.BooleanField(help_text="taken from what is usual at the place")
    days = s.IntegerField()
    warm = s.FloatField()
    hot_days = s.IntegerField()
    hot = s.FloatField()


class Heat(s.Serializer):
    dates = s.ListField(child=s.DateField())
    chance = s.FloatField()
    rule = HeatRule()


class CropStanding(s.Serializer):
    crop = s.ChoiceField(choices=CROP_NAMES)
    variety = s.CharField(allow_blank=True)
    count = s.IntegerField()
    height = s.ChoiceField(choices=HEIGHTS, help_text="the nearest body height")
    stage = s.CharField()


class DayLimits(s.Serializer):
    minutes = s.FloatField(allow_null=True)
    tap_minutes = s.FloatField(allow_null=True)
    windows = s.ListField(child=s.ListField(child=s.FloatField()))
