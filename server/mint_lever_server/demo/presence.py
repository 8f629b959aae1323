"""Notes now and then that a demo visitor is there, so that nobody at work is cleared away."""

from collections.abc import Callable

from django.core.cache import cache
from django.http import HttpRequest, HttpResponse

from mint_lever_server.demo.visitors import note_visit

VISITOR = "demo_visitor"
"""The session of a visitor has this."""
_EVERY_S = 300


class DemoPresenceMiddleware:
    """Looks at a visitor's session only; everybody else's requests pass untouched."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]):
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        visitor = request.session.get(VISITOR) if request.COOKIES.get("sessionid") else None
        if visitor and cache.add(f"demo-seen-{visitor}", True, _EVERY_S):
            note_visit(visitor)
        return self.get_response(request)
