"""A device of a garden, what it is to be told, and what was heard of it."""

from __future__ import annotations

from typing import Any

from django.db import models

from agronomy.describe.words import DEVICE_KINDS
from apps.garden.models import AS_WRITTEN, Bed, Garden, Rig
from apps.garden.rows import choices


class Device(models.Model):
    """A timer on a tap or a probe in a bed, with its account at the broker. `put_out_at`: it is let in no longer.

    state: what it last said of itself; faults: what is wrong, by code, since when and with which figures; told: what it
    has confirmed that it is set to.
    """

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="devices")
    kind = models.CharField(max_length=8, choices=choices(DEVICE_KINDS))
    name = models.CharField(max_length=60)
    rig = models.ForeignKey(Rig, null=True, on_delete=models.CASCADE, related_name="+", help_text="of a timer: its tap")
    bed = models.ForeignKey(Bed, null=True, on_delete=models.CASCADE, related_name="+", help_text="of a probe: its bed")
    account = models.CharField(max_length=40, unique=True, db_collation=AS_WRITTEN)
    password_hash = models.CharField(max_length=200, db_collation=AS_WRITTEN, help_text="as the broker reads it")
    let_in_at = models.DateTimeField(auto_now_add=True)
    put_out_at = models.DateTimeField(null=True, blank=True)
    heard_at = models.DateTimeField(null=True, blank=True)
    state: models.JSONField[dict[str, Any]] = models.JSONField(default=dict)
    faults: models.JSONField[dict[str, Any]] = models.JSONField(default=dict)
    told: models.JSONField[dict[str, Any]] = models.JSONField(default=dict)

    class Meta:
        ordering = ["let_in_at"]

    def __str__(self) -> str:
        return f"{self.name} ({self.kind})"


class Saying(models.Model):
    """What a device is to be told, until it has confirmed it: said again and again under the same id."""

    id = models.UUIDField(primary_key=True)
    device = models.ForeignKey(Device, on_delete=models.CASCADE, related_name="sayings")
    body = models.JSONField()
    made_at = models.DateTimeField(auto_now_add=True)
    said_at = models.DateTimeField(null=True, blank=True)
    got_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["made_at"]

    def __str__(self) -> str:
        return f"{self.body.get('do')} to {self.device_id}"


class Heard(models.Model):
    """A report that was taken in, by its id: the same one again is only answered."""

    id = models.UUIDField(primary_key=True)
    device = models.ForeignKey(Device, on_delete=models.CASCADE, related_name="+")
    at = models.DateTimeField(auto_now_add=True)
    refused = models.CharField(max_length=300, blank=True)

    def __str__(self) -> str:
        return str(self.id)


class Listener(models.Model):
    """The process that listens: when it was last alive, and whether the broker answered it."""

    seen_at = models.DateTimeField()
    connected = models.BooleanField(default=False)
    since = models.DateTimeField(help_text="of the connection, or of its loss")

    def __str__(self) -> str:
        return "connected" if self.connected else "not connected"
