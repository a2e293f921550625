"""Shapes of beds, as they are told and as they are described."""

from __future__ import annotations

import typing

from rest_framework import serializers as s

from agronomy.describe import garden as g
from agronomy.describe.words import (
    ALTERATIONS,
    HEIGHTS,
    MULCHES,
    OUTLOOKS,
    PATTERNS,
    STYLES,
    TEXTURES,
    WALLS,
    PouredBy,
)
from api.described import Code, In, Number, Out, Shape
from api.record.shapes import ObservationOut, WateringOut
from api.round.shapes import Stop
from api.shapes import Band, GardenOut, Heat


class PlantingIn(In):
    describes = g.Planting
    leave_out = ("sizes", "thinned")

    id = s.IntegerField(required=False, allow_null=True)
    own_crop = s.IntegerField(required=False, allow_null=True)
    left = s.IntegerField(required=False, allow_null=True, help_text="how many are left today")
    height = Code(choices=HEIGHTS, required=False, allow_null=True, help_text="as seen today")
    spread_m = Number(required=False, allow_null=True, help_text="as seen today")


class MulchIn(In):
    describes = g.Mulch
    leave_out = ("date",)

    depth_m = Number(default=0.05)
    cover = Number(default=1.0)


class PartIn(In):
    describes = g.Part


class SoilIn(In):
    """From `date` on; without a date it corrects the record that holds."""

    describes = g.Soil


class ExposureIn(In):
    """From `date` on; without a date it corrects the record that holds."""

    describes = g.Exposure


class ReservoirIn(In):
    describes = g.Reservoir

    wick_l_per_day = Number(required=False, allow_null=True)


class BedIn(In):
    """A bed in the garden file's words."""

    describes = g.Bed
    leave_out = (
        "soils",
        "exposures",
        "leaves_off",
        "mulches",
        "waterings",
        "observations",
        "signs",
        "x_m",
        "y_m",
        "turn_deg",
    )

    rig = s.IntegerField(required=False, allow_null=True)
    line_after = s.IntegerField(required=False, allow_null=True)
    opened = s.DateField(required=False)
    soil = SoilIn(required=False)
    exposure = ExposureIn(required=False)
    mulch = MulchIn(required=False, allow_null=True)


class AlterationIn(Shape):
    what = Code(choices=ALTERATIONS)
    count = s.IntegerField(required=False, allow_null=True, help_text="of plants left, where they were thinned")


class AlteredOut(s.Serializer):
    id = s.UUIDField(help_text="of the event, which takes it back")


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
    aside_mm = s.FloatField(help_text="passed into the ground beside")
    correction_mm = s.FloatField()
    soil_changed_mm = s.FloatField()
    ks = s.FloatField()
    weather = s.ChoiceField(choices=OUTLOOKS)


class CopyIn(Shape):
    with_plants = s.BooleanField(default=False)
    one = s.BooleanField(default=False, help_text="one of several that are alike becomes its own")


class AheadDay(s.Serializer):
    """A bed at the end of a day, if the rounds until then are done."""

    date = s.DateField()
    net_mm = Band()
    soak_l = s.FloatField(allow_null=True, help_text="what it is watered with that day")
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
    leave_out = ("mulches", "waterings", "observations", "signs", "x_m", "y_m", "turn_deg")

    id = s.IntegerField()
    volume_l = s.FloatField(help_text="soil or mix in it")
    rig = s.IntegerField(allow_null=True)
    line_after = s.IntegerField(allow_null=True)
    mulch = MulchOut(allow_null=True)


class MulchSaves(s.Serializer):
    """In a season of days like these, against bare soil; what lies there, or what would be laid."""

    kind = s.ChoiceField(choices=MULCHES)
    depth_m = s.FloatField()
    lies = s.BooleanField()
    cover = s.FloatField()
    litres = s.FloatField()
    soaks = s.FloatField()
    open_litres = s.FloatField(allow_null=True)
    open_soaks = s.FloatField(allow_null=True)


class WallTakes(s.Serializer):
    """What a container takes in a week of days like these, by what its wall is like."""

    wall = s.ChoiceField(choices=WALLS)
    litres_a_week = s.FloatField()
    chosen = s.BooleanField()


class SoilInSun(s.Serializer):
    """The day's highest temperature a finger's breadth down, of today and tomorrow."""

    bare_c = s.ListField(child=s.FloatField())
    mulched_c = s.ListField(child=s.FloatField())


class ByWhich(s.Serializer):
    """One way of pouring what a bed lacks."""

    way = s.ChoiceField(choices=typing.get_args(PouredBy))
    litres = s.FloatField()
    minutes = s.FloatField(help_text="of a person")
    runs = s.FloatField(help_text="minutes that the tap runs")
    depth_m = s.FloatField(allow_null=True, help_text="that it wets; null: as deep as is missing")
    leaf_wet_h = s.FloatField()
    beside_l = s.FloatField(help_text="on paths and weeds")
    chosen = s.BooleanField()
    there = s.BooleanField(help_text="whether it is as told; else a usual one")


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
    by_which = ByWhich(many=True, help_text="what it lacks, poured in each way")
    mulch_saves = MulchSaves(allow_null=True)
    walls = WallTakes(many=True, help_text="of a container: what other walls would take")
    soil_in_sun = SoilInSun(allow_null=True)
    waterings = WateringOut(many=True)
    observations = ObservationOut(many=True)
