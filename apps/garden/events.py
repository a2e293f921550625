"""An event is written once, however often and from however many sides its id arrives."""

from __future__ import annotations

from typing import Any, TypeVar
from uuid import UUID

from django.db import IntegrityError, transaction

from apps.base.errors import NotFound
from apps.garden.models import Event

Kind = TypeVar("Kind", bound=Event)


def once(model: type[Kind], event_id: UUID, about: dict[str, Any], fields: dict[str, Any]) -> Kind:
    """The event of this id, made if it is not there.

    about: what it belongs to (its bed, its garden). An id that is about something else is as good as none: NotFound.
    """
    known = model._default_manager.filter(pk=event_id).first()
    if known is None:
        try:
            with transaction.atomic():
                return model._default_manager.create(id=event_id, **about, **fields)
        except IntegrityError:  # the same event, sent twice at once: the other one got there first
            known = model._default_manager.filter(pk=event_id).first()
    if known is None or any(getattr(known, f"{name}_id") != row.pk for name, row in about.items()):
        raise NotFound("event")
    return known
