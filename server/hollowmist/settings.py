"""Django settings. What differs between checkouts comes from the environment that `script/lib.sh` sets."""

import os
import sys
from datetime import timedelta
from pathlib import Path

from csp.constants import NONE, SELF
from django.core.exceptions import ImproperlyConfigured

from .database import mariadb

ROOT = Path(__file__).resolve().parents[2]
RUN = ROOT / ".run"
WEB = ROOT / "web" / "dist"

SHELF = os.environ.get("HOLLOWMIST_SHELF", "")
"""Address of the lending shelf; nothing where there is none."""

WITHOUT_SECRETS = {"test", "spectacular", "makemigrations", "check", "write_kinds"}
"""Commands that serve nobody: tests and builds."""
MEASURED = bool({"test", "bench"} & set(sys.argv[1:2]))

SECRET_KEY = os.environ.get("HOLLOWMIST_SECRET", "")
if not SECRET_KEY:
    if not WITHOUT_SECRETS & set(sys.argv[1:2]):
        raise ImproperlyConfigured(
            "HOLLOWMIST_SECRET is not set. Start with script/server, which makes one and keeps it."
        )
    SECRET_KEY = "only-for-tests-and-builds-" + "x" * 32
DEBUG = False
ALLOWED_HOSTS = os.environ.get("HOLLOWMIST_HOSTS", "127.0.0.1,localhost,testserver").split(",")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "rest_framework",
    "drf_spectacular",
    "drf_spectacular_sidecar",
    "django_q",
    "accounts",
    "acts",
    "tasks",
    "sources",
    "rolls",
    "proofs",
    "sheets",
    "packs",
    "lending",
    "upkeep",
    "demo",
    "lan",
    "journeys",
    "bench",
]

TEST_RUNNER = "hollowmist.testing.TimedRunner"

MIDDLEWARE = [
    "hollowmist.hosts.NamedHosts",
    # These say how any answer may be used, static files included, so they stand before what serves those.
    "django.middleware.security.SecurityMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "csp.middleware.CSPMiddleware",
    "django_permissions_policy.PermissionsPolicyMiddleware",
    "hollowmist.builds.BuildHeader",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "hollowmist.errors.DatabaseUnavailable",
    "axes.middleware.AxesMiddleware",
]

TLS = bool(os.environ.get("HOLLOWMIST_TLS"))
"""Whether people come by https. Without it a server is for its own machine."""

LAN = os.environ.get("HOLLOWMIST_TLS") == "lan"
"""Whether that is in a local network, under names that other servers may have tomorrow."""

PROXIES = int(os.environ.get("HOLLOWMIST_PROXIES", "0"))
"""How many proxies of ours stand in front, each of which tells who asked it. What is told beyond them is anybody's."""

ROOM = int(os.environ.get("HOLLOWMIST_ROOM_MB", "8000")) * 10**6
"""How many bytes of pictures an account may hold."""

MOST_PACKS = ROOM + 2**30
"""Largest file of packs that is taken, bytes: all of an account's pictures, and what it wrote and drew."""

X_FRAME_OPTIONS = "DENY"
SECURE_REFERRER_POLICY = "same-origin"
SECURE_HSTS_SECONDS = 60 * 60 * 24 * 365 if TLS and not LAN else 0
SECURE_HSTS_INCLUDE_SUBDOMAINS = SECURE_HSTS_PRELOAD = TLS and not LAN
SECURE_SSL_REDIRECT = TLS
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = TLS
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if PROXIES else None
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        "script-src": [SELF, "'wasm-unsafe-eval'"],
        # Where things lie on the screen is written as styles of elements.
        "style-src": [SELF, "'unsafe-inline'"],
        "img-src": [SELF, "data:", "blob:"],
        "font-src": [SELF, "data:"],
        "worker-src": [SELF],
        "object-src": [NONE],
        "base-uri": [SELF],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}
PERMISSIONS_POLICY = {
    "camera": "self",
    **{key: [] for key in ("display-capture", "geolocation", "microphone", "midi", "payment", "usb", "serial", "hid")},
}

ROOT_URLCONF = "hollowmist.urls"
WSGI_APPLICATION = "hollowmist.wsgi.application"
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]

DATABASES = {"default": mariadb(os.environ.get("HOLLOWMIST_DB_NAME", "hollowmist"))}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTH_USER_MODEL = "accounts.Account"
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator"},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
]
if "test" in sys.argv[1:2]:
    # Tests open dozens of accounts; a slow hash would only slow them.
    PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
