"""Shapes of people: signing in, preferences, helpers."""

from __future__ import annotations

from rest_framework import serializers as s

from api.described import Shape


class SignUp(Shape):
    username = s.CharField(max_length=150)
    password = s.CharField(max_length=200, trim_whitespace=False)
    units = s.ChoiceField(choices=["metric", "us"], default="metric")


class SignIn(Shape):
    username = s.CharField(max_length=150)
    password = s.CharField(max_length=200, trim_whitespace=False)


class Preferences(Shape):
    units = s.ChoiceField(choices=["metric", "us"], required=False)
    theme = s.ChoiceField(choices=["auto", "light", "dark", "contrast"], required=False)


class HelperIn(Shape):
    username = s.CharField(max_length=150)


class Person(s.Serializer):
    username = s.CharField()
    units = s.ChoiceField(choices=["metric", "us"])
    theme = s.ChoiceField(choices=["auto", "light", "dark", "contrast"])
    guest = s.BooleanField(help_text="looks around without an account")


class Session(s.Serializer):
    person = Person(allow_null=True)
    sign_up_open = s.BooleanField()


class Member(s.Serializer):
    """id: of the membership, or of the invitation of somebody who was invited."""

    id = s.IntegerField()
    username = s.CharField()
    role = s.ChoiceField(choices=["owner", "helper", "invited"])


class InvitationOut(s.Serializer):
    id = s.IntegerField()
    garden = s.CharField()
    by = s.CharField(allow_blank=True)
