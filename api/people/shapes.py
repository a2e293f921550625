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
    email = s.EmailField(max_length=254, required=False, allow_blank=True)


class PasswordIn(Shape):
    old = s.CharField(max_length=200, trim_whitespace=False)
    password = s.CharField(max_length=200, trim_whitespace=False)


class NameIn(Shape):
    username = s.CharField(max_length=150)


class ResetIn(Shape):
    key = s.CharField(max_length=200, help_text="what stands behind the # of the letter's address")
    password = s.CharField(max_length=200, trim_whitespace=False)


class CloseIn(Shape):
    password = s.CharField(max_length=200, trim_whitespace=False, allow_blank=True, default="")


class TokenIn(Shape):
    token = s.CharField(max_length=100)


class InviteLinkOut(s.Serializer):
    address = s.CharField(help_text="told once: whoever opens it within a week becomes a helper, one of them")


class HelperIn(Shape):
    username = s.CharField(max_length=150)


class Person(s.Serializer):
    username = s.CharField()
    units = s.ChoiceField(choices=["metric", "us"])
    theme = s.ChoiceField(choices=["auto", "light", "dark", "contrast"])
    guest = s.BooleanField(help_text="looks around without an account")
    email = s.CharField(allow_blank=True, help_text="where a letter goes when the password is forgotten")


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
