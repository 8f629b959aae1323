"""What each server process runs: the front, with Django behind it."""

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
_django = get_wsgi_application()

from config.front import Bounds, Front  # noqa: E402 (needs the settings)

application = Front(_django, Bounds())
