"""Every object is reached through the signed-in person's gardens; for anyone else there is nothing there."""

import functools
import re
from typing import Any

from django.test import TestCase
from django.urls import get_resolver

from apps.devices.actions import LetIn
from apps.garden.models import Bed, Garden, Invitation, OwnCrop, Rig, Thing
from apps.record.models import VisitorLink
from tests.apps import world as w

OPEN = {"api/schema", "api/session", "api/session/sign-up", "api/session/sign-in", "api/session/sign-out"}


def api_routes() -> list[str]:
    """Every route pattern below api/, as Django resolves them."""
    api = next(p for p in get_resolver().url_patterns if str(p.pattern) == "api/")
    return [f"api/{p.pattern}" for p in api.url_patterns]


def _value(of: dict[str, Any], found: re.Match[str]) -> str:
    return str(of[found[1]])


class Strangers(TestCase):
    ada: Any
    eve: Any
    garden: Garden
    bed: Bed
    case: Any
    watering: Any
    rig: Rig
    own_crop: Any
    thing: Any
    planting: Any
    invitation: Any
    membership: Any
    link: VisitorLink
    device: Any

    @classmethod
    def setUpTestData(cls) -> None:
        cls.ada, cls.eve = w.person("ada"), w.person("eve")
        cls.garden = w.garden_of(cls.ada)
        cls.bed = w.bed_of(cls.ada, cls.garden)
        w.type_days(cls.ada, cls.garden)
        w.garden_of(cls.eve)
        cls.watering = w.note("watering", cls.bed, litres=3)
        cls.case = w.note("signs_seen", cls.bed, signs=["curl"], since_days=0, looks=[])
        cls.rig = cls.garden.rigs.get()
        cls.own_crop = OwnCrop.objects.create(garden=cls.garden, name="Red", like="tomato")
        cls.thing = Thing.objects.create(garden=cls.garden, kind="wall", x_m=0, y_m=0, length_m=2)
        cls.planting = cls.bed.plantings.get()
        cls.invitation = Invitation.objects.create(garden=cls.garden, user=w.person("ben"), by=cls.ada)
        cls.membership = cls.garden.membership_set.get()
        cls.device, _ = LetIn(w.by(cls.ada), cls.garden.pk, "Timer", "timer", cls.rig.pk).execute()
        cls.link = VisitorLink.objects.create(
            garden=cls.garden, name="Wren", token_hash="0" * 64, until=w.TODAY, made_by=cls.ada
        )

    def urls(self):
        for route in api_routes():
            if "<int:garden_id>" not in route:
                continue
            values = {
                "garden_id": self.garden.pk,
                "bed_id": self.bed.pk,
                "rig_id": self.rig.pk,
                "event_id": self.watering.pk,
                "membership_id": self.membership.pk,
                "crop_id": self.own_crop.pk,
                "device_id": self.device.pk,
                "thing_id": self.thing.pk,
                "planting_id": self.planting.pk,
                "invitation_id": self.invitation.pk,
                "link_id": self.link.pk,
                "case_id": self.case.pk,
            }
            yield re.sub(r"<\w+:(\w+)>", functools.partial(_value, values), route)

    BODIES = {
        "copy": {},
        "waterings": {"waterings": [{"id": w.new_id(), "bed": 0, "litres": 1}]},
        "observations": {"id": w.new_id(), "bed": 0, "reading": "wet"},
        "put-offs": {"id": w.new_id(), "bed": 0},
        "gauge": {"id": w.new_id(), "date": "2025-07-10", "rain": 1},
        "days": {"days": []},
        "station": {"text": "date,tmin,tmax,rain\n2025-07-10,10,20,0\n"},
        "station/look": {"text": "date,tmin,tmax,rain\n2025-07-10,10,20,0\n"},
        "climate": {"text": "date,tmin,tmax,rain\n2025-07-10,10,20,0\n"},
        "days/import": {"text": "date,tmin,tmax,rain\n2025-07-10,10,20,0\n"},
        "alterations": {"what": "mulch_on"},
        "beds": {"name": "X", "kind": "raised", "length_m": 1, "width_m": 1},
        "rigs": {"name": "X"},
        "members": {"username": "eve"},
        "moves": {"id": w.new_id(), "bed": 0, "from_date": "2025-07-12", "to_date": "2025-07-13"},
        "ahead/try": {"bed": 0, "from_date": "2025-07-12", "to_date": "2025-07-13"},
        "away": {"leaves": "2025-07-12", "returns": "2025-07-14"},
        "away/try": {"leaves": "2025-07-12", "returns": "2025-07-14"},
        "visitors": {"name": "Wren", "until": "2025-07-14"},
        "own-crops": {"name": "X", "like": "tomato"},
        "sizes": {"sizes": []},
        "fit": {"name": "X", "kind": "raised", "length_m": 1, "width_m": 1},
        "fit/try": {"name": "X", "kind": "raised", "length_m": 1, "width_m": 1},
        "signs": {"id": w.new_id(), "bed": 0, "signs": ["curl"]},
        "signs/try": {"signs": ["curl"]},
        "follow": {"id": w.new_id(), "outcome": "same"},
        "seen": {"id": w.new_id(), "date": "2025-07-12", "what": "hail"},
        "seasons": {"name": "2025", "stays": []},
        "beds/import": {"text": "bed,kind,length_m,width_m\nX,raised,1,1\n"},
        "map/import": {"text": "{}"},
        "plant-out": {"bed": 0, "date": "2025-07-12", "count": 1},
        "measurements": {"id": w.new_id(), "kind": "can", "given": {"trials": [{"litres": 9, "minutes": 1}]}},
        "measurements/try": {"kind": "can", "given": {"trials": [{"litres": 9, "minutes": 1}]}},
    }

    def body(self, url):
        key = next((k for k in self.BODIES if url.endswith(k)), "beds" if "/beds/" in url else None)
        return self.BODIES.get(key, {})

    def test_another_person_gets_404_for_every_route(self) -> None:
        client, tried = w.client_of(self.eve), 0
        for url in self.urls():
            for method in ("get", "post", "put", "patch", "delete"):
                answer = w.send(client, method, url[3:], self.body(url))
                if answer.status_code != 405:
                    tried += 1
                    self.assertEqual(answer.status_code, 404, f"{method} {url}: {answer.content[:200]}")
        self.assertGreaterEqual(tried, 22)

    def test_nobody_signed_in_gets_403_everywhere_but_at_the_door(self) -> None:
        for route in api_routes():
            url = re.sub(r"<uuid:\w+>", w.new_id(), re.sub(r"<(int|str):\w+>", "1", route))
            answer = w.send(self.client, "get", url[3:])
            if answer.status_code != 405:
                by_token = 404 if route == "api/visit" else 403
                self.assertEqual(answer.status_code, 200 if route in OPEN else by_token, url)

    def test_own_garden_with_anothers_bed_event_or_rig_is_404(self) -> None:
        mine = w.garden_of(self.eve)
        client = w.client_of(self.eve)
        for method, path, body in (
            ("get", f"/beds/{self.bed.pk}", None),
            ("put", f"/beds/{self.bed.pk}", self.BODIES["beds"]),
            ("delete", f"/beds/{self.bed.pk}", None),
            ("post", f"/beds/{self.bed.pk}/copy", None),
            ("get", f"/beds/{self.bed.pk}/sources", None),
            ("get", f"/beds/{self.bed.pk}/fit", None),
            ("get", f"/beds/{self.bed.pk}/raising", None),
            ("post", f"/beds/{self.bed.pk}/fit/try", self.BODIES["beds"]),
            ("post", f"/plantings/{self.planting.pk}/plant-out", self.BODIES["plant-out"]),
            (
                "post",
                "/measurements/try",
                {"kind": "pot", "bed": self.bed.pk, "given": {"shape": "filled", "fillings": [9]}},
            ),
            (
                "post",
                "/measurements/try",
                {"kind": "bucket", "rig": self.rig.pk, "given": {"alone": [{"litres": 9, "seconds": 40}]}},
            ),
            ("patch", f"/things/{self.thing.pk}", {"name": "X"}),
            ("delete", f"/things/{self.thing.pk}", None),
            ("patch", f"/rigs/{self.rig.pk}", {"name": "X"}),
            ("post", "/waterings", {"waterings": [{"id": w.new_id(), "bed": self.bed.pk, "litres": 1}]}),
            ("post", "/observations", {"id": w.new_id(), "bed": self.bed.pk, "reading": "wet"}),
            ("post", f"/events/{self.watering.pk}/strike", {}),
            ("patch", f"/own-crops/{self.own_crop.pk}", {"name": "X"}),
            ("delete", f"/own-crops/{self.own_crop.pk}", None),
            ("post", "/moves", {**self.BODIES["moves"], "bed": self.bed.pk}),
            ("post", "/ahead/try", {**self.BODIES["ahead/try"], "bed": self.bed.pk}),
        ):
            with self.subTest(path):
                self.assertEqual(w.send(client, method, f"/gardens/{mine.pk}{path}", body).status_code, 404)
        answer = w.send(client, "post", f"/gardens/{mine.pk}/beds", {**self.BODIES["beds"], "rig": self.rig.pk})
        self.assertEqual((answer.status_code, answer.json()["fields"][0]["field"]), (400, "rig"))
