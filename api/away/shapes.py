"""Shapes of an absence, and of a visitor's page."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe import garden as g
from agronomy.describe.words import GIVERS, KINDS_OF_ISLE, MEASURES, SIGNS, WORDS
from api.asked import EventId
from api.described import Code, In, Shape
from api.round.shapes import DaysAway, Dose, Isle, LineWith, Marks
from api.shapes import CropStanding, GardenOut

VISIT_MARKS = ("done", "wet", "wrong")


class AbsenceIn(In):
    describes = g.Absence


class AbsenceKept(DaysAway):
    id = s.UUIDField(help_text="of its event")


class Doing(s.Serializer):
    what = s.ChoiceField(choices=MEASURES)
    minutes = s.FloatField()
    litres = s.FloatField(help_text="poured; a line gives them a day")
    buy = s.CharField(allow_null=True)
    buy_minutes = s.FloatField(help_text="what buying counts, in minutes")
    id = s.UUIDField(help_text="under which it is marked")


class OneVisit(s.Serializer):
    date = s.DateField()
    chance = s.FloatField(help_text="to come through if someone waters it on that day besides")
    litres = s.FloatField(help_text="what it takes then")


class Through(s.Serializer):
    bed = s.IntegerField()
    name = s.CharField()
    kind = s.ChoiceField(choices=KINDS_OF_ISLE)
    chance = s.FloatField()
    needs_from = s.DateField(allow_null=True)
    least = Doing(many=True)
    chance_then = s.FloatField()
    reached = s.BooleanField()
    with_all = s.FloatField(help_text="the best without a line")
    visits = OneVisit(many=True)


class AwayResult(s.Serializer):
    leaves = s.DateField()
    returns = s.DateField()
    wanted = s.FloatField()
    visits = s.ListField(child=s.DateField())
    foreseen = s.IntegerField(help_text="days away that a forecast or typed outlook covers")
    days = s.IntegerField()
    beds = Through(many=True, help_text="the weakest first")
    doing_today = s.BooleanField(help_text="the day of leaving is today: what is done can be ticked")


class VisitorLink(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()
    until = s.DateField()


class AwayOut(s.Serializer):
    garden = GardenOut()
    kept = AbsenceKept(allow_null=True)
    result = AwayResult(allow_null=True)
    links = VisitorLink(many=True)


class VisitorLinkIn(Shape):
    name = s.CharField(max_length=60)
    until = s.DateField()


class VisitorLinkMade(VisitorLink):
    address = s.CharField(help_text="told this once")


class VisitStop(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()
    kind = s.ChoiceField(choices=KINDS_OF_ISLE)
    alike = s.IntegerField()
    giver = s.ChoiceField(choices=GIVERS, allow_null=True)
    givers = s.IntegerField()
    again_at_h = s.FloatField(allow_null=True, help_text="the hour of its second drink of the day")
    second = s.BooleanField(help_text="this is that second drink")
    crops = CropStanding(many=True)
    isle = Isle()
    word = s.ChoiceField(choices=WORDS)
    dose = Dose()
    finger_depth_m = s.FloatField()
    marks = Marks()
    line_with = LineWith(many=True)


class VisitOut(s.Serializer):
    """The round of a day and nothing else of the garden."""

    date = s.DateField()
    units = s.ChoiceField(choices=("metric", "us"))
    until = s.DateField()
    stops = VisitStop(many=True)
    marked = s.ListField(child=s.CharField(), help_text="isles that were seen to today")


class VisitMarkIn(Shape):
    id = EventId()
    bed = s.IntegerField()
    what = s.ChoiceField(choices=VISIT_MARKS)
    litres = s.FloatField(required=False, allow_null=True, help_text="another amount than was asked for")
    signs = s.ListField(
        child=Code(choices=SIGNS), required=False, max_length=len(SIGNS), help_text="of `wrong`: what is seen"
    )
