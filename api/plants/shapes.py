"""Shapes of own crops, sizes, and plants that are raised."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe import garden as g
from agronomy.describe.words import (
    CROP_NAMES,
    HEIGHTS,
    STARTS,
)
from api.described import Code, In, Out, Shape
from api.shapes import Band


class OwnCropIn(In):
    describes = g.OwnCrop

    name = s.CharField(max_length=60, required=False)
    like = Code(choices=CROP_NAMES, required=False)


class SizeIn(In):
    describes = g.Size
    leave_out = ("date",)

    planting = s.IntegerField()


class SizesIn(Shape):
    """The sizes of many plantings as seen today: all are kept, or none."""

    sizes = SizeIn(many=True, max_length=2000)


class PlantOutIn(Shape):
    bed = s.IntegerField()
    date = s.DateField()
    count = s.IntegerField()
    start = s.CharField(required=False)


class OwnCropOut(Out):
    describes = g.OwnCrop

    id = s.IntegerField()


class PlantingSize(s.Serializer):
    """What a planting is like today by growth, and when its size was last seen."""

    planting = s.IntegerField()
    bed = s.IntegerField()
    bed_name = s.CharField()
    crop = s.ChoiceField(choices=CROP_NAMES)
    variety = s.CharField(allow_blank=True)
    count = s.IntegerField()
    height = s.ChoiceField(choices=HEIGHTS, help_text="the nearest body height")
    spread_m = s.FloatField()
    seen = s.DateField(allow_null=True)
    due = s.BooleanField(help_text="not seen for a while, and still growing")


class DayOutOut(s.Serializer):
    date = s.DateField()
    score = s.FloatField()
    barred = s.ChoiceField(choices=["", "frost", "cold_soil", "soft"])
    parts = s.DictField(child=s.FloatField())
    frost_chance = s.FloatField()
    soil_c = s.FloatField(allow_null=True)
    tmax = Band()
    rain = Band()
    wind = s.FloatField()


class HardDayOut(s.Serializer):
    date = s.DateField()
    hours = s.IntegerField()
    light = s.CharField()
    held = s.ChoiceField(choices=["", "cold", "heat", "frost", "wind", "rain"])


class RaisedOut(s.Serializer):
    planting = s.IntegerField()
    crop = s.ChoiceField(choices=CROP_NAMES)
    variety = s.CharField(allow_blank=True)
    count = s.IntegerField()
    start = s.ChoiceField(choices=STARTS)
    planted = s.DateField()
    standing = s.BooleanField()
    frost_c = s.FloatField()
    soil_c = s.FloatField()
    days = DayOutOut(many=True)
    hardening = HardDayOut(many=True)
