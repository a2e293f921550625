"""A season stays as it was to 1e-12, unless somebody says which figures moved and why (docs/pins.md)."""

import json
import unittest

from tests.agronomy import pin


class Pin(unittest.TestCase):
    def test_the_season_is_as_it_was(self) -> None:
        before, after = json.loads(pin.FILE.read_text()), json.loads(json.dumps(pin.figures()))
        moved = pin.differences(before, after)
        self.assertEqual(len(moved), 0, "\n".join(f"{place}: {a} -> {b}" for place, a, b in moved[:40]))

    def test_a_figure_that_moved_is_found(self) -> None:
        before = {"a": [1.0, {"b": 2.0}], "c": "soak"}
        self.assertEqual(pin.differences(before, {"a": [1.0, {"b": 2.0 + 1e-13}], "c": "soak"}), [])
        moved = pin.differences(before, {"a": [1.0, {"b": 2.0 + 1e-11}], "c": "leave"})
        self.assertEqual([place for place, _, _ in moved], ["/a/1/b", "/c"])


if __name__ == "__main__":
    unittest.main()
