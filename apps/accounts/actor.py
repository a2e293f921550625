"""Who does something. Every change of facts has one, and the record keeps who it was."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

from apps.accounts.models import User
from apps.base.errors import NotAllowed

ActorKind = Literal["person", "visitor", "device", "system"]
ACTOR_KINDS: tuple[ActorKind, ...] = get_args(ActorKind)


@dataclass(frozen=True)
class Actor:
    """A person who signed in, a visitor with a link, a device with a key, or the house itself.

    user: the person. name: what a visitor or device is called. garden_id: the one garden they were let into; what they
    may do there is what a helper may.
    """

    kind: ActorKind
    user: User | None = None
    name: str = ""
    garden_id: int | None = None

    def signed_in(self) -> User:
        """The person. Raises NotAllowed for anyone who is none."""
        if self.user is None:
            raise NotAllowed("Only somebody who is signed in can do this.")
        return self.user


SYSTEM = Actor("system")


def person(user: User) -> Actor:
    """Somebody who signed in."""
    return Actor("person", user)
