"""The person."""

from __future__ import annotations

from django.contrib.auth.models import AbstractUser
from django.db import models


class Units(models.TextChoices):
    METRIC = "metric"
    US = "us"


class Theme(models.TextChoices):
    AUTO = "auto"
    LIGHT = "light"
    DARK = "dark"
    CONTRAST = "contrast"


class User(AbstractUser):
    """Someone who signs in. Units are the person's; the server speaks SI."""

    units = models.CharField(max_length=8, choices=Units.choices, default=Units.METRIC)
    theme = models.CharField(max_length=8, choices=Theme.choices, default=Theme.AUTO)
