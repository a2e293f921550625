from django.apps import AppConfig


class GardenConfig(AppConfig):
    name = "apps.garden"
    default_auto_field = "django.db.models.BigAutoField"
