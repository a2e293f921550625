"""People who help in a garden: invited by its owner, in by their own word, out whenever they like."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from django.contrib.auth import get_user_model

from agronomy.describe.errors import InputError
from apps.accounts.actor import Actor
from apps.accounts.models import User
from apps.base.action import Action
from apps.base.errors import NotAllowed, NotFound
from apps.garden.access import lock, membership
from apps.garden.action import GardenAction
from apps.garden.actions.gardens import note_of_garden
from apps.garden.models import Invitation, Membership, Role

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
