"""The whole database out to one file and in from one: scripts/backup and scripts/restore.

A file is checked before anything is touched, loaded beside what is there, and takes its place in one stroke.
"""

from __future__ import annotations

import contextlib
import datetime as dt
import gzip
import os
import shutil
import subprocess
import tempfile
import time
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import IO

from scripts import database
from scripts.console import Problem
from scripts.paths import RUN

BACKUPS = RUN / "backups"
INCOMING = f"{database.NAME}_incoming"
SEALED = ".gpg"
COMPLETE = b"-- Dump completed"  # the last line that the dump program writes
OURS = b"CREATE TABLE `django_migrations`"
KEEP_DAYS = int(os.environ.get("ISLESHOWER_KEEP_DAYS", "14"))  # those of the nights
KEPT = 5  # dumps made by the program itself; those a person asked for are never removed


def dump(why: str, into: Path | None = None) -> Path:
    """Everything in the database as it stands at one moment, in a compressed file. Raises Problem."""
    moment = dt.datetime.now(dt.UTC).strftime("%Y%m%d-%H%M%S-%f")
    file = into or BACKUPS / f"{why}-{moment}.sql.gz"
    file.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
    new = file.with_name(f"{file.name}.new")
    command, env = database.as_root(
        "mariadb-dump",
        "--single-transaction",
        "--quick",
        "--hex-blob",
        "--default-character-set=utf8mb4",
        database.NAME,
    )
    try:
        with os.fdopen(os.open(new, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "wb") as out:
            with gzip.open(out, "wb", compresslevel=6) as packed:
                _through(command, env, lambda pipe: shutil.copyfileobj(pipe, packed))
            out.flush()
            os.fsync(out.fileno())
        check(new)
        if key() is not None:
            file = sealed_name(file)
            seal(new, file)
        else:
            new.replace(file)
    except OSError as error:
        raise Problem(f"the dump could not be written ({error.strerror})", "make room on the disk") from error
    finally:
        new.unlink(missing_ok=True)
    return file


def check(file: Path) -> None:
    """Raises Problem when a file is not a whole dump of this application."""
    mend = f"name a file that scripts/backup wrote; they lie in {BACKUPS}"
    known, tail = False, b""
    try:
        with gzip.open(file, "rb") as packed:
            for line in packed:
                known = known or line.startswith(OURS)
                tail = line if line.strip() else tail
    except (OSError, EOFError) as error:
        raise Problem(f"{file} cannot be read as a dump ({error})", mend) from error
    if not known or not tail.startswith(COMPLETE):
        raise Problem(f"{file} is not a whole dump of Isleshower", mend)


def key() -> Path | None:
    """The file whose first line dumps are encrypted with; None where none is told. Raises Problem."""
    told = os.environ.get("ISLESHOWER_BACKUP_KEY_FILE", "")
    if not told:
        return None
    if not Path(told).is_file() or not Path(told).read_text().strip():
        raise Problem(f"ISLESHOWER_BACKUP_KEY_FILE names no file with a key in it ({told})", "name one, or none")
    return Path(told).resolve()


def sealed_name(file: Path) -> Path:
    return file if file.suffix == SEALED else file.with_name(file.name + SEALED)


def seal(plain: Path, into: Path) -> None:
    """Encrypt a dump with the key (AES-256, OpenPGP, so that any such program opens it)."""
    new = into.with_name(f"{into.name}.new")
    _gpg("--symmetric", "--cipher-algo", "AES256", "--compress-algo", "none", "--output", str(new), str(plain))
    new.replace(into)


@contextlib.contextmanager
def opened(file: Path) -> Iterator[Path]:
    """The dump itself; of an encrypted one a plain copy, for as long as it is used. Raises Problem."""
    if file.suffix != SEALED:
        yield file
        return
    if key() is None:
        raise Problem(f"{file} is encrypted", "name the file of its key in ISLESHOWER_BACKUP_KEY_FILE")
    with tempfile.TemporaryDirectory(prefix="opened-", dir=RUN) as folder:  # its owner's alone
        plain = Path(folder) / "dump.sql.gz"
        _gpg("--decrypt", "--output", str(plain), str(file))
        yield plain


def _gpg(*arguments: str) -> None:
    with tempfile.TemporaryDirectory(prefix="gpg-", dir=RUN) as home:
        told = ["gpg", "--homedir", home, "--batch", "--yes", "--pinentry-mode", "loopback"]
        done = subprocess.run(
            [*told, "--passphrase-file", str(key()), *arguments], capture_output=True, text=True, check=False
        )
    if done.returncode != 0:
        words = done.stderr.strip().splitlines()[-1:] or ["no word of why"]
        raise Problem(f"the dump could not be encrypted or opened: {words[0]}", "look at the key, then try again")


def restore(file: Path) -> None:
    """Put a dump in the place of what the database holds. What stood there stays until the dump is loaded whole."""
    check(file)
    empty_database(INCOMING)
    client, env = database.as_root("mariadb", "--default-character-set=utf8mb4", INCOMING)

    def load(pipe: IO[bytes]) -> None:
        with gzip.open(file, "rb") as packed, pipe:
            shutil.copyfileobj(packed, pipe)

    _through(client, env, load, stdin=True)
    empty_database(database.NAME)
    moved = ", ".join(f"{INCOMING}.`{t}` TO {database.NAME}.`{t}`" for t in _tables(INCOMING))
    database.ask(f"RENAME TABLE {moved}; DROP DATABASE {INCOMING}")


def empty_database(name: str) -> None:
    """A database of this name with nothing in it."""
    if name == database.NAME:
        database.PREPARED.unlink(missing_ok=True)
    text = "CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci"
    database.ask(f"DROP DATABASE IF EXISTS {name}; CREATE DATABASE {name} {text}")


def has_tables() -> bool:
    return bool(_tables(database.NAME))


def _tables(of: str) -> list[str]:
    return database.ask(f"SHOW TABLES FROM {of}").splitlines()


def forget_old(why: str) -> None:
    """Of the dumps made for this reason the newest are kept."""
    for old in sorted(BACKUPS.glob(f"{why}-*.sql.gz*"))[:-KEPT]:
        old.unlink()


def forget_older(why: str, days: int) -> None:
    """Dumps made for this reason more than so many days ago go."""
    before = time.time() - days * 86400
    for old in BACKUPS.glob(f"{why}-*.sql.gz*"):
        if old.stat().st_mtime < before:
            old.unlink()


def _through(command: list[str], env: dict[str, str], work: Callable[[IO[bytes]], None], stdin: bool = False) -> None:
    """Run a client program whose output `work` takes, or its input gives. Raises Problem with its words on failure."""
    program = subprocess.Popen(
        command,
        env=env,
        cwd=database.DATA,
        stderr=subprocess.PIPE,
        stdin=subprocess.PIPE if stdin else subprocess.DEVNULL,
        stdout=subprocess.DEVNULL if stdin else subprocess.PIPE,
    )
    with program:
        broken = None
        pipe = program.stdin if stdin else program.stdout
        assert pipe is not None
        try:
            work(pipe)
        except BrokenPipeError as error:  # it ended before all was read: its words say why
            broken = error
        assert program.stderr is not None
        words = program.stderr.read().decode(errors="replace").strip()
    if program.returncode != 0 or broken:
        raise Problem(f"{command[0]} failed: {words}", "read what it says, then run the command again")
