"""What goes over the wire: shapes, errors, query counts, the door, and what a browser is told."""

import datetime as dt
import json
import pathlib
import subprocess
import sys
import unittest
import uuid
from types import SimpleNamespace
from typing import Any
from unittest import mock

import numpy as np
import yaml
from django.conf import settings
from django.core.cache import cache
from django.core.management import call_command
from django.db import OperationalError, connection
from django.test import TestCase, override_settings
from django.test.utils import CaptureQueriesContext

from api.rendering import Json
from apps.garden.models import Bed, Event, Garden
from apps.planning import situation as situations
from tests.api import held
from tests.apps import world as w

ROOT = pathlib.Path(settings.BASE_DIR)


class Contract(TestCase):
    ada: Any
    garden: Garden
    bed: Bed
    schema: Any

    @classmethod
    def setUpTestData(cls) -> None:
        cls.ada = w.person()
        cls.garden = w.garden_of(cls.ada)
        cls.bed = w.bed_of(cls.ada, cls.garden)
        w.type_days(cls.ada, cls.garden)
        cls.schema = yaml.safe_load((ROOT / "docs" / "openapi.yaml").read_text())

    def test_the_committed_schema_is_the_servers(self) -> None:
        answer = w.client_of(self.ada).get("/api/schema")
        self.assertEqual(yaml.safe_load(answer.content), self.schema, "run scripts/client.sh and commit what changes")

    def test_the_committed_client_is_generated_from_it(self) -> None:
        from scripts.front_end import node_path

        made = subprocess.run(
            ["npx", "--no-install", "openapi-typescript", "../docs/openapi.yaml"],
            cwd=ROOT / "frontend",
            capture_output=True,
            text=True,
            check=True,
            env=node_path(),
        )
        committed = (ROOT / "frontend/src/shared/api/schema.d.ts").read_text()
        self.assertEqual(made.stdout.strip(), committed.strip(), "run scripts/client.sh and commit what changes")

    def test_an_answer_of_another_shape_is_found(self) -> None:
        """Every answer that a test asks for is held against the schema (tests/api/held.py); it must be able to fail."""
        client, path = w.client_of(self.ada), f"/gardens/{self.garden.pk}/beds/{self.bed.pk}"
        answer = w.send(client, "get", path)
        for change in (
            lambda page: page.pop("stop"),
            lambda page: page.update(secret=1),
            lambda page: page["bed"].update(kind="barrow"),
            lambda page: page["bed"].update(length_m="long"),
        ):
            page = answer.json()
            change(page)
            wrong = SimpleNamespace(status_code=200, headers=answer.headers, json=lambda page=page: page)
            with self.assertRaises(AssertionError):
                held.hold("get", f"/api{path}", wrong)
        for method, elsewhere in (("get", "/api/nowhere"), ("delete", f"/api{path}/fit")):
            with self.assertRaises(AssertionError):
                held.hold(method, elsewhere, answer)

    def test_a_round_holds_its_arithmetic(self) -> None:
        stop = w.send(w.client_of(self.ada), "get", f"/gardens/{self.garden.pk}/round").json()["stops"][0]
        self.assertEqual(stop["word"], "soak")
        self.assertAlmostEqual(sum(x["mm"] for x in stop["why"]["lines"]), stop["why"]["depletion_mm"], places=9)
        self.assertAlmostEqual(
            stop["dose"]["litres"],
            stop["why"]["depletion_mm"] * stop["why"]["watered_m2"] / stop["dose"]["arrives"],
            delta=1e-3,
        )


class Queries(TestCase):
    def count(self, beds: int) -> dict[str, int]:
        user = w.person(f"u{beds}")
        garden = w.garden_of(user)
        for i in range(beds):
            bed = w.bed_of(user, garden, name=f"Bed {i}")
        w.type_days(user, garden)
        client, base, counts = w.client_of(user), f"/gardens/{garden.pk}", {}
        for path in (
            "/round",
            "/ahead",
            "/ground",
            "/sizes",
            f"/beds/{bed.pk}",
            "/sky",
            "/beds",
            "/measurements",
            "/seasons",
            f"/beds/{bed.pk}/fit",
            f"/beds/{bed.pk}/raising",
        ):
            situations.forget()
            with CaptureQueriesContext(connection) as seen:
                self.assertEqual(w.send(client, "get", base + path).status_code, 200)
            counts[path.replace(str(bed.pk), "one")] = len(seen)
        return counts

    def test_the_number_of_queries_does_not_grow_with_the_beds(self) -> None:
        few, many = self.count(1), self.count(12)
        self.assertEqual(few, many)
        self.assertLessEqual(max(many.values()), 22, many)


