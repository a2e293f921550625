"""One class for each change: who may, what is asked of it, what is written, all or nothing.

Views and commands make one and execute it; they do nothing else to the facts. apps/garden/action.py is the base of
those that change a garden, and says how they come into its record.
"""

from __future__ import annotations

import abc
from typing import Generic, TypeVar

from django.db import transaction

Made = TypeVar("Made")


class Action(abc.ABC, Generic[Made]):
    """execute: all of it in one transaction. Raises NotFound, NotAllowed, InputError; then nothing is kept."""

    def execute(self) -> Made:
        with transaction.atomic():
            return self.run()

    @abc.abstractmethod
    def run(self) -> Made:
        """Ask whether it may be, hold it against what is allowed, and write it. Inside the transaction."""
