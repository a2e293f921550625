"""manage.py plan_gardens: plan every garden that changed or whose day has begun, before anybody opens it."""

from __future__ import annotations

import argparse
import time
from collections.abc import Iterator
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError

from api import night
from api.tasks import plan_garden

TOLD_EVERY_S = 5.0
NOTHING_FOR_S = 300.0  # without one job done, no worker is there
LOOKED_AT = 50  # at a time: jobs are done about in their order, and to ask for thousands would keep a processor busy


class Command(BaseCommand):
    help = "Plan the gardens that are due: by the workers of the queue where there is one, else here, one by one."

    def add_arguments(self, parser: argparse.ArgumentParser) -> None:
        parser.add_argument("--all", action="store_true", help="also those that are there as they stand")

    def handle(self, *args: Any, **options: Any) -> None:
        gardens = night.every() if options["all"] else night.due()
        began, told, done, failed = time.monotonic(), 0.0, 0, 0
        for well in queued(gardens) if settings.QUEUE_URL else in_line(gardens):
            done, failed = done + 1, failed + (not well)
            if time.monotonic() - told > TOLD_EVERY_S:
                told = time.monotonic()
                self.stdout.write(f"{done} of {len(gardens)} gardens")
                self.stdout.flush()
        self.stdout.write(f"{len(gardens) - failed} gardens planned, {failed} failed, {time.monotonic() - began:.1f} s")
        if failed:
            raise CommandError("Not all could be planned; the log says why. They are due again at the next run.")


def in_line(gardens: list[int]) -> Iterator[bool]:
    """The same job, here and now."""
    for garden_id in gardens:
        yield plan_garden.apply((garden_id,)).successful()


def queued(gardens: list[int]) -> Iterator[bool]:
    """Each as a job of its own; whether it went well, as they come. Raises CommandError where nobody takes them."""
    waiting = [plan_garden.apply_async((garden_id,), expires=NOTHING_FOR_S * 12) for garden_id in gardens]
    last = time.monotonic()
    while waiting:
        first = waiting[:LOOKED_AT]
        ready = [x for x in first if x.ready()]
        for x in ready:
            yield x.successful()
            x.forget()
        waiting = [x for x in first if x not in ready] + waiting[LOOKED_AT:]
        if ready:
            last = time.monotonic()
        elif time.monotonic() - last > NOTHING_FOR_S:
            for x in waiting:
                x.revoke()
            raise CommandError(f"No job was done for {NOTHING_FOR_S:.0f} s: is a worker running? (./start --queue)")
        else:
            time.sleep(0.1)
