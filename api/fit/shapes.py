"""The shape of a fit."""

from __future__ import annotations

from rest_framework import serializers as s


class FitOut(s.Serializer):
    what = s.CharField()
    level = s.ChoiceField(choices=["fine", "mind", "stop"])
    crop = s.CharField(allow_blank=True)
    figures = s.DictField(child=s.FloatField())
    other = s.CharField(allow_blank=True)
    source = s.CharField()  # type: ignore[assignment]
