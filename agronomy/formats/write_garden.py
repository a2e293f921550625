"""A garden as the open garden file holds it: the way back of read_garden.py."""

from __future__ import annotations

import json

from agronomy.describe.garden import Garden
from agronomy.formats.described import Json, write
from agronomy.formats.older import FORMAT


def garden_as_json(garden: Garden) -> Json:
    """The garden file's value of a garden; what is empty or not known is left out. Reading it gives it again."""
    return {"format": FORMAT, **write(garden)}


def garden_as_text(garden: Garden) -> str:
    """The garden file's text: two spaces, keys in the description's order."""
    return json.dumps(garden_as_json(garden), indent=2, ensure_ascii=False) + "\n"
