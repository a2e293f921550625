"""Pages as they are served: unchanged, after a mark, first ones, and how all of it grows."""

from __future__ import annotations

import time
from typing import Any, NamedTuple

from benchmarks.rounds import Ratio, Spread, compare, measure, spread, timed
from benchmarks.served import Served, garden_of, set_up

PAGES = ("round", "ahead", "ground", "sky")
MANY_BEDS, YEARS = 200, 1100
GROWTH = ((5, 30), (40, 30), (MANY_BEDS, 30), (40, 200), (40, YEARS))  # beds and days behind


class Grown(NamedTuple):
    """A garden of so many beds and days: its first Round, an unchanged one and one after a mark [s]."""

    beds: int
    days: int
    first: float
    unchanged: Spread
    after_mark: Spread
    ahead_after_mark: Spread


class First(NamedTuple):
    """From a cold process [s]: until it answers at all, and its first Round with and without what was known before."""

    up: float
    unknown: float
    known: float


class Memory(NamedTuple):
    """Of a worker [MB]: before, with the large garden and after marks in it; and the most it ever held."""

    empty: float
    held: float
    most: float


def unchanged(env: dict[str, str]) -> list[Ratio]:
    """Each page of 40 beds, three years behind, against the same bytes after one query; that against a bare answer."""
    found = []
    with garden_of(40, YEARS) as (user, garden), Served(env) as at:
        at.sign_in(user)
        base = f"/api/gardens/{garden.pk}"
        for page in PAGES:
            url, same = f"{base}/{page}", f"/same/{garden.pk}/{page}"
            name = f"unchanged {page}, 40 beds, three years: ours / same bytes after one query"
            found.append(compare(name, lambda url=url: at.get(url), lambda same=same: at.get(same), 60))  # type: ignore[misc]
        same = f"/same/{garden.pk}/round"
        name = "the same bytes after one query / a bare answer of the same server"
        found.append(compare(name, lambda: at.get(same), lambda: at.get("/bare"), 60))
    return found


def growth(env: dict[str, str]) -> tuple[list[Grown], Memory]:
    """Gardens of 5 to 200 beds and a month to three years; and what a large one of three years takes of memory."""
    found = [_grown(env, beds, days)[0] for beds, days in GROWTH]
    _, memory = _grown(env, MANY_BEDS, YEARS)
    return found, memory


def _grown(env: dict[str, str], beds: int, days: int) -> tuple[Grown, Memory]:
    with garden_of(beds, days) as (user, garden), Served(env) as at:
        at.sign_in(user)
        at.get("/api/gardens")
        empty, _ = at.memory_mb()
        url, ahead = f"/api/gardens/{garden.pk}/round", f"/api/gardens/{garden.pk}/ahead"
        first = timed(lambda: at.get(url))
        still = measure(lambda: at.get(url), 30)
        own, rounds, aheads = list(garden.beds.all()), list[float](), list[float]()
        for k in range(12):
            at.mark(garden, own[k % len(own)])
            rounds.append(timed(lambda: at.get(url)))
            aheads.append(timed(lambda: at.get(ahead)))
        return Grown(beds, days, first, still, spread(rounds), spread(aheads)), Memory(empty, *at.memory_mb())


def first_answers(env: dict[str, str]) -> First:
    """Of 40 beds and a month, three times; the medians."""
    with garden_of(40, 30) as (user, garden):
        url, told = f"/api/gardens/{garden.pk}/round", list[tuple[float, ...]]()
        for k in range(3):
            code = {"ISLESHOWER_CODE": f"of the benchmark {k} {time.time()}"}
            row = list[float]()
            for _ in range(2):
                with Served(env, **code) as at:
                    up = time.perf_counter() - at.began
                    at.sign_in(user)
                    at.get("/api/session")
                    row += [up, timed(lambda at=at: at.get(url))]  # type: ignore[misc]
            told.append((row[0], row[1], row[3]))
    return First(*(sorted(x)[1] for x in zip(*told, strict=True)))


def everything() -> dict[str, Any]:
    """All of the above."""
    env = set_up()
    grown, memory = growth(env)
    return {"unchanged": unchanged(env), "grown": grown, "memory": memory, "first": first_answers(env)}
