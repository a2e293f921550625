"""Before anybody looks: every garden that changed, or whose day has begun, is planned and its pages are worked out.

By the same call as the page's own, so that whoever opens the garden takes what is found, and without it works it out.
"""

from __future__ import annotations

from collections.abc import Iterable

from django.conf import settings

from api.ahead.views import Ahead
from api.kept import is_kept, keep_for
from api.round.views import Round
from apps.accounts.actor import SYSTEM
from apps.base.errors import NotFound
from apps.garden.models import Membership
from apps.garden.revision import revisions
from apps.planning.issue import Visit

PAGES = (Round, Ahead)  # those that open a day


def due() -> list[int]:
    """The gardens whose Round is not there as it stands now, for whoever belongs to them; the oldest first."""
    now, found = revisions(), set[int]()
    for m in _members():
        if not is_kept(Round, m, now.get(m.garden_id)):
            found.add(m.garden_id)
    return sorted(found)


def every() -> list[int]:
    """All gardens that somebody has an account in."""
    return list(dict.fromkeys(m.garden_id for m in _members()))


def _members() -> Iterable[Membership]:
    mine = Membership.objects.filter(garden__removed_at=None, user__guest=False).select_related("garden")
    return mine.order_by("garden_id").iterator(chunk_size=2000)


def prepare(garden_id: int) -> int:
    """Bring one garden's weather up to date, keep the day's advice, and work out its pages in each role that somebody
    has there; how many were worked out. A garden that is gone is none."""
    try:
        Visit(SYSTEM, garden_id).execute()
    except NotFound:
        return 0
    if not settings.KEEP_ANSWERS:
        return 0
    roles = {m.role: m.user for m in Membership.objects.filter(garden_id=garden_id).select_related("user")}
    return sum(keep_for(page, user, garden_id) for user in roles.values() for page in PAGES)
