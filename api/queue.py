"""The queue of jobs that workers of their own do: on redis, where one is told (ISLESHOWER_QUEUE_URL)."""

import os
from typing import Any

from celery import Celery
from celery.signals import worker_process_init

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings.production")

from django.conf import settings

app = Celery("isleshower", broker=settings.QUEUE_URL or "memory://", backend=settings.QUEUE_URL or "cache+memory://")
app.conf.update(
    task_acks_late=True,  # a worker that dies gives its job back
    task_reject_on_worker_lost=True,
    worker_prefetch_multiplier=1,  # one garden never waits behind another in the same worker's hands
    worker_max_tasks_per_child=2000,
    result_expires=3600,
    broker_connection_retry_on_startup=True,
    broker_transport_options={"visibility_timeout": 600},
    timezone="UTC",
)
app.autodiscover_tasks(["api"])


@worker_process_init.connect
def warm_up(**_: Any) -> None:
    """All that a garden takes, before the first one."""
    from apps.planning import situation

    situation.warm_up()
