"""Shapes of pots and reservoirs."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe import garden as g
from agronomy.describe.words import GIVERS
from api.described import Out
from api.round.shapes import Dose, Stop
from api.shapes import GardenOut


class Weight(s.Serializer):
    """Of one container [kg]: without its vessel as reckoned, or with it as it was weighed."""

    dry = s.FloatField()
    now = s.FloatField()
    soaked = s.FloatField()
    heavy = s.BooleanField()
    weighed = s.BooleanField(help_text="by a soaked and a limp weighing of this pot, vessel and all")


class Buried(s.Serializer):
    """What is buried in a bed, and whom it serves."""

    giver = s.ChoiceField(choices=GIVERS)
    count = s.IntegerField()
    gives_l_a_day = s.FloatField(help_text="all together, filled every day")
    share_of_need = s.FloatField(help_text="of what plants drink today")
    wets_m = s.FloatField(help_text="width of the ground that one of them wets")
    plants_each = s.FloatField()


class Salts(s.Serializer):
    """Salt in the mix by conductivity, from its water and what was fed in it."""

    mix_ds_m = s.FloatField()
    bears_ds_m = s.FloatField()
    flush_on = s.DateField(allow_null=True)
    flush_l = s.FloatField(allow_null=True)


class Drew(s.Serializer):
    date = s.DateField()
    litres = s.FloatField()
    tmax = s.FloatField()


class Pot(s.Serializer):
    stop = Stop()
    fill = Dose(allow_null=True, help_text="what its reservoir takes now")
    weight = Weight(allow_null=True)
    buried = Buried(allow_null=True)
    salts = Salts(allow_null=True)
    drew = Drew(many=True, help_text="what its reservoir gave on each day")


class ProgrammeOut(Out):
    describes = g.Programme


class OnLine(s.Serializer):
    bed = s.CharField()
    id = s.IntegerField()
    draws_l = s.FloatField(help_text="on a mean day ahead")
    lasts_days = s.IntegerField(help_text="from full")
    runs_dry = s.FloatField(allow_null=True, help_text="chance before the timer's next run")
    spills_l = s.FloatField(help_text="what that run pours over its overflow")


class Line(s.Serializer):
    """Boxes that are filled from one hose or line."""

    rig = s.CharField()
    boxes = OnLine(many=True)
    programme = ProgrammeOut(allow_null=True)
    next_run = s.DateField(allow_null=True)
    best_days = s.IntegerField()
    unlike = s.BooleanField()


class Pots(s.Serializer):
    garden = GardenOut()
    lacks = s.ChoiceField(choices=["", "beds", "weather"])
    frost_on = s.DateField(allow_null=True, help_text="the first night ahead that may freeze what stands full")
    pots = Pot(many=True)
    lines = Line(many=True)
