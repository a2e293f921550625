"""The front end's own tests of its logic, run by its runner and counted here."""

import json
import pathlib
import re
import subprocess
import tempfile
import unittest

from scripts.front_end import node_path

FRONTEND = pathlib.Path(__file__).resolve().parents[2] / "frontend"
A_CHANGE = re.compile(r"api\.(?:POST|PUT|PATCH|DELETE)\(\s*'(/api/gardens/\{garden_id\}[^']*)'")
# What keeps nothing in the garden's record: it is only tried, or is a deed about the garden as a whole.
NO_EVENT = re.compile(r"/(try|look|fit|visit|step|leave|take-up)$|\{garden_id\}$")


def arguments(text: str) -> str:
    """The rest of a call's arguments, up to the bracket that ends them."""
    depth = 1
    for i, c in enumerate(text):
        depth += (c in "([{") - (c in ")]}")
        if depth == 0:
            return text[:i]
    return text


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

    def test_whatever_changes_a_garden_leaves_through_the_outbox(self) -> None:
        """Each request that changes a garden carries a mark: its id, and when it was done."""
        marked, bare = 0, []
        for file in (*FRONTEND.glob("src/**/*.vue"), *FRONTEND.glob("src/**/*.ts")):
            for call in A_CHANGE.finditer(text := file.read_text()):
                asked = arguments(text[call.end() :])
                if "...mark" in asked or "...sent" in asked:
                    marked += 1
                elif not NO_EVENT.search(call[1]):
                    bare.append(f"{file.name} {call[1]}")
        self.assertEqual(bare, [])
        self.assertGreater(marked, 25)
