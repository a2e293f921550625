"""A database as an earlier version left it, brought to today's tables: nothing is lost and every page opens.

tests/kept holds a dump of the four sample gardens with a day's doings in them, made by the version that still called
observations checks, and the garden files that version wrote of them.
"""

from __future__ import annotations

import gzip
import json
import os
import pathlib
import subprocess
from typing import Any

from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.db import connection
from django.test import TransactionTestCase

from agronomy.formats.read_garden import garden_from_json
from agronomy.formats.write_garden import garden_as_json
from apps.exchange.files import described_garden
from apps.garden.models import Garden
from tests.apps.world import client_of, events

KEPT = pathlib.Path(__file__).resolve().parents[1] / "kept"
DUMP, FILES = KEPT / "before_observations.sql.gz", KEPT / "before_observations.json.gz"
MOVED = {"watering_calendarfeed": "record_calendarfeed", "watering_issuedadvice": "record_issuedadvice"}
HAPPENED = {
    "watering_watering": "watering",
    "watering_check": "observation",
    "watering_putoff": "put_off",
    "watering_movedsoak": "moved_soak",
    "weather_gaugereading": "gauge",
    "garden_measurement": "measurement",
    "garden_season": "season",
}
ITS_OWN = {"django_migrations", "django_content_type", "auth_permission"}  # the framework's account of the tables
PAGES = ("round", "ahead", "sky", "ground", "seasons", "garden.json", "beds.csv", "days.csv", "record.csv")


class KeptDatabase(TransactionTestCase):
    """The connection is lent to a database of its own, and given back."""

    def setUp(self) -> None:
        self.tests_own = connection.settings_dict["NAME"]
        self.name = f"{self.tests_own}_kept"
        charset = "CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci"
        with connection.cursor() as cursor:
            cursor.execute(f"DROP DATABASE IF EXISTS {self.name}")
            cursor.execute(f"CREATE DATABASE {self.name} {charset}")
        self.load()
        self.use(self.name)

    def tearDown(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute(f"DROP DATABASE {self.name}")
        self.use(self.tests_own)

    def use(self, name: str) -> None:
        connection.close()
        connection.settings_dict["NAME"] = name

    def load(self) -> None:
        to = connection.settings_dict
        host = ["-h", to["HOST"], "-P", str(to["PORT"]), "-u", to["USER"]]
        command = ["mariadb", "--no-defaults", "--default-character-set=utf8mb4", *host, self.name]
        env = {**os.environ, "MYSQL_PWD": to["PASSWORD"]}
        dump = gzip.decompress(DUMP.read_bytes())
        done = subprocess.run(command, env=env, input=dump, capture_output=True, check=False)
        self.assertEqual(done.returncode, 0, done.stderr.decode())

    def rows(self) -> dict[str, int]:
        with connection.cursor() as cursor:
            found = {}
            for table in set(connection.introspection.table_names(cursor)) - ITS_OWN:
                cursor.execute(f"SELECT COUNT(*) FROM {table}")
                found[MOVED.get(table, table)] = cursor.fetchone()[0]
        return found

    def test_an_earlier_database_comes_over_with_nothing_lost(self) -> None:
        before = self.rows()
        call_command("migrate", verbosity=0)
        after = self.rows()
        happened = {kind: before.pop(table) for table, kind in HAPPENED.items()}
        self.assertEqual({table: after.get(table) for table in before}, before)
        self.assertEqual({kind: events(kind).count() for kind in happened}, happened)
        for kind in ("watering", "observation"):
            self.assertTrue(events(kind).exclude(struck_at=None).exists(), f"a struck {kind} stays struck")

        old_files: dict[str, Any] = json.loads(gzip.decompress(FILES.read_bytes()))
        gardens = {garden.name: garden for garden in Garden.objects.all()}
        self.assertEqual(gardens.keys(), old_files.keys())
        for name, garden in gardens.items():
            with self.subTest(name):
                told = garden_as_json(described_garden(garden))
                self.assertEqual(told, garden_as_json(garden_from_json(old_files[name])))

        client = client_of(get_user_model().objects.get(username="ada"))
        for garden in gardens.values():
            beds = [f"beds/{bed.pk}" for bed in garden.beds.filter(removed_at=None)[:3]]
            for page in (*PAGES, *beds):
                with self.subTest(page, garden=garden.name):
                    self.assertEqual(client.get(f"/api/gardens/{garden.pk}/{page}").status_code, 200)
        self.assertContains(client.get("/calendar/kept-for-a-test.ics"), "BEGIN:VEVENT")
