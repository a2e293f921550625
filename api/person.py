"""Who asks."""

from __future__ import annotations

from rest_framework.exceptions import NotAuthenticated
from rest_framework.request import Request

from apps.accounts.models import User


def person(request: Request) -> User:
    """The signed-in person. Raises NotAuthenticated where nobody is signed in."""
    if not isinstance(request.user, User):
        raise NotAuthenticated
    return request.user
