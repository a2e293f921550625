"""Clears what has expired: sessions, locks and counted attempts, guests whose time is over, links nobody used."""

from __future__ import annotations

import datetime as dt
from typing import Any

from django.apps import apps
from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.db import connection
from django.utils import timezone

from apps.base.expiry import expiring

LOGS_KEPT = dt.timedelta(days=30)


class Command(BaseCommand):
    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        now = timezone.now()
        call_command("clearsessions")
        cooled = now - dt.timedelta(hours=settings.AXES_COOLOFF_TIME)
        told = {
            "locks": apps.get_model("axes.AccessAttempt")._default_manager.filter(attempt_time__lt=cooled).delete()[0]
        }
        for model in ("AccessLog", "AccessFailureLog"):
            apps.get_model("axes", model)._default_manager.filter(attempt_time__lt=now - LOGS_KEPT).delete()
        with connection.cursor() as cursor:
            cursor.execute("DELETE FROM limits WHERE expires < %s", [now.replace(tzinfo=None)])
        for name, clear in expiring():
            told[name] = clear(now)
        self.stdout.write(", ".join(f"{n} {name}" for name, n in told.items()))
