"""This morning's states and past rows, by a hash of all they came from. Only a cache: it may forget at any time."""

from __future__ import annotations

import collections
import hashlib
import threading

import numpy as np
import numpy.typing as npt

from agronomy.balance.terms import Array


class Checkpoints:
    """The newest of them in memory, safe between threads."""

    def __init__(self, most: int = 32) -> None:
        self._most = most
        self._kept: collections.OrderedDict[bytes, tuple[Array, Array]] = collections.OrderedDict()
        self._lock = threading.Lock()

    def get(self, key: bytes) -> tuple[Array, Array] | None:
        with self._lock:
            return self._kept.get(key)

    def put(self, key: bytes, state: Array, rows: Array) -> None:
        with self._lock:
            self._kept[key] = (state, rows)
            while len(self._kept) > self._most:
                self._kept.popitem(last=False)


def key_of(*arrays: npt.NDArray[np.float64] | npt.NDArray[np.int64]) -> bytes:
    """A hash of everything that a run starts from."""
    digest = hashlib.sha256()
    for a in arrays:
        digest.update(repr(a.shape).encode())
        digest.update(np.ascontiguousarray(a).data)
    return digest.digest()
