"""The arrows point downward, and the core stands alone."""

import ast
import os
import pathlib
import shutil
import subprocess
import sys
import tempfile
import tomllib
import unittest

import agronomy

ROOT = pathlib.Path(__file__).resolve().parents[2]

# contract -> where something is planted that it forbids
PLANTED = {
    "The core's layers": ("agronomy/air/planted.py", "agronomy.decide.plan"),
    "The house, from the door down to the core": ("apps/base/planted.py", "api.errors"),
    "The applications, from what reads all down to what all stand on": (
        "apps/garden/planted.py",
        "apps.weather.models",
    ),
    "The API's nouns, from what tells of others down to what all share": ("api/round/planted.py", "api.beds.views"),
    "The kernel's columns are the balance's own business": ("agronomy/decide/planted.py", "agronomy.balance.layout"),
    "Answers ask decisions, not the balance": ("apps/exchange/planted.py", "agronomy.balance.run"),
    "Actions know no web": ("apps/weather/planted.py", "rest_framework"),
    "The core knows no web framework, clock service or network": ("agronomy/ground/planted.py", "django"),
    "Stand-ins import nothing of ours": ("standins/planted.py", "agronomy"),
    "Nothing of ours imports the stand-ins": ("config/planted.py", "standins.weather"),
}


def contracts_of(house: pathlib.Path) -> subprocess.CompletedProcess[str]:
    """What the import linter says of the packages in a folder."""
    command = [pathlib.Path(sys.executable).parent / "lint-imports", "--no-cache"]
    return subprocess.run(
        command, cwd=house, env={**os.environ, "PYTHONPATH": str(house)}, capture_output=True, text=True, check=False
    )


class Core(unittest.TestCase):
    def test_a_fresh_interpreter_finds_no_web_framework_behind_the_core(self) -> None:
        code = (
            "import agronomy.__main__, agronomy.formats.read_garden, agronomy.decide.sources, sys;"
            "print([m for m in sys.modules if m.split('.')[0] in"
            " ('django', 'rest_framework', 'apps', 'api', 'config', 'standins', 'httpx')])"
        )
        done = subprocess.run([sys.executable, "-c", code], cwd=ROOT, capture_output=True, text=True, check=True)
        self.assertEqual(done.stdout.strip(), "[]")

    def test_no_module_of_the_core_reads_the_clock_and_only_one_reads_files(self) -> None:
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

    def test_import_contracts(self) -> None:
        done = contracts_of(ROOT)
        self.assertEqual(done.returncode, 0, done.stdout)

    def test_each_wall_finds_what_is_planted_behind_it(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            house = pathlib.Path(folder)
            for name in ("agronomy", "apps", "api", "config", "standins"):
                shutil.copytree(ROOT / name, house / name, ignore=shutil.ignore_patterns("__pycache__", "*.json"))
            shutil.copy(ROOT / "pyproject.toml", house)
            for place, imported in PLANTED.values():
                (house / place).write_text(f"import {imported}\n")
            said = contracts_of(house).stdout
        named = [
            c["name"] for c in tomllib.loads((ROOT / "pyproject.toml").read_text())["tool"]["importlinter"]["contracts"]
        ]
        self.assertEqual(sorted(named), sorted(PLANTED))  # a wall of which nobody knows whether it holds
        for name in named:
            self.assertIn(f"{name} BROKEN", said)

    def test_actions_and_queries_know_no_web(self) -> None:
        for file in (ROOT / "apps").rglob("*.py"):
            for node in ast.walk(ast.parse(file.read_text())):
                module = (node.module or "") if isinstance(node, ast.ImportFrom) else ""
                self.assertFalse(
                    module.startswith(("django.http", "django.shortcuts", "django.views", "django.urls")), file
                )

    def test_stand_ins_import_nothing_of_ours(self) -> None:
        for file in (ROOT / "standins").rglob("*.py"):
            for node in ast.walk(ast.parse(file.read_text())):
                names = [a.name for a in node.names] if isinstance(node, ast.Import) else []
                names += [node.module or ""] if isinstance(node, ast.ImportFrom) else []
                for name in names:
                    self.assertNotIn(name.split(".")[0], ("agronomy", "apps", "api", "config"), file)

    def test_every_public_function_of_the_core_is_described(self) -> None:
        for file in (ROOT / "agronomy").rglob("*.py"):
            tree = ast.parse(file.read_text())
            self.assertTrue(ast.get_docstring(tree), file)
            for node in tree.body:
                if isinstance(node, ast.FunctionDef) and not node.name.startswith("_") and node.name not in SHORT:
                    self.assertTrue(ast.get_docstring(node), f"{file}:{node.name}")


SHORT = {"main", "stage_name", "style_of", "trigger_of"}


class Heads(unittest.TestCase):
    def test_the_head_of_each_package_names_what_lies_in_it_and_nothing_else(self) -> None:
        heads = [ROOT / name for name in ("agronomy", "api", "apps", "scripts")]
        heads += [p.parent for root in ("agronomy", "apps") for p in (ROOT / root).glob("*/__init__.py")]
        for folder in heads:
            with self.subTest(folder.relative_to(ROOT)):
                head = ast.get_docstring(ast.parse((folder / "__init__.py").read_text()), clean=False) or ""
                named = {line.split()[0] for line in head.splitlines() if line.startswith("    ")}
                self.assertEqual(named, things_in(folder))

    def test_the_face_of_the_core_is_what_lies_in_it(self) -> None:
        packages = {name for name in things_in(ROOT / "agronomy") if (ROOT / "agronomy" / name).is_dir()}
        self.assertEqual(set(agronomy.__all__), packages)


def things_in(folder: pathlib.Path) -> set[str]:
    """The modules and packages of a package; Django's own folders are no part of its face."""
    modules = {p.stem for p in folder.glob("*.py")} - {"__init__"}
    packages = {p.parent.name for p in folder.glob("*/__init__.py")} - {"migrations", "management"}
    return modules | packages
