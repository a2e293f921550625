"""One's own account: password, letter, sessions, file, end; who is let into a garden by an address; who is kept out."""

import datetime as dt
import io
import json
import re
import zipfile
from unittest import mock

from django.contrib.auth import get_user_model
from django.core import mail
from django.core.cache import cache
from django.core.management import call_command
from django.test import Client, TestCase, override_settings
from django.utils import timezone

from apps.accounts.people import ResetPassword
from apps.base.errors import NotFound
from apps.exchange.guests import make_guest
from apps.garden.models import EarlyStrike, Event, Garden, InviteLink, Membership
from tests.apps import world as w

NEW = "marram-cinder-fathom"


class Account(TestCase):
    def setUp(self) -> None:
        cache.clear()
        self.ada = w.person("ada")
        self.phone, self.desk = (self.signed_in() for _ in range(2))

    def signed_in(self, name: str = "ada", password: str = w.PASSWORD) -> Client:
        client = Client()
        self.assertEqual(self.call(client, "/session/sign-in", {"username": name, "password": password})[0], 200)
        return client

    def call(self, client: Client, path: str, body: object = None, method: str = "post") -> tuple[int, dict]:
        answer = w.send(client, method, path, body)
        return answer.status_code, json.loads(answer.content) if answer.content else {}

    def is_in(self, client: Client) -> bool:
        return self.call(client, "/gardens", method="get")[0] == 200

    def test_a_password_is_changed_by_who_knows_it_and_ends_every_other_session(self) -> None:
        for body, field in (
            ({"old": "guess", "password": NEW}, "old"),
            ({"old": w.PASSWORD, "password": "x"}, "password"),
        ):
            code, said = self.call(self.phone, "/session/password", body)
            self.assertEqual((code, said["fields"][0]["field"], said["fields"][0]["value"]), (400, field, None))
        self.assertNotIn("guess", json.dumps(said))
        self.assertEqual(self.call(self.phone, "/session/password", {"old": w.PASSWORD, "password": NEW})[0], 200)
        self.assertEqual((self.is_in(self.phone), self.is_in(self.desk)), (True, False))
        self.signed_in(password=NEW)
        guest = Client()
        guest.force_login(make_guest())
        self.assertEqual(self.call(guest, "/session/password", {"old": "", "password": NEW})[0], 400)

    def test_every_other_session_is_ended_at_a_word(self) -> None:
        self.assertEqual(self.call(self.desk, "/session/everywhere-out")[0], 200)
        self.assertEqual((self.is_in(self.desk), self.is_in(self.phone)), (True, False))

    def letter(self) -> str:
        (found,) = re.findall(r"http://testserver/reset#(\S+)", mail.outbox[-1].body)
        return str(found)

    def test_who_forgot_gets_a_letter_that_works_once(self) -> None:
        self.assertEqual(self.call(Client(), "/session/forgot", {"username": "ada"})[0], 204)
        self.assertEqual(len(mail.outbox), 0)  # no address is known; the answer does not tell
        self.assertEqual(self.call(self.phone, "/session/preferences", {"email": "nope"}, "patch")[0], 400)
        self.call(self.phone, "/session/preferences", {"email": "ada@beds.example"}, "patch")
        self.assertEqual(self.call(Client(), "/session/forgot", {"username": "nobody"})[0], 204)
        self.assertEqual(self.call(Client(), "/session/forgot", {"username": " ada "})[0], 204)
        self.assertEqual([m.to for m in mail.outbox], [["ada@beds.example"]])
        get_user_model().objects.create_user("cleo", "cleo@beds.example", is_active=False)
        self.call(Client(), "/session/forgot", {"username": "cleo"})
        self.assertEqual(len(mail.outbox), 1)  # whose account is shut gets none
        key = self.letter()
        self.assertEqual(self.call(Client(), "/session/reset", {"key": key, "password": "short"})[0], 400)
        for wrong in (key[:-1] + "x", "x", "." * 9, key.split(".")[0], "9" * 150 + "." + key.split(".")[1]):
            self.assertEqual(self.call(Client(), "/session/reset", {"key": wrong, "password": NEW})[0], 404, wrong)
        self.assertEqual(self.call(Client(), "/session/reset", {"key": key, "password": NEW})[0], 204)
        self.assertEqual((self.is_in(self.phone), self.is_in(self.desk)), (False, False))
        self.assertEqual(self.call(Client(), "/session/reset", {"key": key, "password": NEW + "2"})[0], 404)
        self.signed_in(password=NEW)

    def test_a_letter_answers_for_an_hour(self) -> None:
        self.call(self.phone, "/session/preferences", {"email": "ada@beds.example"}, "patch")
        self.call(Client(), "/session/forgot", {"username": "ada"})
        with override_settings(PASSWORD_RESET_TIMEOUT=-1), self.assertRaises(NotFound):
            ResetPassword(self.letter(), NEW).execute()

    def test_letters_are_limited(self) -> None:
        codes = [self.call(Client(), "/session/forgot", {"username": "ada"})[0] for _ in range(7)]
        self.assertEqual((codes[0], codes[-1]), (204, 429))

    def test_an_account_is_taken_along_and_closed(self) -> None:
        garden, other = w.garden_of(self.ada), w.garden_of(w.person("ben"), name="Other")
        bed = w.bed_of(self.ada, garden, name="Möhren")
        w.join(other, self.ada, "helper")
        noted = w.note("gauge", other, user=self.ada, rain=3.0)
        w.note("watering", bed, user=self.ada, litres=8.0)
        packed = zipfile.ZipFile(io.BytesIO(self.phone.get("/api/account/file").content))
        self.assertEqual(len(packed.namelist()), 9)
        self.assertEqual([g["role"] for g in json.loads(packed.read("account.json"))["gardens"]], ["owner", "helper"])
        self.assertEqual(json.loads(packed.read("garden-1/garden.json"))["beds"][0]["name"], "Möhren")
        self.assertIn("watered", packed.read("garden-1/record.csv").decode())
        self.assertEqual(self.call(self.phone, "/account/close", {"password": "guess"})[0], 400)
        self.assertEqual(self.call(self.phone, "/account/close", {"password": w.PASSWORD})[0], 204)
        self.assertFalse(get_user_model().objects.filter(username="ada").exists())
        self.assertEqual(list(Garden.objects.all()), [other])
        noted.refresh_from_db()
        self.assertIsNone(noted.by)
        self.assertEqual((self.is_in(self.phone), self.is_in(self.desk)), (False, False))
        self.assertEqual(Client().get("/api/account/file").status_code, 403)

    def test_one_address_cannot_try_one_password_over_many_names(self) -> None:
        for n in range(60):
            self.call(Client(), "/session/sign-in", {"username": f"name {n}", "password": NEW})
        body = {"username": "ada", "password": w.PASSWORD}
        self.assertEqual(self.call(Client(), "/session/sign-in", body)[0], 429)
        # It kept out that address alone, by the one that the door tells.
        elsewhere = Client(REMOTE_ADDR="127.0.0.1", HTTP_X_REAL_IP="203.0.113.9", HTTP_X_FORWARDED_FOR="203.0.113.9")
        self.assertEqual(self.call(elsewhere, "/session/sign-in", body)[0], 200)
        forged = Client(REMOTE_ADDR="198.51.100.7", HTTP_X_REAL_IP="203.0.113.10")
        for _ in range(8):
            self.call(forged, "/session/sign-in", {**body, "password": "wrong-wrong-wrong"})
        self.assertEqual(self.call(elsewhere, "/session/sign-in", body)[0], 200)

    def test_an_address_makes_one_helper(self) -> None:
        garden = w.garden_of(self.ada)
        ben, eve = (w.person(x) for x in ("ben", "eve"))
        path = f"/gardens/{garden.pk}/invite-links"
        self.assertEqual(self.call(w.client_of(ben), path)[0], 404)
        _, made = self.call(self.phone, path)
        token = made["address"].split("#")[1]
        self.assertNotIn(token, InviteLink.objects.get().token_hash)
        guest = Client()
        guest.force_login(make_guest())
        for client, tried in ((guest, token), (w.client_of(ben), token.swapcase()), (w.client_of(ben), "x")):
            self.assertEqual(self.call(client, "/join", {"token": tried})[0], 404)
        self.assertEqual(self.call(Client(), "/join", {"token": token})[0], 403)
        code, joined = self.call(w.client_of(ben), "/join", {"token": token})
        self.assertEqual((code, joined["role"]), (201, "helper"))
        self.assertEqual(self.call(w.client_of(eve), "/join", {"token": token})[0], 404)
        late = self.call(self.phone, path)[1]["address"].split("#")[1]
        InviteLink.objects.update(made_at=timezone.now() - dt.timedelta(days=8))
        self.assertEqual(self.call(w.client_of(eve), "/join", {"token": late})[0], 404)
        ended = self.call(self.phone, path)[1]["address"].split("#")[1]
        self.assertEqual(self.call(self.phone, path, method="delete")[0], 204)
        self.assertEqual(self.call(w.client_of(eve), "/join", {"token": ended})[0], 404)
        for _ in range(10):
            self.call(self.phone, path)
        self.assertEqual(self.call(self.phone, path)[0], 400)
        self.assertEqual(Membership.objects.filter(garden=garden).count(), 2)

    def test_an_owner_who_opens_their_own_address_stays_owner(self) -> None:
        garden = w.garden_of(self.ada)
        token = self.call(self.phone, f"/gardens/{garden.pk}/invite-links")[1]["address"].split("#")[1]
        self.assertEqual(self.call(self.phone, "/join", {"token": token})[1]["role"], "owner")


