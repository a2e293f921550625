"""The adapter to a forecast provider: timeouts, retries, and an answer checked before anything is kept.

Protocol: docs/provider-protocol.md.
"""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Any

import httpx
import tenacity
from django.conf import settings

from agronomy.describe.errors import InputError
from agronomy.describe.weather import check_day

PROTOCOL = "isleshower-weather-1"
COLUMNS = ("tmin", "tmax", "rhmin", "rhmax", "wind", "rs", "rain")
TIMEOUT = httpx.Timeout(4.0, connect=1.0)
ATTEMPTS = 2
MOST_BYTES = 5_000_000
MOST_MEMBERS = 200
MOST_DAYS = 60


class ProviderError(Exception):
    """The provider cannot be reached, or its answer cannot be used."""


@dataclass(frozen=True)
class ProviderAnswer:
    """observed: date -> values. ahead: (date, member) -> values. Values in FAO-56's units, checked."""

    issued: dt.date
    observed: dict[dt.date, dict[str, float]]
    ahead: dict[tuple[dt.date, int], dict[str, float]]


@tenacity.retry(
    retry=tenacity.retry_if_exception_type(httpx.TransportError),
    stop=tenacity.stop_after_attempt(ATTEMPTS),
    wait=tenacity.wait_fixed(0.2),
    reraise=True,
)
def _get(params: dict[str, str | float]) -> httpx.Response:
    return httpx.get(f"{settings.WEATHER_PROVIDER_URL}/v1/forecast", params=params, timeout=TIMEOUT, trust_env=False)


def fetch(latitude: float, longitude: float, elevation_m: float, issued: dt.date, past_days: int) -> ProviderAnswer:
    """Ask for the forecast issued on a date, with the days observed before it. Raises ProviderError."""
    params: dict[str, str | float] = {
        "latitude": latitude,
        "longitude": longitude,
        "elevation": elevation_m,
        "issued": issued.isoformat(),
        "past_days": past_days,
    }
    try:
        response = _get(params)
    except httpx.HTTPError as error:
        raise ProviderError(f"the weather service does not answer ({type(error).__name__})") from error
    if response.status_code != 200:
        raise ProviderError(f"the weather service answered {response.status_code}")
    if len(response.content) > MOST_BYTES:
        raise ProviderError("the weather service's answer is too large")
    try:
        return _read(response.json(), issued)
    except (KeyError, TypeError, ValueError, IndexError, InputError) as error:
        raise ProviderError(f"the weather service's answer cannot be read ({error})") from error


def _read(value: Any, issued: dt.date) -> ProviderAnswer:
    if value["protocol"] != PROTOCOL:
        raise ValueError(f"protocol {value['protocol']!r}, not {PROTOCOL}")
    if value["issued"] != issued.isoformat():
        raise ValueError(f"issued {value['issued']!r}, not {issued}")
    observed = {dt.date.fromisoformat(d["date"]): _day({k: d[k] for k in COLUMNS}) for d in value["observed"]}
    if len(observed) < len(value["observed"]):
        raise ValueError("a day observed twice")
    if any(d >= issued for d in observed):
        raise ValueError("a day observed before it happened")
    dates = [dt.date.fromisoformat(d) for d in value["dates"]]
    members = value["members"]
    if not (1 <= len(members) <= MOST_MEMBERS and 1 <= len(dates) <= MOST_DAYS):
        raise ValueError("no members or no days, or too many")
    if dates != [issued + dt.timedelta(days=i) for i in range(len(dates))]:
        raise ValueError("days ahead that do not follow each other from the day of issue")
    if any(len(member[k]) != len(dates) for member in members for k in COLUMNS):
        raise ValueError("a member with other days than those that are told")
    ahead = {
        (date, number): _day({k: member[k][i] for k in COLUMNS})
        for number, member in enumerate(members)
        for i, date in enumerate(dates)
    }
    return ProviderAnswer(issued, observed, ahead)


def _day(values: dict[str, Any]) -> dict[str, float]:
    checked = check_day({k: None if v is None else float(v) for k, v in values.items()})
    return {k: checked[k] for k in COLUMNS}
