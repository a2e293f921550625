"""The connection to the broker: says what each device is to be told until it has confirmed it, and hears what comes.

A report is answered ("heard") once it is kept: a device sends it until then, so that a broker or a listener that dies
in between loses nothing; its id makes it one however often it comes.
"""

from __future__ import annotations

import datetime as dt
import json
import logging
import threading
import uuid
from typing import Any, Final

import paho.mqtt.client as mqtt
from django.conf import settings
from django.db import close_old_connections, connection
from django.utils import timezone
from paho.mqtt.enums import CallbackAPIVersion

from agronomy.describe.errors import InputError
from apps.base.errors import NotFound
from apps.devices.accounts import HOUSE
from apps.devices.actions import Hear, device_of
from apps.devices.models import Device, Heard, Listener, Saying
from apps.devices.topics import EVERY_REPORT, report_of, say_topic, sender_of
from apps.devices.wanted import sayings_due

log = logging.getLogger("apps.devices")
CLIENT: Final = "isleshower-house"
TICK_S: Final = 0.5
SAY_AGAIN: Final = dt.timedelta(seconds=5)
ALIVE_EVERY: Final = dt.timedelta(seconds=3)
QUIET_AFTER: Final = dt.timedelta(seconds=15)  # without a sign of life the listener counts as gone
KEPT_DAYS: Final = 90  # of the ids of reports; a device sends none again after that


class Listening:
    """One client of the broker, with a session that outlives it. run: until `stop` is set."""

    def __init__(self, port: int, password: str) -> None:
        self.port = port
        self.stop = threading.Event()
        self.alive_at: dt.datetime | None = None
        self.client = mqtt.Client(CallbackAPIVersion.VERSION2, client_id=CLIENT, clean_session=False, manual_ack=True)
        self.client.username_pw_set(HOUSE, password)
        self.client.reconnect_delay_set(1, 5)
        self.client.on_connect = self._connected
        self.client.on_message = self._message

    def run(self) -> None:
        """Blocks. A broker that is away is asked for again and again; everything else works on."""
        self.client.connect_async("127.0.0.1", self.port, keepalive=20)
        self.client.loop_start()
        try:
            while not self.stop.wait(TICK_S):
                self.tick()
        finally:
            self.client.disconnect()
            self.client.loop_stop()
            connection.close()

    def tick(self) -> None:
        """Say what is due, and that this process is alive. A database that is away for a while is asked again."""
        try:
            close_old_connections()
            self._alive()
            if self.client.is_connected():
                self.say_due()
        except Exception:
            log.exception("a tick failed")

    def say_due(self) -> None:
        now = timezone.now()
        devices = Device.objects.filter(put_out_at=None, garden__removed_at=None).select_related("garden", "rig")
        for device in devices:
            for saying in sayings_due(device):
                if saying.said_at is None or now - saying.said_at >= SAY_AGAIN:
                    self._say(device, {"id": str(saying.id), **saying.body})
                    Saying.objects.filter(pk=saying.pk).update(said_at=now)

    def _say(self, device: Device, body: dict[str, Any]) -> None:
        self.client.publish(say_topic(device.garden_id, device.account), json.dumps(body), qos=1)

    def _connected(self, client: mqtt.Client, _: Any, __: Any, reason: Any, ___: Any) -> None:
        if not reason.is_failure:
            client.subscribe(EVERY_REPORT, qos=1)
        log.info("broker: %s", reason)

    def _message(self, client: mqtt.Client, _: Any, message: mqtt.MQTTMessage) -> None:
        """What cannot be kept now (the database is away) is not acknowledged, and comes again."""
        try:
            close_old_connections()
            self.hear(message.topic, bytes(message.payload))
        except (InputError, NotFound) as error:
            log.warning("not heard on %s: %s", message.topic[:80], error)
        except Exception:
            log.exception("a report waits")
            return
        client.ack(message.mid, message.qos)

    def hear(self, topic: str, payload: bytes) -> None:
        """Take one report in and answer it. Raises InputError, NotFound for what nobody who is let in can have sent."""
        sender = sender_of(topic)
        device = device_of(sender.garden_id, sender.account)
        id_, report = report_of(payload)
        Hear(device, id_, report).execute()
        self._say(device, {"id": str(uuid.uuid4()), "do": "heard", "of": str(id_)})

    def _alive(self) -> None:
        now, there = timezone.now(), self.client.is_connected()
        if self.alive_at is not None and now - self.alive_at < ALIVE_EVERY:
            return
        known = Listener.objects.filter(pk=1).first()
        since = known.since if known and known.connected == there else now
        Listener.objects.update_or_create(pk=1, defaults={"seen_at": now, "connected": there, "since": since})
        if self.alive_at is None:
            long_ago = now - dt.timedelta(days=KEPT_DAYS)
            Heard.objects.filter(at__lt=long_ago).delete()
            Saying.objects.filter(got_at__lt=long_ago).delete()
        self.alive_at = now


def listening() -> tuple[bool, dt.datetime | None]:
    """Whether devices can be heard now, and since when that is so; None: nobody ever listened."""
    known = Listener.objects.filter(pk=1).first()
    if known is None:
        return False, None
    quiet = timezone.now() - known.seen_at > QUIET_AFTER
    return known.connected and not quiet, known.seen_at if quiet else known.since


def broker() -> tuple[int, str] | None:
    """The broker's port and the house's password; None where there is none."""
    if not settings.BROKER_PORT:
        return None
    return int(settings.BROKER_PORT), str(settings.BROKER_PASSWORD)
