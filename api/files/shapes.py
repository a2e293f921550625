"""Shapes of files that come in."""

from __future__ import annotations

from rest_framework import serializers as s

from api.described import Shape


class TextIn(Shape):
    text = s.CharField(trim_whitespace=False, max_length=5_000_000)


class ImportedBeds(s.Serializer):
    beds = s.IntegerField()


class ImportedMap(s.Serializer):
    features = s.IntegerField()


class Imported(s.Serializer):
    days = s.IntegerField()
