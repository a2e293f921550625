"""./start --stay: look after what was started until told to end."""

from __future__ import annotations

import datetime as dt
import os
import shutil
import signal
import threading
import time
from collections.abc import Callable, Sequence
from pathlib import Path
from types import FrameType

from scripts import database, dumps, queue, server
from scripts.console import Problem, report, step
from scripts.paths import LOGS, RUN
from scripts.processes import Service, answers

EVERY_S = 5.0
SILENT_S = 30.0  # so long may the web server not answer before it is begun anew
LOG_BYTES, LOGS_KEPT = 5_000_000, 4
NIGHT_H = 3  # local hour of the night's work
DONE = RUN / "night-done"
PLANNED = RUN / "hour-planned"


def stay(start: Callable[[], int], stop: Callable[[], int], services: Sequence[Service]) -> int:
    """Until SIGTERM or SIGINT: then everything is ended. What has died is started again by the same start that is idle
    for all that lives; a start that fails is tried again."""
    ending = False

    def end(_signal: int, _frame: FrameType | None) -> None:
        nonlocal ending
        ending = True

    for x in (signal.SIGTERM, signal.SIGINT):
        signal.signal(x, end)
    answered = time.monotonic()
    while not ending:
        time.sleep(EVERY_S)
        if ending:
            break
        web = server.WEB.running()
        if web and answers(f"http://127.0.0.1:{web['port']}/health"):
            answered = time.monotonic()
        elif web and time.monotonic() - answered > SILENT_S:
            print("  the web server does not answer: it is begun anew", flush=True)
            server.WEB.stop()
        try:
            dead = [x.name for x in services if x.running() is None]
            if dead:
                print(f"  died: {', '.join(dead)}", flush=True)
                start()
                answered = time.monotonic()
            turn_logs(LOGS)
            beside(this_hour)
            tonight()
        except Problem as problem:
            report(problem)
    return stop()


def turn_logs(folder: Path) -> None:
    """A log over LOG_BYTES begins anew; LOGS_KEPT older ones stay. Who writes it goes on in the same file."""
    for log in folder.glob("*.log"):
        if log.stat().st_size < LOG_BYTES:
            continue
        for k in range(LOGS_KEPT, 1, -1):
            older = log.with_suffix(f".log.{k - 1}")
            if older.exists():
                older.replace(log.with_suffix(f".log.{k}"))
        first = log.with_suffix(".log.1")
        first.touch(mode=0o600)
        shutil.copyfile(log, first)
        os.truncate(log, 0)


def beside(work: Callable[[], object]) -> None:
    """Do what may take long while the watch goes on; not while it is still being done."""
    if any(x.name == work.__name__ for x in threading.enumerate()):
        return

    def told() -> None:
        try:
            work()
        except Problem as problem:
            report(problem)

    threading.Thread(target=told, name=work.__name__, daemon=True).start()


def this_hour(now: dt.datetime | None = None) -> bool:
    """Once an hour: plan the gardens that changed or whose day has begun, wherever on earth they are."""
    hour = (now or dt.datetime.now(dt.UTC)).strftime("%Y-%m-%d %H")
    db, queued = database.SERVICE.running(), queue.SERVICE.running()
    if db is None or (PLANNED.exists() and PLANNED.read_text() == hour):
        return False
    PLANNED.write_text(hour)
    waiting = queue.environment(queued["port"]) if queued else {}
    with step("planning what is due") as note:
        told = server.manage({**server.environment(db["port"], server.PROVIDER_PORT), **waiting}, "plan_gardens")
        note.text = told.strip().splitlines()[-1]
    return True


def tonight(now: dt.datetime | None = None) -> bool:
    """Once a day, in the night: clear what has expired, dump the database, forget old dumps."""
    now = now or dt.datetime.now().astimezone()
    today = now.date().isoformat()
    if now.hour < NIGHT_H or (DONE.exists() and DONE.read_text() == today):
        return False
    DONE.write_text(today)
    db = database.SERVICE.running()
    if db is None:
        return False
    with step("clearing what expired"):
        server.manage(server.environment(db["port"], server.PROVIDER_PORT), "clear_expired")
    with step("the night's backup") as note:
        note.text = dumps.dump("nightly").name
        dumps.forget_older("nightly", dumps.KEEP_DAYS)
    return True
