"""Trials: a mark, and something that breaks. Fifty by ./test, a thousand by ./test --long (ISLESHOWER_TRIALS).

Killed with -9: a worker, the web server, the database. Cut: a connection before its request is whole, and after it is
but before the answer. Twice at once, out of order, by two people. Bounded in count and time, on loopback alone.
"""

import os
import random
import signal
import threading
import time
from pathlib import Path
from typing import Any
from unittest import mock

from scripts import database, processes, server
from tests.crash.people import Person, pour
from tests.scripts.in_folder import InFolder
from tests.scripts.test_serving import Served, free

TRIALS = int(os.environ.get("ISLESHOWER_TRIALS", "50"))
FAULTS = {
    "cut_before": 8,
    "cut_after": 8,
    "twice": 8,
    "overtaken": 8,
    "two_people": 8,
    "worker": 4,
    "web": 3,
    "database": 3,
}


class Crashes(Served):
    def setUp(self) -> None:
        InFolder.setUp(self)
        self.run_folder.chmod(0o755)
        self.enterContext(mock.patch.object(database, "PORT", free()))
        self.addCleanup(database.SERVICE.stop)
        self.db_port = database.ensure()
        self.begin(self.db_port)
        server.manage({**self.environment, **database.keepers()}, "migrate", "--noinput")
        self.rng = random.Random(20260711)
        self.want: dict[str, tuple[float, bool]] = {}
        self.ada, self.ben = Person(self.port, "ada"), Person(self.port, "ben")
        made = self.told(self.ada, "POST", "/api/gardens", {"name": "Yard", "latitude": 44.6, "climate": "temperate"})
        self.base = f"/api/gardens/{made['id']}"
        bed = {"kind": "raised", "length_m": 2.4, "width_m": 1.2, "method": "hose"}
        day = made["today"]
        self.beds = [
            self.told(self.ada, "POST", f"{self.base}/beds", {**bed, "name": f"Bed {k}", "opened": day})["id"]
            for k in range(3)
        ]
        link = self.told(self.ada, "POST", f"{self.base}/invite-links")["address"].split("#")[1]
        self.told(self.ben, "POST", "/api/join", {"token": link})

    def told(self, who: Person, method: str, path: str, body: Any = None) -> Any:
        status, answer = who.call(method, path, body)
        self.assertIn(status, (200, 201), (path, answer))
        return answer

    def test_nothing_acknowledged_is_lost_and_nothing_is_kept_twice(self) -> None:
        names = list(FAULTS)
        met = dict.fromkeys(names, 0)
        for n in range(TRIALS):
            fault = self.rng.choices(names, weights=list(FAULTS.values()))[0]
            met[fault] += 1
            with self.subTest(n, fault=fault):
                getattr(self, fault)(pour(self.rng.choice(self.beds), round(self.rng.uniform(1, 9), 1)))
                if n % 10 == 9:
                    self.compare()
        self.compare()
        # As it stands it is what a fresh process makes of the facts.
        before = self.told(self.ada, "GET", f"{self.base}/round")
        self.kill(server.WEB)
        self.port = self.serve()
        self.assertEqual(self.told(self.ada, "GET", f"{self.base}/round"), before)
        if TRIALS >= 50:
            self.assertTrue(all(met.values()), met)

    # What is expected

    def mark(self, who: Person, told: dict[str, Any]) -> int:
        """Send a mark until it is answered; the status."""
        status, answer = who.call("POST", f"{self.base}/waterings", {"waterings": [told]})
        self.assertIn(status, (201, 409), answer)
        self.want.setdefault(told["id"], (told["litres"], False))
        return status

    def strike(self, who: Person, event: str) -> None:
        self.told(who, "POST", f"{self.base}/events/{event}/strike", {"back": False})
        litres, _ = self.want.get(event, (0.0, False))
        self.want[event] = litres, True

    def compare(self) -> None:
        """Every mark that was acknowledged is there, once, as it was told; and nothing else is."""
        found: dict[str, tuple[float, bool]] = {}
        skip, more = 0, True
        while more:
            page = self.told(self.ada, "GET", f"{self.base}/events?skip={skip}")
            more, skip = page["more"], skip + len(page["events"])
            for x in page["events"]:
                if x["kind"] == "watering":
                    self.assertNotIn(x["id"], found)
                    found[x["id"]] = x["told"]["litres"], x["struck"]
        self.assertEqual(found, self.want)

    # What breaks

    def cut_before(self, told: dict[str, Any]) -> None:
        self.ada.cut("POST", f"{self.base}/waterings", {"waterings": [told]}, self.rng.uniform(0.1, 0.98))
        self.mark(self.ada, told)

    def cut_after(self, told: dict[str, Any]) -> None:
        self.ada.cut("POST", f"{self.base}/waterings", {"waterings": [told]}, 1.0)
        time.sleep(self.rng.uniform(0, 0.05))
        self.mark(self.ada, told)

    def both(self, first: Person, second: Person, told: dict[str, Any]) -> list[int]:
        statuses: list[int] = []
        senders = [threading.Thread(target=lambda p=p: statuses.append(self.mark(p, told))) for p in (first, second)]
        for sender in senders:
            sender.start()
        for sender in senders:
            sender.join()
        return sorted(statuses)

    def twice(self, told: dict[str, Any]) -> None:
        self.assertEqual(self.both(self.ada, self.ada, told), [201, 201])

    def two_people(self, told: dict[str, Any]) -> None:
        self.assertEqual(self.both(self.ada, self.ben, told), [201, 409])

    def overtaken(self, told: dict[str, Any]) -> None:
        self.strike(self.ada, told["id"])
        self.want[told["id"]] = told["litres"], True
        self.mark(self.ada, told)

    def while_sent(self, told: dict[str, Any], breaks: Any) -> None:
        sender = threading.Thread(target=self.mark, args=(self.ada, told))
        sender.start()
        time.sleep(self.rng.uniform(0, 0.04))
        breaks()
        sender.join()
        self.assertIn(told["id"], self.want)

    def kill(self, service: processes.Service) -> None:
        now = service.running()
        assert now
        os.kill(now["pid"], signal.SIGKILL)
        while processes.command_line(now["pid"]):
            processes._reap()
            time.sleep(0.02)

    def worker(self, told: dict[str, Any]) -> None:
        def breaks() -> None:
            now = server.WEB.running()
            assert now
            children = Path(f"/proc/{now['pid']}/task/{now['pid']}/children").read_text().split()
            os.kill(int(self.rng.choice(children)), signal.SIGKILL)

        self.while_sent(told, breaks)

    def web(self, told: dict[str, Any]) -> None:
        def breaks() -> None:
            self.kill(server.WEB)
            self.port = self.serve()

        self.while_sent(told, breaks)

    def database(self, told: dict[str, Any]) -> None:
        def breaks() -> None:
            self.kill(database.SERVICE)
            self.assertEqual(database.ensure(), self.db_port)

        self.while_sent(told, breaks)
