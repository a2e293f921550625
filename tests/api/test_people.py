"""Who helps: an invitation changes nothing until it is accepted; own gardens alone count; a helper can leave."""

from unittest import mock

from django.test import TestCase

from apps.garden.actions import gardens as ga
from apps.garden.models import Garden, Invitation, Membership
from tests.apps import world as w


class People(TestCase):
    def setUp(self) -> None:
        self.ada, self.ben, self.eve = w.person("ada"), w.person("ben"), w.person("eve")
        self.garden = w.garden_of(self.ada)
        self.clients = {u.username: w.client_of(u) for u in (self.ada, self.ben, self.eve)}

    def call(self, who, method, path, body=None, status=200):
        answer = w.send(self.clients[who], method, path, body)
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json() if answer.content else None

    def invite(self, username="ben", status=201):
        return self.call("ada", "post", f"/gardens/{self.garden.pk}/members", {"username": username}, status)

    def test_an_invitation_is_accepted_not_imposed(self) -> None:
        self.assertEqual(self.invite()["role"], "invited")
        self.assertEqual(self.call("ben", "get", "/gardens"), [])
        self.call("ben", "get", f"/gardens/{self.garden.pk}/round", status=404)
        waiting = self.call("ben", "get", "/invitations")
        self.assertEqual([(x["garden"], x["by"]) for x in waiting], [("Test yard", "ada")])
        self.assertEqual(self.call("eve", "get", "/invitations"), [])
        for method in ("post", "delete"):
            self.call("eve", method, f"/invitations/{waiting[0]['id']}", status=404)
        joined = self.call("ben", "post", f"/invitations/{waiting[0]['id']}", status=201)
        self.assertEqual(joined["role"], "helper")
        self.assertEqual([g["name"] for g in self.call("ben", "get", "/gardens")], ["Test yard"])
        self.call("ben", "get", f"/gardens/{self.garden.pk}/round")
        self.call("ben", "post", f"/invitations/{waiting[0]['id']}", status=404)  # it was answered
        self.assertEqual(
            [m["role"] for m in self.call("ada", "get", f"/gardens/{self.garden.pk}/members")], ["owner", "helper"]
        )

    def test_it_is_declined_and_withdrawn(self) -> None:
        invited = self.invite()
        self.call("ben", "delete", f"/invitations/{invited['id']}", status=204)
        self.assertEqual(Membership.objects.filter(user=self.ben).count(), 0)
        again = self.invite()
        self.call("ben", "delete", f"/gardens/{self.garden.pk}/invited/{again['id']}", status=404)
        self.call("ada", "delete", f"/gardens/{self.garden.pk}/invited/{again['id']}", status=204)
        self.call("ben", "post", f"/invitations/{again['id']}", status=404)

    def test_nobody_is_asked_twice_nor_when_they_are_in(self) -> None:
        self.invite("nobody", 400)
        self.invite("ada", 400)
        self.invite()
        self.assertEqual(self.invite(status=400)["fields"][0]["field"], "username")
        self.call("ben", "post", f"/invitations/{Invitation.objects.get().pk}", status=201)
        self.invite(status=400)
        with mock.patch("apps.garden.actions.helpers.MOST_MEMBERS", 2):
            self.assertEqual(self.invite("eve", 400)["fields"][0]["field"], "members")

    def test_a_garden_put_away_invites_nobody(self) -> None:
        self.invite()
        self.call("ada", "delete", f"/gardens/{self.garden.pk}", status=204)
        self.assertEqual(self.call("ben", "get", "/invitations"), [])
        self.call("ben", "post", f"/invitations/{Invitation.objects.get().pk}", status=404)

    def test_a_helper_leaves_and_an_owner_cannot(self) -> None:
        w.join(self.garden, self.ben, "helper")
        self.call("ben", "post", f"/gardens/{self.garden.pk}/leave", status=204)
        self.call("ben", "get", f"/gardens/{self.garden.pk}/round", status=404)
        self.assertIn("put it away", self.call("ada", "post", f"/gardens/{self.garden.pk}/leave", status=403)["text"])
        self.call("ada", "get", f"/gardens/{self.garden.pk}/round")

    def test_a_helper_is_sent_home_and_an_owner_is_not(self) -> None:
        w.join(self.garden, self.ben, "helper")
        ids = {m["role"]: m["id"] for m in self.call("ada", "get", f"/gardens/{self.garden.pk}/members")}
        self.call("ben", "delete", f"/gardens/{self.garden.pk}/members/{ids['helper']}", status=403)
        self.call("ada", "delete", f"/gardens/{self.garden.pk}/members/{ids['owner']}", status=404)
        self.call("ada", "delete", f"/gardens/{self.garden.pk}/members/{ids['helper']}", status=204)
        self.call("ben", "get", f"/gardens/{self.garden.pk}/round", status=404)

    def test_a_stranger_cannot_fill_a_persons_gardens(self) -> None:
        with mock.patch.object(ga, "MOST_GARDENS", 2):
            for i in range(4):
                other = Garden.objects.create(name=f"Other {i}", latitude=40.0)
                w.join(other, self.ben, "helper")
            for i in range(2):
                self.call("ben", "post", "/gardens", {"name": f"Mine {i}", "latitude": 40.0}, 201)
            refused = self.call("ben", "post", "/gardens", {"name": "One more", "latitude": 40.0}, 400)
        self.assertEqual(refused["fields"][0]["field"], "gardens")
