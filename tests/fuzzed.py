"""Calls drawn from the API's own description, half of them made good: no call is answered with an
error of ours, and every answer is of the shape that is described."""

from __future__ import annotations

import random
from collections import Counter, defaultdict
from dataclasses import dataclass, field
from typing import Any

import hypothesis
import requests
import schemathesis
from hypothesis import HealthCheck, Phase
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from api_pilot import GOOD, OF_ITS_OWN, ApiPilot, Call

_CHECKS = [
    schemathesis.checks.not_a_server_error,
    status_code_conformance,
    content_type_conformance,
    response_schema_conformance,
]
# The description is made when it is first asked for; a busy machine takes a minute over it.
_WAIT_S = 180
_BUSY = 503
"""What many sign-ins at once are told: an answer as it should be, not a failure."""

Route = tuple[str, str]
_REMOVAL = ("DELETE", "/api/helicopters/{helicopter_id}")
"""Of the pilot's own helicopter it would end all."""


@dataclass
class Met:
    """How each route answered, and what was not as described."""

    answers: dict[Route, Counter[int]] = field(default_factory=lambda: defaultdict(Counter))
    failures: list[str] = field(default_factory=list)

    @property
    def calls(self) -> int:
        return sum(map(Counter.total, self.answers.values()))

    @property
    def never_taken(self) -> list[Route]:
        return [
            route
            for route, answers in self.answers.items()
            if not any(200 <= status < 300 for status in answers)
        ]


def fuzz(address: str, a_route: int, seed: int) -> Met:
    """Make so many calls of every route."""
    pilot = ApiPilot(address, seed)
    rng = random.Random(seed)
    described = requests.get(f"{address}/api/openapi.json", timeout=_WAIT_S)
    schema = schemathesis.openapi.from_dict(described.json())
    met = Met()
    for found in schema.get_all_operations():
        operation = found.ok()
        route = (operation.method.upper(), operation.path)
        once = _once(pilot, rng, route, met)
        drawn = hypothesis.given(case=operation.as_strategy())(once)
        drawn = hypothesis.seed(seed)(drawn)
        hypothesis.settings(
            max_examples=a_route,
            database=None,
            deadline=None,
            phases=[Phase.generate],
            suppress_health_check=list(HealthCheck),
        )(drawn)()
        pilot.clear()
    return met


def _once(pilot: ApiPilot, rng: random.Random, route: Route, met: Met) -> Any:
    own = route[1].rsplit("/", 1)[-1] in OF_ITS_OWN

    answers = met.answers[route]

    def once(case: Any) -> None:
        caller = ApiPilot(pilot.address, rng.randrange(2**32), bare=True) if own else pilot
        # The first call is a good one: every route is to be reached.
        good = not answers or rng.random() < 0.5
        _stand(case, caller, route != _REMOVAL and (good or rng.random() < 0.8))
        if good and route in GOOD:
            _make_good(case, GOOD[route](caller), caller)
        answer = case.call(base_url=pilot.address, session=caller.http, timeout=_WAIT_S)
        answers[answer.status_code] += 1
        if answer.status_code == _BUSY and "retry_after_s" in answer.json():
            return
        try:
            case.validate_response(answer, checks=_CHECKS)
        except schemathesis.errors.FailureGroup as failure:
            met.failures.append(f"{route}: {failure}")
        if answers.total() % 25 == 0:
            pilot.clear()

    return once


def _stand(case: Any, pilot: ApiPilot, known: bool) -> None:
    """Have a drawn call be about the pilot's own helicopter, mostly as it stands."""
    case.cookies = {}  # those of the browser's, no drawn ones in their place
    if "helicopter_id" in (case.path_parameters or {}) and known:
        case.path_parameters["helicopter_id"] = pilot.helicopter
    for part in (case.query, case.body):
        if known and isinstance(part, dict) and "version" in part:
            part["version"] = pilot.version


def _make_good(case: Any, call: Call, pilot: ApiPilot) -> None:
    path = dict(case.path_parameters or {})
    if "helicopter_id" in path:
        path["helicopter_id"] = pilot.helicopter
    case.path_parameters = {**path, **call.path}
    case.query = call.query
    if call.body is not None:
        case.body = call.body
