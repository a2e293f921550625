"""One account a device at the broker: its password is told once, kept as a hash, and opens its own topics alone."""

from __future__ import annotations

import base64
import contextlib
import hashlib
import os
import secrets
import signal
from pathlib import Path
from typing import Final

from django.conf import settings
from django.db import transaction

from apps.devices.models import Device
from apps.devices.topics import ROOT

HOUSE: Final = "house"  # the application's own account
ROUNDS: Final = 101  # of the broker's own way to keep a password
BROKER: Final = b"mosquitto"
PASSWORDS, RIGHTS, PID = "passwords", "rights", "mosquitto.pid"


def new_account(garden_id: int) -> str:
    """A name that no other device has."""
    return f"g{garden_id}-{secrets.token_hex(6)}"


def new_password() -> str:
    return secrets.token_urlsafe(18)


def hashed(password: str) -> str:
    """A password as the broker keeps it: PBKDF2 over SHA-512 with a salt (mosquitto_passwd's form 7)."""
    salt = secrets.token_bytes(12)
    key = hashlib.pbkdf2_hmac("sha512", password.encode(), salt, ROUNDS)
    return f"$7${ROUNDS}${base64.b64encode(salt).decode()}${base64.b64encode(key).decode()}"


def rights_of(device: Device) -> str:
    """What a device may read and write: its own topics, and nothing of another's."""
    own = f"{ROOT}/{device.garden_id}/{device.account}"
    return f"user {device.account}\ntopic read {own}/say\ntopic write {own}/report\ntopic write {own}/status\n"


def write_accounts() -> None:
    """The broker's two files from the devices that are let in, and the word to it that they are new.

    Where there is no broker, nothing is written.
    """
    folder = Path(settings.BROKER_DIR)
    if not folder.is_dir():
        return
    let_in = list(Device.objects.filter(put_out_at=None, garden__removed_at=None))
    house = (folder / "house_hash").read_text().strip()
    passwords = "".join(
        f"{name}:{known}\n" for name, known in [(HOUSE, house), *((d.account, d.password_hash) for d in let_in)]
    )
    _replace(folder / PASSWORDS, passwords)
    _replace(folder / RIGHTS, f"user {HOUSE}\ntopic readwrite {ROOT}/#\n\n" + "\n".join(map(rights_of, let_in)))
    with contextlib.suppress(OSError, ValueError):  # it is not up: it reads them when it starts
        pid = int((folder / PID).read_text())
        if BROKER in Path(f"/proc/{pid}/cmdline").read_bytes():  # a pid that was left behind may be another's by now
            os.kill(pid, signal.SIGHUP)


def write_accounts_once_kept() -> None:
    """The same when the transaction has come to its end."""
    transaction.on_commit(write_accounts)


def _replace(path: Path, text: str) -> None:
    """A file written whole, readable by the broker's user alone."""
    new = path.with_suffix(".new")
    new.touch(mode=0o600)
    new.write_text(text)
    if os.geteuid() == 0:
        owner = path.parent.stat()
        os.chown(new, owner.st_uid, owner.st_gid)
    new.replace(path)
