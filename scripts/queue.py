"""./start --queue: redis on loopback, in which jobs wait, and the workers that do them."""

from __future__ import annotations

import os
import shutil
import urllib.parse
from pathlib import Path

from scripts import system_packages
from scripts.console import step
from scripts.database import give
from scripts.paths import PROJECT, PYTHON, RUN
from scripts.processes import Service, free_port, listens
from scripts.secrets_kept import secret

PORT = int(os.environ.get("ISLESHOWER_REDIS_PORT", "33122"))
WORKERS = int(os.environ.get("ISLESHOWER_QUEUE_WORKERS", str(os.cpu_count() or 1)))
FOLDER = RUN / "queue"
REDIS = "/usr/bin/redis-server"
SERVICE = Service("queue", "redis-server", FOLDER)
WORKER = Service("queue-workers", "celery", PROJECT)
PASSWORD = "queue_password"  # noqa: S105 - the name of its file
MOST_MB = 512  # of jobs and answers; the answers that are oldest give way


def ensure() -> int:
    """Start redis where it is not up; its port is returned."""
    system_packages.ensure(system_packages.FOR_THE_QUEUE)
    with step("queue") as note:
        now = SERVICE.running()
        if now is not None:
            note.text = f"up on {now['port']}"
            return now["port"]
        port = free_port(PORT)
        FOLDER.mkdir(mode=0o700, parents=True, exist_ok=True)
        file = FOLDER / "redis.conf"
        file.touch(mode=0o600)
        file.write_text(configuration(port))
        user, lower = give(FOLDER), list[str]()
        if user not in ("", "root"):
            shutil.chown(file, user)
            lower = ["setpriv", "--reuid", user, "--regid", str(FOLDER.stat().st_gid), "--init-groups"]
        SERVICE.start([*lower, REDIS, file], port, listens, dict(os.environ))
        note.text = f"started on {port}"
        return port


def configuration(port: int) -> str:
    """What redis is told. Nothing of it lasts: a job that is lost is due again at the next run."""
    lines = [
        "bind 127.0.0.1",
        f"port {port}",
        f'requirepass "{secret(PASSWORD)}"',
        f'dir "{FOLDER}"',
        'save ""',
        "appendonly no",
        f"maxmemory {MOST_MB}mb",
        "maxmemory-policy volatile-lru",  # a job has no time of expiry, so no answer drives it out
        "daemonize no",
    ]
    return "\n".join(lines) + "\n"


def environment(port: int) -> dict[str, str]:
    """What the application is told of it."""
    password = urllib.parse.quote(secret(PASSWORD), safe="")
    return {"ISLESHOWER_QUEUE_URL": f"redis://:{password}@127.0.0.1:{port}/0"}


def ensure_workers(env: dict[str, str], same: bool = False) -> None:
    """The workers: begun anew, unless they run and the code is the same as at the last start."""
    with step("queue's workers") as note:
        if same and WORKER.running():
            note.text = "up"
            return
        WORKER.stop()
        options = ["--concurrency", str(WORKERS), "--loglevel", "WARNING", "--without-gossip", "--without-mingle"]
        command: list[str | Path] = [PYTHON, "-m", "celery", "--app", "api.queue", "worker", *options]
        WORKER.start(command, 0, lambda _: True, env)
        note.text = f"{WORKERS} started"


def stop() -> None:
    """End both, where they run."""
    WORKER.stop()
    SERVICE.stop()
