"""A real database server in a folder of its own: its whole life, who may enter, dumps, and migrations cut short."""

import contextlib
import gzip
import io
import os
import signal
import socket
import subprocess
import tempfile
import time
import unittest
from pathlib import Path
from typing import Any
from unittest import mock

from scripts import backup_commands, console, database, dumps, migrations, processes
from scripts.secrets_kept import secret
from tests.scripts.in_folder import InFolder


class Database(InFolder):
    def port(self) -> int:
        with socket.socket() as s:
            s.bind(("127.0.0.1", 0))
            port: int = s.getsockname()[1]
            return port

    def start(self) -> int:
        with mock.patch.object(database, "PORT", self.port()):
            return database.ensure()

    def tearDown(self) -> None:
        database.SERVICE.stop()

    def client(self, port: int, user: str, sql: str, password: str = "") -> subprocess.CompletedProcess[str]:
        env = {**os.environ, "MYSQL_PWD": password}
        command = [
            "mariadb",
            "--no-defaults",
            "--default-character-set=utf8mb4",
            "-h",
            "127.0.0.1",
            "-P",
            str(port),
            "-u",
            user,
            "-N",
            "-e",
            sql,
        ]
        return subprocess.run(command, env=env, capture_output=True, text=True, check=False)

    def query(self, port: int, sql: str) -> str:
        done = self.client(port, database.KEEPER, sql, secret("db_keeper_password"))
        self.assertEqual(done.returncode, 0, done.stderr)
        return done.stdout.strip()


class Life(Database):
    def test_its_whole_life(self) -> None:
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
        self.nobody_else_gets_in(port)
        self.what_lies_in_the_folder()

        pid = database.SERVICE.running()["pid"]
        database.SERVICE.record.unlink()  # a server with no record holds the folder
        with self.assertRaises(console.Problem) as caught:
            self.start()
        self.assertIn(f"kill {pid}", caught.exception.mend)

        os.kill(pid, signal.SIGKILL)  # a kill leaves a stale pid and socket behind
        while processes.command_line(pid):
            time.sleep(0.05)
        self.assertIsNone(database.lock_holder(database.DATA))
        again = self.start()
        self.assertEqual(self.query(again, "SELECT n FROM isleshower.kept"), "7")

    def nobody_else_gets_in(self, port: int) -> None:
        """Root answers at the socket alone, with its password; nothing is read from or written to other folders."""
        for password in ("", secret("db_root_password")):
            refused = self.client(port, "root", "SELECT 1", password)
            self.assertNotEqual(refused.returncode, 0)
            self.assertIn("Access denied", refused.stderr)
        self.assertNotEqual(self.client(port, "", "SELECT 1").returncode, 0)
        roots = database.ask("SELECT User, Host FROM mysql.global_priv WHERE User IN ('root', '')")
        self.assertEqual(roots, "root\tlocalhost")
        self.assertEqual(database.ask("SELECT @@local_infile"), "0")
        self.assertEqual(Path(database.ask("SELECT @@secure_file_priv")), self.run_folder / "db-files")
        written = self.client(
            port, "isleshower", f"SELECT 1 INTO OUTFILE '{self.run_folder}/db-files/x'", secret("db_password")
        )
        self.assertNotEqual(written.returncode, 0)
        serving = secret("db_password")
        self.assertEqual(self.client(port, "isleshower", "SELECT n FROM isleshower.kept", serving).stdout.strip(), "7")
        for more in (
            "DROP TABLE isleshower.kept",
            "ALTER TABLE isleshower.kept ADD m INT",
            "CREATE TABLE isleshower.more (n INT)",
            "CREATE DATABASE test_isleshower_x",
            "SELECT * FROM mysql.global_priv",
        ):
            self.assertNotEqual(self.client(port, "isleshower", more, serving).returncode, 0, more)

    def what_lies_in_the_folder(self) -> None:
        pid = database.SERVICE.running()["pid"]
        self.assertTrue((database.DATA / database.SOCKET).is_socket())
        if os.geteuid() == 0:  # in a folder that only root may enter it runs as root, and says so
            self.assertIn("runs as root", self.printed.getvalue())
            self.assertEqual(Path(f"/proc/{pid}").stat().st_uid, 0)

    @unittest.skipIf(os.geteuid() != 0, "then it runs as the person who started it")
    def test_started_as_root_it_runs_as_a_user_of_its_own(self) -> None:
        self.run_folder.chmod(0o755)
        self.start()
        pid = database.SERVICE.running()["pid"]
        self.assertEqual(Path(f"/proc/{pid}").stat().st_uid, database.system_user().pw_uid)
        self.assertNotIn("runs as root", self.printed.getvalue())
        self.assertEqual(database.DATA.stat().st_mode & 0o777, 0o700)

    def test_a_moved_folder_finds_its_server_and_a_copied_one_does_not(self) -> None:
        self.start()
        pid = database.SERVICE.running()["pid"]
        copy = self.run_folder / "copy"
        copy.mkdir()
        (copy / "ibdata1").write_bytes(b"")
        self.assertIsNone(database.lock_holder(copy))
        moved = self.run_folder / "moved"
        database.DATA.rename(moved)
        self.assertEqual(database.lock_holder(moved), pid)
        self.assertTrue(database.DataFolder("mariadb", "mariadbd", moved).stop())

    def test_a_taken_port_is_said(self) -> None:
        with socket.socket() as s:
            s.bind(("127.0.0.1", 0))
            s.listen()
            with mock.patch.object(database, "PORT", s.getsockname()[1]):
                port = database.ensure()
            self.assertNotEqual(port, s.getsockname()[1])
        self.assertIn("taken by another program", self.printed.getvalue())


