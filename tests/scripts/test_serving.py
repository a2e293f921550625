"""Serving with nobody near: the door keeps slow clients off, what dies comes back, logs and dumps are turned over."""

import datetime as dt
import os
import shutil
import signal
import socket
import ssl
import subprocess
import tempfile
import threading
import time
import unittest
import urllib.error
import urllib.request
from pathlib import Path
from typing import Any
from unittest import mock

from scripts import console, database, dumps, processes, proxy, room, server, stay, system_packages
from scripts.paths import PROJECT, PYTHON
from tests.scripts.in_folder import InFolder


def free() -> int:
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        return int(s.getsockname()[1])


class Served(InFolder):
    """The web server behind its door, on ports of the test's own; there is no database, and /api/session asks none."""

    env: dict[str, str] = {}

    def setUp(self) -> None:
        super().setUp()
        self.run_folder.chmod(0o755)
        self.begin()

    def begin(self, db_port: int = 1) -> None:
        """Serve, on ports of the test's own."""
        self.enterContext(mock.patch.dict(os.environ, self.env))
        self.enterContext(mock.patch.object(proxy, "PORT", free()))
        self.enterContext(mock.patch.object(server, "WEB_PORT", free()))
        web = processes.Service("web", "config.wsgi", PROJECT)  # gunicorn goes into the project's folder by itself
        self.enterContext(mock.patch.object(server, "WEB", web))
        self.environment = server.environment(db_port, 1)
        self.addCleanup(server.WEB.stop)
        self.addCleanup(proxy.SERVICE.stop)
        self.port = self.serve()

    def serve(self) -> int:
        now = server.WEB.running()
        # Workers whose master was killed hold its port for some seconds yet: as ./start does, it takes the next one.
        port = now["port"] if now else processes.free_port(server.WEB_PORT)
        if now is None:
            command: list[str | Path] = [PYTHON, "-m", "gunicorn", "config.wsgi", "--config"]
            command += [PROJECT / "config" / "gunicorn_conf.py"]
            server.WEB.start(
                [*command, "--bind", f"127.0.0.1:{port}"],
                port,
                lambda p: processes.answers(f"http://127.0.0.1:{p}/api/session"),
                self.environment,
            )
        return proxy.ensure(port)

    def get(self, path: str = "/api/session", scheme: str = "http", context: ssl.SSLContext | None = None) -> bytes:
        with urllib.request.urlopen(f"{scheme}://127.0.0.1:{self.port}{path}", timeout=20, context=context) as answer:
            return bytes(answer.read())


class Door(Served):
    def test_idle_and_half_sent_connections_do_not_slow_others(self) -> None:
        """500 that say nothing, 100 that sent half a request: bounded, on loopback."""
        alone = min(self.timed() for _ in range(5))
        open_ones = []
        try:
            for n in range(600):
                s = socket.create_connection(("127.0.0.1", self.port), timeout=5)
                open_ones.append(s)
                if n < 50:
                    s.sendall(b"GET /api/session HTTP/1.1\r\nHost: 127.0.0.1\r\nX-")
                elif n < 100:
                    head = (
                        b"POST /api/session/sign-in HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\n"
                    )
                    s.sendall(head + b"Content-Length: 1000\r\n\r\n{")
            crowded = sorted(self.timed() for _ in range(9))[4]
        finally:
            for s in open_ones:
                s.close()
        # A worker has 4 threads, of which there are 8 in all: were they held, nobody would be answered for a minute.
        self.assertLess(crowded, 20 * alone + 0.5)

    def timed(self) -> float:
        started = time.monotonic()
        self.get()
        return time.monotonic() - started

    def test_what_dies_is_brought_back_and_an_end_ends_all(self) -> None:
        starts = []

        def start() -> int:
            starts.append(1)
            self.serve()
            return 0

        def stop() -> int:
            proxy.SERVICE.stop()
            server.WEB.stop()
            return 0

        code: list[int] = []
        handlers: dict[int, Any] = {}
        with (
            mock.patch.object(stay, "EVERY_S", 0.2),
            mock.patch.object(stay, "tonight"),
            mock.patch.object(signal, "signal", lambda n, f: handlers.update({n: f})),
        ):
            keeper = threading.Thread(
                target=lambda: code.append(stay.stay(start, stop, (proxy.SERVICE, server.WEB))), daemon=True
            )
            keeper.start()
            for service in (proxy.SERVICE, server.WEB):
                died = service.running()
                assert died
                os.kill(died["pid"], 9)
                deadline = time.monotonic() + 40
                while (now := service.running()) is None or now["pid"] == died["pid"]:
                    self.assertLess(time.monotonic(), deadline)
                    time.sleep(0.1)
                while not processes.answers(f"http://127.0.0.1:{self.port}/api/session"):
                    self.assertLess(time.monotonic(), deadline)
                    time.sleep(0.1)
            self.assertIn(b"sign_up_open", self.get())
            # Nothing that was left behind held its port.
            self.assertEqual((proxy.SERVICE.running() or {}).get("port"), self.port)
            handlers[signal.SIGTERM](15, None)
            keeper.join(30)
        self.assertEqual(code, [0])
        self.assertGreaterEqual(len(starts), 2)
        self.assertIsNone(server.WEB.running())

    def test_while_the_workers_are_away_the_door_says_so_in_json(self) -> None:
        server.WEB.stop()
        with self.assertRaises(urllib.error.HTTPError) as caught:
            self.get("/api/session")
        # 502: whether it was kept is not known, so that the page sends a mark again under its id.
        self.assertEqual((caught.exception.code, b'"away"' in caught.exception.read()), (502, True))
        with self.assertRaises(urllib.error.HTTPError):
            self.get("/calendar/a-secret.ics")
        logs = b"".join(x.read_bytes() for x in (self.run_folder / "logs").iterdir())
        self.assertNotIn(b"a-secret", logs)
        for log in (self.run_folder / "logs").glob("*.log"):
            self.assertEqual(log.stat().st_mode & 0o077, 0, log)