class Expired(TestCase):
    def test_the_night_clears_what_has_expired_and_nothing_else(self) -> None:
        ada = w.person("ada")
        garden = w.garden_of(ada)
        Client().force_login(ada)
        old, new = make_guest(), make_guest()
        get_user_model().objects.filter(pk=old.pk).update(date_joined=timezone.now() - dt.timedelta(days=3))
        for k, days in ((1, 31), (2, 3)):
            early = EarlyStrike.objects.create(id=w.new_id(), garden=garden)
            EarlyStrike.objects.filter(pk=early.pk).update(arrived_at=timezone.now() - dt.timedelta(days=days))
            link = InviteLink.objects.create(garden=garden, token_hash=f"{k}", by=ada)
            InviteLink.objects.filter(pk=link.pk).update(made_at=timezone.now() - dt.timedelta(days=days))
        cache.set("stays", 1, 900)
        cache.set("goes", 1, -1)
        out = io.StringIO()
        call_command("clear_expired", stdout=out)
        self.assertIn("1 guests", out.getvalue())
        self.assertEqual((EarlyStrike.objects.count(), InviteLink.objects.count(), cache.get("stays")), (1, 1, 1))
        self.assertEqual(list(get_user_model().objects.filter(guest=True)), [new])
        self.assertTrue(Garden.objects.filter(pk=garden.pk).exists())


