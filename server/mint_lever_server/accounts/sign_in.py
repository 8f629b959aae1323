"""Letting a pilot in; now and then what is left of earlier visits is cleared."""

from django.contrib.auth import login
from django.contrib.auth.models import User
from django.core.cache import cache
from django.http import HttpRequest
from django.utils import timezone

from mint_lever_server.accounts.sessions import BACKEND, PilotSession, make_room
from mint_lever_server.accounts.try_limits import forget_old_tries

_EVERY_S = 3600


def let_in(request: HttpRequest, pilot: User) -> int:
    """Begin a session of the pilot's; gives how many old ones ended, to make room for it."""
    login(request, pilot, backend=BACKEND)
    ended = make_room(pilot, request.session.session_key)
    if cache.add("cleared", True, _EVERY_S):
        PilotSession.objects.filter(expire_date__lt=timezone.now()).delete()
        forget_old_tries()
    return ended
