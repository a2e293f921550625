"""The application really served: by its own web server on a port of the benchmark's, asked by a light client that keeps
its connection; gardens of many beds and long pasts are made for it, and removed."""

from __future__ import annotations

import contextlib
import datetime as dt
import http.client
import json
import os
import socket
import subprocess
import time
import uuid
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from scripts import database, server
from scripts.paths import PROJECT, PYTHON

CSRF = "b" * 32


def set_up() -> dict[str, str]:
    """Django on the database of a running ./start; what it was told. Ends the program where nothing is served."""
    db, provider = database.SERVICE.running(), server.PROVIDER.running()
    if db is None or provider is None:
        raise SystemExit("the application is not served: run ./start first")
    env = {**server.environment(db["port"], provider["port"]), "DJANGO_SETTINGS_MODULE": "benchmarks.settings"}
    os.environ.update(env)
    import django

    django.setup()
    return env


class Served:
    """One worker of the web server, and a client of it that is signed in."""

    def __init__(self, env: dict[str, str], **told: str) -> None:
        with socket.socket() as s:
            s.bind(("127.0.0.1", 0))
            self.port = int(s.getsockname()[1])
        command = [PYTHON, "-m", "gunicorn", "benchmarks.wsgi", "--config", PROJECT / "config" / "gunicorn_conf.py"]
        command += ["--bind", f"127.0.0.1:{self.port}", "--workers", "1"]
        self.began = time.perf_counter()
        self.process = subprocess.Popen(
            [str(x) for x in command], env={**env, **told}, cwd=PROJECT, stdout=subprocess.DEVNULL, stderr=None
        )
        self.cookie = ""
        while True:
            with contextlib.suppress(OSError, http.client.HTTPException):
                self.http = http.client.HTTPConnection("127.0.0.1", self.port, timeout=120)
                if self.get("/health"):
                    break
            time.sleep(0.02)

    def __enter__(self) -> Served:
        return self

    def __exit__(self, *_: object) -> None:
        self.http.close()
        self.process.terminate()
        self.process.wait()

    def sign_in(self, user: Any) -> None:
        """A session of this person's, as the door of the application makes it."""
        from django.test import Client

        client = Client()
        client.force_login(user)
        self.cookie = f"sessionid={client.cookies['sessionid'].value}; csrftoken={CSRF}"

    def get(self, path: str) -> bytes:
        """The body of an answer, packed, over the same connection."""
        self.http.request("GET", path, headers={"Cookie": self.cookie, "Accept-Encoding": "gzip"})
        answer = self.http.getresponse()
        body = answer.read()
        if answer.status != 200:
            raise RuntimeError(f"{path}: {answer.status} {body[:200]!r}")
        return body

    def mark(self, garden: Any, bed: Any) -> None:
        """A watering is noted."""
        poured = {"id": str(uuid.uuid4()), "bed": bed.pk, "litres": 5.0}
        headers = {"Cookie": self.cookie, "X-CSRFToken": CSRF, "Content-Type": "application/json"}
        path = f"/api/gardens/{garden.pk}/waterings"
        self.http.request("POST", path, json.dumps({"waterings": [poured]}), headers)
        answer = self.http.getresponse()
        told = answer.read()
        if answer.status != 201:
            raise RuntimeError(f"{path}: {answer.status} {told[:200]!r}")

    def memory_mb(self) -> tuple[float, float]:
        """Of the worker: held now, and the most it ever held [MB]."""
        (child,) = Path(f"/proc/{self.process.pid}/task/{self.process.pid}/children").read_text().split()
        told = dict(x.split(":", 1) for x in Path(f"/proc/{child}/status").read_text().splitlines() if ":" in x)
        now, most = (float(told[x].split()[0]) / 1024 for x in ("VmRSS", "VmHWM"))
        return now, most


@contextlib.contextmanager
def garden_of(beds: int, days: int) -> Iterator[tuple[Any, Any]]:
    """A person and their garden of so many beds, no two alike, opened so many days ago and watered every third; under
    the demo's forecast of 51 members. Gone afterwards."""
    from django.contrib.auth import get_user_model

    from apps.exchange.samples import WRACKLINE_YARD, load_sample
    from apps.garden.models import Event, Garden
    from apps.weather.models import WeatherDay

    user = get_user_model().objects.create_user(f"bench-{uuid.uuid4().hex[:12]}")
    try:
        garden, fresh = load_sample(WRACKLINE_YARD, user)
        if not fresh:
            raise SystemExit("the weather stand-in does not answer: run ./start first")
        fill(garden, beds)
        opened = garden.today - dt.timedelta(days=days)
        garden.beds.update(opened=opened)
        told = {"part": "morning", "into": "soil", "passes": 1}
        Event.objects.bulk_create(
            [
                Event(
                    garden=garden,
                    kind="watering",
                    bed=bed,
                    date=garden.today - dt.timedelta(days=k),
                    told={**told, "litres": 9.0 + 0.01 * i},
                    by=user,
                )
                for i, bed in enumerate(garden.beds.all())
                for k in range(30, days, 3)
            ],
            batch_size=1000,
        )
        known = set(WeatherDay.objects.filter(garden=garden).values_list("date", flat=True))
        dates = [garden.today - dt.timedelta(days=k) for k in range(1, days + 30)]
        WeatherDay.objects.bulk_create(
            [
                WeatherDay(garden=garden, source="typed", date=d, tmin=10, tmax=20 + k % 7, rain=6.0 * (k % 5 == 0))
                for k, d in enumerate(dates)
                if d not in known
            ],
            batch_size=1000,
        )
        yield user, garden
    finally:
        Garden.objects.filter(membership__user=user).delete()
        user.delete()


def fill(garden: Any, beds: int) -> None:
    """More beds like the demo's, each a little longer than the one before; or fewer."""
    have = list(garden.beds.order_by("pk"))
    for bed in have[beds:]:
        bed.delete()
    for i in range(beds - len(have)):
        source = type(have[0]).objects.get(pk=have[i % len(have)].pk)
        names = ("plantings", "mulches", "events", "records")
        kept = {name: list(getattr(source, name).all()) for name in names}
        source.pk, source.name, source._state.adding = None, f"{source.name} {i}", True
        source.length_m = min(source.length_m * (1.0 + 0.002 * i), source.length_m + 1.0)
        source.line_after = None
        source.save()
        for planting in kept["plantings"]:
            sizes = list(planting.sizes.all())
            copy(planting, bed=source)
            for size in sizes:
                copy(size, planting=planting)
        for record in (*kept["mulches"], *kept["events"], *kept["records"]):
            copy(record, bed=source)


def copy(row: Any, **parent: Any) -> None:
    row.pk = uuid.uuid4() if isinstance(row.pk, uuid.UUID) else None
    row._state.adding = True
    for name, value in parent.items():
        setattr(row, name, value)
    row.save()
