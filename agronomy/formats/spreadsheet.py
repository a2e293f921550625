"""Rows of a CSV that every spreadsheet takes for text and numbers, never for a formula, and that read back alike."""

from __future__ import annotations

import csv
import datetime as dt
import io
from collections.abc import Iterable, Sequence

from agronomy.describe.cells import as_text

Value = str | float | int | bool | dt.date | None


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
