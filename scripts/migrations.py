"""Migrations that can be cut short: MariaDB cannot take back a half-made table, a dump can.

Before any migration the database is dumped, and a note is kept until all are through. A note that is found at the next
start says that the last one was cut short: what it left is replaced by what stood before, and it begins anew.
"""

from __future__ import annotations

from collections.abc import Callable

from scripts import database, dumps
from scripts.console import Problem, say
from scripts.paths import RUN
from scripts.processes import Service

UNDER_WAY = RUN / "migrating"  # holds the name of the dump that was made before; nothing where there was no table yet


def apply(manage: Callable[..., str], serving: Service) -> str:
    """Apply what is pending; how it went, in a word. Nothing is served meanwhile by code that knows the old tables.

    manage: runs a command of manage.py and gives its text. Raises Problem.
    """
    if UNDER_WAY.exists():
        serving.stop()
        _begin_anew(UNDER_WAY.read_text().strip())
    if not _pending(manage):
        return "up"
    serving.stop()
    kept = dumps.dump("before-migration") if dumps.has_tables() else None
    UNDER_WAY.write_text(kept.name if kept else "")
    try:
        manage("migrate", "--noinput")
    except Problem as problem:
        if kept:
            problem.mend += f"; what stood before is kept in {kept} and is put back at the next start"
        raise
    UNDER_WAY.unlink()
    dumps.forget_old("before-migration")
    return "applied"


def _pending(manage: Callable[..., str]) -> bool:
    return "[ ]" in manage("showmigrations", "--list")


def _begin_anew(name: str) -> None:
    if name:
        with dumps.opened(dumps.BACKUPS / name) as plain:
            dumps.restore(plain)
        say(f"the last migration was cut short; the database is again as {name} has it")
    else:
        dumps.empty_database(database.NAME)
        say("the first migration was cut short; the database is made anew")
    UNDER_WAY.unlink()
