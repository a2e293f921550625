"""The front end's own tests of its logic, run by its runner and counted here."""

import json
import pathlib
import subprocess
import tempfile
import unittest

from scripts.front_end import node_path

FRONTEND = pathlib.Path(__file__).resolve().parents[2] / "frontend"


class FrontEnd(unittest.TestCase):
    def test_units_words_isles_and_forms(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            out = pathlib.Path(folder) / "out.json"
            done = subprocess.run(
                ["npx", "--no-install", "vitest", "run", "--reporter=json", f"--outputFile={out}"],
                cwd=FRONTEND,
                env=node_path(),
                capture_output=True,
                text=True,
                check=False,
            )
            self.assertTrue(out.exists(), done.stderr)
            report = json.loads(out.read_text())
        self.assertGreaterEqual(report["numTotalTests"], 30)
        for file in report["testResults"]:
            for test in file["assertionResults"]:
                with self.subTest(test["fullName"]):
                    self.assertEqual(test["status"], "passed", "\n".join(test["failureMessages"])[:2000])
        self.assertTrue(report["success"])
