"""Facts about a garden. Nothing here is computed; agronomy derives the rest."""

from __future__ import annotations

import dataclasses
import datetime as dt
import uuid
import zoneinfo
from typing import Any

from django.conf import settings
from django.db import models
from django.utils import timezone

from agronomy.describe import garden as g
from agronomy.describe.kinds import BODY_HEIGHTS, KINDS, THINGS
from agronomy.describe.words import (
    CLIMATES,
    FEED_SCHOOLS,
    GIVERS,
    GROWTHS,
    HEAT_RULES,
    METHODS,
    MULCHES,
    PATTERNS,
    STARTS,
    STYLES,
    TIMES_OF_DAY,
    WETNESS,
)
from agronomy.plants.crops import CROPS
from apps.accounts.actor import ACTOR_KINDS
from apps.garden.events import EVENT_KINDS
from apps.garden.rows import choices, keep

RESERVOIR = tuple(f.name for f in dataclasses.fields(g.Reservoir))  # kept of a bed in columns reservoir_*

# Names are told apart as they are written: the server's own order takes ö for o, and one picture for another.
AS_WRITTEN = "utf8mb4_bin"


class Garden(models.Model):
    """A place with its clock. `clock_date` is the garden's own date; empty means the real one."""

    name = models.CharField(max_length=60)
    latitude = models.FloatField()
    longitude = models.FloatField(default=0.0)
    elevation_m = models.FloatField(default=0.0)
    time_zone = models.CharField(max_length=64, default="UTC")
    style = models.CharField(max_length=12, choices=choices(STYLES), default="steady")
    coastal = models.BooleanField(default=False)
    wind_height_m = models.FloatField(default=2.0)
    growth = models.CharField(max_length=10, choices=choices(GROWTHS), default="calendar")
    prefers = models.CharField(max_length=8, choices=choices(TIMES_OF_DAY), default="any", help_text="to water at")
    round_price_mm = models.FloatField(default=0.0, help_text="of a bed's use that may be missed for a soak less")
    heat_rule = models.CharField(max_length=10, choices=choices(HEAT_RULES), default="absolute")
    cold_offset_c = models.FloatField(null=True, blank=True)
    heat_own_c = models.FloatField(default=32.0)
    heat_own_days = models.IntegerField(default=3)
    people = models.JSONField(default=list, help_text="who waters, in the garden file's words")
    allowed = models.JSONField(default=list, help_text="hours in which watering is allowed, in the file's words")
    method = models.CharField(max_length=12, choices=choices(METHODS), default="hose", help_text="of most beds")
    can_l = models.FloatField(default=10.0, help_text="what its can holds")
    can_minutes = models.FloatField(default=1.5, help_text="to fill, carry and pour one can")
    climate = models.CharField(max_length=16, choices=choices(CLIMATES), null=True, blank=True)
    climate_stamp = models.CharField(max_length=32, blank=True, help_text="changes with the climate's weather file")
    feeding = models.CharField(max_length=24, choices=choices(FEED_SCHOOLS), default="none", help_text="how often")
    feed = models.CharField(max_length=60, null=True, blank=True, help_text="with what, of its feeds")
    bloom_feed = models.CharField(max_length=60, null=True, blank=True, help_text="of fruiting crops, from first bloom")
    feeds = models.JSONField(default=list, help_text="what its plants are fed with, in the garden file's words")
    bans = models.JSONField(default=list, help_text="dates without watering, in the garden file's words")
    exempt = models.JSONField(default=list, help_text="what local rules do not hold for")
    trust = models.JSONField(default=list, help_text="whom to believe about the weather, in the garden file's words")
    finger = models.JSONField(default=list, help_text="what its people's fingers feel, in the garden file's words")
    north_deg = models.FloatField(default=0.0, help_text="where north points on the map, clockwise from up")
    clock_date = models.DateField(null=True, blank=True)
    demonstration = models.BooleanField(default=False, help_text="fed by the simulated provider")
    removed_at = models.DateTimeField(null=True, blank=True, help_text="put away; it can be taken up again")
    created_at = models.DateTimeField(auto_now_add=True)
    members: models.ManyToManyField[Any, Any] = models.ManyToManyField(settings.AUTH_USER_MODEL, through="Membership")

    raised: int = 0  # the revision that its holder changes it to (apps/garden/access.py)

    def __str__(self) -> str:
        return self.name

    @property
    def today(self) -> dt.date:
        """The garden's date: its own clock's, else today's in its time zone."""
        return self.date_at(timezone.now())

    def date_at(self, moment: dt.datetime) -> dt.date:
        """The garden's date at a moment: its own clock's, else that of its time zone."""
        return self.clock_date or moment.astimezone(zoneinfo.ZoneInfo(self.time_zone)).date()


