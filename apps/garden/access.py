"""Who may reach what. Every object is found through the actor's gardens, or not at all."""

from __future__ import annotations

from apps.accounts.actor import Actor
from apps.accounts.models import User
from apps.base.errors import NotAllowed, NotFound
from apps.garden.models import Garden, Membership, Role
from apps.garden.revision import raise_revision

OWNERS_ONLY = "Only the garden's owner can change this. A helper records what was done."


def membership(user: User, garden_id: int) -> Membership:
    """The person's membership of a garden. Raises NotFound for anyone else's garden, and for none."""
    found = (
        Membership.objects.select_related("garden")
        .filter(user=user, garden_id=garden_id, garden__removed_at=None)
        .first()
    )
    if found is None:
        raise NotFound("garden")
    return found


def memberships(user: User) -> list[Membership]:
    """All of the person's memberships, oldest first, with their gardens and hoses."""
    mine = (
        Membership.objects.filter(user=user, garden__removed_at=None)
        .select_related("garden")
        .prefetch_related("garden__rigs")
    )
    return list(mine.order_by("pk"))


def role_in(actor: Actor, garden_id: int) -> Role:
    """What an actor is in a garden: a person by membership, a visitor or device a helper where it was let in, the house
    an owner everywhere. Raises NotFound."""
    if actor.kind == "person" and actor.user is not None:
        return Role(membership(actor.user, garden_id).role)
    if not Garden.objects.filter(pk=garden_id, removed_at=None).exists():
        raise NotFound("garden")
    if actor.kind == "system":
        return Role.OWNER
    if actor.garden_id != garden_id:
        raise NotFound("garden")
    return Role.HELPER


def reached(actor: Actor, garden_id: int, needs: Role) -> Garden:
    """A garden in which the actor may do what `needs` that role.

    Raises NotFound for a stranger, NotAllowed for a helper where an owner is needed.
    """
    refuse_below(actor, garden_id, needs)
    return Garden.objects.get(pk=garden_id)


def permitted(actor: Actor, garden_id: int, needs: Role, beyond: bool = True) -> Garden:
    """The same, held against other changes until the transaction ends. beyond: as of lock()."""
    refuse_below(actor, garden_id, needs)
    return lock(garden_id, beyond)


def refuse_below(actor: Actor, garden_id: int, needs: Role) -> None:
    """Raises NotFound for a stranger, NotAllowed for a helper where an owner is needed."""
    if role_in(actor, garden_id) != Role.OWNER and needs == Role.OWNER:
        raise NotAllowed(OWNERS_ONLY)


def lock(garden_id: int, beyond: bool = True) -> Garden:
    """Hold other changes to this garden and all that belongs to it until the transaction ends; as it stands then. Who
    holds it is about to change its facts: its revision is raised.

    beyond: more may change than what happened at beds.
    """
    garden = Garden.objects.select_for_update().get(pk=garden_id)
    garden.raised = raise_revision(garden_id, beyond)
    return garden
