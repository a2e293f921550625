"""The shapes of answers of the bench, of fit checks, of raising and planting out, and of seasons."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe.words import CROP_NAMES, INGREDIENTS, MEASUREMENTS, STARTS
from api.shapes import Band


class MeasurementOut(s.Serializer):
    id = s.UUIDField()
    date = s.DateField()
    kind = s.ChoiceField(choices=MEASUREMENTS)
    bed = s.IntegerField(allow_null=True)
    bed_name = s.CharField(allow_blank=True)
    rig = s.IntegerField(allow_null=True)
    rig_name = s.CharField(allow_blank=True)
    given = s.DictField(child=s.JSONField())
    found = s.DictField(child=s.JSONField())


class FoundOut(s.Serializer):
    found = s.DictField(child=s.JSONField())


class FitOut(s.Serializer):
    what = s.CharField()
    level = s.ChoiceField(choices=["fine", "mind", "stop"])
    crop = s.CharField(allow_blank=True)
    figures = s.DictField(child=s.FloatField())
    other = s.CharField(allow_blank=True)
    source = s.CharField()  # type: ignore[assignment]


class NeededOut(s.Serializer):
    ingredient = s.ChoiceField(choices=INGREDIENTS)
    litres = s.FloatField()
    bags = s.IntegerField()


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
    held = s.ChoiceField(choices=["", "cold", "frost", "wind", "rain"])


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


class GrewOut(s.Serializer):
    bed_name = s.CharField()
    crop = s.ChoiceField(choices=CROP_NAMES)
    variety = s.CharField(allow_blank=True)
    count = s.IntegerField()
    planted = s.DateField()
    removed = s.DateField()


class SeasonOut(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()
    ended = s.DateField()
    cleared = s.IntegerField(help_text="plantings that ended with it")
    grew = GrewOut(many=True)


class StandingOut(s.Serializer):
    planting = s.IntegerField()
    bed_name = s.CharField()
    crop = s.ChoiceField(choices=CROP_NAMES)
    variety = s.CharField(allow_blank=True)
    count = s.IntegerField()
    stays = s.BooleanField(help_text="stands for years, as a rule")


class SeasonsOut(s.Serializer):
    seasons = SeasonOut(many=True)
    standing = StandingOut(many=True)
