"""The advice as it was issued, and the addresses under which it is read elsewhere."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from apps.garden.models import AS_WRITTEN, Garden
from apps.weather.models import ForecastSnapshot


class CalendarFeed(models.Model):
    """A private address under which a calendar program reads the days ahead, kept as the hash of its token; ended, it
    answers no longer."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="calendar_feeds")
    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    token_hash = models.CharField(max_length=64, unique=True, db_collation=AS_WRITTEN)
    created_at = models.DateTimeField(auto_now_add=True)
    ended_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["created_at"]

    def __str__(self) -> str:
        return f"feed of {self.garden}"


class VisitorLink(models.Model):
    """A private link for somebody who looks in, kept as the hash of its token; over or ended, it answers no longer."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="visitors")
    name = models.CharField(max_length=60, help_text="who looks in, as the garden's people call them")
    token_hash = models.CharField(max_length=64, unique=True, db_collation=AS_WRITTEN)
    until = models.DateField(help_text="the last day on which it answers")
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    ended_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["made_at"]

    def __str__(self) -> str:
        return f"link of {self.garden} for {self.name}"


class IssuedAdvice(models.Model):
    """A day's advice as it was given, keyed by the facts it rested on."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="advice")
    date = models.DateField()
    facts_hash = models.CharField(max_length=64)
    snapshot = models.ForeignKey(ForecastSnapshot, null=True, on_delete=models.SET_NULL)
    issued_at = models.DateTimeField(auto_now_add=True)
    beds = models.JSONField(help_text="for each bed: word, cause, litres, chances, wait and the costs weighed")
    rain = models.JSONField(
        default=list, help_text="what was expected of the days ahead: rain [mm], and heat [degrees C]"
    )

    class Meta:
        ordering = ["date", "issued_at"]
        constraints = [
            models.UniqueConstraint(fields=["garden", "date", "facts_hash"], name="one_advice_for_the_facts")
        ]

    def __str__(self) -> str:
        return f"{self.date} {self.facts_hash[:8]}"
