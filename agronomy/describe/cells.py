"""Cells of a CSV as spreadsheets write them: which sign parts them, and text that no spreadsheet computes."""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import Final

from agronomy.describe.errors import FormatError

MOST_COLUMNS: Final = 200
PARTED_BY: Final = ",;\t|"
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


def delimiter_of(header: str) -> str:
    """What parts the cells of a file, by its first line: the one of PARTED_BY that stands there oftenest."""
    return max(PARTED_BY, key=header.count)


def decimal(text: str, delimiter: str) -> str:
    """A number as a spreadsheet wrote it: where a semicolon parts cells, the comma is its decimal sign."""
    return text.replace(",", ".", 1) if delimiter != "," else text


def refuse_wide(header: Sequence[str], name: str) -> None:
    """Raises FormatError for a header of more than MOST_COLUMNS columns."""
    if len(header) > MOST_COLUMNS:
        raise FormatError(f"{name} line 1 header", f"{len(header)} columns", f"at most {MOST_COLUMNS} columns")
