"""Pilots and their browsers."""

import json
import sqlite3
from contextlib import closing

import pytest
from django.contrib.auth.models import User
from django.core.cache import cache
from django.db import connection
from django.test import Client

from builds import described, document
from live_server import prepare
from mint_lever_server.accounts.models import PilotName
from mint_lever_server.accounts.pilot_names import skeleton

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


@pytest.fixture(scope="session")
def prepared_rows(kept_by_all):
    """Every row of a database with the demo hangar, by table: made once in a run, with the
    command."""
    var = kept_by_all / "prepared"
    prepare(var)
    with closing(sqlite3.connect(var / "mint-lever.sqlite3")) as database:
        names = [name for (name,) in database.execute("SELECT name FROM sqlite_master")]
        return {
            name: database.execute(f"SELECT * FROM {name}").fetchall()
            for name in connection.introspection.django_table_names()
            if name in names
        }


def put_rows(rows):
    """Put rows into this test's empty database."""
    with connection.cursor() as cursor:
        for table, held in rows.items():
            if held and not table.startswith(("django_", "auth_permission")):
                cursor.executemany(
                    f"INSERT INTO {table} VALUES ({', '.join(['%s'] * len(held[0]))})", held
                )


@pytest.fixture
def pilot(db):
    pilot = User.objects.create_user("heron", password="salt-works-7")
    PilotName.objects.create(user=pilot, skeleton=skeleton("heron"))
    return pilot


@pytest.fixture
def tab(pilot):
    client = Browser()
    client.force_login(pilot, backend="mint_lever_server.accounts.sessions.PilotBackend")
    return client


@pytest.fixture
def stranger(db):
    client = Browser()
    other = User.objects.create_user("plover", password="salt-works-8")
    client.force_login(other, backend="mint_lever_server.accounts.sessions.PilotBackend")
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
