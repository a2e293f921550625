"""Settings common to every way of running. Everything that differs comes from the environment."""

from __future__ import annotations

import os
import pathlib

BASE_DIR = pathlib.Path(__file__).resolve().parents[2]
RUN_DIR = pathlib.Path(os.environ.get("ISLESHOWER_RUN_DIR", BASE_DIR / ".run"))

DEBUG = False
ALLOWED_HOSTS = os.environ.get("ISLESHOWER_HOSTS", "127.0.0.1,localhost").split(",")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "rest_framework",
    "drf_spectacular",
    "axes",
    "csp",
    "apps.accounts",
    "apps.garden",
    "apps.weather",
    "apps.record",
    "apps.record.before",
    "apps.devices",
    "apps.exchange",
    "api",
]
MIDDLEWARE = [
    "config.door.RealAddress",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
    "api.retry.RetryWhenBusy",
]
CSRF_FAILURE_VIEW = "config.door.no_token"
ROOT_URLCONF = "config.urls"
WSGI_APPLICATION = "config.wsgi.application"
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]

# A private server on loopback; HOST must be the address, "localhost" would mean the system's socket.
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.mysql",
        "NAME": os.environ.get("ISLESHOWER_DB_NAME", "isleshower"),
        "USER": os.environ.get("ISLESHOWER_DB_USER", "isleshower"),
        "PASSWORD": os.environ.get("ISLESHOWER_DB_PASSWORD", ""),
        "HOST": "127.0.0.1",
        "PORT": os.environ.get("ISLESHOWER_DB_PORT", "33117"),
        "CONN_MAX_AGE": 60,
        "CONN_HEALTH_CHECKS": True,
        "OPTIONS": {
            "charset": "utf8mb4",
            "isolation_level": "read committed",
            "init_command": "SET sql_mode='STRICT_ALL_TABLES', innodb_lock_wait_timeout=5",
            "connect_timeout": 5,
        },
        "TEST": {"CHARSET": "utf8mb4", "COLLATION": "utf8mb4_unicode_ci"},
    }
}

# The broker that devices speak through; without a port there is none, and all else works.
BROKER_DIR = RUN_DIR / "broker"
BROKER_PORT = os.environ.get("ISLESHOWER_BROKER_PORT", "")
BROKER_PASSWORD = os.environ.get("ISLESHOWER_BROKER_PASSWORD", "")
DEVICES_PLAYED = os.environ.get("ISLESHOWER_DEVICES_PLAYED", "")  # the simulated devices' file, where they are played

AUTH_USER_MODEL = "accounts.User"
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.NumericPasswordValidator"},
]
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = 0.25  # hours
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_LOCKOUT_CALLABLE = "api.people.views.locked_out"

LANGUAGE_CODE = "en"
TIME_ZONE = "UTC"
USE_TZ = True

STATIC_URL = "/static/"
STATIC_ROOT = RUN_DIR / "static"
FRONTEND_DIST = BASE_DIR / "frontend" / "dist"
STATICFILES_DIRS = [FRONTEND_DIST] if FRONTEND_DIST.exists() else []
# Vite's files carry their hashes already: compress, do not hash again.
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage"},
}
WHITENOISE_IMMUTABLE_FILE_TEST = r"^.+/assets/.+-[A-Za-z0-9_-]{8}\.[a-z0-9]+$"

REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": ["rest_framework.authentication.SessionAuthentication"],
    "DEFAULT_PERMISSION_CLASSES": ["rest_framework.permissions.IsAuthenticated"],
    "DEFAULT_RENDERER_CLASSES": ["api.rendering.Json"],
    "DEFAULT_PARSER_CLASSES": ["rest_framework.parsers.JSONParser"],
    "DEFAULT_SCHEMA_CLASS": "api.schema.Marked",
    "EXCEPTION_HANDLER": "api.errors.handle",
    "DEFAULT_THROTTLE_RATES": {"signup": "20/hour", "visit": "120/minute", "signin": "60/hour", "letter": "6/hour"},
    "UNAUTHENTICATED_USER": "django.contrib.auth.models.AnonymousUser",
}
SPECTACULAR_SETTINGS = {
    "TITLE": "Isleshower",
    "DESCRIPTION": "Gardens, their weather and waterings, and each day's round. SI units and FAO-56's throughout.",
    "VERSION": "1",
    "SERVE_INCLUDE_SCHEMA": False,
    "COMPONENT_SPLIT_REQUEST": True,
    "ENUM_NAME_OVERRIDES": {  # codes keep their own names on the page's side
        name: f"agronomy.describe.words.{listed}"
        for name, listed in (
            ("Kind", "KINDS_OF_ISLE"),
            ("DayQuarter", "DAY_QUARTERS"),
            ("SeenInSky", "SEEN_IN_SKY"),
            ("Sign", "SIGNS"),
            ("Trouble", "TROUBLES"),
            ("Look", "LOOKS"),
            ("Found", "FOUNDS"),
            ("Outcome", "OUTCOMES"),
            ("FeedKind", "FEED_KINDS"),
            ("FeedSchool", "FEED_SCHOOLS"),
            ("FeedMoment", "FEED_MOMENTS"),
            ("FeedPartName", "FEED_PARTS"),
            ("MethodName", "METHODS"),
            ("Style", "STYLES"),
            ("Pattern", "PATTERNS"),
            ("Into", "INTO"),
            ("DayPart", "DAY_PARTS"),
            ("Texture", "TEXTURES"),
            ("Material", "MATERIALS"),
            ("Ingredient", "INGREDIENTS"),
            ("Drainage", "DRAINAGES"),
            ("Shelter", "SHELTERS"),
            ("Cover", "COVERS"),
            ("MulchKind", "MULCHES"),
            ("LineKind", "LINE_KINDS"),
            ("DeviceKind", "DEVICE_KINDS"),
            ("DeviceFault", "DEVICE_FAULTS"),
            ("PouredBy", "POURED_BY"),
            ("CropName", "CROP_NAMES"),
            ("Start", "STARTS"),
            ("BodyHeight", "HEIGHTS"),
            ("ObservationKind", "OBSERVATION_KINDS"),
            ("Wetness", "WETNESS"),
            ("Reading", "READINGS"),
            ("Alteration", "ALTERATIONS"),
            ("Growth", "GROWTHS"),
            ("HeatRuleName", "HEAT_RULES"),
            ("TimeOfDay", "TIMES_OF_DAY"),
            ("ClimateName", "CLIMATES"),
            ("ThingKind", "THING_KINDS"),
            ("TestKind", "MEASUREMENTS"),
            ("Word", "WORDS"),
            ("Cause", "CAUSES"),
            ("How", "HOWS"),
            ("Gave", "GAVES"),
            ("Outlook", "OUTLOOKS"),
            ("Measure", "MEASURES"),
            ("RuleDates", "RULE_DATES"),
            ("Exempt", "EXEMPTS"),
            ("WeatherGroup", "WEATHER_GROUPS"),
            ("WeatherSource", "WEATHER_SOURCES"),
            ("WeatherVariable", "WEATHER_VARIABLES"),
            ("WeatherUnit", "WEATHER_UNITS"),
            ("DateOrder", "DATE_ORDERS"),
        )
    },
}
DATA_UPLOAD_MAX_MEMORY_SIZE = 6_000_000

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": ["'none'"],
        "script-src": ["'self'"],
        # Element Plus and ECharts set style attributes on their elements.
        "style-src": ["'self'"],
        "style-src-attr": ["'unsafe-inline'"],
        "img-src": ["'self'", "data:"],
        "font-src": ["'self'"],
        "connect-src": ["'self'"],
        "manifest-src": ["'self'"],
        "base-uri": ["'none'"],
        "form-action": ["'self'"],
        "frame-ancestors": ["'none'"],
    }
}
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"

KEEP_ANSWERS = True  # until something they rest on changes (api/kept.py)
# A hash over the code that is served (scripts/server.py): what other code has answered is not read.
CODE = os.environ.get("ISLESHOWER_CODE") or ((RUN_DIR / "served").read_text() if (RUN_DIR / "served").exists() else "")
QUEUE_URL = os.environ.get("ISLESHOWER_QUEUE_URL", "")  # of redis, where jobs wait for workers of their own

# Limits of attempts lie where every worker sees them; answers where the next worker finds them, and who restarts.
CACHES: dict[str, dict[str, object]] = {
    "default": {"BACKEND": "django.core.cache.backends.db.DatabaseCache", "LOCATION": "limits"},
    "answers": {
        "BACKEND": f"django.core.cache.backends.{'redis.RedisCache' if QUEUE_URL else 'filebased.FileBasedCache'}",
        "LOCATION": QUEUE_URL or RUN_DIR / "answers",
        "TIMEOUT": 36 * 3600,
        "OPTIONS": {} if QUEUE_URL else {"MAX_ENTRIES": 5000},
    },
}

# Letters go out through a mail server where one is told; else they lie in a folder, for whoever runs it to read.
EMAIL_HOST = os.environ.get("ISLESHOWER_MAIL_HOST", "")
EMAIL_PORT = int(os.environ.get("ISLESHOWER_MAIL_PORT", "587"))
EMAIL_HOST_USER = os.environ.get("ISLESHOWER_MAIL_USER", "")
EMAIL_HOST_PASSWORD = os.environ.get("ISLESHOWER_MAIL_PASSWORD", "")
EMAIL_USE_TLS = bool(EMAIL_HOST)
EMAIL_TIMEOUT = 10
EMAIL_FILE_PATH = RUN_DIR / "mail"
EMAIL_BACKEND = f"django.core.mail.backends.{'smtp' if EMAIL_HOST else 'filebased'}.EmailBackend"
DEFAULT_FROM_EMAIL = SERVER_EMAIL = os.environ.get("ISLESHOWER_MAIL_FROM", "isleshower@localhost")
ADMIN_MAIL = os.environ.get("ISLESHOWER_ADMIN_MAIL", "")
ADMINS = [("Who runs it", ADMIN_MAIL)] if ADMIN_MAIL else []
PASSWORD_RESET_TIMEOUT = 3600

SIGN_UP_OPEN = os.environ.get("ISLESHOWER_SIGN_UP", "open") == "open"
WEATHER_PROVIDER_URL = os.environ.get("ISLESHOWER_PROVIDER_URL", "http://127.0.0.1:33118")

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "filters": {"no_secrets": {"()": "config.door.NoSecrets"}},
    "formatters": {"line": {"format": "%(asctime)s %(levelname)s %(name)s: %(message)s"}},
    "handlers": {
        "console": {"class": "logging.StreamHandler", "filters": ["no_secrets"], "formatter": "line"},
        "mail": {"class": "django.utils.log.AdminEmailHandler", "level": "ERROR", "filters": ["no_secrets"]},
    },
    "root": {"handlers": ["console", "mail"], "level": "WARNING"},
}
