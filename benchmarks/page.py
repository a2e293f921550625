"""The round of forty beds over HTTP against a bare endpoint that sends the same bytes from memory.

Needs the application's database (./start); the garden it makes is rolled back.
"""

from __future__ import annotations

import gc
import os
import threading
import uuid
from collections.abc import Callable
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any

import httpx

from benchmarks.rounds import Ratio, compare
from scripts import database, server

BEDS = 40


def page_against_bare() -> list[Ratio]:
    """Warm (same facts as before) and after a watering was noted, which only today's part of the plan must follow."""
    db, provider = database.SERVICE.running(), server.PROVIDER.running()
    if db is None or provider is None:
        raise SystemExit("the application is not served: run ./start first")
    os.environ.update(server.environment(db["port"], provider["port"]))
    import django

    django.setup()
    from django.contrib.auth import get_user_model
    from django.db import transaction
    from django.test import Client

    from apps.exchange.samples import WRACKLINE_YARD, load_sample
    from apps.garden.models import Event

    with transaction.atomic():
        owner = get_user_model().objects.create_user(f"bench-{uuid.uuid4().hex[:12]}")
        garden, fresh = load_sample(WRACKLINE_YARD, owner)
        if not fresh:
            raise SystemExit("the weather stand-in does not answer: run ./start first")
        fill(garden)
        client = Client(headers={"host": "127.0.0.1"})
        client.force_login(owner)
        url = f"/api/gardens/{garden.pk}/round"

        def warm() -> bytes:
            answer = client.get(url)
            assert answer.status_code == 200, answer.content[:300]
            return bytes(answer.content)

        first = garden.beds.get(name="Long Bench")

        def after_watering() -> bytes:
            told = {"litres": 1.0, "part": "morning", "into": "soil", "passes": 1}
            Event.objects.create(kind="watering", garden=garden, bed=first, date=garden.today, told=told, by=owner)
            return warm()

        bare = bare_endpoint(warm())
        gc.collect()
        gc.freeze()  # as the served application does
        ratios = [
            compare(f"round of {BEDS} beds, warm: ours / bare endpoint", warm, bare, 15),
            compare(f"round of {BEDS} beds, after a watering: ours / bare endpoint", after_watering, bare, 15),
        ]
        url = f"/api/gardens/{garden.pk}/ahead"
        bare = bare_endpoint(warm())
        ratios += [
            compare(f"days ahead of {BEDS} beds, warm: ours / bare endpoint", warm, bare, 15),
            compare(f"days ahead of {BEDS} beds, after a watering: ours / bare endpoint", after_watering, bare, 15),
        ]
        transaction.set_rollback(True)
    return ratios


def fill(garden: Any) -> None:
    """More beds like the demo's, until there are BEDS."""
    beds = list(garden.beds.all())
    for i in range(BEDS - len(beds)):
        source = beds[i % len(beds)]
        names = ("plantings", "mulches", "events", "records")
        kept = {name: list(getattr(source, name).all()) for name in names}
        source.pk, source.name, source._state.adding = None, f"{source.name} {i}", True
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


def bare_endpoint(body: bytes) -> Callable[[], bytes]:
    """A server on loopback that sends these bytes, and the call that fetches them."""

    class Bare(BaseHTTPRequestHandler):
        protocol_version = "HTTP/1.1"

        def do_GET(self) -> None:
            self.send_response(200)
            self.send_header("Content-Length", str(len(body)))
            self.end_headers()
            self.wfile.write(body)

        def log_message(self, format: str, *args: Any) -> None:
            """Quiet."""

    server = ThreadingHTTPServer(("127.0.0.1", 0), Bare)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    http = httpx.Client(trust_env=False)
    address = f"http://127.0.0.1:{server.server_address[1]}/"
    return lambda: http.get(address).content