class Https(Served):
    def setUp(self) -> None:
        pair = Path(self.enterContext(tempfile.TemporaryDirectory()))
        subject = ["-subj", "/CN=127.0.0.1", "-addext", "subjectAltName=IP:127.0.0.1"]
        subprocess.run(
            ["openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-days", "2", *subject,
             "-keyout", pair / "key.pem", "-out", pair / "certificate.pem"],
            check=True, capture_output=True,
        )  # fmt: skip
        self.pair = pair
        self.env = {"ISLESHOWER_TLS_CERTIFICATE": f"{pair}/certificate.pem", "ISLESHOWER_TLS_KEY": f"{pair}/key.pem"}
        super().setUp()

    def test_with_a_certificate_it_speaks_https_and_cookies_are_secure(self) -> None:
        ours = ssl.create_default_context(cafile=str(self.pair / "certificate.pem"))
        with urllib.request.urlopen(f"https://127.0.0.1:{self.port}/api/session", timeout=20, context=ours) as answer:
            self.assertIn("max-age=31536000", answer.headers["Strict-Transport-Security"])
            self.assertIn("Secure", answer.headers["Set-Cookie"])
        self.assertEqual(server.address(self.port), f"https://127.0.0.1:{self.port}/")
        self.assertTrue(processes.answers(f"https://127.0.0.1:{self.port}/api/session"))

    def test_a_certificate_without_its_key_is_refused(self) -> None:
        with mock.patch.dict(os.environ, {"ISLESHOWER_TLS_KEY": ""}), self.assertRaises(console.Problem):
            proxy.ensure(server.WEB_PORT)


class Configuration(unittest.TestCase):
    def test_another_proxys_word_counts_only_where_there_is_one(self) -> None:
        with mock.patch.dict(os.environ, {"ISLESHOWER_BEHIND_PROXY": "1"}):
            behind = proxy.configuration(8117, 33121, "")
        alone = proxy.configuration(8117, 33121, "isleshower")
        self.assertIn("real_ip_header X-Forwarded-For", behind)
        self.assertIn("X-Forwarded-Proto $http_x_forwarded_proto", behind)
        self.assertNotIn("real_ip_header", alone)
        self.assertIn("X-Forwarded-Proto $scheme", alone)
        self.assertIn("user isleshower;", alone)
        self.assertIn("listen 127.0.0.1:8117;", alone)


