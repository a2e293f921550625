"""Answers as JSON, by orjson: the pages carry thousands of numbers."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import numpy as np
import orjson
from rest_framework.renderers import JSONRenderer

OPTIONS = orjson.OPT_SERIALIZE_NUMPY | orjson.OPT_NON_STR_KEYS


class Json(JSONRenderer):
    """Numbers that are not finite become null, as JSON has none."""

    def render(self, data: Any, accepted_media_type: str | None = None, renderer_context: Any = None) -> bytes:
        return b"" if data is None else orjson.dumps(data, default=_plain, option=OPTIONS)


def _plain(value: Any) -> Any:
    """What orjson does not know by itself: mappings, lazy texts, NumPy's scalars."""
    if isinstance(value, Mapping):
        return dict(value)
    if isinstance(value, np.generic):
        return value.item()
    return str(value)
