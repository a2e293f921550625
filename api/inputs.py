"""The shapes of what comes in. Types only: bounds are the core's, asked in the actions, so the text is one."""

from __future__ import annotations

import math
import uuid
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


class EventId(s.UUIDField):
    """A UUID as text, of the usual variant: the database refuses others."""

    def to_internal_value(self, data: Any) -> uuid.UUID:
        if not isinstance(data, str):
            raise s.ValidationError("a UUID as text is needed")
        value: uuid.UUID = super().to_internal_value(data)
        if value.variant != uuid.RFC_4122:
            raise s.ValidationError("a UUID of the RFC 4122 variant is needed")
        return value


# A shape refuses what it does not know, as the garden file does. (A docstring here would describe every shape.)
class Shape(s.Serializer):
    def to_internal_value(self, data: Any) -> Any:
        if isinstance(data, dict) and (unknown := sorted(set(map(str, data)) - set(self.fields))):
            known = ", ".join(sorted(self.fields))
            raise s.ValidationError({unknown[0]: f"is not known here; allowed: only the fields {known}"})
        return super().to_internal_value(data)


class SignUp(Shape):
    username = s.CharField(max_length=150)
    password = s.CharField(max_length=200, trim_whitespace=False)
    units = s.ChoiceField(choices=["metric", "us"], default="metric")


class SignIn(Shape):
    username = s.CharField(max_length=150)
    password = s.CharField(max_length=200, trim_whitespace=False)


class Preferences(Shape):
    units = s.ChoiceField(choices=["metric", "us"], required=False)
    theme = s.ChoiceField(choices=["auto", "light", "dark", "contrast"], required=False)


class PersonIn(Shape):
    name = s.CharField(max_length=60)
    minutes = s.ListField(child=Number(), help_text="on each weekday, from Monday")


class AllowedIn(Shape):
    from_h = Number()
    to_h = Number()
    weekdays = s.ListField(child=s.IntegerField(), required=False, help_text="0 is Monday")


class GardenIn(Shape):
    name = s.CharField(max_length=60)
    latitude = Number()
    longitude = Number(required=False)
    elevation_m = Number(required=False)
    time_zone = s.CharField(max_length=64, required=False)
    style = s.CharField(required=False)
    coastal = s.BooleanField(required=False)
    growth = s.CharField(required=False)
    heat_rule = s.CharField(required=False)
    method = s.CharField(required=False)
    climate = s.CharField(required=False, allow_null=True, help_text="'by_place' takes the usual one there")
    people = PersonIn(many=True, required=False)
    allowed = AllowedIn(many=True, required=False)


class NewGardenIn(GardenIn):
    weather_file = s.CharField(required=False, trim_whitespace=False, max_length=5_000_000, help_text="CSV text")
    flow_l_per_min = Number(required=False, help_text="of its first hose")


class RigIn(Shape):
    name = s.CharField(max_length=60, required=False)
    flow_l_per_min = Number(required=False)
    measured = s.DateField(required=False, allow_null=True)


class HelperIn(Shape):
    username = s.CharField(max_length=150)


class PlantingIn(Shape):
    id = s.IntegerField(required=False, allow_null=True)
    crop = s.CharField()
    variety = s.CharField(required=False, allow_blank=True, max_length=60)
    count = s.IntegerField()
    planted = s.DateField()
    removed = s.DateField(required=False, allow_null=True)
    start = s.CharField(required=False)
    buried_m = Number(required=False)
    spacing_m = Number(required=False, allow_null=True)
    own_crop = s.IntegerField(required=False, allow_null=True)
    watered = s.BooleanField(required=False, allow_null=True, help_text="for its own sake; null: as is usual")
    left = s.IntegerField(required=False, allow_null=True, help_text="how many are left today")
    height = s.CharField(required=False, allow_null=True, help_text="as seen today")
    spread_m = Number(required=False, allow_null=True, help_text="as seen today")


class TextIn(Shape):
    text = s.CharField(trim_whitespace=False, max_length=5_000_000)


class PlaceIn(Shape):
    id = s.IntegerField()
    x_m = Number(required=False, allow_null=True)
    y_m = Number(required=False, allow_null=True)


class BedPlaceIn(PlaceIn):
    turn_deg = Number(required=False)
    length_m = Number(required=False)
    width_m = Number(required=False)


class RigPlaceIn(PlaceIn):
    hose_m = Number(required=False, allow_null=True)


class GroundIn(Shape):
    """Where beds and taps lie: all are kept, or none."""

    beds = BedPlaceIn(many=True, required=False)
    rigs = RigPlaceIn(many=True, required=False)
    north_deg = Number(required=False)


class ThingIn(Shape):
    kind = s.CharField(required=False)
    name = s.CharField(required=False, allow_blank=True, max_length=60)
    x_m = Number(required=False)
    y_m = Number(required=False)
    length_m = Number(required=False)
    width_m = Number(required=False)
    height_m = Number(required=False, allow_null=True)
    turn_deg = Number(required=False)


class OwnCropIn(Shape):
    name = s.CharField(max_length=60, required=False)
    like = s.CharField(required=False)
    height_m = Number(required=False, allow_null=True)
    spread_m = Number(required=False, allow_null=True)
    root_depth_m = Number(required=False, allow_null=True)
    days = s.IntegerField(required=False, allow_null=True)
    p = Number(required=False, allow_null=True)
    wet_feet = s.IntegerField(required=False, allow_null=True)
    frost_c = Number(required=False, allow_null=True)
    soil_c = Number(required=False, allow_null=True)


class SizeIn(Shape):
    planting = s.IntegerField()
    height = s.CharField()
    spread_m = Number()


class SizesIn(Shape):
    """The sizes of many plantings as seen today: all are kept, or none."""

    sizes = SizeIn(many=True, max_length=2000)


