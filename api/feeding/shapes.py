"""Shapes of how beds stand with their food."""

from __future__ import annotations

from typing import get_args

from rest_framework import serializers as s

from agronomy.decide.feeding import Hold, State, Why
from agronomy.describe.words import FEED_KINDS, FEED_SCHOOLS


class FeedDoseOut(s.Serializer):
    feed = s.CharField()
    kind = s.ChoiceField(choices=FEED_KINDS)
    amount = s.FloatField(help_text="mL or g, for the whole bed")
    per_l = s.FloatField(help_text="in a litre of water; 0 of what is given dry")
    litres = s.FloatField(help_text="of the water it is in")
    per_can = s.FloatField()
    cans = s.FloatField()
    per_plant = s.FloatField()
    strength = s.FloatField(help_text="of what its label says")
    over_leaves = s.BooleanField(help_text="its litres go over leaves, and reach no root")


class ActingOut(s.Serializer):
    feed = s.CharField(allow_null=True, help_text="null: what a bought mix brought along")
    since = s.DateField()
    until = s.DateField()


class FeedingOut(s.Serializer):
    state = s.ChoiceField(choices=get_args(State))
    days_left = s.FloatField(allow_null=True, help_text="of food, at today's hunger; a rough figure")
    washed_share = s.FloatField(help_text="of its food, since the last feed")
    last = s.DateField(allow_null=True)
    due = s.DateField(allow_null=True)
    why = s.ChoiceField(choices=get_args(Why), allow_null=True)
    hold = s.ChoiceField(choices=get_args(Hold), allow_null=True)
    until = s.DateField(allow_null=True)
    dose = FeedDoseOut(allow_null=True)
    with_soak = s.BooleanField(help_text="it goes into today's soak")
    school = s.ChoiceField(choices=FEED_SCHOOLS)
    acting = ActingOut(many=True, help_text="what acts, or did in the last eight weeks")


class FedBed(s.Serializer):
    id = s.IntegerField()
    name = s.CharField()
    feeding = FeedingOut()
    own_school = s.ChoiceField(choices=FEED_SCHOOLS, allow_null=True)
    own_feed = s.CharField(allow_null=True)


class FeedingPage(s.Serializer):
    beds = FedBed(many=True, help_text="those in which something grows, what is due first")
