"""A private MariaDB on loopback, its data inside the project's ignored folder."""

from __future__ import annotations

import fcntl
import os
import pwd
import shutil
import socket
import struct
import subprocess
import tempfile
from dataclasses import dataclass
from pathlib import Path

from scripts.console import Problem, run, say, step
from scripts.paths import LOGS, RUN, SETUP_LOG
from scripts.processes import Service, command_line, free_port
from scripts.secrets_kept import secret

PORT = int(os.environ.get("ISLESHOWER_DB_PORT", "33117"))
NAME = "isleshower"  # of the database, and of the account that the application has while it serves
KEEPER = "isleshower_keeper"  # the account that changes tables: migrations and tests
DATA = RUN / "db"
INITIALISED = DATA / ".isleshower-initialised"
PREPARED = DATA / ".isleshower-prepared"  # the code whose tables, static files and demo are there; gone with the data
MARIADBD = "/usr/sbin/mariadbd"
SYSTEM_USER = "isleshower"  # whose right the server runs under when it is started as root
SOCKET = "db.sock"  # beside the data, called by its short name from there: the system allows 107 bytes


@dataclass(frozen=True)
class DataFolder(Service):
    """The server that holds the data folder's lock, wherever the folder was moved and whatever was copied from it."""

    def is_ours(self, pid: int) -> bool:
        return pid == lock_holder(self.home)


SERVICE = DataFolder("mariadb", "mariadbd", DATA)


def lock_holder(data: Path) -> int | None:
    """The pid of the server that has a data folder open; None for none."""
    question = struct.pack("hhqqi4x", fcntl.F_WRLCK, os.SEEK_SET, 0, 0, 0)
    try:
        with (data / "ibdata1").open("rb") as file:
            kind, _, _, _, pid = struct.unpack("hhqqi4x", fcntl.fcntl(file, fcntl.F_GETLK, question))
    except OSError:
        return None
    return pid if kind != fcntl.F_UNLCK and "mariadbd" in command_line(pid) else None


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
        _load_time_zones()
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
    DATA.mkdir(mode=0o700, parents=True)
    user = _give_to_system_user()
    run(
        [
            "mariadb-install-db",
            "--no-defaults",
            f"--datadir={DATA}",
            "--auth-root-authentication-method=normal",
            "--skip-test-db",
            *user,
        ],
        "the database could not be initialised",
        f"remove {DATA} and run the command again",
        SETUP_LOG,
    )
    INITIALISED.touch()


def _give_to_system_user() -> list[str]:
    """Started as root, hand the data to a system user of its own; the server's option that names who it runs as.

    Where that user cannot come to the folder (it lies in one that only root may enter), root runs it, and that is said.
    """
    if os.geteuid() != 0:
        return []
    user = system_user()
    DATA.chmod(0o700)
    for path in (DATA, *DATA.rglob("*")):
        if path.lstat().st_uid != user.pw_uid:
            os.chown(path, user.pw_uid, user.pw_gid, follow_symlinks=False)
    reaches = subprocess.run(["test", "-w", DATA], user=user.pw_uid, group=user.pw_gid, extra_groups=[], check=False)
    if reaches.returncode == 0:
        return [f"--user={SYSTEM_USER}"]
    for path in (DATA, *DATA.rglob("*")):
        os.chown(path, 0, 0, follow_symlinks=False)
    return ["--user=root"]


def give(folder: Path) -> str:
    """Started as root, hand a folder to the system user; under whose right what works in it is to run: that user's, or
    root's where that user cannot come to it. Nobody's in particular ("") where root did not start it."""
    if os.geteuid() != 0:
        return ""
    owner = system_user()
    os.chown(folder, owner.pw_uid, owner.pw_gid)
    reaches = subprocess.run(
        ["test", "-w", folder], user=owner.pw_uid, group=owner.pw_gid, extra_groups=[], check=False
    )
    if reaches.returncode == 0:
        return SYSTEM_USER
    os.chown(folder, 0, 0)
    return "root"


def system_user() -> pwd.struct_passwd:
    """The database's own system user, made on first use by root."""
    try:
        return pwd.getpwnam(SYSTEM_USER)
    except KeyError:
        command = ["useradd", "--system", "--no-create-home", "--home-dir", "/nonexistent"]
        run(
            [*command, "--shell", "/usr/sbin/nologin", SYSTEM_USER],
            "the database's system user could not be made",
            f"as root: useradd --system {SYSTEM_USER}",
            SETUP_LOG,
        )
        return pwd.getpwnam(SYSTEM_USER)


def refuse_second_server() -> None:
    """A second server on the same folder would fail only after half a minute: look for a first one now."""
    pid = lock_holder(DATA)
    if pid is not None:
        raise Problem(
            f"a database server that this project has no record of holds {DATA} (pid {pid})",
            f"end it with: kill {pid}",
        )