class Errors(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.client_ = w.client_of(self.ada)

    def post(self, path, body):
        return w.send(self.client_, "post", f"/gardens/{self.garden.pk}{path}", body)

    def test_the_form_and_the_garden_file_say_the_same(self) -> None:
        from agronomy.describe.bed import Bed as Described
        from agronomy.formats.described import read

        bed = {"name": "B", "kind": "raised", "length_m": 500, "width_m": 1}
        answer = self.post("/beds", bed)
        self.assertEqual(answer.status_code, 400)
        with self.assertRaises(ValueError) as caught:
            read(Described, {**bed, "length_m": 500.0, "opened": "2025-07-01"})
        self.assertEqual(answer.json()["fields"][0]["text"], str(caught.exception))
        self.assertEqual(answer.json()["code"], "out_of_range")

    def test_a_whole_round_is_kept_or_nothing(self) -> None:
        bed = w.bed_of(self.ada, self.garden)
        good = {"id": w.new_id(), "bed": bed.pk, "litres": 5}
        answer = self.post("/waterings", {"waterings": [good, {**good, "id": w.new_id(), "litres": -5}]})
        self.assertEqual(answer.status_code, 400)
        self.assertEqual(w.events("watering", bed=bed).count(), 0)
        self.assertEqual(self.post("/waterings", {"waterings": [good, good]}).status_code, 201)
        self.assertEqual(w.events("watering", bed=bed).count(), 1)

    def test_odd_bodies_are_answered_cleanly(self) -> None:
        url = f"/api/gardens/{self.garden.pk}/beds"
        for body in (
            "{",
            "[]",
            '{"name": NaN}',
            '{"name": {"a": 1}}',
            "null",
            '{"length_m": 1e999}',
            '"x"',
            "[" * 200_000,
        ):
            with self.subTest(body):
                answer = self.client_.post(url, body, content_type="application/json")
                self.assertEqual(answer.status_code, 400, answer.content)
                self.assertTrue(answer.json()["text"])
        self.assertEqual(self.client_.post(url, "a=1", content_type="text/plain").status_code, 415)
        self.assertEqual(Bed.objects.count(), 0)

    def test_a_full_disk_is_said_plainly_and_nothing_is_half_saved(self) -> None:
        bed = w.bed_of(self.ada, self.garden)
        full = OperationalError(1114, "The table is full")
        body = {"waterings": [{"id": w.new_id(), "bed": bed.pk, "litres": n} for n in (3, 4)]}
        keep, before = Event.objects.bulk_create, Event.objects.count()

        def first_alone(rows, **options):
            keep(rows[:1], **options)
            raise full

        with (
            mock.patch.object(type(Event.objects), "bulk_create", side_effect=first_alone),
            self.assertLogs("api.errors", "ERROR"),
        ):
            answer = self.post("/waterings", body)
        self.assertEqual((answer.status_code, answer.json()["code"]), (507, "storage"))
        self.assertIn("Nothing was saved", answer.json()["text"])
        self.assertEqual(Event.objects.count() - before, 0)

    def test_a_lost_database_is_said_plainly(self) -> None:
        with (
            mock.patch("api.round.views.situation", side_effect=OperationalError(2006, "gone")),
            self.assertLogs("api.errors"),
        ):
            answer = self.client_.get(f"/api/gardens/{self.garden.pk}/round")
        self.assertEqual((answer.status_code, answer.json()["code"]), (503, "database"))


class Rendering(TestCase):
    def test_json_has_no_infinities_and_knows_dates_ids_and_numpy(self) -> None:
        value = {
            "nan": float("nan"),
            "inf": np.float64("inf"),
            "n": np.int64(3),
            "row": np.array([1.5, 2.0]),
            "day": dt.date(2025, 7, 11),
            "id": uuid.UUID(int=7),
            "tuple": (1, 2),
            4: "four",
        }
        got = json.loads(Json().render(value))
        self.assertEqual(
            got,
            {
                "nan": None,
                "inf": None,
                "n": 3,
                "row": [1.5, 2.0],
                "day": "2025-07-11",
                "id": str(uuid.UUID(int=7)),
                "tuple": [1, 2],
                "4": "four",
            },
        )
        self.assertEqual(Json().render(None), b"")


class Door(TestCase):
    def setUp(self) -> None:
        cache.clear()

    def test_sign_up_in_and_out(self) -> None:
        answer = w.send(
            self.client, "post", "/session/sign-up", {"username": "newcomer", "password": w.PASSWORD, "units": "us"}
        )
        self.assertEqual((answer.status_code, answer.json()["person"]["units"]), (201, "us"))
        self.assertEqual(w.send(self.client, "get", "/gardens").json(), [])
        w.send(self.client, "post", "/session/sign-out")
        self.assertEqual(w.send(self.client, "get", "/gardens").status_code, 403)
        good = {"username": "newcomer", "password": w.PASSWORD}
        self.assertEqual(w.send(self.client, "post", "/session/sign-in", good).status_code, 200)
        w.send(self.client, "patch", "/session/preferences", {"theme": "dark"})
        self.assertEqual(w.send(self.client, "get", "/session").json()["person"]["theme"], "dark")

    def test_weak_taken_and_closed(self) -> None:
        w.person("ada")
        for body, field in (
            ({"username": "x", "password": "short"}, "password"),
            ({"username": "x", "password": "password1234"}, "password"),
            ({"username": "ada", "password": w.PASSWORD}, "username"),
            ({"username": "a/b", "password": w.PASSWORD}, "username"),
            ({"username": "a\tb", "password": "short"}, "password"),
        ):
            with self.subTest(body):
                answer = w.send(self.client, "post", "/session/sign-up", body)
                self.assertEqual((answer.status_code, answer.json()["fields"][0]["field"]), (400, field))
        with override_settings(SIGN_UP_OPEN=False):
            self.assertEqual(w.send(self.client, "post", "/session/sign-up", {}).status_code, 403)

    def test_attempts_are_limited(self) -> None:
        w.person("ada")
        bad = {"username": "ada", "password": "wrong-wrong-wrong"}
        codes = [w.send(self.client, "post", "/session/sign-in", bad).status_code for _ in range(9)]
        self.assertEqual((codes[0], codes[-1]), (400, 429))
        good = {"username": "ada", "password": w.PASSWORD}
        self.assertEqual(w.send(self.client, "post", "/session/sign-in", good).status_code, 429)

    def test_changes_need_the_csrf_token(self) -> None:
        from django.test import Client

        strict = Client(enforce_csrf_checks=True)
        w.person("ada")
        body = {"username": "ada", "password": w.PASSWORD}
        self.assertEqual(w.send(strict, "post", "/session/sign-in", body).status_code, 403)
        strict.get("/api/session")
        token = strict.cookies["csrftoken"].value
        answer = strict.post(
            "/api/session/sign-in", json.dumps(body), content_type="application/json", headers={"X-CSRFToken": token}
        )
        self.assertEqual(answer.status_code, 200)


class Browser(TestCase):
    def test_policy_and_the_single_page(self) -> None:
        answer = self.client.get("/g/1/round")
        self.assertEqual(answer.status_code, 200)
        policy = answer.headers["Content-Security-Policy"]
        self.assertIn("script-src 'self'", policy)
        self.assertIn("default-src 'none'", policy)
        self.assertNotIn("unsafe-eval", policy)
        self.assertEqual(answer.headers["X-Frame-Options"], "DENY")
        for missing in ("/static/nothing.js", "/favicon.ico", "/g/1/round.txt"):
            self.assertEqual(self.client.get(missing).status_code, 404, missing)
        self.assertEqual(self.client.get("/api/nothing").status_code, 404)
        for version in (1, 2):
            schema = self.client.get(f"/schemas/garden-{version}.json").json()
            self.assertEqual(schema["title"], f"Isleshower garden file, version {version}")

    def test_nothing_is_asked_from_elsewhere(self) -> None:
        """The built page and its styles name no other host."""
        for file in [*ROOT.glob("frontend/dist/*.html"), *ROOT.glob("frontend/dist/assets/*.css")]:
            text = file.read_text()
            self.assertNotRegex(text.replace("http://www.w3.org/", ""), r"(https?:)?//[a-z]", file.name)

    def test_the_first_script_of_the_round_stays_small_and_comes_in_one_piece(self) -> None:
        """Under 150 kB compressed for all that the Round loads before it is seen (a size, not a time)."""
        import gzip
        import re

        dist = ROOT / "frontend/dist"
        page = (dist / "index.html").read_text()
        first = re.findall(r'(?:src|href)="/static/(assets/[^"]+\.(?:js|css))"', page)
        self.assertTrue(1 < len(first) <= 4, first)
        self.assertEqual(_chunks_of("src/features/round/RoundView.vue"), ())  # it is among them
        self.assertLess(sum(len(gzip.compress((dist / n).read_bytes())) for n in first), 150_000)

    def test_what_a_view_needs_is_asked_for_with_the_page(self) -> None:
        def links(path: str, signed_in: bool = True) -> list[str]:
            self.client.cookies.clear()
            if signed_in:
                self.client.cookies["sessionid"] = "x"
            page = self.client.get(path).content.decode()
            return [x for x in re.findall(r'<link rel="(?:module)?preload"[^>]* href="([^"]+)"', page) if x not in own]

        import re

        own = set(re.findall(r'href="([^"]+)"', (ROOT / "frontend/dist/index.html").read_text()))
        self.assertEqual(links("/g/7/round"), ["/api/session", "/api/gardens", "/api/gardens/7/round"])
        ahead, bed = links("/g/7/ahead"), links("/g/7/bed/31")
        self.assertEqual(ahead[2], "/api/gardens/7/ahead")
        self.assertTrue(any("AheadView" in x and x.endswith(".js") for x in ahead), ahead)
        self.assertIn("/api/gardens/7/beds/31", bed)
        self.assertFalse([x for x in links("/g/7/ahead", signed_in=False) if x.startswith("/api/")])
        for path in ("/", "/sign-in", "/g/7/nowhere", "/g/7/round/x'\"", f"/g/{'9' * 40}/round"):
            self.assertFalse([x for x in links(path) if "gardens/" in x], path)
        for x in [y for y in (*ahead, *bed) if y.startswith("/static/")]:
            self.assertTrue((ROOT / "frontend/dist" / x.removeprefix("/static/")).exists(), x)


def _chunks_of(source: str) -> tuple[str, ...]:
    from config.front_page import _files_of

    return _files_of(source)


class Production(unittest.TestCase):
    def check(self, **env: str) -> subprocess.CompletedProcess:
        import os

        clean = {k: v for k, v in os.environ.items() if not k.startswith(("DJANGO_", "ISLESHOWER_"))}
        settings_ = {
            "DJANGO_SETTINGS_MODULE": "config.settings.production",
            "ISLESHOWER_SECRET_KEY": "k7-Qx.93Wb" * 7,
            **env,
        }
        return subprocess.run(
            [sys.executable, "manage.py", "check", "--deploy", "--fail-level", "WARNING"],
            cwd=ROOT,
            env={**clean, **settings_},
            capture_output=True,
            text=True,
            check=False,
        )

    def test_check_deploy_is_clean(self) -> None:
        for how in ({}, {"ISLESHOWER_HTTP": "loopback"}, {"ISLESHOWER_BEHIND_PROXY": "1"}):
            with self.subTest(how):
                done = self.check(**how)
                self.assertEqual(done.returncode, 0, done.stderr)

    def test_unsafe_settings_are_refused(self) -> None:
        self.assertNotEqual(self.check(ISLESHOWER_SECRET_KEY="short").returncode, 0)

    def test_no_migration_is_missing(self) -> None:
        call_command("makemigrations", "--check", "--dry-run", verbosity=0)
