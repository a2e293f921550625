"""A garden's revision: raised in the transaction of whatever changes its facts, so that what was derived from them can
be known to be as it was without reading them."""

from __future__ import annotations

import secrets
from typing import NamedTuple

from django.db import connection

from apps.garden.models import Revision

# In a table of its own: raised beside a row that a bulk statement is just writing, the server would refuse it.
_RAISE = """
INSERT INTO {0} (garden_id, number, beyond, token) VALUES (%s, 1, 1, %s)
ON DUPLICATE KEY UPDATE number = LAST_INSERT_ID(number + 1), beyond = IF(%s, number, beyond), token = VALUES(token)
"""
TOKEN_BITS = 62


class Now(NamedTuple):
    """number: of the last change; beyond: of the last that was more than something that happened at a bed.

    token: drawn for the last change. Of a database that was put back to an earlier moment the numbers come again, with
    other facts; a token does not, so it alone may stand for facts outside the process that read them.
    """

    number: int
    beyond: int
    token: int


def raise_revision(garden_id: int, beyond: bool = True) -> int:
    """Say that a garden's facts change; the number that they change to. beyond: more may change than what happened at
    its beds. Inside the transaction that changes them: others see both, or neither, and who changes them next waits."""
    with connection.cursor() as cursor:
        cursor.execute(
            _RAISE.format(connection.ops.quote_name(Revision._meta.db_table)),
            [garden_id, secrets.randbits(TOKEN_BITS), beyond],
        )
        return cursor.lastrowid or 1


def revisions() -> dict[int, Now]:
    """The revision of every garden that was ever changed, by its id."""
    rows = Revision.objects.values_list("garden_id", "number", "beyond", "token").iterator(chunk_size=5000)
    return {garden: Now(*told) for garden, *told in rows}


def revision_of(garden_id: int) -> Now:
    """The revision of a garden's facts as they are committed; noughts before the first change. Read it before the
    facts: what is made of them is then as new as it, or newer."""
    found = Revision.objects.filter(pk=garden_id).values_list("number", "beyond", "token").first()
    return Now(*found) if found else Now(0, 0, 0)
