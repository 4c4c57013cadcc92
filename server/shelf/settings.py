"""The shelf's own settings: its own addresses, its own database, no accounts."""

import os
import sys

from django.core.exceptions import ImproperlyConfigured
from hollowmist.database import mariadb

SECRET_KEY = os.environ.get("HOLLOWMIST_SHELF_SECRET", "")
if not SECRET_KEY:
    if not {"test", "spectacular", "makemigrations", "check"} & set(sys.argv[1:2]):
        raise ImproperlyConfigured("HOLLOWMIST_SHELF_SECRET is not set. Start with script/server, which makes one.")
    SECRET_KEY = "only-for-tests-and-builds-" + "x" * 32
DEBUG = False
# It is asked by Hollowmist, from the same machine.
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "testserver"]

INSTALLED_APPS = [
    "django.contrib.staticfiles",
    "rest_framework",
    "drf_spectacular",
    "drf_spectacular_sidecar",
    "shelf",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.middleware.common.CommonMiddleware",
]
X_FRAME_OPTIONS = "DENY"
ROOT_URLCONF = "shelf.urls"
WSGI_APPLICATION = "shelf.wsgi.application"
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]

DATABASES = {"default": mariadb(os.environ.get("HOLLOWMIST_SHELF_DB_NAME", "hollowmist_shelf"))}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
USE_I18N = False
USE_TZ = True
TIME_ZONE = "UTC"
STATIC_URL = "/static/"
WHITENOISE_USE_FINDERS = True
WHITENOISE_AUTOREFRESH = True

REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": [],
    "DEFAULT_PERMISSION_CLASSES": [],
    "DEFAULT_RENDERER_CLASSES": ["rest_framework.renderers.JSONRenderer"],
    "DEFAULT_PARSER_CLASSES": ["rest_framework.parsers.JSONParser"],
    "DEFAULT_SCHEMA_CLASS": "drf_spectacular.openapi.AutoSchema",
    "EXCEPTION_HANDLER": "shelf.errors.exception_handler",
    "UNAUTHENTICATED_USER": None,
}
SPECTACULAR_SETTINGS = {
    "TITLE": "Lending shelf",
    "DESCRIPTION": "Rolls that makers of Skerrow lend to each other, as packs. Whoever lends one gets a key to it, and "
    "changes it or takes it back with that.",
    "VERSION": "1",
    "SWAGGER_UI_DIST": "SIDECAR",
    "SWAGGER_UI_FAVICON_HREF": "SIDECAR",
    "SERVE_INCLUDE_SCHEMA": False,
    "COMPONENT_SPLIT_REQUEST": True,
}
