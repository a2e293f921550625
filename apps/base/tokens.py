"""Tokens that let somebody in: told once, kept as a hash alone."""

from __future__ import annotations

import hashlib


def hash_of(token: str) -> str:
    """What is kept of a token. It is long and random, so that a plain hash cannot be turned back."""
    return hashlib.sha256(token.encode("utf-8", "surrogatepass")).hexdigest()
