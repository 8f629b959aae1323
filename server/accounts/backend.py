"""Accounts as Django keeps them, with the signed-in pilot remembered for a moment."""

from typing import Any

from django.contrib.auth.backends import ModelBackend
from django.contrib.auth.models import User
from django.core.cache import cache
from django.db.models.signals import post_delete, post_save
from django.dispatch import receiver

_SECONDS = 5


class PilotBackend(ModelBackend):
    """Looks a session's pilot up once in a few seconds: every lever movement asks who is there.

    A changed or removed account is forgotten at once in this process; in another process within
    those seconds.
    """

    def get_user(self, user_id: Any) -> Any:
        """Give the pilot, or None."""
        return cache.get_or_set(
            _key(user_id), lambda: super(PilotBackend, self).get_user(user_id), _SECONDS
        )


@receiver([post_save, post_delete], sender=User)
def _forget(instance: User, **kwargs: Any) -> None:
    cache.delete(_key(instance.pk))


def _key(user_id: Any) -> str:
    return f"pilot-{user_id}"
