"""The signed-in pilot of a request."""

from django.contrib.auth.models import User
from django.http import HttpRequest


def pilot_of(request: HttpRequest) -> User:
    """Give the pilot; the API's session check has let nobody else through."""
    assert isinstance(request.user, User)
    return request.user


def pilot_id(request: HttpRequest) -> int:
    """Give the signed-in pilot's number."""
    return pilot_of(request).pk
