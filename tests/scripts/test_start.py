"""Setting up and starting: what stands in the way gets a message and its mend."""

import contextlib
import http.server
import io
import json
import os
import pathlib
import runpy
import shutil
import socket
import subprocess
import sys
import threading
import time
from unittest import mock

import gunicorn.config

from scripts import (
    broker,
    console,
    database,
    dumps,
    front_end,
    migrations,
    processes,
    python_env,
    secrets_kept,
    server,
    start,
    system_packages,
)
from scripts.paths import PROJECT
from tests.scripts.in_folder import InFolder


class Processes(InFolder):
    def sleeper(self) -> processes.Service:
        service = self.sleeper_in(self.run_folder)
        self.addCleanup(service.stop)
        return service

    def sleeper_in(self, home: pathlib.Path) -> processes.Service:
        service = processes.Service("sleeper", "isleshower-test-sleeper", home)
        code = "import time, sys; sys.argv.append('isleshower-test-sleeper'); time.sleep(60)"
        service.start([sys.executable, "-c", code, "isleshower-test-sleeper"], 1, lambda _: True, dict(os.environ))
        return service

    def test_a_service_is_found_again_and_ended(self) -> None:
        service = self.sleeper()
        pid = service.running()["pid"]
        self.assertTrue(service.stop())
        self.assertEqual(processes.command_line(pid), "")
        self.assertFalse(service.stop())

    def test_a_copied_folder_does_not_end_the_process_of_its_original(self) -> None:
        original = self.sleeper()
        copy = self.run_folder / "copy"
        copy.mkdir()
        shutil.copy(original.record, copy)
        with mock.patch.object(processes, "RUN", copy):
            copied = processes.Service(original.name, original.mark, copy)
            self.assertFalse(copied.stop())
        self.assertIsNotNone(original.running())

    def test_a_moved_folder_finds_its_process_again(self) -> None:
        before, after = self.run_folder / "before", self.run_folder / "after"
        before.mkdir()
        with mock.patch.object(processes, "RUN", before):
            self.sleeper_in(before)
        before.rename(after)
        with mock.patch.object(processes, "RUN", after):
            moved = processes.Service("sleeper", "isleshower-test-sleeper", after)
            self.assertIsNotNone(moved.running())
            self.assertTrue(moved.stop())

    def test_a_stale_pid_ends_nobody_else(self) -> None:
        """The record names a living process that is not ours: it is left alone and the record goes."""
        other = subprocess.Popen([sys.executable, "-c", "import time; time.sleep(60)"])
        self.addCleanup(other.wait)
        self.addCleanup(other.kill)
        service = processes.Service("web", "config.wsgi", self.run_folder)
        service.record.write_text(json.dumps({"pid": other.pid, "port": 8117}))
        self.assertIsNone(service.running())
        self.assertFalse(service.record.exists())
        self.assertFalse(service.stop())
        self.assertIsNone(other.poll())

    def test_a_broken_record_is_as_good_as_none(self) -> None:
        service = processes.Service("web", "config.wsgi", self.run_folder)
        for text in ("", "{", '{"pid": "x"}', "[]", '{"pid": 999999999, "port": 1}'):
            service.record.write_text(text)
            self.assertIsNone(service.running(), text)

    def test_one_that_ends_at_once_is_told_with_its_last_words(self) -> None:
        service = processes.Service("brief", "brief", self.run_folder)
        with self.assertRaises(console.Problem) as caught:
            service.start(
                [sys.executable, "-c", "print('no room'); raise SystemExit(3)", "brief"],
                1,
                lambda _: False,
                dict(os.environ),
            )
        self.assertIn("no room", str(caught.exception))
        self.assertIn("log", caught.exception.mend)

    def test_one_that_never_answers_is_ended(self) -> None:
        service = processes.Service("mute", "isleshower-test-mute", self.run_folder)
        with self.assertRaises(console.Problem):
            service.start(
                [sys.executable, "-c", "import time; time.sleep(60)", "isleshower-test-mute"],
                1,
                lambda _: False,
                dict(os.environ),
                seconds=0.4,
            )
        self.assertIsNone(service.running())

    def test_a_taken_port_is_stepped_over(self) -> None:
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


