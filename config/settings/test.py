"""Settings of the tests: a fast hasher, no cached static files, a provider the tests start themselves."""

from __future__ import annotations

from config.settings.base import *  # noqa: F403
from config.settings.base import MIDDLEWARE

SECRET_KEY = "only-for-tests-0123456789-only-for-tests-0123456789-only-for-tests"  # noqa: S105
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"},
}
MIDDLEWARE = [m for m in MIDDLEWARE if not m.startswith("whitenoise")]  # the live server serves the build itself
BROKER_PORT = DEVICES_PLAYED = ""  # the tests that want a broker start one of their own
CODE = QUEUE_URL = ""
KEEP_ANSWERS = False  # tests write rows by themselves; those of what is kept turn it on
TEST_RUNNER = "tests.runner.CountingRunner"
# Refused requests are what many tests are about.
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"nowhere": {"class": "logging.NullHandler"}},
    "loggers": {
        name: {"handlers": ["nowhere"], "propagate": False}
        for name in ("django.request", "axes", "django.security", "api.errors")
    },
}
