"""scripts/backup and scripts/restore."""

from __future__ import annotations

import sys
from pathlib import Path

from scripts import database, dumps, server
from scripts.console import Problem, report, say, step


def backup_command(arguments: list[str]) -> int:
    if len(arguments) > 1 or arguments[:1] in (["-h"], ["--help"]):
        print("usage: scripts/backup [FILE]", file=sys.stderr)
        return 2
    into = Path(arguments[0]).resolve() if arguments else None
    if into and into.exists():
        return report(Problem(f"{into} is there already", "name a new file, or none"))
    with DatabaseUp():
        with step("backup"):
            file = dumps.dump("backup", into)
        print(f"  {file}, {file.stat().st_size:,} bytes. scripts/restore FILE puts it back.")
    return 0


def restore_command(arguments: list[str]) -> int:
    if len(arguments) != 1 or arguments[0].startswith("-"):
        print("usage: scripts/restore FILE", file=sys.stderr)
        return 2
    file = Path(arguments[0]).resolve()
    with dumps.opened(file) as plain:
        dumps.check(plain)
        server.WEB.stop()  # what it remembers is not what the dump holds
        with DatabaseUp():
            if dumps.has_tables():
                with step("backup of what is there"):
                    say(f"what was there lies in {dumps.dump('before-restore')}")
            with step("restore"):
                dumps.restore(plain)
    print("  The garden is as the file has it. ./start serves it.")
    return 0


class DatabaseUp:
    """The server for the length of a command: ended afterwards where it was not up before."""

    def __enter__(self) -> None:
        self.was_up = database.SERVICE.running() is not None
        database.ensure()

    def __exit__(self, *_: object) -> None:
        if not self.was_up:
            database.SERVICE.stop()


def main(command: str, arguments: list[str]) -> int:
    try:
        return backup_command(arguments) if command == "backup" else restore_command(arguments)
    except Problem as problem:
        return report(problem)


if __name__ == "__main__":
    sys.exit(main(sys.argv[1], sys.argv[2:]))
