"""Jobs that wait in the queue (api/queue.py): each is one garden's, and may be done twice without harm."""

from __future__ import annotations

from django.db import DatabaseError

from api import night
from api.queue import app


@app.task(
    autoretry_for=(DatabaseError, OSError),
    retry_backoff=2,
    retry_backoff_max=60,
    max_retries=3,
    soft_time_limit=90,
    time_limit=120,
)
def plan_garden(garden_id: int) -> int:
    """Plan one garden; how many of its pages were worked out."""
    return night.prepare(garden_id)
