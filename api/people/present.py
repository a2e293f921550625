"""People as plain values."""

from __future__ import annotations

from api.present import Json
from apps.garden.models import Invitation, Membership


def member(m: Membership) -> Json:
    return {"id": m.pk, "username": m.user.username, "role": m.role}


def invited(x: Invitation) -> Json:
    return {"id": x.pk, "username": x.user.username, "role": "invited"}


def invitation(x: Invitation) -> Json:
    return {"id": x.pk, "garden": x.garden.name, "by": x.by.username if x.by else ""}
