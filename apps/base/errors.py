"""What stands against a change, in the words of the house and not of the web.

HouseError
 +- NotFound(LookupError)          there is no such thing, or it is somebody else's: which of the two is not told
 +- NotAllowed(PermissionError)    it is there, and this person may not do that with it
What was given and cannot be used is the core's InputError.
"""

from __future__ import annotations


class HouseError(Exception):
    """The root of the tree."""


class NotFound(HouseError, LookupError):  # noqa: N818 - said as it is met
    """what: the kind of thing that was looked for ("garden", "bed"...)."""

    def __init__(self, what: str) -> None:
        self.what = what
        super().__init__(f"there is no such {what}")


class NotAllowed(HouseError, PermissionError):  # noqa: N818
    """text: what may be done instead, for the person to read."""
