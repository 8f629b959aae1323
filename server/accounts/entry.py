"""Letting a pilot in; now and then what is left of earlier visits is cleared."""

from django.contrib.auth import login
from django.contrib.auth.models import User
from django.contrib.sessions.models import Session
from django.core.cache import cache
from django.http import HttpRequest
from django.utils import timezone

from accounts.door import forget_old_tries

_BACKEND = "django.contrib.auth.backends.ModelBackend"
_EVERY_S = 3600


def let_in(request: HttpRequest, pilot: User) -> None:
    """Begin a session of the pilot's."""
    login(request, pilot, backend=_BACKEND)
    if cache.add("cleared", True, _EVERY_S):
        Session.objects.filter(expire_date__lt=timezone.now()).delete()
        forget_old_tries()
