"""A private MariaDB on loopback, its data inside the project's ignored folder."""

from __future__ import annotations

import os
import secrets
import shutil
import socket
import subprocess
import tempfile
from pathlib import Path

from scripts.console import Problem, run, say, step
from scripts.paths import LOGS, RUN, SETUP_LOG
from scripts.processes import Service, all_pids, command_line, free_port

PORT = int(os.environ.get("ISLESHOWER_DB_PORT", "33117"))
DATA = RUN / "db"
INITIALISED = DATA / ".isleshower-initialised"
SERVICE = Service("mariadb", str(DATA))
MARIADBD = "/usr/sbin/mariadbd"


def secret(name: str, size: int = 24) -> str:
    """A secret kept in the ignored folder, made on first use, readable by its owner only."""
    file = RUN / name
    if not file.exists():
        RUN.mkdir(parents=True, exist_ok=True)
        descriptor = os.open(file, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
        with os.fdopen(descriptor, "w") as f:
            f.write(secrets.token_urlsafe(size))
    return file.read_text().strip()


def ensure() -> int:
    """Initialise and start the server where that is needed; its port is returned."""
    with step("database") as note:
        now = SERVICE.running()
        if now is not None:
            note.text = f"up on {now['port']}"
            return now["port"]
        initialise()
        refuse_second_server()
        port = free_port(PORT)
        _start(port)
        if port != PORT:
            say(f"port {PORT} is taken by another program; the database is on {port}")
        _load_time_zones(port)
        note.text = f"started on {port}"
        return port


def initialise() -> None:
    """Make the data folder. One that was left half made held nothing yet: it is put aside and made anew."""
    if INITIALISED.exists():
        return
    if DATA.exists():
        aside = Path(tempfile.mkdtemp(prefix="db-half-made-", dir=RUN))
        shutil.move(str(DATA), aside)
        say(f"the data folder was only half made; it lies in {aside.name} and a new one is made")
    DATA.mkdir(parents=True)
    run(
        ["mariadb-install-db", "--no-defaults", f"--datadir={DATA}", "--auth-root-authentication-method=normal",
         "--skip-test-db", *_as_user()],
        "the database could not be initialised", f"remove {DATA} and run the command again", SETUP_LOG,
    )  # fmt: skip
    INITIALISED.touch()


def _as_user() -> list[str]:
    return ["--user=root"] if os.geteuid() == 0 else []


def refuse_second_server() -> None:
    """A second server on the same folder would fail only after half a minute: look for a first one now."""
    pids = [p for p in all_pids() if "mariadbd" in command_line(p) and f"--datadir={DATA} " in command_line(p)]
    if pids:
        raise Problem(
            f"a database server that this project has no record of holds {DATA} (pid {pids[0]})",
            f"end it with: kill {pids[0]}",
        )


def socket_path(port: int) -> Path:
    """Short, since the system allows 107 bytes, however deep the project lies."""
    return Path(tempfile.gettempdir()) / f"isleshower-{os.geteuid()}-{port}.sock"


def _start(port: int) -> None:
    user, root = secret("db_password"), secret("db_root_password")
    init = RUN / "db_init.sql"
    init.touch(mode=0o600)
    init.write_text(
        "CREATE DATABASE IF NOT EXISTS isleshower CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;\n"
        "CREATE USER IF NOT EXISTS 'isleshower'@'127.0.0.1';\n"
        f"ALTER USER 'isleshower'@'127.0.0.1' IDENTIFIED BY '{user}';\n"
        "GRANT ALL ON isleshower.* TO 'isleshower'@'127.0.0.1';\n"
        "GRANT ALL ON `test\\_isleshower%`.* TO 'isleshower'@'127.0.0.1';\n"
        f"ALTER USER 'root'@'localhost' IDENTIFIED BY '{root}';\n"
    )
    socket_path(port).unlink(missing_ok=True)
    SERVICE.start(
        [MARIADBD, "--no-defaults", f"--datadir={DATA}", "--bind-address=127.0.0.1", f"--port={port}",
         f"--socket={socket_path(port)}", f"--pid-file={RUN / 'mariadbd.pid'}", f"--init-file={init}",
         "--character-set-server=utf8mb4", "--collation-server=utf8mb4_unicode_ci", "--skip-name-resolve",
         "--transaction-isolation=READ-COMMITTED", "--innodb-buffer-pool-size=128M", "--performance-schema=OFF",
         "--skip-log-bin", *_as_user()],
        port, _accepts, dict(os.environ),
    )  # fmt: skip


def _accepts(port: int) -> bool:
    """Whether a MariaDB greets on the port; something else listening there does not count."""
    try:
        with socket.create_connection(("127.0.0.1", port), timeout=1) as s:
            return b"MariaDB" in s.recv(200)
    except OSError:
        return False


def _load_time_zones(port: int) -> None:
    """Without these tables the server's zone conversion gives NULL without a word."""
    done = DATA / ".isleshower-time-zones"
    if done.exists():
        return
    mend = "install tzdata and run the command again"
    zones = subprocess.run(["mariadb-tzinfo-to-sql", "/usr/share/zoneinfo"], capture_output=True, check=False)
    if not zones.stdout:
        raise Problem("the time zones could not be read", mend)
    env = {**os.environ, "MYSQL_PWD": secret("db_root_password")}
    client = ["mariadb", "--no-defaults", "-u", "root", f"--socket={socket_path(port)}", "mysql"]
    run(client, "the time zones could not be loaded", mend, LOGS / "time-zones.log", env, zones.stdout)
    done.touch()