class MulchIn(Shape):
    kind = s.CharField()
    depth_m = Number(default=0.05)
    cover = Number(default=1.0)


class JarIn(Shape):
    sand_mm = Number()
    silt_mm = Number()
    clay_mm = Number()
    jars = s.IntegerField(required=False)


class PartIn(Shape):
    ingredient = s.CharField()
    parts = Number()


class LayerIn(Shape):
    depth_m = Number()
    material = s.CharField()
    organic_matter_pct = Number(required=False)


class SoilIn(Shape):
    """From `date` on; without a date it corrects the record that holds."""

    date = s.DateField(required=False, allow_null=True)
    material = s.CharField(default="unknown")
    organic_matter_pct = Number(required=False)
    jar = JarIn(required=False, allow_null=True)
    sand_pct = Number(required=False, allow_null=True)
    clay_pct = Number(required=False, allow_null=True)
    mix = PartIn(many=True, required=False)
    stones_pct = Number(required=False)
    loosened_m = Number(required=False, allow_null=True)
    woody_fill_m = Number(required=False)
    drainage = s.CharField(required=False)
    intake_mm_per_h = Number(required=False, allow_null=True)
    top_m = Number(required=False, allow_null=True)
    layers = LayerIn(many=True, required=False)
    feel = s.ListField(child=s.CharField(), required=False, help_text="texture class of each handful")


class ExposureIn(Shape):
    """From `date` on; without a date it corrects the record that holds."""

    date = s.DateField(required=False, allow_null=True)
    sun_from_h = Number(required=False)
    sun_to_h = Number(required=False)
    shade_pct = Number(required=False)
    shelter = s.CharField(required=False)
    warm_wall = s.BooleanField(required=False)
    cover = s.CharField(required=False)


class DripIn(Shape):
    emitters = s.IntegerField()
    flow_l_per_h = Number()


class ReservoirIn(Shape):
    capacity_l = Number()
    wick_l_per_day = Number(required=False, allow_null=True)
    opening_l = Number(required=False, allow_null=True)


class BedIn(Shape):
    """A bed in the garden file's words."""

    name = s.CharField(max_length=60)
    kind = s.CharField()
    length_m = Number()
    width_m = Number()
    round = s.BooleanField(required=False)
    soil_depth_m = Number(required=False, allow_null=True)
    drain_holes = s.BooleanField(required=False, allow_null=True)
    soil = SoilIn(required=False)
    method = s.CharField(required=False)
    rig = s.IntegerField(required=False, allow_null=True)
    style = s.CharField(required=False, allow_null=True)
    pattern = s.CharField(required=False, allow_null=True)
    exposure = ExposureIn(required=False)
    opened = s.DateField(required=False)
    opening_wetness = s.CharField(required=False, allow_null=True)
    drip = DripIn(required=False, allow_null=True)
    reservoir = ReservoirIn(required=False, allow_null=True)
    plantings = PlantingIn(many=True, required=False)
    mulch = MulchIn(required=False, allow_null=True)


class TestIn(Shape):
    """A small test of the bench; `given` is what was read, in the words of its kind."""

    kind = s.CharField()
    given = s.DictField(child=s.JSONField())
    bed = s.IntegerField(required=False, allow_null=True)
    rig = s.IntegerField(required=False, allow_null=True)


class MeasurementIn(TestIn):
    id = EventId(help_text="made by the client; the same one twice is one test")
    date = s.DateField(required=False, allow_null=True)


class MixIn(Shape):
    volume_l = Number()
    bag_l = Number()
    mix = PartIn(many=True)


class PlantOutIn(Shape):
    bed = s.IntegerField()
    date = s.DateField()
    count = s.IntegerField()
    start = s.CharField(required=False)


class IdsIn(Shape):
    ids = s.ListField(child=s.IntegerField(), max_length=500)


class SeasonIn(Shape):
    name = s.CharField(max_length=60)
    stays = s.ListField(child=s.IntegerField(), max_length=5000, help_text="plantings that go on")


class WateringIn(Shape):
    id = EventId(help_text="made by the client; the same one twice is one event")
    bed = s.IntegerField()
    litres = Number()
    date = s.DateField(required=False, allow_null=True)
    part = s.CharField(default="morning")
    into = s.CharField(default="soil")
    passes = s.IntegerField(required=False)


class WateringsIn(Shape):
    """A whole round at once: all are kept, or none."""

    waterings = WateringIn(many=True, max_length=400)


class ObservationIn(Shape):
    id = EventId()
    bed = s.IntegerField()
    kind = s.CharField(required=False)
    reading = s.CharField(required=False, allow_null=True)
    value = Number(required=False, allow_null=True)
    date = s.DateField(required=False, allow_null=True)


class PutOffIn(Shape):
    id = EventId()
    bed = s.IntegerField()
    date = s.DateField(required=False, allow_null=True)


class MoveIn(Shape):
    id = EventId()
    bed = s.IntegerField()
    from_date = s.DateField()
    to_date = s.DateField()


class TryMoveIn(Shape):
    bed = s.IntegerField()
    from_date = s.DateField()
    to_date = s.DateField()


class StrikeIn(Shape):
    back = s.BooleanField(default=False)


class StepIn(Shape):
    from_date = s.DateField(required=False, help_text="the day that was shown: sent twice, it is one step")


class GaugeIn(Shape):
    id = EventId()
    date = s.DateField()
    rain = Number()


class DayIn(Shape, WeatherValues):
    date = s.DateField()

    def get_fields(self) -> Any:
        fields = super().get_fields()
        for name in WeatherValues().get_fields():
            fields[name] = Number(required=False, allow_null=True)
        return fields


class DaysIn(Shape):
    days = DayIn(many=True)
