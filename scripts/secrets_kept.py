"""Secrets in the ignored folder, made on first use, readable by their owner only."""

from __future__ import annotations

import os
import secrets
from collections.abc import Callable
from pathlib import Path

from scripts.console import Problem
from scripts.paths import RUN

WORDS = (
    "anchor",
    "bramble",
    "cinder",
    "drift",
    "ember",
    "fathom",
    "gully",
    "heather",
    "inlet",
    "juniper",
    "kelp",
    "linden",
    "marram",
    "nettle",
    "orchard",
    "plover",
)


def secret(name: str, size: int = 24) -> str:
    """A secret by its name; `size` is its randomness in bytes when it is made."""
    return _kept(RUN / name, lambda: secrets.token_urlsafe(size))


def password_in_words(name: str) -> str:
    """A password that can be typed from a screen: four words."""
    return _kept(RUN / name, lambda: "-".join(secrets.choice(WORDS) for _ in range(4)))


def _kept(file: Path, make: Callable[[], str]) -> str:
    """What the file holds. A file without a word in it, as a full disk leaves one, counts as none."""
    if file.exists() and (known := file.read_text().strip()):
        return known
    made = make()
    file.parent.mkdir(parents=True, exist_ok=True)
    new = file.with_name(f"{file.name}.new")
    try:
        new.unlink(missing_ok=True)
        descriptor = os.open(new, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
        with os.fdopen(descriptor, "w") as f:
            f.write(made)
            f.flush()
            os.fsync(f.fileno())
        new.replace(file)
    except OSError as error:
        raise Problem(
            f"the secret {file.name} could not be kept ({error.strerror})", "make room on the disk"
        ) from error
    return made