# What is kept of a garden apart: as rows of their own, or by the clock.
keep(
    Garden,
    g.Garden,
    (
        "rigs",
        "beds",
        "gauge",
        "seen",
        "own_crops",
        "moves",
        "absences",
        "things",
        "days",
        "climate_days",
        "station_days",
        "measurements",
        "seasons",
        "utc_offset_h",
    ),
)


class Role(models.TextChoices):
    OWNER = "owner"
    HELPER = "helper"


class Membership(models.Model):
    """An owner edits; a helper records what was done."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE)
    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    role = models.CharField(max_length=8, choices=Role.choices, default=Role.OWNER)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["garden", "user"], name="one_membership_each")]

    def __str__(self) -> str:
        return f"{self.user} {self.role} of {self.garden}"


class Invitation(models.Model):
    """Asked to help in a garden, and not answered yet."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="invitations")
    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="invitations")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["garden", "user"], name="one_invitation_each")]

    def __str__(self) -> str:
        return f"{self.user} to {self.garden}"


class Revision(models.Model):
    """How often a garden's facts have changed (apps/garden/revision.py)."""

    garden = models.OneToOneField(Garden, primary_key=True, on_delete=models.CASCADE, related_name="revision")
    number = models.PositiveBigIntegerField(default=0)
    beyond = models.PositiveBigIntegerField(default=0, help_text="of the last change beyond what happened at beds")
    token = models.PositiveBigIntegerField(default=0, help_text="of the last change; no two changes share one")

    def __str__(self) -> str:
        return f"{self.garden}: {self.number}"


class InviteLink(models.Model):
    """An address that makes who opens it a helper, once; kept as the hash of its token."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="invite_links")
    token_hash = models.CharField(max_length=64, unique=True, db_collation=AS_WRITTEN)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"link into {self.garden}"


class EarlyStrike(models.Model):
    """An undo that arrived before its event: the event is struck when it comes."""

    id = models.UUIDField(primary_key=True)
    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="early_strikes")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    arrived_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"strike of {self.id}"


class Rig(models.Model):
    """A hose or tap with its flow: measured by bucket on a date, or a default."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="rigs")
    name = models.CharField(max_length=60, db_collation=AS_WRITTEN)
    flow_l_per_min = models.FloatField(default=12.0)
    measured = models.DateField(null=True, blank=True)
    flow_cv = models.FloatField(null=True, blank=True, help_text="how far trials of the bucket lay apart")
    x_m = models.FloatField(null=True, blank=True, help_text="where its tap is on the map")
    y_m = models.FloatField(null=True, blank=True)
    hose_m = models.FloatField(null=True, blank=True, help_text="how far its hose reaches")
    bore_mm = models.FloatField(null=True, blank=True, help_text="how wide it is inside")
    throttled_l_per_min = models.FloatField(null=True, blank=True)
    throttled_head_m = models.FloatField(null=True, blank=True)
    filter_on = models.DateField(null=True, blank=True)
    flushed_on = models.DateField(null=True, blank=True)
    drained_on = models.DateField(null=True, blank=True)
    programmes = models.JSONField(default=list, help_text="of a timer on its line, in the garden file's words")
    pressures = models.JSONField(default=list, help_text="by the hour, in the garden file's words")

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["garden", "name"], name="one_rig_of_a_name")]

    def __str__(self) -> str:
        return self.name


keep(Rig, g.Rig)


