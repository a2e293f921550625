import hashlib

import apps.garden.models
from django.db import migrations, models


def hash_them(apps, schema_editor):
    """Addresses that were given out go on leading in; what is kept of them no longer does."""
    for feed in apps.get_model("record", "CalendarFeed").objects.all():
        feed.token_hash = hashlib.sha256(feed.token_hash.encode()).hexdigest()
        feed.save(update_fields=["token_hash"])


class Migration(migrations.Migration):
    dependencies = [("record", "0004_feeding"), ("watering", "0006_into_the_record")]

    operations = [
        migrations.RenameField("calendarfeed", "token", "token_hash"),
        migrations.RunPython(hash_them, migrations.RunPython.noop),
    ]
