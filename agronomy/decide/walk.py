"""The round as it is walked: every stop in its turn, and those that take their water in several goes again later."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from agronomy.decide.round import Stop

DUE = ("soak", "fill")


@dataclass(frozen=True)
class Go:
    """One go at one stop. turn: 1 the first time round; from_min: when it begins [minutes from the first]; litres: what
    is poured; waits_min: how long one has to wait for it, because the go before has not sunk in yet."""

    bed: str
    turn: int
    from_min: float
    litres: float
    waits_min: float


@dataclass(frozen=True)
class Walk:
    """minutes: with the hands; hands_min: until they are done, waits included; span_min: until lines have run, too."""

    goes: tuple[Go, ...]
    minutes: float
    hands_min: float
    span_min: float


def walk_of(stops: tuple[Stop, ...]) -> Walk:
    """The walk of all that is to be watered now, in the order of the stops. Arithmetic.

    Each time round, whoever still has a go is served in order; where the pause since the last is not over, it is waited
    for. A line runs on by itself; a tube through several beds is opened once.
    """
    due = [(x, x.dose) for x in opened_once(stops) if x.word in DUE and x.dose and not x.gives]
    goes: list[Go] = []
    clock = minutes = last = 0.0
    free = [0.0] * len(due)  # when the next go may begin
    for turn in range(1, max((d.passes for _, d in due), default=0) + 1):
        for k, (stop, dose) in enumerate(due):
            if dose.passes < turn:
                continue
            litres, method = dose.litres / dose.passes, stop.bed.today.method
            hand, waits = method.person_minutes(litres, 1), max(0.0, free[k] - clock)
            goes.append(Go(stop.bed.bed.name, turn, clock + waits, litres, waits))
            clock += waits + hand
            minutes += hand
            runs_on = method.pouring_minutes(litres) if dose.in_hand.run_minutes else 0.0
            last = max(last, clock + runs_on)
            free[k] = clock + runs_on + dose.pause_minutes
    return Walk(tuple(goes), minutes, clock, max(clock, last))


def opened_once(stops: Iterable[Stop]) -> list[Stop]:
    """The stops, of those on one tube the first alone. Arithmetic."""
    seen: set[str] = set()
    found = []
    for x in stops:
        if x.bed.bed.name not in seen:
            found.append(x)
            seen |= set(x.tube)
    return found
