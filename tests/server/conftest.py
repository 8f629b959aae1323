"""Pilots and their browsers."""

import json

import pytest
from django.contrib.auth.models import User
from django.core.cache import cache
from django.test import Client

from accounts.models import PilotName
from accounts.names import skeleton
from builds import described, document

from .field_pilot import Field


class Browser(Client):
    """A test client that speaks JSON and sends the CSRF token, as the interface does."""

    def __init__(self):
        super().__init__(enforce_csrf_checks=True, headers={"host": "127.0.0.1"})
        self.get("/api/account")

    def send(self, method, path, body=None, raw=None, address="127.0.0.1", more=None):
        data = raw if raw is not None else json.dumps(body if body is not None else {})
        # The token is the interface's page cookie; a client of the API alone is given one here.
        token = self.cookies.get("csrftoken")
        if token is None:
            self.cookies["csrftoken"] = "a" * 32
            token = self.cookies["csrftoken"]
        return self.generic(
            method,
            path,
            data,
            content_type="application/json",
            headers={"x-csrftoken": token.value},
            REMOTE_ADDR=address,
            **(more or {}),
        )


@pytest.fixture(autouse=True)
def _forget_everybody():
    cache.clear()


@pytest.fixture
def pilot(db):
    pilot = User.objects.create_user("heron", password="salt-works-7")
    PilotName.objects.create(user=pilot, skeleton=skeleton("heron"))
    return pilot


@pytest.fixture
def tab(pilot):
    client = Browser()
    client.force_login(pilot, backend="accounts.sessions.PilotBackend")
    return client


@pytest.fixture
def stranger(db):
    client = Browser()
    other = User.objects.create_user("plover", password="salt-works-8")
    client.force_login(other, backend="accounts.sessions.PilotBackend")
    return client


@pytest.fixture
def helicopter(tab):
    answer = tab.send("POST", "/api/helicopters/import", raw=json.dumps(document()))
    assert answer.status_code == 201, answer.content
    return answer.json()


@pytest.fixture
def field(tab):
    made = described().as_document()
    answer = tab.send("POST", "/api/helicopters/import", raw=json.dumps(made))
    assert answer.status_code == 201, answer.content
    return Field(tab, f"/api/helicopters/{answer.json()['id']}")
