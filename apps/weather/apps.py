from django.apps import AppConfig


class WeatherConfig(AppConfig):
    name = "apps.weather"
    default_auto_field = "django.db.models.BigAutoField"
