"""Setting up and starting: what stands in the way gets a message and its mend."""

import contextlib
import io
import json
import os
import pathlib
import shutil
import signal
import socket
import subprocess
import sys
import tempfile
import time
import unittest
from unittest import mock

from scripts import console, database, front_end, processes, python_env, server, start, system_packages


class InFolder(unittest.TestCase):
    """Each test has a run folder of its own, and what is printed is kept."""

    def setUp(self):
        self.run_folder = pathlib.Path(self.enterContext(tempfile.TemporaryDirectory(prefix="isl")))
        for module, names in {
            processes: {"RUN": self.run_folder, "LOGS": self.run_folder / "logs"},
            database: {
                "RUN": self.run_folder,
                "LOGS": self.run_folder / "logs",
                "SETUP_LOG": self.run_folder / "setup.log",
                "DATA": self.run_folder / "db",
                "INITIALISED": self.run_folder / "db" / ".isleshower-initialised",
                "SERVICE": processes.Service("mariadb", str(self.run_folder / "db")),
            },
            server: {"RUN": self.run_folder},
        }.items():
            for name, value in names.items():
                self.enterContext(mock.patch.object(module, name, value))
        self.printed = self.enterContext(contextlib.redirect_stdout(io.StringIO()))


class Processes(InFolder):
    def sleeper(self) -> processes.Service:
        service = processes.Service("sleeper", "isleshower-test-sleeper")
        code = "import time, sys; sys.argv.append('isleshower-test-sleeper'); time.sleep(60)"
        service.start(
            [sys.executable, "-c", code, "isleshower-test-sleeper"], 1, lambda _: True, dict(os.environ)
        )  # fmt: skip
        self.addCleanup(service.stop)
        return service

    def test_a_service_is_found_again_and_ended(self):
        service = self.sleeper()
        pid = service.running()["pid"]
        self.assertTrue(service.stop())
        self.assertEqual(processes.command_line(pid), "")
        self.assertFalse(service.stop())

    def test_a_stale_pid_ends_nobody_else(self):
        """The record names a living process that is not ours: it is left alone and the record goes."""
        other = subprocess.Popen([sys.executable, "-c", "import time; time.sleep(60)"])
        self.addCleanup(other.wait)
        self.addCleanup(other.kill)
        service = processes.Service("web", "config.wsgi")
        service.record.write_text(json.dumps({"pid": other.pid, "port": 8117}))
        self.assertIsNone(service.running())
        self.assertFalse(service.record.exists())
        self.assertFalse(service.stop())
        self.assertIsNone(other.poll())

    def test_a_broken_record_is_as_good_as_none(self):
        service = processes.Service("web", "config.wsgi")
        for text in ("", "{", '{"pid": "x"}', "[]", '{"pid": 999999999, "port": 1}'):
            service.record.write_text(text)
            self.assertIsNone(service.running(), text)

    def test_one_that_ends_at_once_is_told_with_its_last_words(self):
        service = processes.Service("brief", "brief")
        with self.assertRaises(console.Problem) as caught:
            service.start(
                [sys.executable, "-c", "print('no room'); raise SystemExit(3)", "brief"], 1, lambda _: False,
                dict(os.environ),
            )  # fmt: skip
        self.assertIn("no room", str(caught.exception))
        self.assertIn("log", caught.exception.mend)

    def test_one_that_never_answers_is_ended(self):
        service = processes.Service("mute", "isleshower-test-mute")
        with self.assertRaises(console.Problem):
            service.start(
                [sys.executable, "-c", "import time; time.sleep(60)", "isleshower-test-mute"], 1, lambda _: False,
                dict(os.environ), seconds=0.4,
            )  # fmt: skip
        self.assertIsNone(service.running())

    def test_a_taken_port_is_stepped_over(self):
        with socket.socket() as s:
            s.bind(("127.0.0.1", 0))
            s.listen()
            taken = s.getsockname()[1]
            self.assertFalse(processes.port_free(taken))
            with mock.patch.object(time, "sleep"):
                self.assertGreater(processes.free_port(taken), taken)
        with (
            mock.patch.object(processes, "port_free", return_value=False),
            mock.patch.object(time, "sleep"),
            self.assertRaises(console.Problem) as caught,
        ):
            processes.free_port(8117)
        self.assertIn("8117", str(caught.exception))


