"""The day's step over many days and series: plain loops, and their compiled form that runs."""

from __future__ import annotations

import functools
import hashlib
import inspect
import pathlib
import shutil
import sys
import types
from collections.abc import Callable
from typing import Any, Final, NamedTuple

import numpy as np
import numpy.typing as npt

from agronomy.balance import asking, layout, processes, step, terms
from agronomy.balance import layout as at
from agronomy.balance.asking import asked, filled, want_of
from agronomy.balance.layout import air_of, bed_day_of, cut_of, draw_of, figures_of, state_of, trace_of
from agronomy.balance.step import day_step, open_day
from agronomy.balance.terms import BY_TRIGGER, NEVER, USUAL, Array
from agronomy.compiling import with_parts


def run_days(
    state: Array,
    bed_days: Array,
    shares_before: Array,
    beds: Array,
    draws: Array,
    air: Array,
    policies: Array,
    parts: Array,
    cuts: npt.NDArray[np.int64],
    kept: Array,
    wet_days: Array,
    rows: Array,
    hours: Array,
) -> None:
    """Run every bed and its series through all days; `state` ends as the last day's.

    `state` (bed, series + reckoned, N_STATE) holds behind the n series of `draws` what the gardener reckons: the bed as
    its figures say, either once, where all series have one weather or nothing is poured, or once under the weather of
    each series. By it all is poured: a gardener knows what the weather was, and nothing of how a bed is otherwise.

    policies: (day, bed). parts: (bed, cut, part, N_PART), cuts (day,): which cut of each bed's parts a day has. kept:
    (N_KEEP, day, bed, series), of no day where it is not wanted. wet_days: (bed, series), counted up. rows: (day, bed,
    N_TERMS), the mean of what is reckoned; of no day likewise. hours: (bed, series + reckoned, part, N_HOUR), of the
    parts of the last day; of no part likewise.
    """
    n, reckoned = draws.shape[1], state.shape[1] - draws.shape[1]
    trace = trace_of(hours, 0, 0)  # of no part, where they are not wanted: then one serves all
    added, fills, again = np.zeros(reckoned), np.zeros(reckoned), np.zeros(reckoned)
    for d in range(bed_days.shape[0]):
        for b in range(bed_days.shape[1]):
            bed_day, share_before = bed_day_of(bed_days[d, b]), shares_before[d, b]
            bed, policy, cut = figures_of(beds[b]), policies[d, b], cut_of(parts, b, cuts[d])
            second = BY_TRIGGER if policy != NEVER and bed.again_margin > 0.0 else NEVER
            for j in range(reckoned):
                before, weather = state_of(state, b, n + j), air_of(air, d, j)
                if policy != NEVER:
                    want = want_of(open_day(before, bed_day, share_before, bed, USUAL, weather))
                    added[j], fills[j] = asked(policy, want, bed_day, bed), filled(policy, want, bed_day, bed)
                else:
                    added[j] = fills[j] = 0.0
                new, did = day_step(
                    before,
                    bed_day,
                    share_before,
                    bed,
                    USUAL,
                    weather,
                    added[j],
                    fills[j],
                    second,
                    cut,
                    trace_of(hours, b, n + j),
                )
                again[j] = did.again
                for k in range(at.N_STATE):
                    state[b, n + j, k] = new[k]
                if rows.shape[0] > 0:
                    for k in range(at.N_TERMS):
                        rows[d, b, k] = did[k] if j == 0 else rows[d, b, k] + did[k]
            if rows.shape[0] > 0:
                rows[d, b] /= reckoned
            for m in range(n):
                j = m if reckoned > 1 else 0
                trace = trace_of(hours, b, m) if hours.shape[2] > 0 else trace
                before, draw, weather = state_of(state, b, m), draw_of(draws, b, m), air_of(air, d, m)
                new, did = day_step(
                    before,
                    bed_day,
                    share_before,
                    bed,
                    draw,
                    weather,
                    added[j],
                    fills[j],
                    again[j],
                    cut,
                    trace,
                )
                for k in range(at.N_STATE):
                    state[b, m, k] = new[k]
                wet_days[b, m] += did.wet
                if kept.shape[1] > 0:
                    kept[at.KEEP_NET, d, b, m] = new.dr - new.w
                    kept[at.KEEP_RESERVOIR, d, b, m] = new.r
                    filled_up = did.filled - bed_day.fill * (draw.q_water - 1.0)
                    kept[at.KEEP_WATERED, d, b, m] = did.irrigation / draw.q_water + filled_up
                    kept[at.KEEP_STRESS, d, b, m] = did.potential - did.transpiration
                    kept[at.KEEP_LOST, d, b, m] = did.drained_rooted - did.caught + did.overflow
                    kept[at.KEEP_HURT, d, b, m] = did.parched + did.thirsty / 24.0
                    kept[at.KEEP_AGAIN, d, b, m] = did.again / draw.q_water