class Installing(InFolder):
    def test_a_missing_package_without_the_right_to_install(self) -> None:
        with (
            mock.patch.object(system_packages, "missing", return_value=["mariadb-server-core"]),
            mock.patch.object(os, "geteuid", return_value=1000),
            mock.patch.object(shutil, "which", side_effect=lambda n: None if n == "sudo" else f"/bin/{n}"),
            self.assertRaises(console.Problem) as caught,
        ):
            system_packages.ensure(system_packages.FOR_SERVING)
        self.assertIn("mariadb-server-core", str(caught.exception))
        self.assertIn("apt-get install", caught.exception.mend)

    def test_no_network_is_told_from_other_failures(self) -> None:
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

    def test_a_half_made_python_environment_is_made_again(self) -> None:
        venv = self.run_folder / "venv"
        (venv / "lib").mkdir(parents=True)
        calls = []

        def make(command: list[str], *_: object, **__: object) -> None:
            calls.append(command)
            venv.mkdir(exist_ok=True)

        with (
            mock.patch.object(python_env, "VENV", venv),
            mock.patch.object(python_env, "PYTHON", venv / "bin" / "python"),
            mock.patch.object(python_env, "run", side_effect=make),
        ):
            python_env.ensure("run")
            self.assertFalse((venv / "lib").exists())
            self.assertEqual([c[2] for c in calls], ["venv", "pip"])
            self.assertIn("--require-hashes", calls[1])
            (venv / "bin").mkdir()
            (venv / "bin" / "python").touch()
            python_env.ensure("run")  # the stamp says it is up
            self.assertEqual(len(calls), 2)
            next(venv.glob(".run-*")).unlink()
            (venv / "half").touch()
            (venv / ".making").touch()  # cut short while packages were put in
            python_env.ensure("run")
            self.assertFalse((venv / "half").exists() or (venv / ".making").exists())

    def test_every_locked_package_is_hashed_and_no_lock_names_an_address(self) -> None:
        root = pathlib.Path(console.__file__).parents[1]
        for lock in ("run.txt", "dev.txt", "node.txt"):
            text = (root / "requirements" / lock).read_text()
            packages = [line for line in text.splitlines() if line and not line.startswith((" ", "#"))]
            self.assertTrue(packages)
            self.assertTrue(all("==" in p and p.endswith("\\") for p in packages))
            self.assertNotIn("://", text)
        self.assertNotIn('"resolved"', (root / "frontend" / "package-lock.json").read_text())

    def test_an_old_node_is_not_taken(self) -> None:
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
    def test_usage_and_a_problem_with_its_mend(self) -> None:
        errors = self.enterContext(contextlib.redirect_stderr(io.StringIO()))
        self.assertEqual(start.main(["--wrong"]), 2)
        problem = console.Problem("the cellar is flooded", "bail it out")
        with mock.patch.object(system_packages, "ensure", side_effect=problem):
            self.assertEqual(start.main([]), 1)
        self.assertIn("the cellar is flooded", errors.getvalue())
        self.assertIn("To mend it: bail it out", errors.getvalue())

    def test_stop_ends_only_what_was_started(self) -> None:
        with (
            mock.patch.object(server, "WEB", processes.Service("web", "nothing-of-ours", self.run_folder)),
            mock.patch.object(server, "PROVIDER", processes.Service("weather", "nothing-of-ours", self.run_folder)),
            mock.patch.object(broker, "SERVICE", processes.Service("broker", "nothing-of-ours", self.run_folder)),
            mock.patch.object(broker, "LISTENER", processes.Service("listener", "nothing-of-ours", self.run_folder)),
            mock.patch.object(broker, "DEVICES", processes.Service("devices", "nothing-of-ours", self.run_folder)),
        ):
            self.assertEqual(start.main(["--stop"]), 0)
        self.assertEqual(self.printed.getvalue().count("was not running"), len(start.SERVICES))

    def test_each_step_is_one_line_with_its_time_and_what_was_said_stands_below(self) -> None:
        with console.step("boil water") as note:
            console.say("the kettle was full")
            note.text = "hot"
        with self.assertRaises(KeyError), console.step("pour it"):
            raise KeyError
        lines = self.printed.getvalue().splitlines()
        self.assertRegex(lines[0], r"^  boil water +hot +0\.\d s$")
        self.assertEqual(lines[1], "    the kettle was full")
        self.assertRegex(lines[2], r"^  pour it +failed +0\.\d s$")

    def test_a_change_of_code_restarts_the_server(self) -> None:
        self.assertEqual(server.code_digest({}), server.code_digest({"PATH": "/bin"}))
        with mock.patch.object(server, "sources_digest", return_value="other"):
            changed = server.code_digest({})
        self.assertNotEqual(changed, server.code_digest({}))
        self.assertNotEqual(server.code_digest({"ISLESHOWER_HOSTS": "a.example"}), server.code_digest({}))
        with mock.patch.object(server, "PROJECT", self.run_folder):
            self.assertNotEqual(server.code_digest({}), changed)

    def test_what_the_same_code_has_prepared_is_not_prepared_again(self) -> None:
        env, done = {"ISLESHOWER_CODE": "as it is"}, list[str]()
        database.DATA.mkdir()
        (self.run_folder / "static").mkdir()

        def managed(_env: dict[str, str], name: str, *_: str) -> str:
            done.append(name)
            return "kept"

        def migrated(*_: object) -> str:
            done.append("migrate")
            return "up"

        with (
            mock.patch.object(server, "manage", side_effect=managed),
            mock.patch.object(migrations, "apply", side_effect=migrated),
            mock.patch.object(database, "ask"),
        ):
            server.prepare(env)
            self.assertEqual(done, ["migrate", "collectstatic", "load_demo"])
            server.prepare(env)
            self.assertEqual(len(done), 3)
            server.prepare({"ISLESHOWER_CODE": "newer"})
            self.assertEqual(len(done), 6)
            for undo in (
                (self.run_folder / "static").rmdir,
                lambda: migrations.UNDER_WAY.write_text(""),
                lambda: dumps.empty_database(database.NAME),
            ):
                server.prepare(env)
                self.assertTrue(server.is_prepared(env))
                undo()
                self.assertFalse(server.is_prepared(env))
                (self.run_folder / "static").mkdir(exist_ok=True)
                migrations.UNDER_WAY.unlink(missing_ok=True)

    def test_what_is_set_for_https_is_not_overridden(self) -> None:
        with mock.patch.dict(os.environ, {}, clear=True):
            self.assertEqual(server.environment(1, 2)["ISLESHOWER_HTTP"], "loopback")
            self.assertEqual(server.address(8117), "http://127.0.0.1:8117/")
        https = {"ISLESHOWER_BEHIND_PROXY": "1", "ISLESHOWER_HOSTS": "beds.example,127.0.0.1"}
        with mock.patch.dict(os.environ, https, clear=True):
            told = server.environment(1, 2)
            self.assertNotIn("ISLESHOWER_HTTP", told)
            self.assertEqual(told["ISLESHOWER_HOSTS"], "beds.example,127.0.0.1")
            self.assertEqual(server.address(8117), "https://beds.example/")
        with mock.patch.dict(os.environ, {"ISLESHOWER_HTTP": "no"}, clear=True):
            self.assertEqual(server.environment(1, 2)["ISLESHOWER_HTTP"], "no")

    def test_the_server_knows_each_of_its_settings_and_opens_no_socket_of_its_own(self) -> None:
        told = runpy.run_path(str(PROJECT / "config" / "gunicorn_conf.py"))
        names = {n for n in told if not n.startswith("__")} - {"os"}
        self.assertLessEqual(names, set(gunicorn.config.Config().settings))  # a misspelt one would be passed over
        self.assertIs(told["control_socket_disable"], True)

    def test_the_core_is_compiled_before_the_first_page(self) -> None:
        done = []
        with (
            mock.patch.object(server, "run", side_effect=lambda command, *a, **k: done.append(command[-1])),
            mock.patch.object(server, "WEB") as web,
            mock.patch.object(server, "free_port", return_value=1),
        ):
            web.running.return_value = None
            web.start.side_effect = lambda *a, **k: done.append("served")
            server.ensure_web({"ISLESHOWER_CODE": "as it is"})
        self.assertEqual(done, ["from agronomy.balance.kernel import warm; warm()", "served"])

    def test_being_sent_on_to_https_is_an_answer(self) -> None:
        class SendOn(http.server.BaseHTTPRequestHandler):
            def do_GET(self) -> None:
                self.send_response(301)
                self.send_header("Location", "https://127.0.0.1:1/")
                self.end_headers()

            def log_message(self, *_):
                pass

        with http.server.HTTPServer(("127.0.0.1", 0), SendOn) as stub:
            threading.Thread(target=stub.serve_forever, daemon=True).start()
            self.assertTrue(processes.answers(f"http://127.0.0.1:{stub.server_port}/"))
            stub.shutdown()


class Secrets(InFolder):
    def test_one_is_made_once_and_only_its_owner_reads_it(self) -> None:
        first = secrets_kept.secret("key")
        self.assertGreaterEqual(len(first), 24)
        self.assertEqual(secrets_kept.secret("key"), first)
        self.assertEqual((self.run_folder / "key").stat().st_mode & 0o777, 0o600)
        self.assertEqual(len(secrets_kept.password_in_words("words").split("-")), 4)

    def test_an_empty_one_as_a_full_disk_leaves_it_is_never_used(self) -> None:
        for left in ("", "\n"):
            (self.run_folder / "key").write_text(left)
            self.assertGreaterEqual(len(secrets_kept.secret("key")), 24)

    def test_a_full_disk_is_said_and_leaves_nothing_behind(self) -> None:
        full = OSError(28, "No space left on device")
        with mock.patch.object(os, "fsync", side_effect=full), self.assertRaises(console.Problem) as caught:
            secrets_kept.secret("key")
        self.assertIn("No space left", str(caught.exception))
        self.assertFalse((self.run_folder / "key").exists())
