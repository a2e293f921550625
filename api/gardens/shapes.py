"""Shapes of gardens, their hoses, samples, and the words they are described in."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe import garden as g
from agronomy.describe.words import (
    CLIMATES,
    CROP_NAMES,
    INGREDIENTS,
    KINDS_OF_ISLE,
    MATERIALS,
    MULCHES,
    STARTS,
    TEXTURES,
)
from agronomy.sky.climates import SUMMERS, WINTERS
from api.described import In, Number, Shape
from api.shapes import OF_OTHER_PAGES


class PersonIn(In):
    describes = g.Person


class AllowedIn(In):
    describes = g.Allowed


class GardenIn(In):
    """What a person says of a garden as a whole; its beds, hoses and what happened come apart."""

    describes = g.Garden
    leave_out = (*OF_OTHER_PAGES, "rigs")

    elevation_m = Number(required=False, allow_null=True)
    longitude = Number(required=False, allow_null=True, help_text="left open: that of the zone's standard time")
    climate = s.CharField(required=False, allow_null=True, help_text="'by_place' takes the usual one there")


class NewGardenIn(GardenIn):
    weather_file = s.CharField(required=False, trim_whitespace=False, max_length=5_000_000, help_text="CSV text")
    flow_l_per_min = Number(required=False, help_text="of its first hose")
    summers = s.ChoiceField(choices=SUMMERS, required=False, help_text="as its people know them, for its climate")
    winters = s.ChoiceField(choices=WINTERS, required=False, help_text="as its people know them, for its climate")


class RigIn(In):
    describes = g.Rig
    leave_out = ("x_m", "y_m", "hose_m", "bore_mm", "flow_cv")

    name = s.CharField(max_length=60, required=False)


class SampleOut(s.Serializer):
    key = s.CharField()
    name = s.CharField()
    about = s.CharField()


class PutAwayOut(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()


class Visited(s.Serializer):
    weather_fresh = s.BooleanField()


class StepIn(Shape):
    from_date = s.DateField(required=False, help_text="the day that was shown: sent twice, it is one step")


class CropOut(s.Serializer):
    key = s.ChoiceField(choices=CROP_NAMES)
    name = s.CharField()
    group = s.ChoiceField(choices=["vegetable", "herb", "fruit", "flower", "neighbour"])
    kcb = s.ListField(child=s.FloatField())
    supported = s.FloatField(allow_null=True, help_text="Kcb at full cover on stalks")
    stages = s.ListField(child=s.IntegerField())
    roots_m = s.ListField(child=s.FloatField())
    p = s.FloatField()
    ky = s.FloatField()
    ky_source = s.CharField()
    wet_feet = s.IntegerField()
    frost_c = s.FloatField()
    soil_c = s.FloatField()
    spread_m = s.FloatField()
    height_m = s.FloatField()
    season_days = s.IntegerField()
    source = s.CharField()


class UsualSize(s.Serializer):
    length_m = s.FloatField()
    width_m = s.FloatField()
    depth_m = s.FloatField()
    round = s.BooleanField()


class KindOut(s.Serializer):
    key = s.ChoiceField(choices=KINDS_OF_ISLE)
    name = s.CharField()
    container = s.BooleanField()
    soil_depth_m = s.FloatField()
    sizes = UsualSize(many=True)


class ClimateOut(s.Serializer):
    key = s.ChoiceField(choices=CLIMATES)
    name = s.CharField()
    latitude = s.FloatField(help_text="of a usual place")
    elevation_m = s.FloatField()


class Catalogue(s.Serializer):
    crops = CropOut(many=True)
    kinds = KindOut(many=True)
    soils = s.ListField(child=s.ChoiceField(choices=MATERIALS))
    ingredients = s.ListField(child=s.ChoiceField(choices=INGREDIENTS))
    starts = s.ListField(child=s.ChoiceField(choices=STARTS))
    mulches = s.ListField(child=s.ChoiceField(choices=MULCHES))
    heights = s.DictField(child=s.FloatField())
    time_zones = s.ListField(child=s.CharField())
    climates = ClimateOut(many=True)
    textures = s.ListField(child=s.ChoiceField(choices=TEXTURES))
