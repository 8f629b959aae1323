"""The one page that carries the interface; the browser takes it from there."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe

from mint_lever_server.config.problems import problem


@require_safe
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """Serve the built page with this response's nonce, for the styles that primitives insert."""
    response = render(request, "index.html", {"nonce": str(request.csp_nonce)})  # type: ignore[attr-defined]
    response["Cache-Control"] = "no-cache"
    return response


def missing(request: HttpRequest) -> HttpResponse:
    """Answer an API or asset address that does not exist in the problem shape, not with a page."""
    return problem(404, "Not found", f"There is nothing at {request.path}.")
