"""The shapes of beds, plants and their pages, in the garden file's words."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe.words import PATTERNS
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
    weather = s.CharField()


class AheadDay(s.Serializer):
    date = s.DateField()
    net_mm = Band()
    soak_chance = s.FloatField()
    litres = s.FloatField()
    reservoir_l = Band(allow_null=True)
    rain_mm = Band()
    tmax = Band()
    weather = s.CharField()


class SizeOut(s.Serializer):
    date = s.DateField()
    height = s.ChoiceField(choices=["ankle", "knee", "waist", "shoulder", "overhead"])
    spread_m = s.FloatField()


class PlantingOut(s.Serializer):
    id = s.IntegerField()
    crop = s.CharField()
    variety = s.CharField(allow_blank=True)
    count = s.IntegerField()
    planted = s.DateField()
    removed = s.DateField(allow_null=True)
    start = s.CharField()
    buried_m = s.FloatField()
    own_crop = s.IntegerField(allow_null=True)
    spacing_m = s.FloatField(allow_null=True)
    watered = s.BooleanField(allow_null=True, help_text="for its own sake; null: as its crop usually is")
    left = s.IntegerField()
    sizes = SizeOut(many=True)


class MulchOut(s.Serializer):
    kind = s.CharField()
    depth_m = s.FloatField()
    cover = s.FloatField()


class JarOut(s.Serializer):
    sand_mm = s.FloatField()
    silt_mm = s.FloatField()
    clay_mm = s.FloatField()
    jars = s.IntegerField()


class PartOut(s.Serializer):
    ingredient = s.CharField()
    parts = s.FloatField()


class LayerOut(s.Serializer):
    depth_m = s.FloatField()
    material = s.CharField()
    organic_matter_pct = s.FloatField()


class SoilOut(s.Serializer):
    date = s.DateField()
    material = s.CharField()
    organic_matter_pct = s.FloatField()
    jar = JarOut(allow_null=True)
    sand_pct = s.FloatField(allow_null=True)
    clay_pct = s.FloatField(allow_null=True)
    mix = PartOut(many=True)
    stones_pct = s.FloatField()
    loosened_m = s.FloatField(allow_null=True)
    woody_fill_m = s.FloatField()
    drainage = s.ChoiceField(choices=["free", "slow", "standing"])
    intake_mm_per_h = s.FloatField(allow_null=True)
    top_m = s.FloatField(allow_null=True)
    layers = LayerOut(many=True)
    feel = s.ListField(child=s.CharField())
    texture = s.CharField(allow_blank=True, help_text="USDA class, where percentages are known")


class ExposureOut(s.Serializer):
    date = s.DateField()
    sun_from_h = s.FloatField()
    sun_to_h = s.FloatField()
    shade_pct = s.FloatField()
    shelter = s.ChoiceField(choices=["exposed", "open", "sheltered"])
    warm_wall = s.BooleanField()
    cover = s.ChoiceField(choices=["none", "eaves", "roof", "cloche", "tunnel", "indoors"])


class DripOut(s.Serializer):
    emitters = s.IntegerField()
    flow_l_per_h = s.FloatField()


class ReservoirOut(s.Serializer):
    capacity_l = s.FloatField()
    wick_l_per_day = s.FloatField(allow_null=True)
    opening_l = s.FloatField(allow_null=True)


class BedOut(s.Serializer):
    """A bed in the garden file's words."""

    id = s.IntegerField()
    name = s.CharField()
    kind = s.CharField()
    length_m = s.FloatField()
    width_m = s.FloatField()
    round = s.BooleanField()
    soil_depth_m = s.FloatField(allow_null=True)
    drain_holes = s.BooleanField(allow_null=True)
    volume_l = s.FloatField(help_text="soil or mix in it")
    soils = SoilOut(many=True)
    exposures = ExposureOut(many=True)
    method = s.ChoiceField(choices=["hose", "can", "drip", "reservoir"])
    rig = s.IntegerField(allow_null=True)
    style = s.ChoiceField(choices=["ample", "steady", "sparing"], allow_null=True)
    pattern = s.ChoiceField(choices=PATTERNS, allow_null=True)
    opened = s.DateField()
    opening_wetness = s.ChoiceField(choices=["dry", "just_damp", "moist", "wet"], allow_null=True)
    drip = DripOut(allow_null=True)
    reservoir = ReservoirOut(allow_null=True)
    plantings = PlantingOut(many=True)
    mulch = MulchOut(allow_null=True)


class Way(s.Serializer):
    """A style and pattern over the fortnight, means over the series."""

    style = s.ChoiceField(choices=["ample", "steady", "sparing"])
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


class OwnCropOut(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()
    like = s.CharField()
    height_m = s.FloatField(allow_null=True)
    spread_m = s.FloatField(allow_null=True)
    root_depth_m = s.FloatField(allow_null=True)
    days = s.IntegerField(allow_null=True)
    p = s.FloatField(allow_null=True)
    wet_feet = s.IntegerField(allow_null=True)
    frost_c = s.FloatField(allow_null=True)
    soil_c = s.FloatField(allow_null=True)


class PlantingSize(s.Serializer):
    """What a planting is like today by growth, and when its size was last seen."""

    planting = s.IntegerField()
    bed = s.IntegerField()
    bed_name = s.CharField()
    crop = s.CharField()
    variety = s.CharField(allow_blank=True)
    count = s.IntegerField()
    height = s.CharField(help_text="name of the nearest body height")
    spread_m = s.FloatField()
    seen = s.DateField(allow_null=True)
    due = s.BooleanField(help_text="not seen for a while, and still growing")


class CropOut(s.Serializer):
    key = s.CharField()
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
    key = s.CharField()
    name = s.CharField()
    container = s.BooleanField()
    soil_depth_m = s.FloatField()
    sizes = UsualSize(many=True)


class ClimateOut(s.Serializer):
    key = s.CharField()
    name = s.CharField()
    latitude = s.FloatField(help_text="of a usual place")
    elevation_m = s.FloatField()


class Catalogue(s.Serializer):
    crops = CropOut(many=True)
    kinds = KindOut(many=True)
    soils = s.ListField(child=s.CharField())
    ingredients = s.ListField(child=s.CharField())
    starts = s.ListField(child=s.CharField())
    mulches = s.ListField(child=s.CharField())
    heights = s.DictField(child=s.FloatField())
    time_zones = s.ListField(child=s.CharField())
    climates = ClimateOut(many=True)
    textures = s.ListField(child=s.CharField())
