"""Processes this project started: found again by pid, command line *and* the folder they work in.

So a stale pid ends nobody else's, a copied folder does not end its original's, and a moved one finds its own again.
"""

from __future__ import annotations

import contextlib
import json
import os
import signal
import socket
import ssl
import subprocess
import time
import urllib.error
import urllib.request
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from pathlib import Path

from scripts.console import Problem
from scripts.paths import LOGS, RUN

_STARTED: list[subprocess.Popen[bytes]] = []  # meant to outlive this program


@dataclass(frozen=True)
class Service:
    """A named process. To be believed ours it works in the folder `home` and its command line holds `mark`.

    The system follows a folder that is moved, so `home` holds for a process that was started before the move too.
    """

    name: str
    mark: str
    home: Path

    @property
    def record(self) -> Path:
        return RUN / f"{self.name}.json"

    def running(self) -> dict[str, int] | None:
        """Its pid and port when it runs; a stale record is removed."""
        try:
            record = json.loads(self.record.read_text())
            pid, port = int(record["pid"]), int(record["port"])
        except (OSError, ValueError, KeyError, TypeError):
            self.record.unlink(missing_ok=True)
            return None
        if self.is_ours(pid):
            return {"pid": pid, "port": port}
        self.end_children_of(pid)
        self.record.unlink(missing_ok=True)
        return None

    def end_children_of(self, pid: int) -> None:
        """What a process that was killed has left behind would hold its port: its group is ended. (Each is started in
        a group of its own, whose number nobody else gets while one of it lives.) One that lives is another folder's."""
        if command_line(pid):
            return
        for other in all_pids():
            with contextlib.suppress(OSError):
                if os.getpgid(other) == pid and self.is_ours(other):
                    os.kill(other, signal.SIGKILL)

    def is_ours(self, pid: int) -> bool:
        return self.mark in command_line(pid) and working_folder(pid) == self.home.resolve()

    def start(
        self,
        command: Sequence[str | Path],
        port: int,
        ready: Callable[[int], bool],
        env: dict[str, str],
        seconds: float = 40.0,
    ) -> None:
        """Start it apart from this terminal and wait until it is ready. Raises Problem with its log's last lines."""
        LOGS.mkdir(parents=True, exist_ok=True)
        log = LOGS / f"{self.name}.log"
        with os.fdopen(os.open(log, os.O_WRONLY | os.O_CREAT | os.O_APPEND, 0o600), "ab") as out:
            os.fchmod(out.fileno(), 0o600)  # one that is there already, too
            process = subprocess.Popen(
                [str(c) for c in command],
                stdin=subprocess.DEVNULL,
                stdout=out,
                stderr=subprocess.STDOUT,
                env=env,
                cwd=self.home,
                start_new_session=True,
            )
        _STARTED.append(process)
        self.record.write_text(json.dumps({"pid": process.pid, "port": port}))
        deadline = time.monotonic() + seconds
        while time.monotonic() < deadline:
            if process.poll() is not None:
                self.record.unlink(missing_ok=True)
                raise Problem(f"{self.name} ended at once\n    {_tail(log)}", f"read {log}, then run the command again")
            if self.is_ours(process.pid) and ready(port):
                return
            time.sleep(0.1)
        process.kill()
        process.wait()
        self.record.unlink(missing_ok=True)
        raise Problem(f"{self.name} did not come up in {seconds:.0f} s\n    {_tail(log)}", f"read {log}")

    def stop(self, seconds: float = 25.0) -> bool:
        """End it, gently first. False when it was not running."""
        now = self.running()
        if now is None:
            return False
        with contextlib.suppress(ProcessLookupError):
            os.kill(now["pid"], signal.SIGTERM)
        deadline = time.monotonic() + seconds
        while self.mark in command_line(now["pid"]):
            if time.monotonic() > deadline:
                with contextlib.suppress(ProcessLookupError):
                    os.kill(now["pid"], signal.SIGKILL)
                break
            _reap()
            time.sleep(0.05)
        _reap()
        self.record.unlink(missing_ok=True)
        return True


def _reap() -> None:
    """Take leave of those that this program started and that have ended."""
    _STARTED[:] = [process for process in _STARTED if process.poll() is None]


def command_line(pid: int) -> str:
    """The command line of a living process; empty for none and for a zombie."""
    try:
        return Path(f"/proc/{pid}/cmdline").read_bytes().replace(b"\0", b" ").decode(errors="replace")
    except OSError:
        return ""


def working_folder(pid: int) -> Path | None:
    """The folder a living process works in, as it is called now; None where that cannot be told."""
    try:
        return Path(os.readlink(f"/proc/{pid}/cwd"))
    except OSError:
        return None


def all_pids() -> list[int]:
    return [int(p.name) for p in Path("/proc").iterdir() if p.name.isdecimal()]


def _tail(log: Path) -> str:
    return "\n    ".join(log.read_text(errors="replace").splitlines()[-6:])


def port_free(port: int) -> bool:
    with socket.socket() as s:
        s.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            s.bind(("127.0.0.1", port))
        except OSError:
            return False
        return True


def free_port(wanted: int) -> int:
    """The wanted port, or the next free one after it. Raises Problem when fifty in a row are taken."""
    for _ in range(15):  # a process ended just now may still be closing its port
        if port_free(wanted):
            return wanted
        time.sleep(0.1)
    for port in range(wanted + 1, wanted + 50):
        if port_free(port):
            return port
    raise Problem(f"ports {wanted} to {wanted + 49} are all taken", "end what holds them, or set another port (README)")


def listens(port: int) -> bool:
    """Whether something listens on the port."""
    try:
        with socket.create_connection(("127.0.0.1", port), timeout=1):
            return True
    except OSError:
        return False


class _StayHere(urllib.request.HTTPRedirectHandler):
    def redirect_request(self, *_: object) -> None:
        return None


def answers(url: str) -> bool:
    """Whether an http address on loopback answers at all; being sent on to https is an answer."""
    try:
        # Whether it answers is asked, not who it is: a certificate of its own is none that this machine knows.
        any_certificate = urllib.request.HTTPSHandler(context=ssl._create_unverified_context())  # noqa: S323
        opener = urllib.request.build_opener(urllib.request.ProxyHandler({}), _StayHere(), any_certificate)
        with opener.open(url, timeout=2) as response:
            return bool(response.status < 500)
    except urllib.error.HTTPError as error:
        return error.code < 500
    except (OSError, ValueError):
        return False
