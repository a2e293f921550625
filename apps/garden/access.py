"""Who may reach what. Every object is found through the signed-in person's gardens, or not at all."""

from __future__ import annotations

from apps.accounts.models import User
from apps.base.errors import NotAllowed, NotFound
from apps.garden.models import Garden, Membership, Role


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


def owned(user: User, garden_id: int) -> Garden:
    """A garden the person owns. Raises NotFound for a stranger, NotAllowed for a helper."""
    m = membership(user, garden_id)
    if m.role != Role.OWNER:
        raise NotAllowed("Only the garden's owner can change this. A helper records what was done.")
    return m.garden


def visited(user: User, garden_id: int) -> Garden:
    """A garden the person belongs to, in whatever role."""
    return membership(user, garden_id).garden


def lock(garden: Garden) -> None:
    """Hold other changes to this garden's beds, hoses and weather until the transaction ends."""
    Garden.objects.select_for_update().values_list("pk").get(pk=garden.pk)