class Dumps(Database):
    TABLES = (
        "CREATE TABLE isleshower.django_migrations (id INT);"
        "CREATE TABLE isleshower.garden (id INT PRIMARY KEY, name VARCHAR(60));"
        "CREATE TABLE isleshower.bed (id INT, garden INT, FOREIGN KEY (garden) REFERENCES isleshower.garden (id));"
        "INSERT INTO isleshower.garden VALUES (1, 'Möhre 🥕'); INSERT INTO isleshower.bed VALUES (5, 1)"
    )

    def test_what_was_backed_up_comes_back_whole(self) -> None:
        port = self.start()
        self.query(port, self.TABLES)
        file = self.run_folder / "kept.sql.gz"
        self.assertEqual(backup_commands.main("backup", [str(file)]), 0)
        self.assertEqual(file.stat().st_mode & 0o777, 0o600)
        self.query(port, "DELETE FROM isleshower.bed; UPDATE isleshower.garden SET name = 'x';")
        self.query(port, "CREATE TABLE isleshower.later (n INT)")
        self.assertEqual(backup_commands.main("restore", [str(file)]), 0)
        self.assertEqual(self.query(port, "SELECT name FROM isleshower.garden"), "Möhre 🥕")
        self.assertEqual(self.query(port, "SELECT COUNT(*) FROM isleshower.bed"), "1")
        self.assertEqual(self.query(port, "SHOW TABLES FROM isleshower LIKE 'later'"), "")
        refused = self.client(port, "isleshower", "INSERT INTO isleshower.bed VALUES (6, 99)", secret("db_password"))
        self.assertIn("foreign key", refused.stderr)  # what belongs together still does
        before = next((self.run_folder / "backups").glob("before-restore-*"))  # and the restore can be undone
        self.assertIn("'x'", gzip.decompress(before.read_bytes()).decode())

        with self.subTest("nothing is written over, and nothing half is put back"):
            with tempfile.NamedTemporaryFile(suffix=".gz", dir=self.run_folder) as cut:
                told = self.enterContext(contextlib.redirect_stderr(io.StringIO()))
                self.assertEqual(backup_commands.main("backup", [cut.name]), 1)
                for content in (file.read_bytes()[:400], gzip.compress(b"DROP TABLE x;\n"), b"text"):
                    Path(cut.name).write_bytes(content)
                    self.assertEqual(backup_commands.main("restore", [cut.name]), 1)
            self.assertEqual(told.getvalue().count("To mend it"), 4)
            self.assertEqual(self.query(port, "SELECT COUNT(*) FROM isleshower.bed"), "1")

    def test_migrations_cut_short_mend_themselves(self) -> None:
        port = self.start()
        web = mock.Mock()
        listed: dict[str, Any] = {"text": " [ ] 0001_initial"}

        def manage(*arguments: str) -> str:
            if arguments[0] == "showmigrations":
                return str(listed["text"])
            web.stop.assert_called()  # no old code serves meanwhile
            self.query(port, listed["does"])
            if listed.get("killed"):
                raise KeyboardInterrupt
            return ""

        listed |= {"does": "CREATE TABLE isleshower.django_migrations (id INT)", "killed": True}
        with self.assertRaises(KeyboardInterrupt):
            migrations.apply(manage, web)
        listed |= {"does": self.TABLES, "killed": False}  # it would fail on the table that is there already
        self.assertEqual(migrations.apply(manage, web), "applied")

        listed |= {"does": "ALTER TABLE isleshower.garden ADD COLUMN size INT", "killed": True}
        with self.assertRaises(KeyboardInterrupt):
            migrations.apply(manage, web)
        self.assertEqual(self.query(port, "SELECT COUNT(*) FROM isleshower.bed"), "1")
        listed["killed"] = False
        self.assertEqual(migrations.apply(manage, web), "applied")
        self.assertEqual(self.query(port, "SELECT name, size FROM isleshower.garden"), "Möhre 🥕\tNULL")
        web.stop.reset_mock()
        listed["text"] = " [X] 0001_initial"
        self.assertEqual(migrations.apply(manage, web), "up")
        web.stop.assert_not_called()
        self.assertEqual(len(list(dumps.BACKUPS.glob("before-migration-*"))), 2)
