"""A private MQTT broker on loopback, its files inside the project's ignored folder; and what speaks through it."""

from __future__ import annotations

import os
import subprocess
from pathlib import Path

from scripts.console import step
from scripts.database import give
from scripts.paths import PROJECT, PYTHON, RUN
from scripts.processes import Service, answers, free_port, listens
from scripts.secrets_kept import secret

PORT = int(os.environ.get("ISLESHOWER_BROKER_PORT", "33119"))
DEVICES_PORT = int(os.environ.get("ISLESHOWER_DEVICES_PORT", "33120"))
FOLDER = RUN / "broker"
PLAYED = RUN / "devices-played.json"
MOSQUITTO = "/usr/sbin/mosquitto"
SERVICE = Service("broker", "mosquitto", FOLDER)
LISTENER = Service("device-listener", "manage.py listen", PROJECT)
DEVICES = Service("device-stand-in", "standins.devices", PROJECT)
PASSWORD = "broker_password"  # noqa: S105 - the name of its file


def ensure() -> int:
    """Start the broker where it is not up; its port is returned."""
    with step("broker of devices") as note:
        now = SERVICE.running()
        if now is not None:
            note.text = f"up on {now['port']}"
            return now["port"]
        port = free_port(PORT)
        prepare(FOLDER, port)
        SERVICE.start([MOSQUITTO, "-c", FOLDER / "mosquitto.conf"], port, listens, dict(os.environ))
        note.text = f"started on {port}"
        return port


def prepare(folder: Path, port: int) -> None:
    """The broker's folder: its configuration, the house's account, and nobody else's until the application says so."""
    folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    user = give(folder)
    if not (folder / "house_hash").exists():
        once = folder / "house_once"
        once.touch(mode=0o600)
        once.write_text(f"house:{secret(PASSWORD)}\n")
        subprocess.run(["mosquitto_passwd", "-U", once], check=True, capture_output=True)
        (folder / "house_hash").touch(mode=0o600)
        (folder / "house_hash").write_text(once.read_text().strip().partition(":")[2])
        once.unlink()
    for name, text in (
        ("passwords", f"house:{(folder / 'house_hash').read_text()}\n"),
        ("rights", "user house\ntopic readwrite isleshower/1/#\n"),
        ("mosquitto.conf", _configuration(folder, port, user)),
    ):
        path = folder / name
        if name == "mosquitto.conf" or not path.exists():
            path.touch(mode=0o600)
            path.write_text(text)
    for path in folder.iterdir():
        if os.geteuid() == 0:
            owner_of = folder.stat()
            os.chown(path, owner_of.st_uid, owner_of.st_gid)


def _configuration(folder: Path, port: int, user: str) -> str:
    lines = [
        f"listener {port} 127.0.0.1",
        "allow_anonymous false",
        f"password_file {folder / 'passwords'}",
        f"acl_file {folder / 'rights'}",
        f"pid_file {folder / 'mosquitto.pid'}",
        "persistence true",
        f"persistence_location {folder}/",
        "autosave_interval 5",
        "max_packet_size 16384",
        "max_queued_messages 5000",
        "max_connections 200",
        *([f"user {user}"] if user else []),
    ]
    return "\n".join(lines) + "\n"


def environment(port: int) -> dict[str, str]:
    """What the application is told of it."""
    return {
        "ISLESHOWER_BROKER_PORT": str(port),
        "ISLESHOWER_BROKER_PASSWORD": secret(PASSWORD),
        "ISLESHOWER_DEVICES_PLAYED": str(PLAYED),
    }


def ensure_listener(env: dict[str, str], same: bool = False) -> None:
    """The process that hears the devices: begun anew, unless it runs and the code is the same as at the last start."""
    with step("device listener") as note:
        if same and LISTENER.running():
            note.text = "up"
            return
        LISTENER.stop()
        LISTENER.start([PYTHON, "manage.py", "listen"], 0, lambda _: True, env)
        note.text = "started"


def ensure_devices(broker_port: int, same: bool = False) -> int:
    """The devices that are played, on the same terms; their port is returned."""
    with step("device stand-in") as note:
        now = DEVICES.running()
        if same and now is not None:
            note.text = f"up on {now['port']}"
            return now["port"]
        DEVICES.stop()
        port = free_port(DEVICES_PORT)
        DEVICES.start(
            [PYTHON, "-m", "standins.devices", "--file", PLAYED, "--broker", str(broker_port), "--port", str(port)],
            port,
            lambda p: answers(f"http://127.0.0.1:{p}/health"),
            {**os.environ, "PYTHONPATH": str(PROJECT)},
        )
        note.text = f"started on {port}"
        return port
