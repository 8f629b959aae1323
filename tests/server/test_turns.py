"""Writers take turns: one that waits finds the next gap, and none waits for ever."""

import sqlite3

import pytest
from django.conf import settings
from django.db import OperationalError, connection, transaction


@pytest.fixture
def another(transactional_db):
    """Another program's connection to the same database, on a file as the real one is."""
    name = connection.settings_dict["NAME"]
    line = sqlite3.connect(name, uri=True, isolation_level=None, check_same_thread=False)
    yield line
    line.close()


def test_a_writer_looks_again_every_few_milliseconds_and_gets_in(another, monkeypatch):
    another.execute("BEGIN IMMEDIATE")
    waited_s = []

    def sleep(seconds):
        waited_s.append(seconds)
        if len(waited_s) == 3:
            another.execute("COMMIT")

    with monkeypatch.context() as patched:
        patched.setattr("mint_lever_server.config.sqlite.base.time.sleep", sleep)
        with transaction.atomic(), connection.cursor() as cursor:
            assert cursor.execute("SELECT 1").fetchone() == (1,)
    assert len(waited_s) == 3
    assert max(waited_s) <= 0.005


def test_one_that_never_gets_a_turn_is_told_so(another, monkeypatch):
    monkeypatch.setitem(connection.settings_dict["OPTIONS"], "timeout", 0.05)
    another.execute("BEGIN IMMEDIATE")
    with pytest.raises(OperationalError, match="locked"), transaction.atomic():
        pass
    another.execute("ROLLBACK")
    with transaction.atomic():
        pass


def test_what_is_not_a_matter_of_turns_is_not_waited_for(transactional_db, monkeypatch):
    """Its file is gone: no look again makes it better."""
    looked = []

    def broken(self):
        raise OperationalError("no such file")

    plain = "django.db.backends.sqlite3.base.DatabaseWrapper._start_transaction_under_autocommit"
    with monkeypatch.context() as patched:
        patched.setattr(
            "mint_lever_server.config.sqlite.base.time.sleep", lambda _: looked.append(1)
        )
        patched.setattr(plain, broken)
        with pytest.raises(OperationalError, match="no such file"), transaction.atomic():
            pass
    assert looked == []


def test_the_server_uses_it():
    assert settings.DATABASES["default"]["ENGINE"] == "mint_lever_server.config.sqlite"
