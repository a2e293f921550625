"""The application as it is served, with one address more."""

from config.settings.production import *  # noqa: F403

ROOT_URLCONF = "benchmarks.urls"
