"""The application's WSGI door, and before it an address that answers with nothing but the same server."""

import os
from collections.abc import Callable, Iterable
from typing import Any

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "benchmarks.settings")

from django.core.wsgi import get_wsgi_application

django = get_wsgi_application()
BARE = b"x" * int(os.environ.get("BENCH_BYTES", "100000"))


def application(environ: dict[str, Any], start_response: Callable[..., Any]) -> Iterable[bytes]:
    if environ["PATH_INFO"] == "/bare":
        start_response("200 OK", [("Content-Type", "application/json"), ("Content-Length", str(len(BARE)))])
        return [BARE]
    return django(environ, start_response)
