"""How passwords are hashed, and how many at once: one, so that the door never starves the bench."""

from __future__ import annotations

import fcntl
import threading
from collections.abc import Iterator
from contextlib import contextmanager

from django.conf import settings
from django.contrib.auth.hashers import Argon2PasswordHasher

from mint_lever_server.config.problems import Refused


class PilotHasher(Argon2PasswordHasher):
    """Argon2id with 19 MiB, two passes, one lane: about 30 ms here.

    The least that OWASP's Password Storage Cheat Sheet gives for Argon2id. Memory is what makes
    guessing dear on graphics cards, not time, so the price on our own two processors can be small:
    a million rounds of PBKDF2 took ten times as long and are guessed faster.
    """

    time_cost = 2
    memory_cost = 19 * 1024
    parallelism = 1


_PLACES = threading.BoundedSemaphore(2)
"""Of one process's threads so many at most hash or wait to; the others go on with other work."""


@contextmanager
def hashing() -> Iterator[None]:
    """Hash within it: one at a time in all processes. Raises Refused where too many wait."""
    if not _PLACES.acquire(blocking=False):
        raise Refused(
            503,
            "Many are signing in just now",
            "Try again in a moment.",
            retry_after_s=1,
        )
    try:
        # A file's lock goes with the process that has it, however that ends.
        with (settings.VAR / "hashing.lock").open("w") as lock:
            fcntl.flock(lock, fcntl.LOCK_EX)
            yield
    finally:
        _PLACES.release()