def _start(port: int) -> None:
    password, kept, root = secret("db_password"), secret("db_keeper_password"), secret("db_root_password")
    user = _give_to_system_user()
    if user == ["--user=root"]:
        say(f"only root may enter the folder above {DATA}, so the database runs as root; elsewhere it would not")
    files, temporary, init = DATA.parent / "db-files", DATA.parent / "db-temporary", DATA.parent / "db_init.sql"
    for folder in (files, temporary):
        folder.mkdir(mode=0o700, exist_ok=True)
    init.touch(mode=0o600)
    init.write_text(
        f"CREATE DATABASE IF NOT EXISTS {NAME} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;\n"
        f"CREATE USER IF NOT EXISTS '{NAME}'@'127.0.0.1';\n"
        f"ALTER USER '{NAME}'@'127.0.0.1' IDENTIFIED BY '{password}';\n"
        # While it serves it reads and writes rows, and no more; what changes tables does so under another name.
        f"REVOKE ALL PRIVILEGES, GRANT OPTION FROM '{NAME}'@'127.0.0.1';\n"
        f"GRANT SELECT, INSERT, UPDATE, DELETE ON {NAME}.* TO '{NAME}'@'127.0.0.1';\n"
        f"CREATE USER IF NOT EXISTS '{KEEPER}'@'127.0.0.1';\n"
        f"ALTER USER '{KEEPER}'@'127.0.0.1' IDENTIFIED BY '{kept}';\n"
        f"GRANT ALL ON {NAME}.* TO '{KEEPER}'@'127.0.0.1';\n"
        f"GRANT ALL ON `test\\_{NAME}%`.* TO '{KEEPER}'@'127.0.0.1';\n"
        f"ALTER USER 'root'@'localhost' IDENTIFIED BY '{root}';\n"
        # The rest of what the server makes by itself: root without a password over TCP, and nobody by name.
        "DELETE FROM mysql.global_priv WHERE User = '' OR (User = 'root' AND Host <> 'localhost');\n"
        "FLUSH PRIVILEGES;\n"
    )
    if os.geteuid() == 0:
        owner = DATA.stat()
        for path in (files, temporary, init):
            os.chown(path, owner.st_uid, owner.st_gid)
    (DATA / SOCKET).unlink(missing_ok=True)
    SERVICE.start(
        [
            MARIADBD,
            "--no-defaults",
            f"--datadir={DATA}",
            "--bind-address=127.0.0.1",
            f"--port={port}",
            f"--socket={SOCKET}",
            f"--pid-file={DATA / 'mariadbd.pid'}",
            f"--init-file={init}",
            f"--tmpdir={temporary}",
            "--character-set-server=utf8mb4",
            "--collation-server=utf8mb4_unicode_ci",
            "--skip-name-resolve",
            "--transaction-isolation=READ-COMMITTED",
            "--innodb-buffer-pool-size=128M",
            "--performance-schema=OFF",
            "--skip-log-bin",
            "--local-infile=OFF",
            f"--secure-file-priv={files}",
            *user,
        ],
        port,
        _accepts,
        dict(os.environ),
    )


def _accepts(port: int) -> bool:
    """Whether a MariaDB greets on the port; something else listening there does not count."""
    try:
        with socket.create_connection(("127.0.0.1", port), timeout=1) as s:
            return b"MariaDB" in s.recv(200)
    except OSError:
        return False


def keepers() -> dict[str, str]:
    """What a program is told that changes tables."""
    return {"ISLESHOWER_DB_USER": KEEPER, "ISLESHOWER_DB_PASSWORD": secret("db_keeper_password")}


def ask(sql: str) -> str:
    """What the running server answers its root, a line for each row."""
    client, env = as_root("mariadb", "-N", "-e", sql)
    return run(client, "the database did not do what was asked", f"read {SETUP_LOG}", SETUP_LOG, env, cwd=DATA).strip()


def as_root(program: str, *arguments: str) -> tuple[list[str], dict[str, str]]:
    """A client program's command line and environment, as the server's root; it is to run in the data folder."""
    env = {**os.environ, "MYSQL_PWD": secret("db_root_password")}
    return [program, "--no-defaults", "-u", "root", f"--socket={SOCKET}", *arguments], env


def _load_time_zones() -> None:
    """Without these tables the server's zone conversion gives NULL without a word."""
    done = DATA / ".isleshower-time-zones"
    if done.exists():
        return
    mend = "install tzdata and run the command again"
    zones = subprocess.run(["mariadb-tzinfo-to-sql", "/usr/share/zoneinfo"], capture_output=True, check=False)
    if not zones.stdout:
        raise Problem("the time zones could not be read", mend)
    client, env = as_root("mariadb", "mysql")
    run(client, "the time zones could not be loaded", mend, LOGS / "time-zones.log", env, zones.stdout, cwd=DATA)
    done.touch()
