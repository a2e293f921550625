"""What was noted is listed and undone, however old; copies with plants; guests; places that are not known."""

import datetime as dt
from typing import Any

from django.core.cache import cache
from django.test import Client, TestCase, override_settings
from django.utils import timezone

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError
from apps.accounts.models import User
from apps.exchange.guests import STAYS, make_guest
from apps.garden.actions.beds import CopyBed
from apps.garden.actions.gardens import ChangeGarden, CreateGarden, meridian_of
from apps.garden.models import Event, Garden
from apps.planning.facts import core_bed, read_beds
from tests.apps import world as w

POT = {
    "name": "Peppers",
    "kind": "pot",
    "length_m": 0.3,
    "width_m": 0.3,
    "round": True,
    "method": "can",
    "alike": 6,
}
GROWS = {"crop": "pepper", "count": 6, "planted": "2025-06-01", "height": "knee", "spread_m": 0.3}


class Noted(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.bed = w.bed_of(self.ada, self.garden)
        self.client_ = w.client_of(self.ada)

    def events(self, skip: int = 0, client: Client | None = None) -> Any:
        answer = w.send(client or self.client_, "get", f"/gardens/{self.garden.pk}/events?skip={skip}")
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def waterings(self) -> list[Any]:
        return [x for x in self.events()["events"] if x["kind"] == "watering"]

    def pour(self, litres: float = 5.0) -> Any:
        watering = {"id": w.new_id(), "bed": self.bed.pk, "litres": litres}
        answer = w.send(self.client_, "post", f"/gardens/{self.garden.pk}/waterings", {"waterings": [watering]})
        self.assertEqual(answer.status_code, 201, answer.content)
        return watering["id"]

    def test_the_newest_stands_first_and_any_can_be_undone_and_done_again(self) -> None:
        first, *_, last = [self.pour(float(n)) for n in range(1, 4)]
        listed = self.waterings()
        self.assertEqual([listed[0]["id"], listed[2]["id"]], [last, first])
        self.assertEqual((listed[0]["bed"], listed[0]["told"]["litres"], listed[0]["by"]), (self.bed.name, 3.0, "ada"))
        for back, struck in ((False, True), (True, False)):
            url = f"/gardens/{self.garden.pk}/events/{first}/strike"
            self.assertEqual(w.send(self.client_, "post", url, {"back": back}).status_code, 200)
            now = next(x for x in self.events()["events"] if x["id"] == first)
            self.assertEqual(now["struck"], struck)

    def test_what_is_noted_late_stands_with_its_own_day(self) -> None:
        today = self.pour()
        w.note("watering", self.bed, user=self.ada, date=w.TODAY - dt.timedelta(days=3), litres=2.0)
        self.assertEqual(self.waterings()[0]["id"], today)

    def test_a_helper_sees_what_they_may_undo_and_a_stranger_nothing(self) -> None:
        self.pour()
        bo = w.person("bo")
        w.join(self.garden, bo, "helper")
        may = {x["kind"]: x["can_undo"] for x in self.events(client=w.client_of(bo))["events"]}
        self.assertEqual((may["watering"], may["bed_described"]), (True, False))
        url = f"/gardens/{self.garden.pk}/events"
        self.assertEqual(w.send(w.client_of(w.person("eve")), "get", url).status_code, 404)
        self.assertEqual(w.send(self.client_, "get", f"{url}?skip=-1").status_code, 400)

    def test_a_long_record_comes_in_pages_and_in_a_fixed_number_of_queries(self) -> None:
        said = {"litres": 1.0, "part": "morning", "into": "soil", "passes": 1}
        for _ in range(70):
            w.note("watering", self.bed, user=self.ada, **said)
        page, rest = self.events(), self.events(60)
        self.assertEqual((len(page["events"]), page["more"], rest["more"]), (60, True, False))
        self.assertFalse({x["id"] for x in page["events"]} & {x["id"] for x in rest["events"]})
        with self.assertNumQueries(4):  # session, person, membership with garden, events
            self.events()


class Copies(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        client = w.client_of(self.ada)
        made = w.send(client, "post", f"/gardens/{self.garden.pk}/beds", {**POT, "plantings": [GROWS]})
        self.assertEqual(made.status_code, 201, made.content)
        self.pots = made.json()["id"]

    def beds(self) -> dict[str, g.Bed]:
        return {b.name: core_bed(facts) for facts in read_beds(self.garden) for b in [core_bed(facts)]}

    def left(self, bed: g.Bed) -> int:
        (p,) = bed.plantings
        return p.thinned[-1].count if p.thinned else p.count

    def test_a_copy_takes_its_plants_along_where_that_is_asked(self) -> None:
        CopyBed(w.by(self.ada), self.garden.pk, self.pots).execute()
        CopyBed(w.by(self.ada), self.garden.pk, self.pots, with_plants=True).execute()
        bare, full = self.beds()["Peppers 2"], self.beds()["Peppers 3"]
        self.assertEqual((bare.plantings, bare.alike), ((), 6))
        self.assertEqual((self.left(full), full.plantings[0].sizes[0].height), (6, "knee"))

    def test_one_that_differs_becomes_its_own_with_its_share_and_undo_joins_it_again(self) -> None:
        mark = w.mark(w.new_id())
        CopyBed(w.by(self.ada), self.garden.pk, self.pots, one=True, stamp=mark).execute()
        five, one = self.beds()["Peppers"], self.beds()["Peppers 2"]
        self.assertEqual([(b.alike, self.left(b)) for b in (five, one)], [(5, 5), (1, 1)])
        with self.assertRaises(InputError):
            alone = next(b.row.pk for b in read_beds(self.garden) if b.row.name == "Peppers 2")
            CopyBed(w.by(self.ada), self.garden.pk, alone, one=True).execute()
        url = f"/gardens/{self.garden.pk}/events/{mark.id}/strike"
        self.assertEqual(w.send(w.client_of(self.ada), "post", url, {}).status_code, 200)
        self.assertEqual([(b.alike, self.left(b)) for b in self.beds().values()], [(6, 6)])


class Guests(w.WithProvider, TestCase):
    def setUp(self) -> None:
        cache.clear()

    def test_somebody_looks_around_without_an_account_and_goes_again(self) -> None:
        client = Client()
        answer = w.send(client, "post", "/session/look-around", {})
        self.assertEqual(answer.status_code, 201, answer.content)
        garden = answer.json()["id"]
        self.assertTrue(w.send(client, "get", "/session").json()["person"]["guest"])
        self.assertEqual(len(w.send(client, "get", f"/gardens/{garden}/round").json()["stops"]), 14)
        guest = User.objects.get(guest=True)
        self.assertFalse(guest.has_usable_password())
        User.objects.filter(pk=guest.pk).update(date_joined=timezone.now() - STAYS - dt.timedelta(hours=1))
        make_guest()
        self.assertFalse(User.objects.filter(pk=guest.pk).exists() or Garden.objects.filter(pk=garden).exists())
        self.assertEqual(Event.objects.filter(garden_id=garden).count(), 0)

    def test_it_is_closed_where_signing_up_is(self) -> None:
        with override_settings(SIGN_UP_OPEN=False):
            self.assertEqual(w.send(Client(), "post", "/session/look-around", {}).status_code, 403)
        self.assertEqual(User.objects.count(), 0)


class PeopleAndPlaces(TestCase):
    def test_names_are_taken_as_people_write_them(self) -> None:
        cache.clear()
        for name in ("Zoë O’Hara-Núñez", "José María", "李 雷", "bo.7"):
            answer = w.send(Client(), "post", "/session/sign-up", {"username": f"  {name} ", "password": w.PASSWORD})
            self.assertEqual(answer.status_code, 201, answer.content)
            self.assertEqual(answer.json()["person"]["username"], name)

    def test_a_longitude_left_open_is_that_of_the_zone_and_never_nought(self) -> None:
        """Standard time runs by a meridian each 15 degrees (time zones' definition)."""
        self.assertEqual(meridian_of("America/Chicago"), -90.0)
        self.assertEqual(meridian_of("Australia/Sydney"), 150.0)
        ada = w.person()
        values = {"name": "Far", "latitude": 41.0, "longitude": None, "time_zone": "America/Chicago"}
        garden = CreateGarden(w.by(ada), values).execute()
        self.assertEqual(garden.longitude, -90.0)
        moved = {"longitude": None, "elevation_m": None, "time_zone": "Asia/Tokyo"}
        changed = ChangeGarden(w.by(ada), garden.pk, moved).execute()
        self.assertEqual((changed.longitude, changed.time_zone), (135.0, "Asia/Tokyo"))

    def test_where_it_is_always_hot_a_wave_is_what_is_unusual(self) -> None:
        ada = w.person()
        rules = {}
        for climate in ("hot_dry", "cool_maritime"):
            values = {"name": climate, "latitude": 30.0, "climate": climate}
            rules[climate] = CreateGarden(w.by(ada), values).execute().heat_rule
        self.assertEqual(rules, {"hot_dry": "unusual", "cool_maritime": "absolute"})


class Refusals(TestCase):
    """Each refusal carries what stood there and what would do; none says a key of ours, None or null."""

    def test_every_number_of_a_bed_is_refused_in_words_a_form_can_use(self) -> None:
        ada = w.person()
        garden = w.garden_of(ada)
        client = w.client_of(ada)
        base = {"name": "Bench", "kind": "raised", "length_m": 2.4, "width_m": 1.2, "opened": w.TODAY.isoformat()}
        cases = [
            ("length_m", 0),
            ("width_m", -3),
            ("soil_depth_m", 9),
            ("length_m", None),
            ("kind", "boat"),
            ("name", ""),
        ]
        for field, value in cases:
            with self.subTest(field, value=value):
                answer = w.send(client, "post", f"/gardens/{garden.pk}/beds", {**base, field: value})
                self.assertEqual(answer.status_code, 400)
                refused = answer.json()["fields"][0]
                self.assertEqual(refused["field"], field)
                self.assertNotIn("None", refused["text"])
                if "allowed" in refused and not refused["allowed"].startswith("one of "):
                    self.assertNotRegex(refused["allowed"], r"None|null|_")
