"""The typed API: every router in one place, described by OpenAPI."""

import json
from functools import cache

from django.db import connection
from django.http import HttpRequest, HttpResponse
from ninja.security import SessionAuth

from mint_lever.setup import make_json_schema
from mint_lever_server.accounts.api import router as accounts
from mint_lever_server.accounts.departure_api import router as leaving
from mint_lever_server.bench import (
    advice_api,
    keying_api,
    practice_api,
    readings_api,
    run_api,
    undo_api,
)
from mint_lever_server.bench.photos import router as photos
from mint_lever_server.config.failures import of_api
from mint_lever_server.config.json_body import BoundedParser
from mint_lever_server.config.problems import Api, use_problems
from mint_lever_server.demo.api import router as demo
from mint_lever_server.devices.api import of_helicopter as fitted_devices
from mint_lever_server.devices.api import router as devices
from mint_lever_server.field.api import everywhere as at_field
from mint_lever_server.field.api import router as field
from mint_lever_server.flight_logs.api import router as logs
from mint_lever_server.hangar.api import router as hangar
from mint_lever_server.hangar.catalogue import router as catalogue
from mint_lever_server.head_speed.api import router as headspeed
from mint_lever_server.inspection.audit_api import router as audit
from mint_lever_server.inspection.search_api import of_helicopter as looked_up
from mint_lever_server.inspection.search_api import router as lookup
from mint_lever_server.levers.api import router as levers
from mint_lever_server.modes.api import router as modes
from mint_lever_server.records.api import router as records
from mint_lever_server.transfer.api import router as carrying

api = Api(
    title="Mint Lever",
    version="1",
    auth=SessionAuth(),
    parser=BoundedParser(),
    docs_url=None,
    openapi_url="/openapi.json",
)
use_problems(api)
api.add_exception_handler(Exception, of_api)
api.add_router("/account", accounts)
api.add_router("/account", demo)
api.add_router("/account", leaving)
api.add_router("/helicopters", hangar)
api.add_router("/helicopters", levers)
api.add_router("/helicopters", run_api.router)
api.add_router("/helicopters", readings_api.router)
api.add_router("/helicopters", advice_api.router)
api.add_router("/helicopters", keying_api.router)
api.add_router("/helicopters", undo_api.router)
api.add_router("/helicopters", practice_api.router)
api.add_router("/helicopters", modes)
api.add_router("/helicopters", headspeed)
api.add_router("/helicopters", logs)
api.add_router("/helicopters", fitted_devices)
api.add_router("/helicopters", audit)
api.add_router("/helicopters", photos)
api.add_router("/helicopters", looked_up)
api.add_router("/helicopters", field)
api.add_router("/helicopters", records)
api.add_router("/helicopters", carrying)
api.add_router("", lookup)
api.add_router("/field", at_field)
api.add_router("/bench", run_api.fleet)
api.add_router("/bench", readings_api.fleet)
api.add_router("/catalogue", catalogue)
api.add_router("/devices", devices)


@api.get("/health", auth=None, response=dict[str, str])
def get_health(request: HttpRequest) -> dict[str, str]:
    """Say that the server answers and its database does; for whoever watches over it."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT count(*) FROM django_migrations")
    return {"status": "ok"}


_SCHEMA = {"content": {"application/schema+json": {"schema": {"type": "object"}}}}


@api.get("/setup-schema", auth=None, openapi_extra={"responses": {200: _SCHEMA}})
def get_setup_schema(request: HttpRequest) -> HttpResponse:
    """The JSON Schema of the setup file."""
    return HttpResponse(_schema_text(), content_type="application/schema+json")


@cache
def _schema_text() -> str:
    return json.dumps(make_json_schema())
