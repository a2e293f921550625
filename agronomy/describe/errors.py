"""Every error of the core, as one tree.

CoreError
 +- InputError(ValueError)      something given is not usable; keeps field, value, allowed
 |   +- OutOfRangeError         a number outside its bounds (NaN included)
 |   +- UnknownNameError        a word that is not in its list
 |   +- MissingError            a field that must be there
 |   +- FormatError             text that cannot be read as what it should be
 +- NotEnoughWeatherError       no tier of reference ET fits the columns given
"""

from __future__ import annotations

import datetime as dt
import difflib
import functools
import math
import re
import zoneinfo
from collections.abc import Iterable
from typing import Any, Final


class CoreError(Exception):
    """The root of the tree."""


class InputError(CoreError, ValueError):
    """Something given cannot be used. `field` says where, `value` what, `allowed` what would do."""

    code = "invalid"

    def __init__(self, field: str, value: Any, allowed: str) -> None:
        self.field = field
        self.value = value
        self.allowed = allowed
        said = f"{field} is missing" if value is None else f"{field}: {_shown(value)} is not usable"
        super().__init__(f"{said}; allowed: {allowed}")


class OutOfRangeError(InputError):
    code = "out_of_range"


class UnknownNameError(InputError):
    code = "unknown_name"


class FormatError(InputError):
    code = "format"


class MissingError(InputError):
    code = "missing"

    def __init__(self, field: str, allowed: str) -> None:
        super().__init__(field, None, allowed)


class NotEnoughWeatherError(InputError):
    code = "not_enough_weather"


def _shown(value: Any) -> str:
    text = repr(value)
    return text if len(text) <= 60 else text[:57] + "..."


def require_between(field: str, value: Any, low: float, high: float, unit: str = "") -> float:
    """Return `value` as a float if low <= value <= high; NaN, infinities and non-numbers are refused."""
    allowed = f"a number from {low:g} to {high:g}" + (f" {unit}" if unit else "")
    if isinstance(value, bool) or not isinstance(value, (int, float)):
        raise OutOfRangeError(field, value, allowed)
    number = float(value)
    if not (math.isfinite(number) and low <= number <= high):
        raise OutOfRangeError(field, value, allowed)
    return number


DATES: Final = "a date as YYYY-MM-DD, from 1900 to 2099"
DATE_PATTERN: Final = r"^(19|20)\d{2}-\d{2}-\d{2}$"  # any span of days can be reckoned from any such date


def require_date(field: str, value: Any) -> dt.date:
    """The date written in `value` as DATES says. Raises FormatError."""
    try:
        if isinstance(value, str) and re.match(DATE_PATTERN, value):
            return dt.date.fromisoformat(value)
    except ValueError:
        pass
    raise FormatError(field, value, DATES)


def require_zone(field: str, value: Any) -> str:
    """Return `value` if it is a time zone of the IANA list. Raises FormatError."""
    if isinstance(value, str) and value in _zones():
        return value
    raise FormatError(field, value, "a zone of the IANA list, such as UTC or Europe/Lisbon")


@functools.cache
def _zones() -> set[str]:
    return zoneinfo.available_timezones()


def require_one_of(field: str, value: Any, names: Iterable[str]) -> str:
    """Return `value` if it is one of `names`; the error offers the nearest spelling."""
    known = sorted(names)
    if isinstance(value, str) and value in known:
        return value
    near = difflib.get_close_matches(str(value), known, n=1)
    hint = f" (did you mean {near[0]}?)" if near else ""
    raise UnknownNameError(field, value, "one of " + ", ".join(known) + hint)
