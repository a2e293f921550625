"""Ids for what is noted next at a stop.

An id stands for one opening of a stop: whoever marks it, from whatever page, how often the answer is lost, it is one
event. It is another one after something was noted or taken back, for the second drink of a day and for what is left.
"""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Sequence

from django.utils.crypto import salted_hmac

from apps.planning.facts import BedFacts, Felt, LeftAlone, Poured
from apps.planning.happened import on_day


def mark_ids(facts: BedFacts, date: dt.date) -> dict[str, uuid.UUID]:
    """For each kind of event, the id under which the next one of this bed on this date is noted.

    Made with the server's key, so that nobody can take up another's ids.
    """
    noted: dict[str, Sequence[Poured | Felt | LeftAlone]]
    noted = {"watering": facts.poured, "observation": facts.felt, "put_off": facts.put_offs}
    return {kind: _id(kind, facts.row.pk, date, len(on_day(events, date))) for kind, events in noted.items()}


def before_leaving_id(what: str, facts: BedFacts, date: dt.date) -> uuid.UUID:
    """The same for something that is poured before going away: two of them may be done at one bed."""
    return _id(f"before leaving {what}", facts.row.pk, date, len(on_day(facts.poured, date)))


def _id(kind: str, bed_id: int, date: dt.date, noted: int) -> uuid.UUID:
    digest = salted_hmac("isleshower.mark", f"{kind} {bed_id} {date} {noted}", algorithm="sha256").digest()
    return uuid.UUID(bytes=digest[:16], version=4)
