"""The real settings for the server that browser tests talk to, with a cheap password hasher.

A test signs up by the hundred; a million rounds for each would take the suite's time, not prove
anything. The door's own tests go through the same forms all the same.
"""

from mint_lever_server.config.settings import *  # noqa: F403

PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
