"""Weather as facts: observed or typed days, forecasts as they were issued."""

from __future__ import annotations

from django.db import models

from apps.garden.models import Event, Garden


class DayColumns(models.Model):
    """The weather of a day in FAO-56's units; empty where unknown."""

    tmin = models.FloatField(null=True, blank=True)
    tmax = models.FloatField(null=True, blank=True)
    tmean = models.FloatField(null=True, blank=True)
    rhmin = models.FloatField(null=True, blank=True)
    rhmax = models.FloatField(null=True, blank=True)
    rhmean = models.FloatField(null=True, blank=True)
    tdew = models.FloatField(null=True, blank=True)
    ea = models.FloatField(null=True, blank=True)
    wind = models.FloatField(null=True, blank=True)
    sunshine_h = models.FloatField(null=True, blank=True)
    rs = models.FloatField(null=True, blank=True)
    rain = models.FloatField(null=True, blank=True)
    rain_chance = models.FloatField(null=True, blank=True)

    class Meta:
        abstract = True


class Source(models.TextChoices):
    CLIMATE = "climate"
    PROVIDER = "provider"
    TYPED = "typed"


class WeatherDay(DayColumns):
    """One day from one source. A typed date in the past was observed; from today on it is the outlook."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="weather_days")
    date = models.DateField()
    source = models.CharField(max_length=10, choices=Source.choices)

    class Meta:
        ordering = ["date"]
        constraints = [models.UniqueConstraint(fields=["garden", "date", "source"], name="one_day_from_each_source")]

    def __str__(self) -> str:
        return f"{self.date} {self.source}"


class StationDay(DayColumns):
    """One day of a station's file, as an event took it in; the newest event that has a date counts, while it stands."""

    event = models.ForeignKey(Event, on_delete=models.CASCADE, related_name="station_days")
    date = models.DateField()

    class Meta:
        ordering = ["date"]
        constraints = [models.UniqueConstraint(fields=["event", "date"], name="one_day_of_a_station_file")]

    def __str__(self) -> str:
        return f"{self.date} station"


class ForecastSnapshot(models.Model):
    """A forecast as it was issued; kept, so that advice can be scored against what it rested on."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="snapshots")
    issued = models.DateField()
    fetched_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["issued"]
        constraints = [models.UniqueConstraint(fields=["garden", "issued"], name="one_snapshot_a_day")]

    def __str__(self) -> str:
        return f"forecast of {self.issued}"


class ForecastDay(DayColumns):
    snapshot = models.ForeignKey(ForecastSnapshot, on_delete=models.CASCADE, related_name="days")
    member = models.PositiveIntegerField()
    date = models.DateField()

    class Meta:
        ordering = ["date", "member"]
        constraints = [models.UniqueConstraint(fields=["snapshot", "date", "member"], name="one_row_a_member_and_day")]

    def __str__(self) -> str:
        return f"{self.date} member {self.member}"