def run_mornings(
    state: Array, bed_days: Array, shares_before: Array, beds: Array, draws: Array, air: Array, wants: Array
) -> None:
    """What every bed's series, and what is reckoned behind them, would go by on the first of these days.

    wants: (bed, series + reckoned, N_WANT).
    """
    n = draws.shape[1]
    for b in range(bed_days.shape[1]):
        bed_day, bed = bed_day_of(bed_days[0, b]), figures_of(beds[b])
        for m in range(state.shape[1]):
            draw, weather = draw_of(draws, b, m) if m < n else USUAL, air_of(air, 0, m % n)
            want = want_of(open_day(state_of(state, b, m), bed_day, shares_before[0, b], bed, draw, weather))
            for k in range(at.N_WANT):
                wants[b, m, k] = want[k]


class Kernel(NamedTuple):
    """The runs, compiled or plain."""

    days: Callable[..., None]
    mornings: Callable[..., None]


PLAIN: Final = Kernel(run_days, run_mornings)
CACHE_FOLDER: Final = pathlib.Path(__file__).resolve().parents[2] / ".numba"
SOURCES: Final = (terms, layout, processes, asking, step, sys.modules[__name__])

# One form of each compiled run, for arrays without gaps: a second one would be compiled when first met, on a page.
_RUN: Final = "f8[:,:,::1], f8[:,:,::1], f8[:,::1], f8[:,::1], f8[:,:,::1], f8[:,:,::1], "
_PARTS: Final = "f8[:,:,:,::1], i8[::1]"
DAYS_FORM: Final = f"void({_RUN}f8[:,::1], {_PARTS}, f8[:,:,:,::1], f8[:,::1], f8[:,:,::1], f8[:,:,:,::1])"
MORNINGS_FORM: Final = f"void({_RUN}f8[:,:,::1])"


@functools.cache
def compiled() -> Kernel:
    """The runs with the step and its processes compiled into them; compiled code is kept in an ignored folder.

    They take arrays without gaps (C order) of float64, and refuse others with TypeError.
    """
    import numba

    vars(numba.config)["CACHE_DIR"] = str(CACHE_FOLDER / _digest())
    # numpy's error model: a division by zero is no branch; the arrays built in forcing.py hold no zero divisor
    make = functools.partial(numba.njit, cache=True, error_model="numpy")
    inner: dict[str, Any] = {}
    for module in (layout, processes, asking, step):  # each calls only what stands above it
        for name, plain in vars(module).items():
            if isinstance(plain, types.FunctionType) and plain.__module__ == module.__name__:
                inner[name] = make(forceinline=True)(with_parts(plain, inner))
    days, mornings = (with_parts(run, inner) for run in (run_days, run_mornings))
    return Kernel(make(DAYS_FORM)(days), make(MORNINGS_FORM)(mornings))


def _digest() -> str:
    """Of the sources that are compiled together: what was compiled from others must not be taken for theirs."""
    texts = (inspect.getsource(module) for module in SOURCES)
    return hashlib.sha256("\0".join(texts).encode()).hexdigest()[:16]


def warm() -> None:
    """Compile, or load what was compiled, so that no page pays for it; what older sources left is cleared away."""
    compiled()
    for old in CACHE_FOLDER.glob("*"):
        if old.is_dir() and old.name != _digest():
            shutil.rmtree(old, ignore_errors=True)


def conservation_error(rows: np.ndarray) -> np.ndarray:
    """What each row fails to account for [mm over the ground], largest of its three stores. Zero but for rounding."""
    r = at.terms_of(rows)
    rooted = (
        r.open_rooted
        + r.reached
        + r.holds_more
        - r.correction
        - r.irrigation
        - r.rain_rooted
        - r.wicked
        + r.evap_rooted
        + r.transpiration
        + r.drained_rooted
        + r.aside
        - r.close_rooted
    )
    bare = (
        r.open_bare
        - r.reached
        + r.holds_more_bare
        - r.rain_bare
        - r.aside
        + r.evap_bare
        + r.drained_bare
        - r.close_bare
    )
    held = r.open_reservoir + r.correction_store + r.filled + r.caught - r.wicked - r.overflow - r.close_reservoir
    rain = r.rain_fall - r.interception - r.runoff - r.rain_rooted - r.rain_bare
    return np.asarray(np.max(np.abs([rooted, bare, held, rain]), axis=0))