# Ten wrong passwords for a name from an address, then a wait of five minutes.
AXES_FAILURE_LIMIT = 10
AXES_COOLOFF_TIME = timedelta(minutes=5)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
AXES_VERBOSE = False
# Who signed in when, and from where, is nobody's business.
AXES_DISABLE_ACCESS_LOG = True
AXES_LOCKOUT_CALLABLE = "accounts.views.locked_out"
SESSION_COOKIE_NAME = os.environ.get("HOLLOWMIST_COOKIES", "hollowmist") + "_session"
CSRF_COOKIE_NAME = os.environ.get("HOLLOWMIST_COOKIES", "hollowmist") + "_csrf"
CSRF_COOKIE_HTTPONLY = True
SESSION_COOKIE_AGE = 60 * 60 * 24 * 90
SESSION_COOKIE_SAMESITE = "Lax"

LANGUAGE_CODE = "en"
TIME_ZONE = "UTC"
USE_I18N = False
USE_TZ = True

# Counts of tries are shared by all processes.
CACHES = {"default": {"BACKEND": "django.core.cache.backends.db.DatabaseCache", "LOCATION": "cache"}}

# Long work waits in the database for workers (`manage.py qcluster`); it says itself how far it is and what it came to.
Q_CLUSTER = {
    "name": "hollowmist",
    "label": "Long work",
    "orm": "default",
    "workers": 2,
    "poll": 0.2,
    "timeout": 1800,
    "retry": 3600,
    "max_attempts": 1,
    "ack_failures": True,
    "save_limit": 50,
    "catch_up": False,
    # A worker that has inked large sheets gives their memory back.
    "recycle": 40,
}
# An index of the queue's own that MariaDB makes without its condition.
SILENCED_SYSTEM_CHECKS = ["models.W037"]
STORAGES = {
    "staticfiles": {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"},
    "tasks": {"BACKEND": "django.core.files.storage.FileSystemStorage", "OPTIONS": {"location": RUN / "tasks"}},
}

WHITENOISE_ALLOW_ALL_ORIGINS = False
STATIC_URL = "/static/"
STATIC_ROOT = RUN / "static"
# The page on which the engine is measured is there for tests and script/bench alone.
STATICFILES_DIRS = [("measure", ROOT / "web" / "measure")] if MEASURED else []
WHITENOISE_ROOT = WEB if WEB.is_dir() else None
WHITENOISE_INDEX_FILE = True
# Files of the build are named by their content and never change; all others are asked for anew.
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/assets/.+-[\w-]{8}\.\w+$"
WHITENOISE_MAX_AGE = 0
WHITENOISE_USE_FINDERS = True
# A build next to a running server (script/test does that) is found without a restart.
WHITENOISE_AUTOREFRESH = True
# One recorded stroke of 100,000 samples is about 3.2 MB of JSON.
DATA_UPLOAD_MAX_MEMORY_SIZE = 8 * 1024 * 1024

REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": ["hollowmist.sessions.SessionAuthentication"],
    "DEFAULT_PERMISSION_CLASSES": ["rest_framework.permissions.IsAuthenticated"],
    "DEFAULT_RENDERER_CLASSES": ["rest_framework.renderers.JSONRenderer"],
    "DEFAULT_PARSER_CLASSES": ["hollowmist.parsing.PlainJSON"],
    "DEFAULT_SCHEMA_CLASS": "drf_spectacular.openapi.AutoSchema",
    "EXCEPTION_HANDLER": "hollowmist.errors.exception_handler",
    # By account, or by address where nobody is signed in.
    "DEFAULT_THROTTLE_RATES": {"new-accounts": "20/hour", "readings": "60/min", "files": "60/min", "doors": "20/hour"},
    "NUM_PROXIES": PROXIES,
    "UNAUTHENTICATED_USER": "django.contrib.auth.models.AnonymousUser",
}
SPECTACULAR_SETTINGS = {
    "TITLE": "Hollowmist",
    "DESCRIPTION": "Brushes, rolls, sources and proof strokes of an account.",
    "VERSION": "1",
    "SWAGGER_UI_DIST": "SIDECAR",
    "SWAGGER_UI_FAVICON_HREF": "SIDECAR",
    "SERVE_INCLUDE_SCHEMA": False,
    "SERVE_PERMISSIONS": ["rest_framework.permissions.AllowAny"],
    "COMPONENT_SPLIT_REQUEST": True,
}
