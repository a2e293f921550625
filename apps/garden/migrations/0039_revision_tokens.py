from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("garden", "0038_revisions")]

    operations = [
        migrations.AddField(
            model_name="revision",
            name="token",
            field=models.PositiveBigIntegerField(
                default=0, help_text="of the last change; no two changes share one"
            ),
        ),
        # One for each that is there: RAND() has 53 bits, of which 30 and 23 are drawn apart.
        migrations.RunSQL(
            "UPDATE garden_revision SET token = 1 + FLOOR(RAND() * 1073741824) * 8388608 + FLOOR(RAND() * 8388608)",
            migrations.RunSQL.noop,
        ),
    ]
