"""The arrows point downward, and the core stands alone."""

import ast
import pathlib
import subprocess
import sys
import unittest

ROOT = pathlib.Path(__file__).resolve().parents[2]


class Core(unittest.TestCase):
    def test_a_fresh_interpreter_finds_no_web_framework_behind_the_core(self):
        code = (
            "import agronomy.__main__, agronomy.garden_file, agronomy.decide.sources, sys;"
            "print([m for m in sys.modules if m.split('.')[0] in"
            " ('django', 'rest_framework', 'apps', 'api', 'config', 'standins', 'httpx')])"
        )
        done = subprocess.run([sys.executable, "-c", code], cwd=ROOT, capture_output=True, text=True, check=True)
        self.assertEqual(done.stdout.strip(), "[]")

    def test_no_module_of_the_core_reads_the_clock_and_only_one_reads_files(self):
        for file in (ROOT / "agronomy").rglob("*.py"):
            tree = ast.parse(file.read_text())
            for node in ast.walk(tree):
                if isinstance(node, ast.Attribute) and node.attr in ("today", "now", "utcnow", "time", "monotonic"):
                    base = ast.unparse(node.value)
                    self.assertNotIn(
                        base, ("dt.date", "dt.datetime", "date", "datetime", "time"), f"{file}:{node.lineno}"
                    )
                if isinstance(node, ast.Call):
                    name = ast.unparse(node.func)
                    reads = name == "open" or name.endswith((".read_text", ".read_bytes", ".open"))
                    self.assertFalse(reads and file.name != "__main__.py", f"{file}:{node.lineno} {name}")

    def test_import_contracts(self):
        done = subprocess.run(
            [pathlib.Path(sys.executable).parent / "lint-imports", "--no-cache"],
            cwd=ROOT,
            capture_output=True,
            text=True,
            check=False,
        )
        self.assertEqual(done.returncode, 0, done.stdout)

    def test_stand_ins_import_nothing_of_ours(self):
        for file in (ROOT / "standins").rglob("*.py"):
            for node in ast.walk(ast.parse(file.read_text())):
                names = [a.name for a in node.names] if isinstance(node, ast.Import) else []
                names += [node.module or ""] if isinstance(node, ast.ImportFrom) else []
                for name in names:
                    self.assertNotIn(name.split(".")[0], ("agronomy", "apps", "api", "config"), file)

    def test_every_public_function_of_the_core_is_described(self):
        for file in (ROOT / "agronomy").rglob("*.py"):
            tree = ast.parse(file.read_text())
            self.assertTrue(ast.get_docstring(tree), file)
            for node in tree.body:
                if isinstance(node, ast.FunctionDef) and not node.name.startswith("_") and node.name not in SHORT:
                    self.assertTrue(ast.get_docstring(node), f"{file}:{node.name}")


SHORT = {"main", "stage_name", "style_of", "trigger_of"}
