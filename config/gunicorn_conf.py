"""The WSGI server: two workers with threads, each warmed before its first request."""

import os

chdir = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))
worker_tmp_dir = os.environ.get("ISLESHOWER_RUN_DIR")  # nothing is written outside the project
workers = 2
threads = 4
timeout = 60
graceful_timeout = 10
keepalive = 75  # longer than the door keeps a connection, so that it never sends into one that is being closed
max_requests = 20_000
control_socket_disable = True


def post_worker_init(worker):  # type: ignore[no-untyped-def]
    """Load the compiled step now, so that no request pays for it, and spare what is loaded from garbage collection."""
    import gc

    import config.urls  # noqa: F401 - all of it now, so that no request meets code half of which is newer
    from agronomy.balance.kernel import warm

    warm()
    gc.collect()
    gc.freeze()
