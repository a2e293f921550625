from django.apps import AppConfig


class RecordConfig(AppConfig):
    name = "apps.record"
    label = "watering"  # of the tables, from when there was nothing else to record
    default_auto_field = "django.db.models.BigAutoField"
