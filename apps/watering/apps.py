from django.apps import AppConfig


class WateringConfig(AppConfig):
    name = "apps.watering"
    default_auto_field = "django.db.models.BigAutoField"
