"""WSGI entry of the shelf, served by gunicorn as a process of its own."""

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "shelf.settings")
application = get_wsgi_application()
