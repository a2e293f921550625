"""A bed's soil and cover move from its row into dated records; backwards, the latest record goes into the row."""

from django.db import migrations


def forwards(apps, schema_editor):
    Bed, BedRecord = apps.get_model("garden", "Bed"), apps.get_model("garden", "BedRecord")
    for bed in Bed.objects.all():
        soil = {"material": bed.soil_material, "organic_matter_pct": bed.organic_matter_pct}
        BedRecord.objects.create(bed=bed, aspect="soil", date=bed.opened, value=soil)
        if bed.under_cover:
            BedRecord.objects.create(bed=bed, aspect="exposure", date=bed.opened, value={"cover": "tunnel"})


def backwards(apps, schema_editor):
    Bed, BedRecord = apps.get_model("garden", "Bed"), apps.get_model("garden", "BedRecord")
    for bed in Bed.objects.all():
        soil = BedRecord.objects.filter(bed=bed, aspect="soil").order_by("-date").first()
        cover = BedRecord.objects.filter(bed=bed, aspect="exposure").order_by("-date").first()
        bed.soil_material = soil.value.get("material", "unknown") if soil else "unknown"
        bed.organic_matter_pct = soil.value.get("organic_matter_pct", 2.5) if soil else 2.5
        bed.under_cover = bool(cover and cover.value.get("cover", "none") != "none")
        bed.save()


class Migration(migrations.Migration):
    dependencies = [("garden", "0002_describe_beds_by_date")]
    operations = [migrations.RunPython(forwards, backwards)]
