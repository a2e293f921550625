"""One record of what happened; tests of the bench and seasons come over with nothing lost, and there is no way back."""

import django.db.models.deletion
import django.utils.timezone
import uuid
from django.conf import settings
from django.db import migrations, models


from apps.garden.migrations._into_events import bring_over

OF_A_RIG, OF_SOIL = ("bucket", "meter"), ("squeeze", "jar", "drain")


def bring_measurements_and_seasons(apps, schema_editor):
    measurement, season = apps.get_model("garden", "Measurement"), apps.get_model("garden", "Season")
    record = apps.get_model("garden", "BedRecord")

    def changes_of(m):
        """What a test set and what stood there before, as the columns of the row that it set."""
        was, now = m.before.get("was"), m.before.get("set")
        if not now:
            return []
        model, key = (
            ("rig", m.rig_id)
            if m.kind in OF_A_RIG
            else ("bed", m.bed_id)
            if m.kind == "pot"
            else ("garden", m.garden_id)
        )
        if m.kind in OF_SOIL:
            holds = record.objects.filter(bed_id=m.bed_id, aspect="soil").order_by("-date").first()
            model, key, was, now = "bedrecord", holds and holds.pk, {"value": was}, {"value": now}
        return [{"model": f"garden.{model}", "id": key, "was": was, "is": now}] if key else []

    bring_over(
        apps,
        measurement,
        "measurement",
        lambda m: {
            "id": m.pk,
            "garden_id": m.garden_id,
            "bed_id": m.bed_id,
            "date": m.date,
            "told": {"kind": m.kind, "given": m.given, "found": m.found, "rig": m.rig_id},
            "changes": changes_of(m),
        },
    )
    planting = apps.get_model("garden", "Planting")

    def ended(x):
        """A season's plantings that it cleared, where they ended with it."""
        cleared = planting.objects.filter(bed__garden_id=x.garden_id, pk__in=x.cleared, removed=x.ended)
        day = x.ended.isoformat()
        return [
            {"model": "garden.planting", "id": p.pk, "was": {"removed": None}, "is": {"removed": day}} for p in cleared
        ]

    bring_over(
        apps,
        season,
        "season",
        lambda x: {
            "id": uuid.uuid5(SEASONS, str(x.pk)),
            "garden_id": x.garden_id,
            "date": x.ended,
            "told": {"name": x.name, "cleared": x.cleared},
            "changes": ended(x),
        },
    )


SEASONS = uuid.UUID("5b1f0a52-6f3c-4f0e-9a52-3d1c4f6e7a10")  # one id for each season, however often this is begun


class Migration(migrations.Migration):
    dependencies = [
        ("garden", "0013_rain_of_the_morning"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name="Event",
            fields=[
                ("id", models.UUIDField(default=uuid.uuid4, primary_key=True, serialize=False)),
                (
                    "kind",
                    models.CharField(
                        choices=[
                            ("watering", "watering"),
                            ("observation", "observation"),
                            ("put_off", "put_off"),
                            ("moved_soak", "moved_soak"),
                            ("gauge", "gauge"),
                            ("measurement", "measurement"),
                            ("season", "season"),
                            ("bed_described", "bed_described"),
                            ("bed_removed", "bed_removed"),
                            ("bed_copied", "bed_copied"),
                            ("planted_out", "planted_out"),
                            ("sizes_seen", "sizes_seen"),
                            ("own_crop_described", "own_crop_described"),
                            ("own_crop_removed", "own_crop_removed"),
                            ("map_arranged", "map_arranged"),
                            ("thing_described", "thing_described"),
                            ("thing_removed", "thing_removed"),
                            ("garden_described", "garden_described"),
                            ("rig_described", "rig_described"),
                            ("days_typed", "days_typed"),
                            ("beds_imported", "beds_imported"),
                            ("map_imported", "map_imported"),
                            ("garden_made", "garden_made"),
                            ("garden_put_away", "garden_put_away"),
                            ("garden_taken_up", "garden_taken_up"),
                            ("climate_read", "climate_read"),
                            ("helper_invited", "helper_invited"),
                            ("invitation_withdrawn", "invitation_withdrawn"),
                            ("helper_joined", "helper_joined"),
                            ("helper_removed", "helper_removed"),
                            ("helper_left", "helper_left"),
                        ],
                        max_length=24,
                    ),
                ),
                (
                    "subject",
                    models.BigIntegerField(
                        blank=True, help_text="the row it is about, where that is no bed", null=True
                    ),
                ),
                ("date", models.DateField(help_text="in the garden's zone, by its clock")),
                (
                    "occurred_at",
                    models.DateTimeField(
                        default=django.utils.timezone.now, help_text="as the client says: it may arrive much later"
                    ),
                ),
                ("recorded_at", models.DateTimeField(auto_now_add=True)),
                (
                    "actor",
                    models.CharField(
                        choices=[
                            ("person", "person"),
                            ("visitor", "visitor"),
                            ("device", "device"),
                            ("system", "system"),
                        ],
                        default="person",
                        max_length=8,
                    ),
                ),
                ("actor_name", models.CharField(blank=True, help_text="of a visitor or device", max_length=60)),
                ("told", models.JSONField(default=dict)),
                ("changes", models.JSONField(default=list)),
                ("struck_at", models.DateTimeField(blank=True, null=True)),
                (
                    "bed",
                    models.ForeignKey(
                        blank=True,
                        null=True,
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="events",
                        to="garden.bed",
                    ),
                ),
                (
                    "by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "garden",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE, related_name="events", to="garden.garden"
                    ),
                ),
                (
                    "struck_by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["date", "occurred_at", "recorded_at"],
            },
        ),
        migrations.AddIndex(
            model_name="event",
            index=models.Index(fields=["garden", "kind", "date"], name="events_by_kind_and_day"),
        ),
        migrations.RunPython(bring_measurements_and_seasons),
        migrations.DeleteModel(name="Measurement"),
        migrations.DeleteModel(name="Season"),
    ]
