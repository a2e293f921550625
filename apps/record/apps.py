from django.apps import AppConfig


class RecordConfig(AppConfig):
    name = "apps.record"
    default_auto_field = "django.db.models.BigAutoField"
