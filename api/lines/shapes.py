"""Shapes of drip lines."""

from __future__ import annotations

import typing

from rest_framework import serializers as s

from agronomy.decide.drip_lines import Doing
from agronomy.decide.upkeep import Chore
from agronomy.describe.words import Laid
from api.pots.shapes import ProgrammeOut
from api.shapes import GardenOut


class Wets(s.Serializer):
    """The ground under one emitter after a run."""

    minutes = s.FloatField()
    litres_each = s.FloatField()
    width_m = s.FloatField()
    depth_m = s.FloatField()
    beyond_fit = s.BooleanField(help_text="outside what the shape was fitted to")


class LineChange(s.Serializer):
    what = s.ChoiceField(choices=typing.get_args(Doing))
    even = s.FloatField()
    least_l_h = s.FloatField()
    mean_l_h = s.FloatField()
    bore_mm = s.FloatField(allow_null=True)
    reaches = s.FloatField(allow_null=True, help_text="share of what roots hold that it then wets")


class PlotPlants(s.Serializer):
    label = s.CharField()
    count = s.IntegerField()
    now_m = s.FloatField(help_text="across, today")
    full_m = s.FloatField(help_text="across, full-grown")


class Plot(s.Serializer):
    length_m = s.FloatField()
    width_m = s.FloatField()
    round = s.BooleanField()
    plants = PlotPlants(many=True)


class DripLine(s.Serializer):
    """One bed's line, running alone."""

    bed = s.CharField()
    tube = s.ListField(child=s.CharField(), help_text="beds that it runs through, from the tap on")
    id = s.IntegerField()
    at_m = s.ListField(child=s.FloatField(), help_text="of each emitter of its first row, from the inlet")
    flows_l_h = s.ListField(child=s.FloatField())
    heads_m = s.ListField(child=s.FloatField())
    nominal_l_h = s.FloatField()
    mean_l_h = s.FloatField(help_text="of its own emitters")
    inflow_l_h = s.FloatField()
    inlet_m = s.FloatField()
    even = s.FloatField(help_text="low quarter over mean")
    eu = s.FloatField(help_text="with how far emitters differ as they are made")
    by_cups = s.FloatField(allow_null=True)
    longest_m = s.FloatField(help_text="the longest sound row")
    spacing_m = s.FloatField()
    rows = s.IntegerField()
    row_gap_m = s.FloatField(allow_null=True)
    usual = Wets(help_text="by the run of its next soak")
    habit = Wets(help_text="by a short run")
    deeper = Wets(many=True, help_text="by runs of more and more minutes")
    roots_m = s.FloatField()
    reaches = s.FloatField(help_text="share of what roots hold that it wets")
    laid = s.ChoiceField(choices=typing.get_args(Laid))
    outlet = s.IntegerField(help_text="of its timer")
    plot = Plot(help_text="the bed that it lies in")
    meet = s.BooleanField()
    bursts = s.BooleanField()
    changes = LineChange(many=True)
    programme = ProgrammeOut(allow_null=True)
    next_run = s.DateField(allow_null=True)


class Setting(s.Serializer):
    every_days = s.IntegerField()
    minutes = s.FloatField()
    litres_a_week = s.FloatField()
    missed = s.FloatField(help_text="share of what plants want that they go without, of the line that fares worst")
    lost_l_a_week = s.FloatField(help_text="what drains away")
    weekdays = s.ListField(child=s.IntegerField(), help_text="of one that is set by them; Monday is 1")


class TimerNow(s.Serializer):
    """A tap with drip lines: what a timer that only runs is best set to for the days ahead."""

    rig = s.CharField()
    rig_id = s.IntegerField()
    outlet = s.IntegerField()
    beds = s.ListField(child=s.CharField())
    best = Setting()
    now = Setting(allow_null=True)
    ideal_l_a_week = s.FloatField(help_text="of a hand that waters as each line asks")
    anew = s.BooleanField(help_text="whether setting it anew is worth the walk")


class Tap(s.Serializer):
    rig = s.CharField()
    tubes = s.ListField(child=s.ListField(child=s.CharField()), help_text="each by the beds that it runs through")
    each = s.ListField(child=s.FloatField(), help_text="of what it gives alone, where all run at once")
    sound = s.BooleanField()


class TapHour(s.Serializer):
    """A tap at an hour at which its pressure was read, its lines running one after the other."""

    rig = s.CharField()
    hour = s.FloatField()
    head_m = s.FloatField()
    takes_l_h = s.FloatField(help_text="all its lines together")
    even = s.FloatField(help_text="low quarter over mean, of the line that fares worst")


class TubeAhead(s.Serializer):
    """A tube through several beds, over the days ahead."""

    beds = s.ListField(child=s.CharField())
    days = s.IntegerField()
    litres = s.FloatField()
    over = s.ListField(child=s.FloatField(), help_text="of each bed, what falls beyond a refill")


class Upkeep(s.Serializer):
    rig = s.CharField()
    rig_id = s.IntegerField()
    chore = s.ChoiceField(choices=typing.get_args(Chore))
    last = s.DateField(allow_null=True)
    due = s.DateField()


class OpenLine(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()


class Lines(s.Serializer):
    garden = GardenOut()
    lacks = s.ChoiceField(choices=["", "beds", "weather"])
    lines = DripLine(many=True)
    upkeep = Upkeep(many=True, help_text="what taps with lines want done, the first due first")
    taps = Tap(many=True, help_text="with two lines and more: what may run together")
    hours = TapHour(many=True)
    tubes = TubeAhead(many=True)
    open = OpenLine(many=True, help_text="lines whose length is not known: nothing is solved")
