"""Shapes of devices."""

from __future__ import annotations

from rest_framework import serializers as s

from agronomy.describe.words import DEVICE_FAULTS, DEVICE_KINDS
from api.described import Shape


class Fault(s.Serializer):
    fault = s.ChoiceField(choices=DEVICE_FAULTS)
    since = s.DateField()
    outlet = s.IntegerField(allow_null=True)
    litres = s.FloatField(allow_null=True)
    expected_l = s.FloatField(allow_null=True)
    flow_l_h = s.FloatField(allow_null=True)
    battery = s.FloatField(allow_null=True)


class LastRun(s.Serializer):
    """The latest run of an outlet, measured."""

    outlet = s.IntegerField()
    date = s.DateField()
    minutes = s.FloatField()
    litres = s.FloatField()
    expected_l = s.FloatField()


class DeviceOut(s.Serializer):
    id = s.IntegerField()
    kind = s.ChoiceField(choices=DEVICE_KINDS)
    name = s.CharField()
    at = s.CharField(help_text="the tap it sits on, or the bed it stands in")
    rig_id = s.IntegerField(allow_null=True)
    bed_id = s.IntegerField(allow_null=True)
    account = s.CharField(help_text="its name at the broker")
    heard_at = s.DateTimeField(allow_null=True)
    battery = s.FloatField(allow_null=True)
    open_outlet = s.IntegerField(allow_null=True, help_text="that runs though nothing asked for it")
    faults = Fault(many=True)
    ran = LastRun(many=True)
    moisture_pct = s.FloatField(allow_null=True)
    moisture_on = s.DateField(allow_null=True)
    waits = s.ListField(child=s.CharField(), help_text="what it was told and has not confirmed")


class Devices(s.Serializer):
    connected = s.BooleanField(help_text="whether devices can be heard now")
    since = s.DateTimeField(allow_null=True, help_text="that this is so; null: nobody ever listened")
    can_play = s.BooleanField(help_text="whether the simulated device can play one")
    devices = DeviceOut(many=True)


class DeviceIn(Shape):
    name = s.CharField(max_length=60, trim_whitespace=True)
    kind = s.ChoiceField(choices=DEVICE_KINDS)
    rig = s.IntegerField(required=False, allow_null=True)
    bed = s.IntegerField(required=False, allow_null=True)
    played = s.BooleanField(default=False, help_text="by the simulated device that ships with the application")


class LetInOut(s.Serializer):
    id = s.IntegerField()
    account = s.CharField()
    password = s.CharField(help_text="told this once")
    topics = s.CharField(help_text="under which it speaks")
    played = s.BooleanField()


class TellIn(Shape):
    do = s.ChoiceField(choices=["run", "close"])
    outlet = s.IntegerField(default=1, min_value=1, max_value=8)
    minutes = s.FloatField(required=False, allow_null=True, min_value=1, max_value=240)
