from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("garden", "0003_soil_and_cover_become_records")]
    operations = [
        migrations.RemoveField(
            model_name="bed",
            name="organic_matter_pct",
        ),
        migrations.RemoveField(
            model_name="bed",
            name="soil_material",
        ),
        migrations.RemoveField(
            model_name="bed",
            name="under_cover",
        ),
    ]
