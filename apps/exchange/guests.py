"""Guests: people who look around without an account; they and their gardens go again after a while."""

from __future__ import annotations

import datetime as dt
import secrets

from django.utils import timezone

from apps.accounts.models import User
from apps.base.expiry import expires
from apps.garden.models import Garden, Role

STAYS = dt.timedelta(days=2)
GO_AT_ONCE = 20  # of those whose time is over, so many go when another comes


@expires("guests")
def send_home(now: dt.datetime, most: int = 10_000) -> int:
    """Guests whose time is over go, with their gardens; how many."""
    over = list(User.objects.filter(guest=True, date_joined__lt=now - STAYS)[:most])
    for old in over:
        Garden.objects.filter(membership__user=old, membership__role=Role.OWNER).delete()
        old.delete()
    return len(over)


def make_guest() -> User:
    """A new guest, who cannot sign in again; some whose time is over go."""
    send_home(timezone.now(), GO_AT_ONCE)
    guest = User(username=f"guest {secrets.token_hex(4)}", guest=True)
    guest.set_unusable_password()
    guest.save()
    return guest
