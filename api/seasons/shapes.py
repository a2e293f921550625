"""Shapes of the year's turn."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe.words import (
    CROP_NAMES,
)
from api.described import Shape


class SeasonIn(Shape):
    name = s.CharField(max_length=60)
    stays = s.ListField(child=s.IntegerField(), max_length=5000, help_text="plantings that go on")


class GrewOut(s.Serializer):
    bed_name = s.CharField()
    crop = s.ChoiceField(choices=CROP_NAMES)
    variety = s.CharField(allow_blank=True)
    count = s.IntegerField()
    planted = s.DateField()
    removed = s.DateField()


class SeasonOut(s.Serializer):
    id = s.UUIDField(help_text="of the event that ended it")
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
