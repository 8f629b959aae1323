"""What is published in open forms holds by validators that no one here wrote: the API's description
(OpenAPI 3.1, by openapi-spec-validator) and the setup file's schema (JSON Schema draft 2020-12, by
jsonschema)."""

import json
from collections import Counter

import pytest
from jsonschema import Draft202012Validator
from openapi_spec_validator import OpenAPIV31SpecValidator

from builds import document
from live_server import FLEET, ROOT
from mint_lever.setup import make_json_schema, read_setup
from mint_lever_server.config.api import api

METHODS = {"get", "post", "put", "patch", "delete"}


@pytest.fixture(scope="module")
def described():
    return json.loads(json.dumps(api.get_openapi_schema(), default=str))


def test_the_description_is_openapi(described):
    assert [error.message for error in OpenAPIV31SpecValidator(described).iter_errors()] == []


def test_the_types_of_the_browser_are_made_from_a_description_that_is_openapi_too():
    kept = json.loads((ROOT / "web/openapi.json").read_text())
    assert [error.message for error in OpenAPIV31SpecValidator(kept).iter_errors()] == []


def test_every_call_has_a_name_of_its_own(described):
    named = Counter(
        call["operationId"]
        for methods in described["paths"].values()
        for method, call in methods.items()
        if method in METHODS
    )
    assert [name for name, count in named.items() if count > 1] == []
    assert all(name.count("_") >= 1 and "api" not in name for name in named)


def test_the_schema_of_the_setup_file_is_json_schema():
    Draft202012Validator.check_schema(make_json_schema())


@pytest.mark.parametrize("file", sorted(FLEET.iterdir()), ids=lambda file: file.stem)
def test_every_demo_helicopter_is_a_setup_file_of_today(file):
    given = json.loads(file.read_text())
    assert [
        error.message for error in Draft202012Validator(make_json_schema()).iter_errors(given)
    ] == []
    # It comes out as it went in: nothing has to be carried over.
    assert read_setup(file.read_bytes()).as_document() == given


def test_an_earlier_file_is_carried_over_into_what_the_schema_takes():
    earlier = document()
    assert not Draft202012Validator(make_json_schema()).is_valid(earlier)
    today = read_setup(json.dumps(earlier).encode()).as_document()
    assert [
        error.message for error in Draft202012Validator(make_json_schema()).iter_errors(today)
    ] == []
