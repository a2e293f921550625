"""Shapes of the map."""

from __future__ import annotations

import typing

from rest_framework import serializers as s

from agronomy.describe import garden as g
from agronomy.describe.words import (
    KINDS_OF_ISLE,
    THING_KINDS,
    WORDS,
    Laid,
)
from api.described import Code, In, Number, Out, Shape
from api.shapes import CropStanding, GardenOut


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
    bore_mm = Number(required=False, allow_null=True)


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


class ThingOut(Out):
    describes = g.Thing

    id = s.IntegerField()


class GroundDay(s.Serializer):
    """A bed at the end of a day, if the rounds until then are done.

    mm missing over its rooted share, below field capacity positive.
    """

    date = s.DateField()
    net_mm = s.FloatField()


class MapLine(s.Serializer):
    rows = s.IntegerField()
    laid = s.ChoiceField(choices=typing.get_args(Laid))


class GroundBed(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()
    kind = s.ChoiceField(choices=KINDS_OF_ISLE)
    length_m = s.FloatField()
    width_m = s.FloatField()
    round = s.BooleanField()
    x_m = s.FloatField(allow_null=True)
    y_m = s.FloatField(allow_null=True)
    turn_deg = s.FloatField()
    rig = s.IntegerField(allow_null=True)
    line_after = s.IntegerField(allow_null=True, help_text="the bed from whose line its own goes on")
    alike = s.IntegerField()
    line = MapLine(allow_null=True, help_text="how its drip line lies in it")
    word = s.ChoiceField(choices=WORDS, allow_blank=True)
    crops = CropStanding(many=True)
    raw_mm = s.FloatField(allow_null=True)
    taw_mm = s.FloatField(allow_null=True)
    room_mm = s.FloatField(allow_null=True)
    air_mark_mm = s.FloatField(allow_null=True)
    this_morning_mm = s.FloatField(allow_null=True, help_text="missing before the round, over the rooted share")
    left_alone_mm = s.FloatField(allow_null=True, help_text="missing this evening if nothing more is poured")
    sun_share = s.FloatField(allow_null=True, help_text="share of the day's direct sun that reaches it")
    days = GroundDay(many=True)


class Ground(s.Serializer):
    garden = GardenOut()
    north_deg = s.FloatField()
    lacks = s.ChoiceField(choices=["", "beds", "weather"])
    beds = GroundBed(many=True)
    things = ThingOut(many=True)
