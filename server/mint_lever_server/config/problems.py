"""One problem shape for every error the API gives, after RFC 9457."""

from collections.abc import Sequence
from typing import Any

from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.http.request import RawPostDataException
from ninja import NinjaAPI, Schema
from ninja.errors import AuthenticationError, HttpError, ValidationErrorContext
from ninja.errors import ValidationError as RequestError
from ninja.openapi.schema import OpenAPISchema
from ninja.operation import Operation

from mint_lever.faults import Fault, MintLeverError
from mint_lever.setup import make_fault


class FaultOut(Schema):
    """One fault: the field's path, what was found, what is allowed."""

    path: str
    found: str
    allowed: str


class Problem(Schema):
    """What went wrong, in words for the pilot; ``version`` is the draft's in a conflict,
    ``retry_after_s`` when the same may be sent again."""

    title: str
    status: int
    detail: str = ""
    faults: list[FaultOut] = []
    version: int | None = None
    retry_after_s: int | None = None


class Refused(Exception):
    """A request the server refuses; carries the problem to answer with."""

    def __init__(
        self,
        status: int,
        title: str,
        detail: str = "",
        faults: Sequence[Fault] = (),
        version: int | None = None,
        retry_after_s: int | None = None,
    ):
        super().__init__(title)
        self.status, self.title, self.detail = status, title, detail
        self.faults, self.version = tuple(faults), version
        self.retry_after_s = retry_after_s


def problem(
    status: int,
    title: str,
    detail: str = "",
    faults: Sequence[Fault] = (),
    version: int | None = None,
    retry_after_s: int | None = None,
) -> HttpResponse:
    """Make the response that carries a problem."""
    body: dict[str, Any] = {
        "title": title,
        "status": status,
        "detail": detail,
        "faults": [vars(fault) for fault in faults],
        "version": version,
        "retry_after_s": retry_after_s,
    }
    answer = JsonResponse(body, status=status, content_type="application/problem+json")
    if retry_after_s is not None:
        answer["Retry-After"] = str(retry_after_s)
    return answer


class Api(NinjaAPI):
    """An API whose validation errors still know what was found, and which describes its errors."""

    def __init__(self, **how: Any):
        super().__init__(**how)
        self._described: OpenAPISchema | None = None

    def get_openapi_schema(self, **where: Any) -> OpenAPISchema:
        """Describe every call and the problem it may answer with. It takes seconds and is the same
        as long as the server runs, so it is made once."""
        if self._described is None:
            self._described = self._describe(**where)
        return self._described

    def get_openapi_operation_id(self, operation: Operation) -> str:
        """Give a call's name: its handler's, verb and object, which is there once in all apps."""
        return operation.view_func.__name__

    def _describe(self, **where: Any) -> OpenAPISchema:
        made = super().get_openapi_schema(**where)
        made["components"]["schemas"]["Problem"] = Problem.model_json_schema(
            ref_template="#/components/schemas/{model}"
        )
        parts = made["components"]["schemas"]
        parts.update(parts["Problem"].pop("$defs", {}))
        shape = {"schema": {"$ref": "#/components/schemas/Problem"}}
        for methods in made["paths"].values():
            for call in methods.values():
                call["responses"]["default"] = {
                    "description": "What went wrong",
                    "content": {"application/problem+json": shape},
                }
        return made

    def validation_error_from_error_contexts(
        self, error_contexts: list[ValidationErrorContext[Any]]
    ) -> RequestError:
        """Give back to each error the input that ninja takes out."""
        given = super().validation_error_from_error_contexts(error_contexts)
        each_fault = [
            item["input"]
            for context in error_contexts
            for item in context.pydantic_validation_error.errors(include_url=False)
        ]
        for item, value in zip(given.errors, each_fault, strict=True):
            item["input"] = value
        return given


def use_problems(api: NinjaAPI) -> None:
    """Make an API answer every error in the one shape."""
    # A list, not decorators: one place shows every error and its answer.
    handlers: list[tuple[type[Exception], Any]] = [
        (Refused, _refused),
        (MintLeverError, _core),
        (RequestError, _request),
        (AuthenticationError, _signed_out),
        (HttpError, _http),
        (Http404, _missing),
        (RawPostDataException, _no_form),
    ]
    for kind, handler in handlers:
        api.add_exception_handler(kind, handler)


def _refused(request: HttpRequest, error: Refused) -> HttpResponse:
    return problem(
        error.status, error.title, error.detail, error.faults, error.version, error.retry_after_s
    )


def _core(request: HttpRequest, error: MintLeverError) -> HttpResponse:
    return problem(422, "That cannot be used", str(error), error.faults)


def _request(request: HttpRequest, error: RequestError) -> HttpResponse:
    faults = []
    for item in error.errors:
        steps = [str(step) for step in item["loc"] if step not in ("query", "body", "path")]
        # ninja wraps a body in its parameter's name, which no client knows.
        path = ".".join(steps[1:] if item["loc"][0] == "body" and len(steps) > 1 else steps)
        fault = make_fault(item, path)
        if "password" in path:  # no answer repeats one
            fault = Fault(path, "what was entered", fault.allowed)
        faults.append(fault)
    return problem(422, "That cannot be used", "; ".join(map(str, faults)), faults)


def _signed_out(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
    return problem(401, "Sign in first", "This page's session has ended or never began.")


def _http(request: HttpRequest, error: HttpError) -> HttpResponse:
    if isinstance(error.__cause__, MintLeverError):  # what was wrong with the body
        return _core(request, error.__cause__)
    return problem(error.status_code, str(error))


def _no_form(request: HttpRequest, error: RawPostDataException) -> HttpResponse:
    return problem(415, "That cannot be read", "found a form; allowed: JSON")


def _missing(request: HttpRequest, error: Http404) -> HttpResponse:
    return problem(404, "Not found", "There is no such thing, or it is not yours.")
