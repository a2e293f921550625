"""What was poured, found, put off and moved comes over into the one record, advice and addresses into its tables.

Nothing is lost, and there is no way back.
"""

from django.db import migrations

from apps.garden.migrations._into_events import bring_over

TOLD = {
    "Watering": ("watering", ("litres", "part", "into", "passes")),
    "Observation": ("observation", ("kind", "reading", "value")),
    "PutOff": ("put_off", ()),
    "MovedSoak": ("moved_soak", ("from_date", "to_date")),
}
COLUMNS = {
    "calendarfeed": "id, token, created_at, ended_at, garden_id, user_id",
    "issuedadvice": "id, date, facts_hash, issued_at, beds, rain, garden_id, snapshot_id",
}


def bring_events(apps, schema_editor):
    for model, (kind, names) in TOLD.items():
        bring_over(
            apps,
            BedOf(apps.get_model("watering", model)),
            kind,
            lambda x, names=names: {
                "id": x.pk,
                "garden_id": x.bed.garden_id,
                "bed_id": x.bed_id,
                "date": x.date,
                "told": {name: plain(getattr(x, name)) for name in names},
            },
        )
    with schema_editor.connection.cursor() as cursor:
        for table, columns in COLUMNS.items():
            cursor.execute(f"INSERT IGNORE INTO record_{table} ({columns}) SELECT {columns} FROM watering_{table}")


class BedOf:
    """A model whose rows come with their beds."""

    def __init__(self, model):
        self.objects = model.objects.select_related("bed")


def plain(value):
    return value.isoformat() if hasattr(value, "isoformat") else value


class Migration(migrations.Migration):
    dependencies = [
        ("garden", "0014_one_record"),
        ("weather", "0004_the_gauge_in_the_record"),
        ("record", "0001_initial"),
        ("watering", "0005_what_was_found_is_an_observation"),
    ]

    operations = [
        migrations.RunPython(bring_events),
        migrations.DeleteModel(name="CalendarFeed"),
        migrations.DeleteModel(name="IssuedAdvice"),
        migrations.DeleteModel(name="MovedSoak"),
        migrations.DeleteModel(name="Observation"),
        migrations.DeleteModel(name="PutOff"),
        migrations.DeleteModel(name="Watering"),
    ]
