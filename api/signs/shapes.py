"""Shapes of signs at plants, what they may come from, and what followed."""

from __future__ import annotations

from typing import get_args

from rest_framework import serializers as s

from agronomy.describe.words import FOUNDS, LOOKS, OUTCOMES, SIGNS, TROUBLES
from agronomy.signs.table import Fact
from api.asked import EventId
from api.described import Code, Shape

FACTS = get_args(Fact)


class LookIn(Shape):
    look = Code(choices=LOOKS)
    found = Code(choices=FOUNDS)


class SignsTold(Shape):
    """What is seen at a bed, and what looks found at once."""

    signs = s.ListField(child=Code(choices=SIGNS), min_length=1, max_length=len(SIGNS))
    since_days = s.IntegerField(default=0, min_value=0, max_value=60)
    looks = LookIn(many=True, required=False, max_length=20)


class SignsIn(SignsTold):
    id = EventId()
    bed = s.IntegerField()
    date = s.DateField(required=False, allow_null=True)


class FollowIn(Shape):
    """A look at it since, or what came of it."""

    id = EventId()
    look = Code(choices=LOOKS, required=False, allow_null=True)
    found = Code(choices=FOUNDS, required=False, allow_null=True)
    outcome = Code(choices=OUTCOMES, required=False, allow_null=True)


class SuspectOut(s.Serializer):
    trouble = s.ChoiceField(choices=TROUBLES)
    chance = s.FloatField()
    speaks_for = s.ListField(child=s.ChoiceField(choices=(*SIGNS, *FACTS)), help_text="the strongest first")
    against = s.ListField(child=s.ChoiceField(choices=FACTS), help_text="what the bed's weeks show otherwise")
    look_again_days = s.IntegerField()
    mends = s.ListField(
        child=s.IntegerField(), allow_null=True, help_text="days it takes, from and to; empty: it does not"
    )


class WeeksOut(s.Serializer):
    """The bed's own weeks until the signs began, as far as they matter here."""

    dry_days = s.IntegerField(help_text="of the last 14")
    wet_days = s.IntegerField()
    swing = s.FloatField(help_text="RAW beyond its easily drawn store that it was let run from dry to soaked")
    hot_days = s.IntegerField()
    coldest_c = s.FloatField()
    leaf_wet_days = s.IntegerField()
    overdone = s.IntegerField(help_text="pours far beyond what was missing")
    set_days = s.IntegerField(allow_null=True, help_text="from planting until they began")
    since_days = s.IntegerField(help_text="since they began")
    facts = s.DictField(child=s.BooleanField(), help_text="what of it counts, by name")


class JudgementOut(s.Serializer):
    suspects = SuspectOut(many=True)
    look = s.ChoiceField(choices=LOOKS, allow_null=True, help_text="the one look that would tell most")
    finds = s.ListField(child=s.ChoiceField(choices=FOUNDS), help_text="what it may find")
    look_again = s.DateField()
    weeks = WeeksOut()


class TakenOut(s.Serializer):
    date = s.DateField()
    look = s.ChoiceField(choices=LOOKS)
    found = s.ChoiceField(choices=FOUNDS)


class CaseOut(s.Serializer):
    id = s.UUIDField()
    bed = s.IntegerField()
    name = s.CharField()
    date = s.DateField()
    signs = s.ListField(child=s.ChoiceField(choices=SIGNS))
    since_days = s.IntegerField()
    looks = TakenOut(many=True)
    outcome = s.ChoiceField(choices=OUTCOMES, allow_null=True)
    ended = s.DateField(allow_null=True)
    judgement = JudgementOut(allow_null=True, help_text="by the bed's weeks as they are today; none once it ended")


class CasesOut(s.Serializer):
    cases = CaseOut(many=True, help_text="the newest first; those that are open before those that ended")


class DueCase(s.Serializer):
    """A case to look at again today."""

    id = s.UUIDField()
    bed = s.IntegerField()
    name = s.CharField()
    date = s.DateField()
    signs = s.ListField(child=s.ChoiceField(choices=SIGNS))
    trouble = s.ChoiceField(choices=TROUBLES, help_text="the likeliest")
