from django.apps import AppConfig


class BeforeConfig(AppConfig):
    name = "apps.record.before"
    label = "watering"  # as these tables were called
    default_auto_field = "django.db.models.BigAutoField"
