"""Django settings. What differs between checkouts comes from the environment that `script/lib.sh` sets."""

import os
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
RUN = ROOT / ".run"
WEB = ROOT / "web" / "dist"

SECRET_KEY = os.environ.get("HOLLOWMIST_SECRET") or "only-for-tests-and-builds-" + "x" * 32
DEBUG = False
ALLOWED_HOSTS = os.environ.get("HOLLOWMIST_HOSTS", "127.0.0.1,localhost,testserver").split(",")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "rest_framework",
    "drf_spectacular",
    "drf_spectacular_sidecar",
    "accounts",
    "sources",
    "rolls",
    "proofs",
    "journeys",
]

MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "hollowmist.unavailable.DatabaseUnavailable",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
]

ROOT_URLCONF = "hollowmist.urls"
WSGI_APPLICATION = "hollowmist.wsgi.application"
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.mysql",
        "NAME": os.environ.get("HOLLOWMIST_DB_NAME", "hollowmist"),
        "USER": "hollowmist",
        "PASSWORD": os.environ.get("HOLLOWMIST_DB_PASSWORD", ""),
        "HOST": "127.0.0.1",
        "PORT": os.environ.get("HOLLOWMIST_DB_PORT", ""),
        "CONN_MAX_AGE": 60,
        "CONN_HEALTH_CHECKS": True,
        "OPTIONS": {
            "charset": "utf8mb4",
            "connect_timeout": 3,
            "init_command": "SET sql_mode='STRICT_TRANS_TABLES', innodb_strict_mode=1",
            "isolation_level": "read committed",
        },
    }
}
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
SESSION_COOKIE_AGE = 60 * 60 * 24 * 90
SESSION_COOKIE_SAMESITE = "Lax"

LANGUAGE_CODE = "en"
TIME_ZONE = "UTC"
USE_I18N = False
USE_TZ = True

STATIC_URL = "/static/"
STATIC_ROOT = RUN / "static"
WHITENOISE_ROOT = WEB if WEB.is_dir() else None
WHITENOISE_INDEX_FILE = True
WHITENOISE_USE_FINDERS = True
# A build next to a running server (script/test does that) is found without a restart.
WHITENOISE_AUTOREFRESH = True
# One recorded stroke of 100,000 samples is about 3.2 MB of JSON.
DATA_UPLOAD_MAX_MEMORY_SIZE = 8 * 1024 * 1024

REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": ["rest_framework.authentication.SessionAuthentication"],
    "DEFAULT_PERMISSION_CLASSES": ["rest_framework.permissions.IsAuthenticated"],
    "DEFAULT_RENDERER_CLASSES": ["rest_framework.renderers.JSONRenderer"],
    "DEFAULT_PARSER_CLASSES": ["rest_framework.parsers.JSONParser"],
    "DEFAULT_SCHEMA_CLASS": "drf_spectacular.openapi.AutoSchema",
    "EXCEPTION_HANDLER": "hollowmist.unavailable.exception_handler",
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
