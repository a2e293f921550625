"""Load Wrackline Yard when the database is empty."""

from __future__ import annotations

from typing import Any

from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand, CommandParser

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
        self.stdout.write(f"loaded {garden.name}" + ("" if fresh else "; its weather will come on the first visit"))
