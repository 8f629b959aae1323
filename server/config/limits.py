"""Refuses a body that is too large before anything reads it."""

from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse

from config.problems import problem


class BodyLimitMiddleware:
    """Answers 413 in the API's problem shape when a request announces too many bytes."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]):
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        announced = request.META.get("CONTENT_LENGTH") or "0"
        size = int(announced) if announced.isdecimal() else 0
        log = request.method == "POST" and request.path.endswith("/logs")
        limit = settings.LOG_LIMIT if log else settings.BODY_LIMIT
        if size > limit:
            return problem(
                413,
                "The upload is too large",
                f"found {size:,} bytes; allowed: at most {limit:,} bytes",
            )
        return self.get_response(request)
