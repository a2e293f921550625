"""How the application is served: WSGI, settings from the environment, key from a file outside git.

On plain http over loopback (ISLESHOWER_HTTP=loopback, what ./start sets) cookies cannot be marked secure; everywhere
else they are, and http is sent on to https.
"""

from __future__ import annotations

import os

from config.settings.base import *  # noqa: F403
from config.settings.base import RUN_DIR

SECRET_KEY = os.environ.get("ISLESHOWER_SECRET_KEY") or (RUN_DIR / "secret_key").read_text().strip()

LOOPBACK_HTTP = os.environ.get("ISLESHOWER_HTTP") == "loopback"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE_SSL_REDIRECT = not LOOPBACK_HTTP
SECURE_HSTS_SECONDS = 0 if LOOPBACK_HTTP else 31_536_000
SECURE_HSTS_INCLUDE_SUBDOMAINS = SECURE_HSTS_PRELOAD = not LOOPBACK_HTTP
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")  # the door sets it itself, whatever a client says
# What `check --deploy` asks for is https: no traffic leaves a machine that serves on loopback alone.
SILENCED_SYSTEM_CHECKS = [f"security.W{n}" for n in ("004", "008", "012", "016")] if LOOPBACK_HTTP else []
SECURE_REDIRECT_EXEMPT = [r"^health$"]
CSRF_TRUSTED_ORIGINS = [o for o in os.environ.get("ISLESHOWER_ORIGINS", "").split(",") if o]
