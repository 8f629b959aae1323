"""Every answer under the API: in our shape whoever gives it, and kept by nobody on the way."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from mint_lever_server.config.problems import problem

_TITLES = {
    404: "Not found",
    405: "That cannot be done here",
}


class ApiAnswersMiddleware:
    """Outermost but for the address: what Django itself refuses passes here too."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]):
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        answer = self.get_response(request)
        if not request.path.startswith("/api/"):
            return answer
        if answer.status_code >= 400 and "json" not in answer.get("Content-Type", ""):
            title = _TITLES.get(answer.status_code, "That request cannot be answered")
            allow = answer.get("Allow")
            answer = problem(answer.status_code, title, "Nothing was changed.")
            if allow:
                answer["Allow"] = allow
        if "Cache-Control" not in answer:
            answer["Cache-Control"] = "no-store"
        return answer
