"""People, gardens and a provider for the tests of the application."""

from __future__ import annotations

import datetime as dt
import json
import threading
import uuid
from typing import Any

from django.contrib.auth import get_user_model
from django.db.models import QuerySet
from django.test import Client, override_settings

from apps.accounts import actor
from apps.garden.action import Stamp
from apps.garden.actions.beds import SaveBed
from apps.garden.actions.gardens import CreateGarden
from apps.garden.models import Bed, Event, Garden, Membership
from apps.weather.actions import TypeDays
from standins.weather.__main__ import Handler, serve
from tests.api.held import hold

PASSWORD = "quay-lantern-marram"
TODAY = dt.date(2025, 7, 11)


def person(name: str = "ada") -> Any:
    return get_user_model().objects.create_user(name, password=PASSWORD)


def by(user: Any) -> actor.Actor:
    """The actor that a signed-in person is."""
    return actor.person(user)


def mark(event_id: Any) -> Stamp:
    """A client's mark of its own."""
    return Stamp(uuid.UUID(str(event_id)))


def events(kind: str, **where: Any) -> QuerySet[Event]:
    return Event.objects.filter(kind=kind, **where)


def note(kind: str, about: Bed | Garden, date: dt.date = TODAY, user: Any = None, **told: Any) -> Event:
    """An event as it is kept, without the action that would have asked whether it may be."""
    bed, garden = (about, about.garden) if isinstance(about, Bed) else (None, about)
    usual = {"watering": {"part": "morning", "into": "soil", "passes": 1},
             "observation": {"kind": "finger", "value": None}, "gauge": {"so_far": False}}  # fmt: skip
    told = {**usual.get(kind, {}), **told}
    return Event.objects.create(kind=kind, garden=garden, bed=bed, date=date, told=told, by=user)


def garden_of(user: Any, today: dt.date = TODAY, **values: Any) -> Garden:
    """A real garden (typed weather) whose clock is set, so that tests know the date."""
    garden = CreateGarden(by(user), {"name": "Test yard", "latitude": 44.6, "elevation_m": 31.0, **values}).execute()
    Garden.objects.filter(pk=garden.pk).update(clock_date=today)
    garden.refresh_from_db()
    return garden


def type_days(
    user: Any, garden: Garden, behind: int = 20, ahead: int = 5, rain: dict[int, float] | None = None
) -> None:
    days = [
        {"date": garden.today + dt.timedelta(days=i), "tmin": 14.0, "tmax": 25.0, "rain": (rain or {}).get(i, 0.0)}
        for i in range(-behind, ahead)
    ]
    TypeDays(by(user), garden.pk, days).execute()


BED: dict[str, Any] = {
    "name": "Bench",
    "kind": "raised",
    "length_m": 2.4,
    "width_m": 1.2,
    "opened": TODAY - dt.timedelta(days=9),
    "opening_wetness": "wet",
}
TOMATOES = {"crop": "tomato", "count": 6, "planted": dt.date(2025, 5, 12), "height": "shoulder", "spread_m": 0.6}


def bed_of(user: Any, garden: Garden, **values: Any) -> Any:
    return SaveBed(by(user), garden.pk, {**BED, **values}, [dict(TOMATOES)], soil={"material": "loam"}).execute()


def client_of(user: Any) -> Client:
    client = Client()
    client.force_login(user)
    return client


def send(client: Client, method: str, path: str, body: Any = None, **marks: str) -> Any:
    """A JSON request under /api, its answer held against the schema; it has .json() where there is a body.

    marks: the client's own id of what it does, `key`, and when it happened, `occurred`.
    """
    call = getattr(client, method)
    headers = {{"key": "Idempotency-Key", "occurred": "Occurred-At"}[name]: said for name, said in marks.items()}
    if method == "get":
        answer = call(f"/api{path}")
    else:
        text = json.dumps({} if body is None else body, default=str)
        answer = call(f"/api{path}", text, content_type="application/json", headers=headers)
    hold(method, f"/api{path}", answer)
    return answer


def new_id() -> str:
    return str(uuid.uuid4())


def join(garden: Garden, user: Any, role: str) -> None:
    Membership.objects.create(garden=garden, user=user, role=role)


class WithProvider:
    """Mix in to run the weather stand-in in this process, on a port of its own."""

    provider: Any
    _settings: Any

    @classmethod
    def setUpClass(cls) -> None:
        cls.provider = serve(0)
        threading.Thread(target=cls.provider.serve_forever, daemon=True).start()
        url = f"http://127.0.0.1:{cls.provider.server_address[1]}"
        cls._settings = override_settings(WEATHER_PROVIDER_URL=url)
        cls._settings.enable()
        super().setUpClass()  # type: ignore[misc]

    @classmethod
    def tearDownClass(cls) -> None:
        super().tearDownClass()  # type: ignore[misc]
        cls._settings.disable()
        cls.provider.shutdown()
        cls.provider.server_close()

    def tearDown(self) -> None:
        Handler.fault = "none"
        super().tearDown()  # type: ignore[misc]
