"""Rows of a CSV that every spreadsheet takes for text and numbers, never for a formula, and that read back alike."""

from __future__ import annotations

import csv
import datetime as dt
import io
import re
from collections.abc import Iterable, Sequence

Value = str | float | int | bool | dt.date | None
# What begins a formula, at a cell's start and after what another spreadsheet may take for a separator; and the mark
# itself, so that it reads back.
_BEGINS = re.compile(r"(^|[,;\t|\n])( *)(?=[=+\-@'\t\r])")
_MARKED = re.compile(r"(^|[,;\t|\n])( *)'(?=[=+\-@'\t\r])")


def as_text(text: str) -> str:
    """Text with an apostrophe wherever a spreadsheet would begin a formula."""
    return _BEGINS.sub(r"\1\2'", text)


def from_text(cell: str) -> str:
    """The text that as_text() was given."""
    return _MARKED.sub(r"\1\2", cell)


def _cell(value: Value) -> str | float | int:
    if value is None:
        return ""
    if isinstance(value, bool):
        return int(value)
    if isinstance(value, str):
        return as_text(value)
    return value.isoformat() if isinstance(value, dt.date) else value


def write_rows(header: Sequence[str], rows: Iterable[Sequence[Value]]) -> str:
    """A CSV with a header; text is quoted, numbers are not, an empty cell is what is not told."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n", quoting=csv.QUOTE_NONNUMERIC)
    csv.writer(out, lineterminator="\n").writerow(header)
    for row in rows:
        writer.writerow([_cell(x) for x in row])
    return out.getvalue()
