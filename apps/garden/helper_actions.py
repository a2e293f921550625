"""People who help in a garden: invited by its owner, in by their own word, out whenever they like."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth import get_user_model
from django.db import transaction

from agronomy.describe.errors import InputError
from apps.accounts.models import User
from apps.base.errors import NotAllowed, NotFound
from apps.garden.access import lock, membership, owned
from apps.garden.models import Garden, Invitation, Membership, Role

MOST_MEMBERS = 30  # of a garden, those invited among them


def invitations(user: User) -> list[Invitation]:
    """What a person was invited to and has not answered, the newest first."""
    mine = Invitation.objects.filter(user=user, garden__removed_at=None).select_related("garden", "by")
    return list(mine.order_by("-pk"))


@dataclass
class InviteHelper:
    """Ask another person to record what is done in a garden; they must have an account, and nothing changes for them
    until they accept."""

    by: User
    garden_id: int
    username: str

    def execute(self) -> Invitation:
        garden = owned(self.by, self.garden_id)
        user = get_user_model().objects.filter(username=self.username).first()
        if user is None:
            raise InputError("username", self.username, "the name of somebody who has an account here")
        with transaction.atomic():
            lock(garden)
            if Membership.objects.filter(garden=garden, user=user).exists():
                raise InputError("username", self.username, "somebody who is not a member yet")
            if Invitation.objects.filter(garden=garden, user=user).exists():
                raise InputError("username", self.username, "somebody who was not invited yet")
            if garden.membership_set.count() + garden.invitations.count() >= MOST_MEMBERS:
                raise InputError("members", MOST_MEMBERS + 1, f"at most {MOST_MEMBERS} members of a garden")
            return Invitation.objects.create(garden=garden, user=user, by=self.by)


@dataclass
class AcceptInvitation:
    by: User
    invitation_id: int

    def execute(self) -> Membership:
        with transaction.atomic():
            invitation = _mine(self.by, self.invitation_id)
            lock(invitation.garden)
            member, _ = Membership.objects.get_or_create(
                garden=invitation.garden, user=self.by, defaults={"role": Role.HELPER}
            )
            invitation.delete()
            return member


@dataclass
class DeclineInvitation:
    by: User
    invitation_id: int

    def execute(self) -> None:
        _mine(self.by, self.invitation_id).delete()


def _mine(user: User, invitation_id: int) -> Invitation:
    found = Invitation.objects.select_related("garden").filter(user=user, pk=invitation_id, garden__removed_at=None)
    invitation = found.first()
    if invitation is None:
        raise NotFound("invitation")
    return invitation


@dataclass
class WithdrawInvitation:
    """The owner thinks again before it was answered."""

    by: User
    garden_id: int
    invitation_id: int

    def execute(self) -> None:
        garden: Garden = owned(self.by, self.garden_id)
        if not garden.invitations.filter(pk=self.invitation_id).delete()[0]:
            raise NotFound("invitation")


@dataclass
class RemoveHelper:
    """A helper's membership ends; what they recorded stays. An owner cannot be removed."""

    by: User
    garden_id: int
    membership_id: int

    def execute(self) -> None:
        garden = owned(self.by, self.garden_id)
        if not Membership.objects.filter(garden=garden, pk=self.membership_id, role=Role.HELPER).delete()[0]:
            raise NotFound("helper")


@dataclass
class LeaveGarden:
    """A helper goes; what they recorded stays."""

    by: User
    garden_id: int

    def execute(self) -> None:
        mine = membership(self.by, self.garden_id)
        if mine.role == Role.OWNER:
            raise NotAllowed("An owner cannot leave their garden: put it away instead.")
        mine.delete()
