"""The shapes of what comes in. Bounds are the core's, asked in the actions, so the text is one."""

from __future__ import annotations

import uuid
from typing import Any

from rest_framework import serializers as s

from agronomy.describe import garden as g
from agronomy.describe.words import CROP_NAMES, DAY_PARTS, HEIGHTS, INTO, THING_KINDS
from api.described import Code, In, Number, Shape
from api.shapes import OF_OTHER_PAGES, WeatherValues


class EventId(s.UUIDField):
    """A UUID as text, of the usual variant: the database refuses others."""

    def to_internal_value(self, data: Any) -> uuid.UUID:
        if not isinstance(data, str):
            raise s.ValidationError("a UUID as text is needed")
        value: uuid.UUID = super().to_internal_value(data)
        if value.variant != uuid.RFC_4122:
            raise s.ValidationError("a UUID of the RFC 4122 variant is needed")
        return value


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


class PersonIn(In):
    describes = g.Person


class AllowedIn(In):
    describes = g.Allowed


class GardenIn(In):
    """What a person says of a garden as a whole; its beds, hoses and what happened come apart."""

    describes = g.Garden
    leave_out = (*OF_OTHER_PAGES, "rigs")

    elevation_m = Number(required=False)
    climate = s.CharField(required=False, allow_null=True, help_text="'by_place' takes the usual one there")


class NewGardenIn(GardenIn):
    weather_file = s.CharField(required=False, trim_whitespace=False, max_length=5_000_000, help_text="CSV text")
    flow_l_per_min = Number(required=False, help_text="of its first hose")


class RigIn(In):
    describes = g.Rig
    leave_out = ("x_m", "y_m", "hose_m", "flow_cv")

    name = s.CharField(max_length=60, required=False)


class HelperIn(Shape):
    username = s.CharField(max_length=150)


class PlantingIn(In):
    describes = g.Planting
    leave_out = ("sizes", "thinned")

    id = s.IntegerField(required=False, allow_null=True)
    own_crop = s.IntegerField(required=False, allow_null=True)
    left = s.IntegerField(required=False, allow_null=True, help_text="how many are left today")
    height = Code(choices=HEIGHTS, required=False, allow_null=True, help_text="as seen today")
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


class ThingIn(In):
    describes = g.Thing

    kind = Code(choices=THING_KINDS, required=False)
    x_m = Number(required=False)
    y_m = Number(required=False)
    length_m = Number(required=False)


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
    leave_out = ("soils", "exposures", "mulches", "waterings", "observations", "x_m", "y_m", "turn_deg")

    rig = s.IntegerField(required=False, allow_null=True)
    opened = s.DateField(required=False)
    soil = SoilIn(required=False)
    exposure = ExposureIn(required=False)
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


class WateringIn(In):
    describes = g.Watering

    id = EventId(help_text="made by the client; the same one twice is one event")
    bed = s.IntegerField()
    date = s.DateField(required=False, allow_null=True)
    part = Code(choices=DAY_PARTS, default="morning")
    into = Code(choices=INTO, default="soil")


class WateringsIn(Shape):
    """A whole round at once: all are kept, or none."""

    waterings = WateringIn(many=True, max_length=400)


class ObservationIn(In):
    describes = g.Observation

    id = EventId()
    bed = s.IntegerField()
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
