"""The pretend devices as a process: `python -m standins.devices --file devices.json --broker 33119 --port 33120`.

The file lists the accounts it plays and is read again when it changes. `POST /control/fault?account=...&mode=...` makes
one misbehave, `POST /control/soil?account=...&volume_pct=...` sets a probe's soil, `GET /health` answers.
"""

from __future__ import annotations

import argparse
import json
import signal
import threading
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path
from typing import Any
from urllib.parse import parse_qs, urlsplit

import paho.mqtt.client as mqtt
from paho.mqtt.enums import CallbackAPIVersion

from standins.devices.device import FAULTS, Device, Json

TICK_S, AGAIN_EVERY = 1.0, 4  # ticks from one sending of what is unanswered to the next


class Played:
    """A device and its own connection."""

    def __init__(self, told: Json, broker_port: int, memory: Path) -> None:
        self.lock = threading.RLock()
        self.client = mqtt.Client(CallbackAPIVersion.VERSION2, client_id=told["account"], clean_session=False)
        self.client.username_pw_set(told["account"], told["password"])
        self.client.reconnect_delay_set(1, 3)
        self.device = Device(told, self._publish, memory)
        self.client.will_set(f"{self.device.root}/status", "offline", qos=1, retain=True)
        self.client.on_connect = self._connected
        self.client.on_message = self._message
        self.client.connect_async("127.0.0.1", broker_port, keepalive=20)
        self.client.loop_start()

    def _publish(self, topic: str, body: Json | bytes) -> None:
        if self.client.is_connected():  # else it is sent again once it is
            self.client.publish(topic, body if isinstance(body, bytes) else json.dumps(body), qos=1)

    def _connected(self, client: mqtt.Client, _: Any, __: Any, reason: Any, ___: Any) -> None:
        if not reason.is_failure:
            client.subscribe(f"{self.device.root}/say", qos=1)
            client.publish(f"{self.device.root}/status", "online", qos=1, retain=True)
            with self.lock:
                self.device.say_again()

    def _message(self, _: mqtt.Client, __: Any, message: mqtt.MQTTMessage) -> None:
        with self.lock:
            self.device.told(json.loads(message.payload))

    def tick(self, again: bool) -> None:
        with self.lock:
            self.device.tick()
            if again:
                self.device.say_again()

    def end(self) -> None:
        self.client.disconnect()
        self.client.loop_stop()


class House:
    """All that are played."""

    def __init__(self, file: Path, broker_port: int) -> None:
        self.file, self.broker_port, self.read_at = file, broker_port, 0.0
        self.played: dict[str, Played] = {}
        self.stop = threading.Event()

    def run(self) -> None:
        ticks = 0
        while not self.stop.wait(TICK_S):
            self.take_in()
            ticks += 1
            for x in list(self.played.values()):
                x.tick(ticks % AGAIN_EVERY == 0)
        for x in self.played.values():
            x.end()

    def take_in(self) -> None:
        if not self.file.exists() or self.file.stat().st_mtime == self.read_at:
            return
        self.read_at = self.file.stat().st_mtime
        for told in json.loads(self.file.read_text()):
            if told["account"] not in self.played:
                memory = self.file.with_name(f"device-{told['account']}.json")
                self.played[told["account"]] = Played(told, self.broker_port, memory)


def handler(house: House) -> type[BaseHTTPRequestHandler]:
    class Handler(BaseHTTPRequestHandler):
        def do_GET(self) -> None:
            self._send(200 if urlsplit(self.path).path == "/health" else 404, {"devices": sorted(house.played)})

        def do_POST(self) -> None:
            url = urlsplit(self.path)
            asked = {name: x[0] for name, x in parse_qs(url.query).items()}
            one = house.played.get(asked.get("account", ""))
            if one is None:
                self._send(404, {"error": "no such account is played"})
            elif url.path == "/control/fault" and asked.get("mode") in FAULTS:
                with one.lock:
                    one.device.fault = asked["mode"]
                self._send(200, {"fault": asked["mode"]})
            elif url.path == "/control/soil":
                with one.lock:
                    one.device.soil_pct = float(asked["volume_pct"])
                self._send(200, {"volume_pct": one.device.soil_pct})
            else:
                self._send(404, {"error": "POST /control/fault?account=...&mode=" + "|".join(FAULTS)})

        def _send(self, status: int, value: Json) -> None:
            body = json.dumps(value).encode()
            self.send_response(status)
            self.send_header("Content-Type", "application/json")
            self.send_header("Content-Length", str(len(body)))
            self.end_headers()
            self.wfile.write(body)

        def log_message(self, format: str, *args: Any) -> None:
            """Quiet: the caller logs what it asked for."""

    return Handler


def main() -> None:
    parser = argparse.ArgumentParser(prog="standins.devices")
    parser.add_argument("--file", type=Path, required=True)
    parser.add_argument("--broker", type=int, default=33119)
    parser.add_argument("--port", type=int, default=33120)
    asked = parser.parse_args()
    house = House(asked.file, asked.broker)
    server = ThreadingHTTPServer(("127.0.0.1", asked.port), handler(house))
    threading.Thread(target=server.serve_forever, daemon=True).start()
    for number in (signal.SIGTERM, signal.SIGINT):
        signal.signal(number, lambda *_: house.stop.set())
    house.run()


if __name__ == "__main__":
    main()
