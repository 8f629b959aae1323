"""What the server's processes run: the front, with Django behind it, loaded with all its routes."""

import gc
import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "mint_lever_server.config.settings")
_django = get_wsgi_application()

from django.urls import get_resolver  # noqa: E402 (needs the settings)

from mint_lever_server.config.front import Bounds, Front  # noqa: E402 (needs the settings)

get_resolver().check()  # loads every route

application = Front(_django, Bounds())

# What is loaded by now stays: no round of the garbage collector need look at it, and what is kept
# in memory later is large and lives long, so full rounds are rare ones.
gc.collect()
gc.freeze()
gc.set_threshold(50_000, 20, 20)
gc.enable()
