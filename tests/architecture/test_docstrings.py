"""What a newcomer reads of a public function of the core: its units, its errors, and where it comes from."""

import ast
import pathlib
import re
import unittest

ROOT = pathlib.Path(__file__).resolve().parents[2]
PACKAGES = ("air", "ground", "plants", "methods", "beds", "sky", "balance", "bench", "fit", "decide")
NUMBERS = ("float", "Array", "Numbers")
UNITS = re.compile(r"\[[^\]]+\]|\bmm\b|degrees|[Ll]it|minutes|hours|days|[Ss]hare|date|metres|\bkg\b|unit|kPa")
SOURCE = re.compile(r"FAO|eq\.|Table|practice|[Aa]rithmetic|(18|19|20)\d\d|NEH|USDA|RFC|chapter|NWS")


def public_functions(root: pathlib.Path):
    """(place, function, docstring, the module's docstring) of every public function of the core's packages."""
    for package in PACKAGES:
        for path in sorted((root / "agronomy" / package).glob("*.py")):
            module = ast.parse(path.read_text())
            for node in module.body:
                if isinstance(node, ast.FunctionDef) and not node.name.startswith("_"):
                    place = f"{path.relative_to(root)}:{node.name}"
                    yield place, node, ast.get_docstring(node) or "", ast.get_docstring(module) or ""


def lacks(node: ast.FunctionDef, said: str, module_said: str) -> list[str]:
    """What the docstring of a function does not say and should."""
    hints = [ast.unparse(a.annotation) for a in (*node.args.args, *node.args.kwonlyargs) if a.annotation]
    gives = ast.unparse(node.returns) if node.returns else ""
    numeric = any(kind in hint for hint in (*hints, gives) for kind in NUMBERS)
    out = [] if said else ["a docstring"]
    if numeric and not UNITS.search(said):
        out.append("units")
    if re.search(r"\braise\b|require_", ast.unparse(node)) and "Raises" not in said:
        out.append("its errors")
    if any(kind in gives for kind in NUMBERS) and not (SOURCE.search(said) or SOURCE.search(module_said)):
        out.append("a source, common practice, or arithmetic")
    return out


class Docstrings(unittest.TestCase):
    def test_every_public_function_of_the_core_says_units_errors_and_source(self) -> None:
        seen = 0
        for place, node, said, module_said in public_functions(ROOT):
            seen += 1
            self.assertEqual(lacks(node, said, module_said), [], place)
        self.assertGreater(seen, 150)

    def test_one_that_says_nothing_is_found(self) -> None:
        [silent] = ast.parse("def f(x: float) -> float:\n    require_between('x', x, 0, 1)\n    return x").body
        self.assertEqual(len(lacks(silent, "", "")), 4)
        self.assertEqual(lacks(silent, "x [m]. Raises InputError. FAO-56 eq. 1.", ""), [])
