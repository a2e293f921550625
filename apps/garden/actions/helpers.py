"""People who help in a garden: invited by its owner, in by their own word, out whenever they like."""

from __future__ import annotations

import datetime as dt
import secrets
from dataclasses import dataclass
from typing import ClassVar

from django.contrib.auth import get_user_model
from django.utils import timezone

from agronomy.describe.errors import InputError
from apps.accounts.actor import Actor
from apps.accounts.models import User
from apps.base.action import Action
from apps.base.errors import NotAllowed, NotFound
from apps.base.expiry import expires
from apps.base.tokens import hash_of
from apps.garden.access import lock, membership
from apps.garden.action import GardenAction
from apps.garden.actions.gardens import note_of_garden
from apps.garden.models import Invitation, InviteLink, Membership, Role

MOST_LINKS, LINK_LASTS = 10, dt.timedelta(days=7)
MOST_MEMBERS = 30  # of a garden, those invited among them


def invitations(user: User) -> list[Invitation]:
    """What a person was invited to and has not answered, the newest first."""
    mine = Invitation.objects.filter(user=user, garden__removed_at=None).select_related("garden", "by")
    return list(mine.order_by("-pk"))


@dataclass
class InviteHelper(GardenAction[Invitation]):
    """Ask another person to record what is done in a garden; they must have an account, and nothing changes for them
    until they accept."""

    username: str

    kind: ClassVar = "helper_invited"
    makes: ClassVar = Invitation

    def do(self) -> Invitation:
        garden = self.garden
        user = get_user_model().objects.filter(username=self.username).first()
        if user is None:
            raise InputError("username", self.username, "the name of somebody who has an account here")
        if Membership.objects.filter(garden=garden, user=user).exists():
            raise InputError("username", self.username, "somebody who is not a member yet")
        if Invitation.objects.filter(garden=garden, user=user).exists():
            raise InputError("username", self.username, "somebody who was not invited yet")
        if garden.membership_set.count() + garden.invitations.count() >= MOST_MEMBERS:
            raise InputError("members", MOST_MEMBERS + 1, f"at most {MOST_MEMBERS} members of a garden")
        self.told = {"name": self.username}
        return Invitation.objects.create(garden=garden, user=user, by=self.by.user)


@dataclass
class OpenInviteLink(GardenAction[str]):
    """An address for one helper, for LINK_LASTS; its token is told once, and kept as a hash alone."""

    kind: ClassVar = None

    def do(self) -> str:
        if InviteLink.objects.filter(garden=self.garden).count() >= MOST_LINKS:
            raise InputError("links", MOST_LINKS + 1, f"at most {MOST_LINKS} open at a time: end them first")
        token = secrets.token_urlsafe(32)
        InviteLink.objects.create(garden=self.garden, by=self.by.signed_in(), token_hash=hash_of(token))
        return token


@dataclass
class EndInviteLinks(GardenAction[None]):
    """No address that was given out leads in any more."""

    kind: ClassVar = None

    def do(self) -> None:
        InviteLink.objects.filter(garden=self.garden).delete()


@dataclass
class JoinByLink(Action[Membership]):
    """Who holds the address becomes a helper; it leads in once."""

    by: Actor
    token: str

    def run(self) -> Membership:
        user = self.by.signed_in()
        links = InviteLink.objects.filter(garden__removed_at=None, made_at__gt=timezone.now() - LINK_LASTS)
        link = links.filter(token_hash=hash_of(self.token)).first()
        if link is None or user.guest:
            raise NotFound("link")
        garden = lock(link.garden_id)
        if garden.membership_set.count() >= MOST_MEMBERS:
            raise InputError("members", MOST_MEMBERS + 1, f"at most {MOST_MEMBERS} members of a garden")
        if not InviteLink.objects.filter(pk=link.pk).delete()[0]:
            raise NotFound("link")  # somebody was quicker
        member, _ = Membership.objects.get_or_create(garden=garden, user=user, defaults={"role": Role.HELPER})
        Invitation.objects.filter(garden=garden, user=user).delete()
        note_of_garden(garden, self.by, "helper_joined")
        return member


@expires("invite links")
def end_old_links(now: dt.datetime) -> int:
    """Addresses that nobody used in their time."""
    return InviteLink.objects.filter(made_at__lt=now - LINK_LASTS).delete()[0]


@dataclass
class AcceptInvitation(Action[Membership]):
    by: Actor
    invitation_id: int

    def run(self) -> Membership:
        invitation = _mine(self.by, self.invitation_id)
        garden = lock(invitation.garden_id)
        member, _ = Membership.objects.get_or_create(
            garden=garden, user=invitation.user, defaults={"role": Role.HELPER}
        )
        invitation.delete()
        note_of_garden(garden, self.by, "helper_joined")
        return member


@dataclass
class DeclineInvitation(Action[None]):
    by: Actor
    invitation_id: int

    def run(self) -> None:
        _mine(self.by, self.invitation_id).delete()


def _mine(actor: Actor, invitation_id: int) -> Invitation:
    mine = Invitation.objects.filter(user=actor.signed_in(), garden__removed_at=None)
    invitation = mine.select_related("garden").filter(pk=invitation_id).first()
    if invitation is None:
        raise NotFound("invitation")
    return invitation


@dataclass
class WithdrawInvitation(GardenAction[None]):
    """The owner thinks again before it was answered."""

    invitation_id: int

    kind: ClassVar = "invitation_withdrawn"

    def do(self) -> None:
        if not self.garden.invitations.filter(pk=self.invitation_id).delete()[0]:
            raise NotFound("invitation")


@dataclass
class RemoveHelper(GardenAction[None]):
    """A helper's membership ends; what they recorded stays. An owner cannot be removed."""

    membership_id: int

    kind: ClassVar = "helper_removed"

    def do(self) -> None:
        if not Membership.objects.filter(garden=self.garden, pk=self.membership_id, role=Role.HELPER).delete()[0]:
            raise NotFound("helper")


@dataclass
class LeaveGarden(GardenAction[None]):
    """A helper goes; what they recorded stays."""

    kind: ClassVar = "helper_left"

    def do(self) -> None:
        mine = membership(self.by.signed_in(), self.garden.pk)
        if mine.role == Role.OWNER:
            raise NotAllowed("An owner cannot leave their garden: put it away instead.")
        mine.delete()