class Bed(models.Model):
    """A bed or pot: an isle. `removed_at` keeps a deletion undoable."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="beds")
    name = models.CharField(max_length=60, db_collation=AS_WRITTEN)
    kind = models.CharField(max_length=24, choices=choices(KINDS))
    length_m = models.FloatField()
    width_m = models.FloatField()
    round = models.BooleanField(default=False)
    soil_depth_m = models.FloatField(null=True, blank=True)
    alike = models.PositiveSmallIntegerField(default=1, help_text="so many containers alike that stand together")
    drain_holes = models.BooleanField(null=True, blank=True, help_text="of a pot; empty: not known")
    method = models.CharField(max_length=12, choices=choices(METHODS), default="hose")
    rig = models.ForeignKey(Rig, null=True, blank=True, on_delete=models.SET_NULL)
    style = models.CharField(max_length=12, choices=choices(STYLES), null=True, blank=True)
    prefers = models.CharField(max_length=8, choices=choices(TIMES_OF_DAY), null=True, blank=True)
    pattern = models.CharField(max_length=24, choices=choices(PATTERNS), null=True, blank=True)
    opened = models.DateField(help_text="first day of the bed's ledger")
    opening_wetness = models.CharField(max_length=12, choices=choices(WETNESS), null=True, blank=True)
    emitters = models.PositiveIntegerField(null=True, blank=True)
    emitter_flow_l_per_h = models.FloatField(null=True, blank=True)
    line = models.JSONField(null=True, blank=True, help_text="what more is known of its line, as in the file")
    line_after = models.ForeignKey(
        "self",
        null=True,
        blank=True,
        on_delete=models.SET_NULL,
        related_name="+",
        help_text="the bed whose line its own goes on from; empty: from the tap",
    )
    overhead = models.JSONField(null=True, blank=True, help_text="what is known of its sprinkler, as in the file")
    reservoir_capacity_l = models.FloatField(null=True, blank=True)
    reservoir_wick_l_per_day = models.FloatField(null=True, blank=True)
    reservoir_opening_l = models.FloatField(null=True, blank=True)
    reservoir_giver = models.CharField(max_length=12, choices=choices(GIVERS), null=True, blank=True)
    reservoir_count = models.PositiveSmallIntegerField(null=True, blank=True, help_text="how many are buried")
    reservoir_depth_m = models.FloatField(null=True, blank=True)
    reservoir_over_share = models.FloatField(null=True, blank=True, help_text="of the mix that stands over its wick")
    reservoir_climbs_m = models.FloatField(null=True, blank=True, help_text="how high water climbs from it")
    position = models.PositiveIntegerField(default=0, help_text="place in the walk")
    x_m = models.FloatField(null=True, blank=True, help_text="its centre on the map; empty: not placed yet")
    y_m = models.FloatField(null=True, blank=True)
    turn_deg = models.FloatField(default=0.0)
    removed_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["position", "id"]

    def __str__(self) -> str:
        return self.name


# What is kept of a bed apart: by date, by relation, or in columns of another name.
keep(
    Bed,
    g.Bed,
    apart=(
        "soils",
        "exposures",
        "leaves_off",
        "plantings",
        "mulches",
        "waterings",
        "observations",
        "signs",
        "drip",
        "sprinkler",
        "reservoir",
        "key",
    ),
)


class Thing(models.Model):
    """Something on the map that matters for water or light. `removed_at` keeps a deletion undoable."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="things")
    kind = models.CharField(max_length=10, choices=choices(THINGS))
    name = models.CharField(max_length=60, blank=True)
    x_m = models.FloatField()
    y_m = models.FloatField()
    length_m = models.FloatField()
    width_m = models.FloatField(default=0.2)
    height_m = models.FloatField(null=True, blank=True)
    turn_deg = models.FloatField(default=0.0)
    removed_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.name or self.kind


class Aspect(models.TextChoices):
    SOIL = "soil"
    EXPOSURE = "exposure"
    LEAVES = "leaves"


class BedRecord(models.Model):
    """What one aspect of a bed is from a date on: its soil, how sky and wind reach it, its plants' lower leaves.

    `value` is in the garden file's words, held against its schema before it is saved.
    """

    bed = models.ForeignKey(Bed, on_delete=models.CASCADE, related_name="records")
    aspect = models.CharField(max_length=10, choices=Aspect.choices)
    date = models.DateField()
    value = models.JSONField()

    class Meta:
        ordering = ["date"]
        constraints = [models.UniqueConstraint(fields=["bed", "aspect", "date"], name="one_record_of_an_aspect_a_day")]

    def __str__(self) -> str:
        return f"{self.date} {self.aspect}"


class OwnCrop(models.Model):
    """A crop or variety of the gardener's own: like one of the table, but for its `figures` (the file's words)."""

    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="own_crops")
    name = models.CharField(max_length=60, db_collation=AS_WRITTEN)
    like = models.CharField(max_length=24)
    figures = models.JSONField(default=dict)
    removed_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["name"]

    def __str__(self) -> str:
        return self.name


