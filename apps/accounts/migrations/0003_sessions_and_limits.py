from django.core.management import call_command
from django.db import migrations, models


def make_table(apps, schema_editor):
    """Where limits of attempts are counted, for every worker alike."""
    call_command("createcachetable", "limits", database=schema_editor.connection.alias, verbosity=0)


def drop_table(apps, schema_editor):
    schema_editor.execute("DROP TABLE IF EXISTS limits")


class Migration(migrations.Migration):
    dependencies = [("accounts", "0002_names_and_guests")]

    operations = [
        migrations.AddField(
            model_name="user",
            name="sessions_round",
            field=models.PositiveIntegerField(default=0, help_text="raised, it ends every session begun before"),
        ),
        migrations.RunPython(make_table, drop_table),
    ]
