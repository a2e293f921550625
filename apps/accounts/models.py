"""The person."""

from __future__ import annotations

from django.contrib.auth.models import AbstractUser
from django.core.validators import RegexValidator
from django.db import models


class Units(models.TextChoices):
    METRIC = "metric"
    US = "us"


class Theme(models.TextChoices):
    AUTO = "auto"
    LIGHT = "light"
    DARK = "dark"
    CONTRAST = "contrast"


# A name as people write it: letters of any script, with single spaces, dots, hyphens and apostrophes in between.
NAME = RegexValidator(
    r"^[\w.'’+@-]+(?: [\w.'’+@-]+)*\Z", "letters and digits, with single spaces, dots and hyphens between"
)


class User(AbstractUser):
    """Someone who signs in. Units are the person's; the server speaks SI. guest: looks around without an account."""

    username_validator = NAME  # type: ignore[assignment]
    username = models.CharField(max_length=150, unique=True, validators=[NAME])
    guest = models.BooleanField(default=False)
    units = models.CharField(max_length=8, choices=Units.choices, default=Units.METRIC)
    theme = models.CharField(max_length=8, choices=Theme.choices, default=Theme.AUTO)
    sessions_round = models.PositiveIntegerField(default=0, help_text="raised, it ends every session begun before")

    def _get_session_auth_hash(self, secret: str | None = None) -> str:
        """What a session must agree with: password and round."""
        return f"{super()._get_session_auth_hash(secret=secret)}.{self.sessions_round}"  # type: ignore[misc]
