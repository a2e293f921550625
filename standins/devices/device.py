"""One pretend device: what it was told, what it did, and what it has reported and not been answered yet.

All of it is kept in a file, so that one that is switched off and on again loses nothing. Time is told to it: the day of
a garden with a clock of its own, or the zone of a real one.
"""

from __future__ import annotations

import datetime as dt
import json
import random
import uuid
import zoneinfo
from collections.abc import Callable
from pathlib import Path
from typing import Any, Final

from standins.devices.runs import due

Json = dict[str, Any]
Publish = Callable[[str, Json | bytes], None]  # topic, body
FAULTS: Final = (
    "none", "battery_low", "stuck_open", "no_pressure", "blocked", "missed", "duplicate", "late", "forged",
)  # fmt: skip
NOISE, DRIFT = 0.03, 0.002  # of a flow meter; of a probe a day
BLOCKED_GIVES = 0.35
LEAKS_MIN = 45.0  # that a stuck valve has run by when it is told to close
MOST_DAYS = 60  # that are made up for when the day is told anew
MOST_KEPT = 2000  # ids of what it was told
DRIES, WETTEST, DRIEST = 0.93, 31.0, 9.0  # of a probe's soil: what is left each day, and its bounds [% by volume]


class Device:
    """publish: how it speaks. state: where its memory lies."""

    def __init__(self, told: Json, publish: Publish, memory: Path) -> None:
        self.kind, self.account, self.garden = told["kind"], told["account"], told["garden"]
        self.flows = {int(k): float(v) for k, v in told.get("flows_l_h", {}).items()}
        self.publish, self.memory = publish, memory
        self.fault, self.random = "none", random.Random(self.account)
        kept: Json = json.loads(memory.read_text()) if memory.exists() else {}
        self.programmes: list[Json] = kept.get("programmes", [])
        self.clock: Json = kept.get("clock", {})
        self.done: list[str] = kept.get("done", [])
        self.seen: list[str] = kept.get("seen", [])
        self.waiting: dict[str, Json] = kept.get("waiting", {})  # reports that nobody answered yet, by id
        self.open_outlet: int | None = kept.get("open_outlet")
        self.soil_pct: float = kept.get("soil_pct", 24.0)

    def keep(self) -> None:
        names = ("programmes", "clock", "waiting", "open_outlet", "soil_pct")
        kept = {name: getattr(self, name) for name in names}
        new = self.memory.with_suffix(".new")
        new.write_text(json.dumps({**kept, "done": self.done[-MOST_KEPT:], "seen": self.seen[-MOST_KEPT:]}))
        new.replace(self.memory)

    @property
    def battery(self) -> float:
        return 8.0 if self.fault == "battery_low" else 86.0

    @property
    def root(self) -> str:
        return f"isleshower/1/{self.garden}/{self.account}"

    def say(self, kind: str, hold_until: str | None = None, **body: Any) -> None:
        """Report something, again and again until it is answered."""
        told = {"id": str(uuid.uuid4()), "kind": kind, **body}
        if kind != "got":
            self.waiting[told["id"]] = {**told, "hold_until": hold_until} if hold_until else told
        if not hold_until:
            self._send(told)
        self.keep()

    def _send(self, told: Json) -> None:
        body = {name: x for name, x in told.items() if name != "hold_until"}
        for _ in range(2 if self.fault == "duplicate" else 1):
            self.publish(f"{self.root}/report", body)

    def say_again(self) -> None:
        """What is still waiting for an answer; what is held back, once its day has come."""
        today = self.today()
        for told in list(self.waiting.values()):
            held = told.get("hold_until")
            if held is None or (today is not None and today.isoformat() >= held):
                self._send(told)

    def told(self, body: Json) -> None:
        """Something it was told; the same again is only confirmed."""
        do, id_ = body.get("do"), str(body.get("id"))
        if do == "heard":
            self.waiting.pop(str(body.get("of")), None)
            self.keep()
            return
        if id_ not in self.seen:
            self.seen.append(id_)
            if do == "programme":
                self.programmes = body["programmes"]
            elif do == "clock":
                self._set_clock({name: x for name, x in body.items() if name in ("date", "zone")})
            elif do == "run":
                self.run(int(body["outlet"]), float(body["minutes"]), 12.0, command=id_)
            elif do == "close":
                self.close(int(body["outlet"]), id_)
        self.say("got", of=id_, done=True)
        self.tick()

    def _set_clock(self, clock: Json) -> None:
        before, self.clock = self.clock.get("date"), clock
        if before and "date" in clock:
            since, until = dt.date.fromisoformat(before), dt.date.fromisoformat(clock["date"])
            for days in range(max(1, (until - since).days - MOST_DAYS), (until - since).days):
                self.day(since + dt.timedelta(days=days), 24.0)
            self.soil_pct = max(DRIEST, self.soil_pct * DRIES ** max(0, (until - since).days))

    def today(self) -> dt.date | None:
        if "date" in self.clock:
            return dt.date.fromisoformat(self.clock["date"])
        return self._now().date() if "zone" in self.clock else None

    def _now(self) -> dt.datetime:
        return dt.datetime.now(zoneinfo.ZoneInfo(self.clock["zone"]))

    def tick(self) -> None:
        """Do what is due. A garden's own day is as good as over when it begins."""
        today = self.today()
        if today is None:
            return
        now = self._now() if "zone" in self.clock else None
        self.day(today, 24.0 if now is None else now.hour + now.minute / 60)

    def day(self, date: dt.date, until_h: float) -> None:
        if self.kind == "probe":
            self._read(date)
            return
        for outlet, hour, minutes in due(self.programmes, date):
            key = f"{date}/{outlet}/{hour}"
            if hour > until_h or key in self.done:
                continue
            self.done.append(key)
            if self.fault != "missed":
                self.run(outlet, minutes, hour, date=date)

    def run(
        self, outlet: int, minutes: float, hour: float, command: str | None = None, date: dt.date | None = None
    ) -> None:
        day = date or self.today()
        if day is None:
            return  # nobody has told it the day yet
        gives = {"no_pressure": 0.0, "blocked": BLOCKED_GIVES}.get(self.fault, 1.0)
        flow = self.flows.get(outlet, 0.0) * gives * (1 + self.random.gauss(0, NOISE))
        hold = (day + dt.timedelta(days=1)).isoformat() if self.fault == "late" else None
        more = {"command": command} if command else {}
        self.say(
            "ran",
            hold,
            date=day.isoformat(),
            outlet=outlet,
            start_h=hour,
            minutes=minutes,
            litres=round(max(0.0, flow) * minutes / 60, 3),
            battery=self.battery,
            **more,
        )
        if self.fault == "stuck_open":
            self.open_outlet = outlet
            self.say("state", battery=self.battery, open_outlet=outlet, flow_l_h=round(self.flows.get(outlet, 0.0), 2))
        if self.fault == "forged":
            self.publish(f"{self.root}/report", b"{not json")
            forged = {"id": str(uuid.uuid4()), "kind": "ran", "date": day.isoformat(), "minutes": 60, "litres": 999}
            self.publish(f"isleshower/1/{self.garden}/somebody-else/report", forged)
            self.publish(f"isleshower/1/{self.garden + 1}/{self.account}/report", forged)

    def close(self, outlet: int, command: str) -> None:
        """Shut a valve; what ran meanwhile is reported as what it was."""
        if self.open_outlet == outlet:
            day = self.today()
            assert day is not None  # it ran, so it was told the day
            litres = round(self.flows.get(outlet, 0.0) * LEAKS_MIN / 60, 3)
            self.open_outlet = None
            self.fault = "none" if self.fault == "stuck_open" else self.fault
            self.say(
                "ran",
                date=day.isoformat(),
                outlet=outlet,
                start_h=12.0,
                minutes=LEAKS_MIN,
                litres=litres,
                command=command,
            )
        self.say("state", battery=self.battery, open_outlet=None, flow_l_h=0.0)

    def _read(self, date: dt.date) -> None:
        key = f"read/{date}"
        if key in self.done:
            return
        self.done.append(key)
        drift = DRIFT * len(self.done)
        pct = min(WETTEST, self.soil_pct * (1 + drift + self.random.gauss(0, NOISE)))
        self.say("moisture", date=date.isoformat(), volume_pct=round(pct, 2), battery=self.battery)
