"""Load Wrackline Yard when the database is empty."""

from __future__ import annotations

from typing import Any

from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand, CommandParser

from apps.accounts.actor import person
from apps.accounts.models import User
from apps.devices.actions import LetIn
from apps.devices.lines import flows_of
from apps.devices.play import can_play, play
from apps.exchange.samples import WRACKLINE_YARD, load_sample
from apps.garden.models import Garden

OWNER = "ostrander"


class Command(BaseCommand):
    help = "Load the demo garden when there is no garden yet; never touches a database that holds one."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--password-file", required=True)

    def handle(self, *args: Any, **options: Any) -> None:
        if Garden.objects.exists():
            self.stdout.write("kept what is there")
            return
        with open(options["password_file"]) as f:
            password = f.read().strip()
        owner = get_user_model().objects.create_user(OWNER, password=password)
        garden, fresh = load_sample(WRACKLINE_YARD, owner)
        if can_play():
            self._let_in_a_timer(owner, garden)
        self.stdout.write(f"loaded {garden.name}" + ("" if fresh else "; its weather will come on the first visit"))

    def _let_in_a_timer(self, owner: User, garden: Garden) -> None:
        """The timer on the tap of the demo's row: nobody has set it yet."""
        row = garden.beds.filter(method="drip").select_related("rig").first()
        if row is not None and row.rig is not None:
            device, password = LetIn(person(owner), garden.pk, "Row timer", "timer", row.rig.pk).execute()
            play(device, password, flows_of(device))
