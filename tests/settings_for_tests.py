"""The real settings on a place of their own, spoken to over plain http."""

import os
import tempfile

os.environ["MINT_LEVER_PLAIN_HTTP"] = "1"
# Tests never touch the database or the key of an application that may be running beside them.
os.environ["MINT_LEVER_VAR"] = tempfile.mkdtemp(prefix="mint-lever-test-")

from mint_lever_server.config.settings import *  # noqa: F403

# Passwords are hashed as weakly as can be: a test's are nobody's, and there are many.
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]

# Playwright keeps an event loop in this thread; Django's own calls here are ordinary all the same.
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "1"
