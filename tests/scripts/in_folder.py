"""A run folder of a test's own, in place of the project's."""

import contextlib
import io
import pathlib
import tempfile
import unittest
from unittest import mock

from scripts import database, dumps, migrations, processes, proxy, secrets_kept, server, stay


def stand_in(run: pathlib.Path) -> dict[object, dict[str, object]]:
    """What each module calls by which name, when everything lies in the folder `run`."""
    data, logs = run / "db", run / "logs"
    return {
        processes: {"RUN": run, "LOGS": logs},
        secrets_kept: {"RUN": run},
        database: {
            "RUN": run,
            "LOGS": logs,
            "SETUP_LOG": logs / "setup.log",
            "DATA": data,
            "INITIALISED": data / ".isleshower-initialised",
            "PREPARED": data / ".isleshower-prepared",
            "SERVICE": database.DataFolder("mariadb", "mariadbd", data),
        },
        dumps: {"RUN": run, "BACKUPS": run / "backups"},
        proxy: {
            "LOGS": logs,
            "SETUP_LOG": logs / "setup.log",
            "FOLDER": run / "proxy",
            "SERVICE": processes.Service("proxy", "nginx", run / "proxy"),
        },
        stay: {"LOGS": logs, "DONE": run / "night-done", "PLANNED": run / "hour-planned"},
        migrations: {"UNDER_WAY": run / "migrating"},
        server: {"RUN": run, "WEB": processes.Service("web", "config.wsgi", run)},
    }


class InFolder(unittest.TestCase):
    """Each test has a run folder of its own, and what is printed is kept."""

    def setUp(self) -> None:
        self.run_folder = pathlib.Path(self.enterContext(tempfile.TemporaryDirectory(prefix="isl")))
        for module, names in stand_in(self.run_folder).items():
            for name, value in names.items():
                self.enterContext(mock.patch.object(module, name, value))
        self.printed = self.enterContext(contextlib.redirect_stdout(io.StringIO()))
