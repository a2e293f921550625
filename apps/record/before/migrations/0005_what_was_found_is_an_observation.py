import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('garden', '0010_names_as_written'),
        ('watering', '0004_tokens_as_written'),
    ]

    operations = [
        migrations.RenameModel(old_name='Check', new_name='Observation'),
        migrations.AlterField(
            model_name='observation',
            name='bed',
            field=models.ForeignKey(
                on_delete=django.db.models.deletion.CASCADE, related_name='observations', to='garden.bed'
            ),
        ),
    ]