class Database(InFolder):
    """A real server in a folder of its own: initialised, half made, killed, started twice."""

    def port(self) -> int:
        with socket.socket() as s:
            s.bind(("127.0.0.1", 0))
            return s.getsockname()[1]

    def start(self) -> int:
        with mock.patch.object(database, "PORT", self.port()):
            return database.ensure()

    def tearDown(self):
        database.SERVICE.stop()

    def query(self, port: int, sql: str) -> str:
        env = {**os.environ, "MYSQL_PWD": database.secret("db_password")}
        command = ["mariadb", "--no-defaults", "-h", "127.0.0.1", "-P", str(port), "-u", "isleshower", "-N", "-e", sql]
        return subprocess.run(command, env=env, capture_output=True, text=True, check=True).stdout.strip()

    def test_its_whole_life(self):
        half = database.DATA
        half.mkdir()
        (half / "ibdata1").write_bytes(b"cut short")
        port = self.start()
        self.assertIn("only half made", self.printed.getvalue())
        self.assertTrue(any(p.name.startswith("db-half-made-") for p in self.run_folder.iterdir()))
        self.assertEqual(
            self.query(port, "SELECT CONVERT_TZ('2025-07-11 12:00:00', 'UTC', 'Etc/GMT+1')"), "2025-07-11 11:00:00"
        )
        self.assertEqual(self.query(port, "SELECT @@tx_isolation"), "READ-COMMITTED")
        self.query(port, "CREATE TABLE isleshower.kept (n INT); INSERT INTO isleshower.kept VALUES (7)")
        self.assertEqual(self.start(), port)  # already up

        pid = database.SERVICE.running()["pid"]
        database.SERVICE.record.unlink()  # a server with no record holds the folder
        with self.assertRaises(console.Problem) as caught:
            self.start()
        self.assertIn(f"kill {pid}", caught.exception.mend)

        os.kill(pid, signal.SIGKILL)  # a kill leaves a stale pid and socket behind
        while processes.command_line(pid):
            time.sleep(0.05)
        again = self.start()
        self.assertEqual(self.query(again, "SELECT n FROM isleshower.kept"), "7")
        self.assertEqual(database.secret("db_password"), database.secret("db_password"))
        self.assertEqual((self.run_folder / "db_password").stat().st_mode & 0o777, 0o600)

    def test_a_taken_port_is_said(self):
        with socket.socket() as s:
            s.bind(("127.0.0.1", 0))
            s.listen()
            with mock.patch.object(database, "PORT", s.getsockname()[1]):
                port = database.ensure()
            self.assertNotEqual(port, s.getsockname()[1])
        self.assertIn("taken by another program", self.printed.getvalue())


