"""Measure, print, and write docs/benchmarks.md."""

from __future__ import annotations

import pathlib
import sys
from typing import Any

from benchmarks import core, page, phone
from benchmarks import lines as drip
from benchmarks.notes import NOTES
from benchmarks.rounds import Ratio, Spread, load

OUT = pathlib.Path(__file__).resolve().parents[1] / "docs" / "benchmarks.md"
HEAD = """# Speed

Ratios within one run, in rounds of A B B A, medians with quartiles, on the machine it ran on. Pages are really served:
by the application's own web server on loopback, one worker, asked over one connection that is kept. Measured anew by
`.venv/bin/python -m benchmarks` while `./start` serves; nothing here is asserted in the tests.
"""
RATIOS = """
| what | slower side | quicker side | ratio | wanted | rounds |
|---|---|---|---|---|---|
"""


NEXT = "\n"


def ms(x: Spread | float) -> str:
    """Milliseconds, or seconds where they are many; of quartiles the median and, behind it, the other two."""
    mid = x if isinstance(x, float) else x.mid
    times, unit = (1000, "ms") if mid < 1 else (1, "s")
    said = f"{mid * times:.3g} {unit}"
    return said if isinstance(x, float) else f"{said} ({x.low * times:.3g} to {x.high * times:.3g})"


def number(x: float) -> str:
    """Two places for what is near 1, none for what is far from it."""
    return f"{x:.2f}" if x < 10 else f"{x:.0f}"


def line(r: Ratio, wanted: str) -> str:
    ratio = f"**{number(r.ratio.mid)}** ({number(r.ratio.low)} to {number(r.ratio.high)})"
    return f"| {r.name} | {ms(r.slow)} | {ms(r.quick)} | {ratio} | {wanted} | {r.rounds} |"


def cores() -> str:
    """The core's own."""
    kernel, whole = core.particles()
    table = [
        *(line(r, "-") for r in core.kernel_against_loops()),
        line(core.kernel_against_frozen(), "at least 2.5"),
        line(core.kernel_at_scale(), "within a third of 1"),
        line(core.cold_round_of_pots(), "under 1 s"),
        line(core.members_50_and_5(), "-"),
        line(drip.lateral_of_200(), "-"),
        line(drip.network_of_20(), "-"),
        line(core.et_against_pyet(365, 1, 30), "at least 50"),
        line(core.et_against_pyet(3652, 200, 3), "at least 20"),
    ]
    taken = core.bytes_a_bed_day()
    return f"""
## The core
{RATIOS}{NEXT.join(table)}

A run as learning needs it, 200 particles x 40 beds x 200 days: the kernel {ms(kernel)} (wanted: 0.2 s), with its arrays
{ms(whole)} (wanted: under a second). The kernel takes {taken:.0f} bytes a bed-day at most, measured (wanted: under 48).
"""


def pages(found: dict[str, Any]) -> str:
    """What was measured of pages that are served."""
    first, memory = found["first"], found["memory"]
    grown = [
        f"| {x.beds} | {x.days} | {ms(x.first)} | {ms(x.unchanged)} | {ms(x.after_mark)} | {ms(x.ahead_after_mark)} |"
        for x in found["grown"]
    ]
    month, years = (next(x for x in found["grown"] if (x.beds, x.days) == (40, n)) for n in (30, page.YEARS))
    wanted = ["at most 1.5"] * (len(found["unchanged"]) - 1) + ["-"]
    slower, marked = (getattr(years, x).mid / getattr(month, x).mid for x in ("unchanged", "after_mark"))
    return f"""
## Pages
{RATIOS}{NEXT.join(line(r, w) for r, w in zip(found["unchanged"], wanted, strict=True))}

How it grows. First: worked out in a process that knew nothing of the garden.

| beds | days behind | first Round | unchanged | Round after a mark | Ahead after it |
|---|---|---|---|---|---|
{NEXT.join(grown)}

From a month to three years: unchanged {slower:.2f} times, after a mark {marked:.2f} times (wanted: at most 1.2; the
Round of 40 beds in 30 ms, Ahead in 50 ms).

A cold process: {first.up:.1f} s until it answers at all; its first Round of 40 beds then {ms(first.unknown)} where
nothing was known (wanted: 1 s), {ms(first.known)} where it was before the restart.

Memory of a worker: {memory.empty:.0f} MB before, {memory.held:.0f} MB with a garden of {page.MANY_BEDS} beds and three
years, {memory.most:.0f} MB at most (wanted: under 400).
"""


def on_a_phone() -> str:
    """What was measured on a phone."""
    found = phone.on_a_phone()
    return f"""
## A phone

A processor {phone.SLOWER} times slower, {phone.DOWN_BIT_S / 1e6:.1f} Mbit/s, {phone.AWAY_MS} ms away, nothing in its
memory; {phone.RUNS} openings of the Round of 40 beds through the door, medians with quartiles.

| what | measured | wanted |
|---|---|---|
| largest paint | {ms(found.paint)} | under 2.5 s |
| longest task | {ms(found.task)} | under 0.7 s |
| from a tap on Done until its row looks otherwise | {ms(found.mark)} | 0.2 s |
"""


def main() -> int:
    before = load()
    text = HEAD + cores() + pages(page.everything()) + on_a_phone() + f"\nBefore: {before}; after: {load()}.\n"
    print(text)
    OUT.write_text(text + NOTES)
    return 0


if __name__ == "__main__":
    sys.exit(main())
