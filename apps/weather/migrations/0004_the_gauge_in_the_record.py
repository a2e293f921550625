"""What the gauge said comes over into the one record with nothing lost; there is no way back."""

from django.db import migrations

from apps.garden.migrations._into_events import bring_over


def bring_the_gauge(apps, schema_editor):
    bring_over(
        apps,
        apps.get_model("weather", "GaugeReading"),
        "gauge",
        lambda x: {
            "id": x.pk,
            "garden_id": x.garden_id,
            "date": x.date,
            "told": {"rain": x.rain, "so_far": x.so_far},
        },
    )


class Migration(migrations.Migration):
    dependencies = [
        ("garden", "0014_one_record"),
        ("weather", "0003_rain_of_the_morning"),
    ]

    operations = [
        migrations.RunPython(bring_the_gauge),
        migrations.DeleteModel(name="GaugeReading"),
    ]
