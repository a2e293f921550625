"""Gardens are planned before anybody looks: one after the other here, or by workers of a queue on its own redis."""

import datetime as dt
import io
import os
import pathlib
import socket
import subprocess
import tempfile
import time
from typing import Any
from unittest import mock

import redis
from django.core.cache import caches
from django.core.management import CommandError, call_command
from django.db import OperationalError, connection
from django.test import TestCase, TransactionTestCase, override_settings

from api import kept, night
from api.round import present
from apps.garden.models import Garden, Membership
from apps.planning import situation
from apps.record.models import IssuedAdvice
from scripts import queue
from scripts.paths import PROJECT, PYTHON
from tests.api.test_kept import OUTSIDE
from tests.apps import world as w


def begin() -> tuple[Any, Garden, Garden]:
    """Nothing is kept; Ada and her two gardens, of which Ben helps in the first."""
    caches["answers"].clear()
    kept.forget()
    situation.forget()
    ada = w.person()
    gardens = [w.garden_of(ada, name=name) for name in ("First", "Second")]
    for garden in gardens:
        w.bed_of(ada, garden)
        w.type_days(ada, garden)
    w.join(gardens[0], w.person("ben"), "helper")
    return ada, *gardens


def run(*arguments: str) -> str:
    out = io.StringIO()
    call_command("plan_gardens", *arguments, stdout=out)
    return out.getvalue()


@override_settings(KEEP_ANSWERS=True, CODE="as it is", CACHES=OUTSIDE)
class Night(TestCase):
    def setUp(self) -> None:
        super().setUp()
        self.ada, self.first, self.second = begin()
        self.both = [self.first.pk, self.second.pk]

    def test_what_changed_and_what_has_a_new_day_is_due_and_nothing_else(self) -> None:
        self.assertEqual(night.due(), self.both)
        self.assertIn("2 gardens planned, 0 failed", run())
        self.assertEqual(night.due(), [])
        self.assertIn("0 gardens planned", run())
        self.assertIn("2 gardens planned", run("--all"))
        w.type_days(self.ada, self.second, rain={-1: 7.0})
        self.assertEqual(night.due(), [self.second.pk])
        run()
        with mock.patch.object(Garden, "today", w.TODAY + dt.timedelta(days=1)):
            self.assertEqual(night.due(), self.both)
        Garden.objects.filter(pk=self.second.pk).update(removed_at=dt.datetime.now(dt.UTC))
        with override_settings(CODE="newer"):
            self.assertEqual(night.due(), [self.first.pk])

    def test_the_page_takes_what_it_finds_in_every_role(self) -> None:
        run()
        kept.forget()
        with mock.patch("api.round.present.round_out", wraps=present.round_out) as working:
            roles = []
            for name in ("ada", "ben"):
                answer = w.client_of(Membership.objects.filter(user__username=name)[0].user).get(
                    f"/api/gardens/{self.first.pk}/round"
                )
                roles.append(answer.json()["garden"]["role"])
        self.assertEqual((roles, working.call_count), (["owner", "helper"], 0))
        self.assertEqual(IssuedAdvice.objects.filter(date=w.TODAY).count(), 2)

    def test_who_only_looks_around_is_not_waited_for(self) -> None:
        self.ada.guest = True
        self.ada.save(update_fields=["guest"])
        self.assertEqual(night.due(), [self.first.pk])  # Ben's

    def test_a_garden_that_fails_is_tried_again_and_told_and_holds_up_no_other(self) -> None:
        real, tried = night.prepare, []

        def prepare(garden_id: int) -> int:
            tried.append(garden_id)
            if garden_id == self.first.pk:
                raise OperationalError(2006, "gone")
            return real(garden_id)

        with mock.patch.object(night, "prepare", prepare), self.assertRaises(CommandError):
            run()
        self.assertEqual((tried.count(self.first.pk), tried.count(self.second.pk)), (4, 1))
        self.assertEqual(night.due(), [self.first.pk])
        self.assertEqual(night.prepare(10**9), 0)


def free() -> int:
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        return int(s.getsockname()[1])


class Queued(TransactionTestCase):
    """The same through a real queue: what one process puts in, a worker takes out, and a page finds."""

    def setUp(self) -> None:
        super().setUp()
        folder, port = pathlib.Path(self.enterContext(tempfile.TemporaryDirectory(prefix="isl"))), free()
        self.enterContext(mock.patch.object(queue, "FOLDER", folder))
        self.enterContext(mock.patch.object(queue, "secret", return_value="of-this-test/only"))
        (folder / "redis.conf").write_text(queue.configuration(port))
        url = queue.environment(port)["ISLESHOWER_QUEUE_URL"]
        self.begin([queue.REDIS, folder / "redis.conf"])
        self.redis = redis.Redis.from_url(url)
        self.addCleanup(self.redis.close)
        for _ in range(100):
            try:
                self.redis.ping()
                break
            except redis.ConnectionError:
                time.sleep(0.05)
        answers = {"BACKEND": "django.core.cache.backends.redis.RedisCache", "LOCATION": url, "TIMEOUT": 60}
        told = {"KEEP_ANSWERS": True, "CODE": "as it is"}
        self.enterContext(override_settings(**told, CACHES={**OUTSIDE, "answers": answers}))
        self.addCleanup(caches["answers"].close)
        self.env = {
            **os.environ,
            "DJANGO_SETTINGS_MODULE": "config.settings.production",
            "ISLESHOWER_DB_NAME": str(connection.settings_dict["NAME"]),
            "ISLESHOWER_SECRET_KEY": "of-this-test-alone-" * 4,
            "ISLESHOWER_CODE": "as it is",
            "ISLESHOWER_QUEUE_URL": url,
        }
        self.ada, self.first, self.second = begin()

    def begin(self, command: list[Any], env: dict[str, str] | None = None) -> None:
        process = subprocess.Popen(command, env=env, cwd=PROJECT, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        self.addCleanup(process.wait)
        self.addCleanup(process.terminate)

    def plan(self, seconds: float) -> tuple[int, str]:
        """The command in a process of its own, which waits so long for a worker."""
        code = (
            "import django; django.setup(); from api.management.commands import plan_gardens as p;"
            f"p.NOTHING_FOR_S = {seconds}; from django.core.management import call_command as c; c('plan_gardens')"
        )
        done = subprocess.run(
            [PYTHON, "-c", code], env=self.env, cwd=PROJECT, capture_output=True, text=True, check=False
        )
        return done.returncode, done.stdout + done.stderr

    def test_a_worker_does_what_is_queued_and_the_page_takes_it(self) -> None:
        self.begin([PYTHON, "-m", "celery", "--app", "api.queue", "worker", "--concurrency", "1"], self.env)
        code, said = self.plan(60)
        self.assertEqual(code, 0, said)
        self.assertIn("2 gardens planned, 0 failed", said)
        self.assertEqual(night.due(), [])
        with mock.patch("api.round.present.round_out") as working:
            answer = w.client_of(self.ada).get(f"/api/gardens/{self.second.pk}/round")
        self.assertEqual((answer.status_code, answer.json()["garden"]["name"], working.called), (200, "Second", False))

    def test_where_no_worker_takes_it_that_is_said(self) -> None:
        code, said = self.plan(0.3)
        self.assertEqual(code, 1)
        self.assertIn("is a worker running?", said)

    def test_nobody_without_the_password_comes_in(self) -> None:
        stranger = redis.Redis(port=self.redis.connection_pool.connection_kwargs["port"])
        self.addCleanup(stranger.close)
        with self.assertRaises(redis.AuthenticationError):
            stranger.ping()
