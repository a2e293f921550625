"""Shapes of the weather, day by day."""

from __future__ import annotations

from typing import Any, get_args

from rest_framework import serializers as s

from agronomy.decide.after_rain import Kept
from agronomy.describe import garden as g
from agronomy.describe.weather import COLUMNS, SkySeen
from agronomy.describe.words import (
    CROP_NAMES,
    DATE_ORDERS,
    MEASURES,
    OUTLOOKS,
    WEATHER_GROUPS,
    WEATHER_SOURCES,
    WEATHER_UNITS,
    WEATHER_VARIABLES,
)
from agronomy.formats.station_file import Form
from api.asked import EventId
from api.described import In, Number, Out, Shape
from api.shapes import Band, GardenOut, Heat, WeatherState


class WeatherValues(s.Serializer):
    tmin = s.FloatField(allow_null=True)
    tmax = s.FloatField(allow_null=True)
    rain = s.FloatField(allow_null=True)
    rain_chance = s.FloatField(allow_null=True, help_text="of rain that is only expected; empty: sure")
    wind = s.FloatField(allow_null=True)
    rhmin = s.FloatField(allow_null=True)
    rhmax = s.FloatField(allow_null=True)
    sunshine_h = s.FloatField(allow_null=True)


class GaugeOut(Out):
    describes = g.Gauge

    id = s.UUIDField()


class SeenOut(Out):
    describes = SkySeen

    id = s.UUIDField()


class SourceOf(s.Serializer):
    what = s.ChoiceField(choices=WEATHER_GROUPS)
    source = s.ChoiceField(choices=WEATHER_SOURCES)


class SkyDay(s.Serializer):
    date = s.DateField()
    kind = s.ChoiceField(choices=OUTLOOKS)
    source = s.CharField(allow_blank=True)
    by = SourceOf(many=True, help_text="of a day behind")
    tier = s.CharField(allow_blank=True)
    tmin = Band(allow_null=True)
    tmax = Band(allow_null=True)
    rain = Band(allow_null=True)
    rain_chance = s.FloatField(allow_null=True)
    et0 = Band(allow_null=True)
    leaves_wet_h = s.FloatField(allow_null=True, help_text="in the open garden")
    heat_wave = s.BooleanField()
    gauge = GaugeOut(allow_null=True)
    seen = SeenOut(many=True)
    typed = WeatherValues(allow_null=True)


class WhomToBelieve(s.Serializer):
    what = s.ChoiceField(choices=WEATHER_GROUPS)
    order = s.ListField(child=s.ChoiceField(choices=WEATHER_SOURCES), help_text="the most trusted first")


class StationKept(s.Serializer):
    """A station's file that was taken in."""

    id = s.UUIDField()
    days = s.IntegerField()
    since = s.DateField()
    until = s.DateField()
    faults = s.IntegerField()
    read = s.DateField()


class StationColumnOut(s.Serializer):
    column = s.CharField(allow_blank=True)
    variable = s.ChoiceField(choices=WEATHER_VARIABLES)
    unit = s.ChoiceField(choices=WEATHER_UNITS)


class StationMappingOut(s.Serializer):
    date = s.CharField(allow_blank=True)
    order = s.ChoiceField(choices=DATE_ORDERS)
    columns = StationColumnOut(many=True)


class StationDayOut(s.Serializer):
    date = s.DateField()

    def get_fields(self) -> Any:
        return {**super().get_fields(), **{name: s.FloatField(allow_null=True) for name in COLUMNS}}


class StationFault(s.Serializer):
    line = s.IntegerField()
    field = s.CharField()
    value = s.CharField()
    allowed = s.CharField()
    whole_line = s.BooleanField(help_text="the day is left out; else this value alone")


class StationOut(s.Serializer):
    """A station's file as it would be read."""

    form = s.ChoiceField(choices=get_args(Form))
    header = s.ListField(child=s.CharField())
    mapping = StationMappingOut()
    days = s.IntegerField()
    since = s.DateField(allow_null=True)
    until = s.DateField(allow_null=True)
    gaps = s.IntegerField(help_text="days between that it does not have")
    shown = StationDayOut(many=True, help_text="its last days, in FAO-56's units")
    faults = StationFault(many=True, help_text="the first of them")
    fault_count = s.IntegerField()


class DrinkOut(s.Serializer):
    bed = s.CharField()
    litres = s.FloatField()
    minutes = s.FloatField()
    again = s.FloatField(help_text="of these litres, those of a second drink before dark")


