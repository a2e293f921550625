"""Listen to the garden's devices until told to end."""

from __future__ import annotations

import signal
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from apps.devices.accounts import write_accounts
from apps.devices.listener import Listening, broker


class Command(BaseCommand):
    help = "Hear the devices and tell them what is due. A process of its own: end it with SIGTERM, start it anew."

    def handle(self, *args: Any, **options: Any) -> None:
        known = broker()
        if known is None:
            raise CommandError("no broker is told: ISLESHOWER_BROKER_PORT")
        write_accounts()
        listening = Listening(*known)
        for number in (signal.SIGTERM, signal.SIGINT):
            signal.signal(number, lambda *_: listening.stop.set())
        listening.run()