class Night(InFolder):
    def test_its_work_is_done_once_a_night(self) -> None:
        at = dt.datetime(2026, 7, 11, 3, 5, tzinfo=dt.UTC)
        up = mock.Mock(**{"running.return_value": {"pid": 1, "port": 2}})
        with (
            mock.patch.object(database, "SERVICE", up),
            mock.patch.object(server, "manage") as manage,
            mock.patch.object(dumps, "dump", return_value=Path("nightly-x.sql.gz")) as dump,
        ):
            done = [stay.tonight(at.replace(hour=1)), stay.tonight(at), stay.tonight(at + dt.timedelta(hours=9))]
            done.append(stay.tonight(at + dt.timedelta(days=1)))
        self.assertEqual(done, [False, True, False, True])
        self.assertEqual((manage.call_count, dump.call_count), (2, 2))

    def test_old_nights_go_and_what_a_person_asked_for_stays(self) -> None:
        dumps.BACKUPS.mkdir()
        for name, days in (
            ("nightly-a.sql.gz", 20),
            ("nightly-b.sql.gz.gpg", 20),
            ("nightly-c.sql.gz", 3),
            ("backup-d.sql.gz", 99),
        ):
            file = dumps.BACKUPS / name
            file.touch()
            os.utime(file, (time.time() - days * 86400,) * 2)
        dumps.forget_older("nightly", 14)
        self.assertEqual(sorted(x.name for x in dumps.BACKUPS.iterdir()), ["backup-d.sql.gz", "nightly-c.sql.gz"])

    def test_a_large_log_begins_anew_and_who_writes_it_goes_on(self) -> None:
        log = self.run_folder / "web.log"
        with mock.patch.object(stay, "LOG_BYTES", 10), log.open("ab") as writer:
            for text in (b"first line", b"second line", b"third line....", b"4", b"more than ten"):
                writer.write(text)
                writer.flush()
                stay.turn_logs(self.run_folder)
        kept = {x.name: x.read_bytes() for x in self.run_folder.glob("web.log*")}
        self.assertEqual(kept["web.log"], b"")
        self.assertEqual(kept["web.log.1"], b"4more than ten")
        self.assertEqual(kept["web.log.4"], b"first line")


class Sealed(InFolder):
    def test_a_dump_is_encrypted_where_a_key_is_told_and_opened_with_it_alone(self) -> None:
        key, plain = self.run_folder / "key", self.run_folder / "x.sql.gz"
        key.write_text("linden-plover-kelp\n")
        plain.write_bytes(b"rows")
        with mock.patch.dict(os.environ, {"ISLESHOWER_BACKUP_KEY_FILE": str(key)}):
            sealed = dumps.sealed_name(plain)
            dumps.seal(plain, sealed)
            self.assertNotIn(b"rows", sealed.read_bytes())
            with dumps.opened(sealed) as again:
                self.assertEqual(again.read_bytes(), b"rows")
            self.assertFalse(again.exists())
            key.write_text("another\n")
            with self.assertRaises(console.Problem), dumps.opened(sealed):
                pass
        with self.assertRaises(console.Problem), dumps.opened(sealed):
            pass
        with (
            mock.patch.dict(os.environ, {"ISLESHOWER_BACKUP_KEY_FILE": "/nowhere"}),
            self.assertRaises(console.Problem),
        ):
            dumps.key()


class Room(unittest.TestCase):
    def test_a_full_disk_and_an_odd_path_are_said_before_anything_is_made(self) -> None:
        little = mock.Mock(free=50 * 2**20)
        with mock.patch.object(shutil, "disk_usage", return_value=little), self.assertRaises(console.Problem) as caught:
            room.ensure()
        self.assertIn("50 MB are free", str(caught.exception))
        for odd in ('/srv/a"b', "/srv/a$b", "/srv/a;b", "/srv/my garden"):
            with self.assertRaises(console.Problem):
                room.ensure(Path(odd), Path(odd) / ".run")
        room.ensure()

    def test_what_is_installed_does_not_start_by_itself(self) -> None:
        self.assertIn("policy-rc.d", system_packages.INSTALL)
        done = subprocess.run(["sh", "-n", "-c", system_packages.INSTALL], capture_output=True, check=False)
        self.assertEqual(done.returncode, 0, done.stderr)


class Beside(InFolder):
    def test_what_takes_long_is_done_once_beside_the_watch_and_its_fault_is_told(self) -> None:
        go, begun = threading.Event(), list[int]()

        def long_work() -> None:
            begun.append(1)
            go.wait(20)
            raise console.Problem("the weather is away", "wait")

        with mock.patch.object(stay, "report") as told:
            for _ in range(3):
                stay.beside(long_work)
            go.set()
            for thread in [x for x in threading.enumerate() if x.name == "long_work"]:
                thread.join(20)
        self.assertEqual((len(begun), told.call_count), (1, 1))