class Planting(models.Model):
    bed = models.ForeignKey(Bed, on_delete=models.CASCADE, related_name="plantings")
    own_crop = models.ForeignKey(OwnCrop, null=True, blank=True, on_delete=models.RESTRICT, related_name="plantings")
    start = models.CharField(max_length=16, choices=choices(STARTS), default="transplant")
    buried_m = models.FloatField(default=0.0)
    crop = models.CharField(max_length=24, choices=choices(CROPS))
    variety = models.CharField(max_length=60, blank=True)
    count = models.PositiveIntegerField()
    planted = models.DateField()
    removed = models.DateField(null=True, blank=True, help_text="harvested out or pulled")
    spacing_m = models.FloatField(null=True, blank=True, help_text="from plant to plant")
    sown_m2 = models.FloatField(null=True, blank=True, help_text="of ground that was sown")
    outside_share = models.FloatField(default=0.0, help_text="of its water that it takes from ground outside")
    watered = models.BooleanField(null=True, blank=True, help_text="for its own sake; empty: as its crop usually is")
    withdrawn_at = models.DateTimeField(null=True, blank=True, help_text="taken out of the record; undoable")

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"{self.count} {self.crop}"


class SizeSighting(models.Model):
    planting = models.ForeignKey(Planting, on_delete=models.CASCADE, related_name="sizes")
    date = models.DateField()
    height = models.CharField(max_length=12, choices=choices(BODY_HEIGHTS))
    spread_m = models.FloatField()

    class Meta:
        ordering = ["date"]
        constraints = [models.UniqueConstraint(fields=["planting", "date"], name="one_sighting_a_day")]

    def __str__(self) -> str:
        return f"{self.date} {self.height} {self.spread_m} m"


class PlantCount(models.Model):
    """How many plants are left from a date on."""

    planting = models.ForeignKey(Planting, on_delete=models.CASCADE, related_name="thinned")
    date = models.DateField()
    count = models.PositiveIntegerField()

    class Meta:
        ordering = ["date"]
        constraints = [models.UniqueConstraint(fields=["planting", "date"], name="one_count_a_day")]

    def __str__(self) -> str:
        return f"{self.date} {self.count}"


class MulchRecord(models.Model):
    bed = models.ForeignKey(Bed, on_delete=models.CASCADE, related_name="mulches")
    date = models.DateField()
    kind = models.CharField(max_length=16, choices=choices(MULCHES))
    depth_m = models.FloatField(default=0.05)
    cover = models.FloatField(default=1.0)

    class Meta:
        ordering = ["date"]
        constraints = [models.UniqueConstraint(fields=["bed", "date"], name="one_mulch_record_a_day")]

    def __str__(self) -> str:
        return f"{self.date} {self.kind}"


class Event(models.Model):
    """Something that happened in a garden: the spine of its record.

    The client makes the id, so the same one twice is one event. `told` is what was told, in the garden file's words of
    its kind, held against its description before it is kept; `changes` are the rows that it changed
    (apps/garden/changes.py), so that it can be taken back. A struck event stays in the table and counts no longer.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4)
    garden = models.ForeignKey(Garden, on_delete=models.CASCADE, related_name="events")
    kind = models.CharField(max_length=24, choices=choices(EVENT_KINDS))
    bed = models.ForeignKey(Bed, null=True, blank=True, on_delete=models.CASCADE, related_name="events")
    subject = models.BigIntegerField(null=True, blank=True, help_text="the row it is about, where that is no bed")
    date = models.DateField(help_text="in the garden's zone, by its clock")
    occurred_at = models.DateTimeField(default=timezone.now, help_text="as the client says: it may arrive much later")
    recorded_at = models.DateTimeField(auto_now_add=True)
    actor = models.CharField(max_length=8, choices=choices(ACTOR_KINDS), default="person")
    actor_name = models.CharField(max_length=60, blank=True, help_text="of a visitor or device")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    told = models.JSONField(default=dict)
    revision = models.PositiveBigIntegerField(default=0, help_text="the garden's, with which it came or was struck")
    changes = models.JSONField(default=list)
    struck_at = models.DateTimeField(null=True, blank=True)
    struck_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        ordering = ["date", "occurred_at", "recorded_at"]
        indexes = [
            models.Index(fields=["garden", "kind", "date"], name="events_by_kind_and_day"),
            models.Index(fields=["garden", "revision"], name="events_by_revision"),
        ]

    def __str__(self) -> str:
        return f"{self.date} {self.kind}"

    @property
    def struck(self) -> bool:
        return self.struck_at is not None
