"""The morning's state and past rows of single beds, by a hash of all they came from. Only a cache: it may forget."""

from __future__ import annotations

import hashlib
import threading
from collections.abc import Sequence
from typing import Any

import cachetools
import numpy as np
import numpy.typing as npt

from agronomy.balance.terms import Array

MOST_BYTES = 64 * 2**20

Morning = tuple[Array, Array]  # the state of a bed's series, and the rows of its days behind


class Checkpoints:
    """The newest of them in memory, bounded by bytes, safe between threads. What they hold is not to be written to."""

    def __init__(self, most_bytes: int = MOST_BYTES) -> None:
        self._kept: cachetools.LRUCache[bytes, Morning] = cachetools.LRUCache(
            most_bytes, getsizeof=lambda x: x[0].nbytes + x[1].nbytes
        )
        self._lock = threading.Lock()

    def get(self, key: bytes) -> Morning | None:
        with self._lock:
            return self._kept.get(key)

    def put(self, key: bytes, state: Array, rows: Array) -> None:
        with self._lock:
            if state.nbytes + rows.nbytes <= self._kept.maxsize:
                self._kept[key] = state, rows


def hash_of_each(daily: Array) -> npt.NDArray[np.uint8]:
    """A hash of each day of an array (day, ...), as (day, 32) bytes: short enough to be hashed again for every bed.

    BLAKE2, RFC 7693; an array of days in whatever unit.
    """
    digests = (hashlib.blake2b(np.ascontiguousarray(day).data, digest_size=32).digest() for day in daily)
    return np.frombuffer(b"".join(digests), dtype=np.uint8).reshape(len(daily), 32)


def running_keys(once: Sequence[Array], daily: Sequence[npt.NDArray[Any]], ends: Sequence[int]) -> list[bytes]:
    """For each of some growing numbers of days, a hash of what a run over the first so many of `daily` starts from."""
    start = hashlib.blake2b()
    for a in once:
        start.update(repr(a.shape).encode())
        start.update(np.ascontiguousarray(a).data)
    running = [hashlib.blake2b() for _ in daily]  # each by itself, so that a key does not depend on the ends before its
    keys, hashed = [], 0
    for end in ends:
        for digest, a in zip(running, daily, strict=True):
            digest.update(np.ascontiguousarray(a[hashed:end]).data)
        keys.append(b"".join(x.digest() for x in (start, *running)))
        hashed = end
    return keys
