"""The shapes of beds, plants and their pages, in the garden file's words."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe import garden as g
from agronomy.describe.words import (
    CLIMATES,
    CROP_NAMES,
    HEIGHTS,
    INGREDIENTS,
    KINDS_OF_ISLE,
    MATERIALS,
    MULCHES,
    OUTLOOKS,
    PATTERNS,
    STARTS,
    STYLES,
    TEXTURES,
)
from api.described import Out
from api.shapes import Band, GardenOut, Heat, ObservationOut, Stop, WateringOut


class LedgerDay(s.Serializer):
    """One day behind. mm over the bed's ground, but net_mm over its rooted share."""

    date = s.DateField()
    net_mm = s.FloatField()
    raw_mm = s.FloatField()
    et0_mm = s.FloatField()
    rain_mm = s.FloatField()
    held_mm = s.FloatField()
    runoff_mm = s.FloatField()
    rain_in_mm = s.FloatField()
    watered_mm = s.FloatField()
    filled_mm = s.FloatField()
    plants_mm = s.FloatField()
    bare_soil_mm = s.FloatField()
    drained_mm = s.FloatField()
    wicked_mm = s.FloatField()
    correction_mm = s.FloatField()
    soil_changed_mm = s.FloatField()
    ks = s.FloatField()
    weather = s.ChoiceField(choices=OUTLOOKS)


class AheadDay(s.Serializer):
    date = s.DateField()
    net_mm = Band()
    soak_chance = s.FloatField()
    litres = s.FloatField()
    reservoir_l = Band(allow_null=True)
    rain_mm = Band()
    tmax = Band()
    weather = s.ChoiceField(choices=OUTLOOKS)


class SizeOut(Out):
    describes = g.Size


class PlantingOut(Out):
    describes = g.Planting
    leave_out = ("thinned",)

    id = s.IntegerField()
    own_crop = s.IntegerField(allow_null=True)
    left = s.IntegerField(help_text="how many are left today")


class MulchOut(Out):
    describes = g.Mulch
    leave_out = ("date",)


class SoilOut(Out):
    describes = g.Soil

    date = s.DateField()
    texture = s.ChoiceField(choices=TEXTURES, allow_blank=True, help_text="USDA class, where percentages are known")


class ExposureOut(Out):
    describes = g.Exposure

    date = s.DateField()


class ReservoirOut(Out):
    describes = g.Reservoir

    wick_l_per_day = s.FloatField(allow_null=True)


class BedOut(Out):
    """A bed in the garden file's words."""

    describes = g.Bed
    leave_out = ("mulches", "waterings", "observations", "x_m", "y_m", "turn_deg")

    id = s.IntegerField()
    volume_l = s.FloatField(help_text="soil or mix in it")
    rig = s.IntegerField(allow_null=True)
    mulch = MulchOut(allow_null=True)


class Way(s.Serializer):
    """A style and pattern over the fortnight, means over the series."""

    style = s.ChoiceField(choices=STYLES)
    pattern = s.ChoiceField(choices=PATTERNS)
    soaks = s.FloatField()
    litres = s.FloatField()
    minutes = s.FloatField()
    missed = s.FloatField(help_text="share of the growth's water that plants could not draw")
    yield_lost = s.FloatField(help_text="share of the harvest at stake if the whole season went so, by Ky")
    lost_litres = s.FloatField()
    chosen = s.BooleanField()


class BedPage(s.Serializer):
    garden = GardenOut()
    heat = Heat(allow_null=True)
    bed = BedOut()
    lacks = s.ChoiceField(choices=["", "beds", "weather"])
    stop = Stop(allow_null=True)
    behind = LedgerDay(many=True)
    ahead = AheadDay(many=True)
    ways = Way(many=True)
    waterings = WateringOut(many=True)
    observations = ObservationOut(many=True)


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


class CropOut(s.Serializer):
    key = s.ChoiceField(choices=CROP_NAMES)
    name = s.CharField()
    group = s.ChoiceField(choices=["vegetable", "herb", "fruit", "flower", "neighbour"])
    kcb = s.ListField(child=s.FloatField())
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
