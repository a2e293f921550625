"""What was poured, felt and put off; and the advice as it was issued."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from agronomy.describe.words import DAY_PARTS, OBSERVATION_KINDS, WEIGHTS, WETNESS
from apps.garden.models import AS_WRITTEN, Bed, Event, Garden
from apps.garden.rows import choices
from apps.weather.models import ForecastSnapshot


class Watering(Event):
    """Litres poured on a bed, or into its reservoir."""

    bed = models.ForeignKey(Bed, on_delete=models.CASCADE, related_name="waterings")
    litres = models.FloatField()
    part = models.CharField(max_length=8, choices=choices(DAY_PARTS), default="morning")
    into = models.CharField(max_length=10, choices=choices(("soil", "reservoir")), default="soil")
    passes = models.PositiveSmallIntegerField(default=1)

    class Meta:
        ordering = ["date", "recorded_at"]

    def __str__(self) -> str:
        return f"{self.date} {self.litres} L"


class Observation(Event):
    """What was found at a bed: each kind has its reading or its value, as the garden file says."""

    bed = models.ForeignKey(Bed, on_delete=models.CASCADE, related_name="observations")
    kind = models.CharField(max_length=12, choices=choices(OBSERVATION_KINDS), default="finger")
    reading = models.CharField(max_length=12, choices=choices((*WETNESS, *WEIGHTS)), null=True, blank=True)
    value = models.FloatField(null=True, blank=True)

    class Meta:
        ordering = ["date", "recorded_at"]

    def __str__(self) -> str:
        return f"{self.date} {self.kind} {self.reading or self.value or ''}"


class MovedSoak(Event):
    """A soak that the gardener put on another day."""

    bed = models.ForeignKey(Bed, on_delete=models.CASCADE, related_name="moved_soaks")
    from_date = models.DateField()
    to_date = models.DateField()

    class Meta:
        ordering = ["recorded_at"]

    def __str__(self) -> str:
        return f"{self.from_date} to {self.to_date}"


class CalendarFeed(models.Model):
    """A private address under which a calendar program reads the days ahead; ended, it answers no longer."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="feeds")
    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    token = models.CharField(max_length=64, unique=True, db_collation=AS_WRITTEN)
    created_at = models.DateTimeField(auto_now_add=True)
    ended_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["created_at"]

    def __str__(self) -> str:
        return f"feed of {self.garden}"


class PutOff(Event):
    """ "Not today": the person saw the stop and left it."""

    bed = models.ForeignKey(Bed, on_delete=models.CASCADE, related_name="put_offs")

    class Meta:
        ordering = ["date", "recorded_at"]

    def __str__(self) -> str:
        return f"{self.date} not today"


class IssuedAdvice(models.Model):
    """A day's advice as it was given, keyed by the facts it rested on."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="advice")
    date = models.DateField()
    facts_hash = models.CharField(max_length=64)
    snapshot = models.ForeignKey(ForecastSnapshot, null=True, on_delete=models.SET_NULL)
    issued_at = models.DateTimeField(auto_now_add=True)
    beds = models.JSONField(help_text="for each bed: word, cause, litres, chances, wait and the costs weighed")
    rain = models.JSONField(default=list, help_text="what was expected of the days ahead [mm]")

    class Meta:
        ordering = ["date", "issued_at"]
        constraints = [
            models.UniqueConstraint(fields=["garden", "date", "facts_hash"], name="one_advice_for_the_facts")
        ]

    def __str__(self) -> str:
        return f"{self.date} {self.facts_hash[:8]}"
