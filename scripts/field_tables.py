"""Writes the field tables of docs/garden-file.md from the descriptions. `python -m scripts.field_tables`."""

from __future__ import annotations

import pathlib

from agronomy.formats.field_tables import field_tables

PAGE = pathlib.Path(__file__).resolve().parents[1] / "docs" / "garden-file.md"
BEGIN, END = "<!-- fields: written by scripts/client.sh -->\n", "<!-- end of the fields -->\n"


def with_tables(page: str) -> str:
    """The page with its tables as the descriptions are today."""
    before, rest = page.split(BEGIN)
    return before + BEGIN + "\n" + field_tables() + "\n" + END + rest.split(END)[1]


if __name__ == "__main__":
    PAGE.write_text(with_tables(PAGE.read_text(encoding="utf-8")), encoding="utf-8")