class Overtaken(TestCase):
    def test_an_undo_that_arrives_before_its_event_waits_for_it(self) -> None:
        ada, ben = w.person("ada"), w.person("ben")
        garden = w.garden_of(ada)
        bed = w.bed_of(ada, garden)
        w.join(garden, ben, "helper")
        mine, his = w.client_of(ada), w.client_of(ben)

        def strike(client: Client, event: str, back: bool = False) -> dict:
            answer = w.send(client, "post", f"/gardens/{garden.pk}/events/{event}/strike", {"back": back})
            self.assertEqual(answer.status_code, 200, answer.content)
            return dict(answer.json())

        def pour(event: str) -> Event:
            poured = {"id": event, "bed": bed.pk, "litres": 8.0, "passes": 1, "part": "morning", "into": "soil"}
            answer = w.send(mine, "post", f"/gardens/{garden.pk}/waterings", {"waterings": [poured]})
            self.assertEqual(answer.status_code, 201, answer.content)
            return Event.objects.get(pk=event)

        first, second, third = (w.new_id() for _ in range(3))
        self.assertEqual(strike(mine, first), {"id": first, "struck": True, "left": 0})
        strike(mine, first)  # twice is once
        self.assertTrue(pour(first).struck)
        self.assertFalse(EarlyStrike.objects.exists())
        self.assertFalse(strike(mine, first, back=True)["struck"])
        strike(mine, second)
        strike(mine, second, back=True)  # thought better of, before it came
        self.assertFalse(pour(second).struck)
        strike(his, third)  # somebody else's guess counts for nothing
        self.assertFalse(pour(third).struck)
        other = w.garden_of(ben, name="Other")

        def elsewhere(event: str) -> int:
            return int(w.send(his, "post", f"/gardens/{other.pk}/events/{event}/strike", {"back": False}).status_code)

        waiting = w.new_id()
        strike(mine, waiting)
        self.assertEqual([elsewhere(first), elsewhere(waiting)], [404, 404])
        self.assertEqual(elsewhere("00000000-0000-0000-0000-000000000000"), 404)  # such an id never comes
        with mock.patch("apps.garden.undo.MOST_EARLY", 1):
            self.assertEqual([elsewhere(w.new_id()) for _ in range(2)], [200, 404])

    def test_of_a_whole_round_only_ones_own_early_undo_counts(self) -> None:
        ada, ben = w.person("ada"), w.person("ben")
        garden = w.garden_of(ada)
        beds = [w.bed_of(ada, garden, name=name) for name in ("One", "Two")]
        w.join(garden, ben, "helper")
        ids = [w.new_id() for _ in beds]
        for person, event in zip((ada, ben), ids, strict=True):
            w.send(w.client_of(person), "post", f"/gardens/{garden.pk}/events/{event}/strike", {"back": False})
        poured = [{"id": event, "bed": bed.pk, "litres": 8.0} for event, bed in zip(ids, beds, strict=True)]
        answer = w.send(w.client_of(ada), "post", f"/gardens/{garden.pk}/waterings", {"waterings": poured})
        self.assertEqual(answer.status_code, 201, answer.content)
        self.assertEqual([Event.objects.get(pk=event).struck for event in ids], [True, False])
