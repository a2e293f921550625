"""What stands against a change, in the words of the house and not of the web.

HouseError
 +- NotFound(LookupError)          there is no such thing, or it is somebody else's: which of the two is not told
 +- NotAllowed(PermissionError)    it is there, and this person may not do that with it
 +- NotedByOther                   it is noted already, by somebody else: was it done twice?
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


class NotedByOther(HouseError):  # noqa: N818
    """The same was noted already, by somebody else. who: as the garden's people call them; at: the garden's clock."""

    def __init__(self, who: str, at: str) -> None:
        self.who, self.at = who, at
        super().__init__(f"{who} noted it at {at}. Nothing was added.")


class NotAllowed(HouseError, PermissionError):  # noqa: N818
    """text: what may be done instead, for the person to read."""