class Installing(InFolder):
    def test_a_missing_package_without_the_right_to_install(self):
        with (
            mock.patch.object(system_packages, "missing", return_value=["mariadb-server-core"]),
            mock.patch.object(system_packages.os, "geteuid", return_value=1000),
            mock.patch.object(
                system_packages.shutil, "which", side_effect=lambda n: None if n == "sudo" else f"/bin/{n}"
            ),
            self.assertRaises(console.Problem) as caught,
        ):
            system_packages.ensure(system_packages.FOR_SERVING)
        self.assertIn("mariadb-server-core", str(caught.exception))
        self.assertIn("apt-get install", caught.exception.mend)

    def test_no_network_is_told_from_other_failures(self):
        log = self.run_folder / "log"
        for text, network in (
            ("Temporary failure resolving 'mirror'", True),
            ("EAI_AGAIN", True),
            ("disk full", False),
        ):
            with self.subTest(text), self.assertRaises(console.Problem) as caught:
                console.run(
                    [sys.executable, "-c", f"print({text!r}); raise SystemExit(1)"], "it failed", "do this", log
                )
            self.assertEqual("network" in str(caught.exception), network)
            self.assertEqual(caught.exception.mend == "do this", not network)
            self.assertIn(text, log.read_text())

    def test_a_half_made_python_environment_is_made_again(self):
        venv = self.run_folder / "venv"
        (venv / "lib").mkdir(parents=True)
        calls = []
        with (
            mock.patch.object(python_env, "VENV", venv),
            mock.patch.object(python_env, "PYTHON", venv / "bin" / "python"),
            mock.patch.object(
                python_env, "run", side_effect=lambda c, *a, **k: (calls.append(c), venv.mkdir(exist_ok=True))
            ),
        ):
            python_env.ensure("run")
            self.assertFalse((venv / "lib").exists())
            self.assertEqual([c[2] for c in calls], ["venv", "pip"])
            self.assertIn("--require-hashes", calls[1])
            (venv / "bin").mkdir()
            (venv / "bin" / "python").touch()
            python_env.ensure("run")  # the stamp says it is up
        self.assertEqual(len(calls), 2)

    def test_every_locked_package_is_hashed_and_no_lock_names_an_address(self):
        root = pathlib.Path(console.__file__).parents[1]
        for lock in ("run.txt", "dev.txt", "node.txt"):
            text = (root / "requirements" / lock).read_text()
            packages = [line for line in text.splitlines() if line and not line.startswith((" ", "#"))]
            self.assertTrue(packages)
            self.assertTrue(all("==" in p and p.endswith("\\") for p in packages))
            self.assertNotIn("://", text)
        self.assertNotIn('"resolved"', (root / "frontend" / "package-lock.json").read_text())

    def test_an_old_node_is_not_taken(self):
        for version, good in (
            ("v18.19.0", False),
            ("v20.19.0", True),
            ("v20.18.9", False),
            ("v22.1.0", True),
            ("what", False),
        ):
            node = self.run_folder / "node"
            node.write_text(f"#!/bin/sh\necho {version}\n")
            node.chmod(0o755)
            shutil.copy(node, self.run_folder / "npm")
            self.assertEqual(front_end._new_enough({"PATH": f"{self.run_folder}:/bin"}), good, version)


class Commands(InFolder):
    def test_usage_and_a_problem_with_its_mend(self):
        errors = self.enterContext(contextlib.redirect_stderr(io.StringIO()))
        self.assertEqual(start.main(["--wrong"]), 2)
        problem = console.Problem("the cellar is flooded", "bail it out")
        with mock.patch.object(system_packages, "ensure", side_effect=problem):
            self.assertEqual(start.main([]), 1)
        self.assertIn("the cellar is flooded", errors.getvalue())
        self.assertIn("To mend it: bail it out", errors.getvalue())

    def test_stop_ends_only_what_was_started(self):
        with (
            mock.patch.object(start.server, "WEB", processes.Service("web", "nothing-of-ours")),
            mock.patch.object(start.server, "PROVIDER", processes.Service("weather", "nothing-of-ours")),
        ):
            self.assertEqual(start.main(["--stop"]), 0)
        self.assertEqual(self.printed.getvalue().count("was not running"), 3)

    def test_each_step_is_one_line_with_its_time_and_what_was_said_stands_below(self):
        with console.step("boil water") as note:
            console.say("the kettle was full")
            note.text = "hot"
        with self.assertRaises(KeyError), console.step("pour it"):
            raise KeyError
        lines = self.printed.getvalue().splitlines()
        self.assertRegex(lines[0], r"^  boil water +hot +0\.\d s$")
        self.assertEqual(lines[1], "    the kettle was full")
        self.assertRegex(lines[2], r"^  pour it +failed +0\.\d s$")

    def test_a_change_of_code_restarts_the_server(self):
        self.assertEqual(server.code_digest(), server.code_digest())
        with mock.patch.object(server, "sources_digest", return_value="other"):
            changed = server.code_digest()
        self.assertNotEqual(changed, server.code_digest())
