"""Refuses a body that is too large before anything reads it."""

from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse

from mint_lever_server.config.problems import problem


def body_limit(method: str, path: str) -> int:
    """How many bytes a request may have."""
    if method == "POST" and path.endswith("/logs"):
        return settings.LOG_LIMIT
    if method == "POST" and path == "/api/helicopters/import/archive":
        return settings.WHOLE_LIMIT
    return settings.BODY_LIMIT


def too_large(size: int, limit: int) -> HttpResponse:
    """The answer to a body of more bytes than its limit."""
    return problem(
        413,
        "The upload is too large",
        f"found {size:,} bytes; allowed: at most {limit:,} bytes",
    )


class BodyLimitMiddleware:
    """Answers 413 in the API's problem shape when a request announces too many bytes."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]):
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        announced = request.META.get("CONTENT_LENGTH") or "0"
        size = int(announced) if announced.isdecimal() else 0
        limit = body_limit(request.method or "GET", request.path)
        return too_large(size, limit) if size > limit else self.get_response(request)