class HotDay(s.Serializer):
    date = s.DateField()
    tmax = Band()
    tmin = Band()
    heat_class = s.CharField(allow_blank=True, help_text="NWS, for whoever waters")
    beds = DrinkOut(many=True, help_text="soaked on the evening before, or at first light")
    pots = DrinkOut(many=True)
    first = s.ListField(child=s.CharField(), help_text="seedlings in drills, and pots about to be lost")
    gives = s.ListField(child=s.CharField(), help_text="beds that the day has not room for")
    runs_dry = s.ListField(child=s.CharField(), help_text="reservoirs that are down this evening")
    minutes = s.FloatField()
    limit_minutes = s.FloatField(allow_null=True, help_text="of all people")
    bare_c = s.FloatField(help_text="bare ground in the sun, at the roots")
    mulched_c = s.FloatField()
    no_fruit = s.ListField(child=s.ChoiceField(choices=CROP_NAMES), help_text="crops whose flowers set nothing")


class SparedOut(s.Serializer):
    """What one measure at one bed would save in the heat."""

    bed = s.CharField()
    id = s.IntegerField()
    what = s.ChoiceField(choices=MEASURES)
    effort = s.FloatField(help_text="minutes")
    buy = s.CharField(allow_null=True)
    litres = s.FloatField()
    minutes = s.FloatField()
    risk = s.FloatField(help_text="that plants suffer, as it is")
    risk_then = s.FloatField()


class HeatSheetOut(s.Serializer):
    days = HotDay(many=True)
    spared = SparedOut(many=True)
    litres = s.FloatField()
    minutes = s.FloatField()
    evening_before = s.DateField(allow_null=True)


class ScoreBin(s.Serializer):
    low = s.FloatField()
    high = s.FloatField()
    n = s.IntegerField()
    said = s.FloatField(help_text="the mean chance that was said")
    came = s.IntegerField(help_text="of how many it came")


class ScoreOut(s.Serializer):
    """Brier's score of chances against what came, and what is usual for comparison."""

    n = s.IntegerField()
    brier = s.FloatField()
    usual = s.FloatField()
    skill = s.FloatField(help_text="1 less brier over usual")
    enough = s.BooleanField()
    bins = ScoreBin(many=True)


class ScoresOut(s.Serializer):
    rain = ScoreOut(allow_null=True, help_text="of the day after each advice")
    waits = ScoreOut(allow_null=True, help_text="of beds told to wait: whether rain spared the soak")
    heat = ScoreOut(allow_null=True, help_text="of the day after advice that told of heat: whether it was so hot")


class StationIn(Shape):
    text = s.CharField(trim_whitespace=False, max_length=5_000_000)
    mapping = s.JSONField(required=False, allow_null=True, help_text="date, order, columns; left out: guessed")


class RainOn(s.Serializer):
    bed = s.CharField()
    came_mm = s.FloatField(help_text="to its roots, over them")
    kept_by = s.ChoiceField(choices=get_args(Kept), help_text="what kept most of the rest")


class LastRain(s.Serializer):
    date = s.DateField()
    fell_mm = s.FloatField()
    beds = RainOn(many=True)


class DrySpell(s.Serializer):
    days = s.IntegerField()
    since = s.DateField()
    rain_mm = s.FloatField()


class LeafRisk(s.Serializer):
    """How long leaves stay wet at one bed, and from when disease is to be minded."""

    bed = s.CharField()
    id = s.IntegerField()
    wet_h = s.ListField(child=s.FloatField(), help_text="of each day from today on")
    aired_h = s.ListField(child=s.FloatField(), help_text="the same if its plants stood open")
    first = s.DateField(allow_null=True, help_text="of risk")
    rule = s.CharField(help_text="smith: potato and tomato blight; wet: others")
    from_above_h = s.FloatField(help_text="of today's, by watering from above")


class SkyOut(s.Serializer):
    garden = GardenOut()
    weather = WeatherState()
    heat = Heat(allow_null=True)
    days = SkyDay(many=True)
    last_rain = LastRain(allow_null=True)
    dry_spell = DrySpell(allow_null=True)
    leaf_risks = LeafRisk(many=True)
    windy = s.ListField(child=s.DateField(), help_text="of the next days, those of a fresh breeze or more")
    cold_offset_learnt_c = s.FloatField(allow_null=True, help_text="own thermometer less the others, at the coldest")
    trust = WhomToBelieve(many=True)
    sources = s.ListField(child=s.ChoiceField(choices=WEATHER_SOURCES), help_text="that know a day")
    stations = StationKept(many=True, help_text="files of a station that count")


class GaugeIn(In):
    describes = g.Gauge
    leave_out = ("so_far",)

    id = EventId()


class SeenIn(In):
    describes = SkySeen

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
