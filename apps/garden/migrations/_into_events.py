"""For the migrations that bring what happened from tables of their own into the one record."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Any

AT_ONCE = 1000


def bring_over(apps: Any, old: Any, kind: str, event_of: Callable[[Any], dict[str, Any]]) -> None:
    """Write an event for each row of an old model, with its times; a migration that was broken off goes on.

    event_of: what of an event is not of the same name in the row. Raises RuntimeError where a row did not arrive.
    """
    event = apps.get_model("garden", "Event")
    event._meta.get_field("recorded_at").auto_now_add = False  # as it was recorded, not as it was brought over
    for rows in _batches(old.objects.order_by("recorded_at")):
        event.objects.bulk_create(
            [
                event(
                    **{
                        "kind": kind,
                        "occurred_at": getattr(row, "occurred_at", row.recorded_at),
                        "recorded_at": row.recorded_at,
                        "by_id": getattr(row, "by_id", None),
                        "struck_at": getattr(row, "struck_at", None),
                        **event_of(row),
                    }
                )
                for row in rows
            ],
            ignore_conflicts=True,
        )
    if event.objects.filter(kind=kind).count() != old.objects.count():
        raise RuntimeError(f"not every {kind} came over; nothing of the old table was removed")


def _batches(rows: Any) -> Iterator[list[Any]]:
    batch: list[Any] = []
    for row in rows.iterator(chunk_size=AT_ONCE):
        batch.append(row)
        if len(batch) == AT_ONCE:
            yield batch
            batch = []
    if batch:
        yield batch
