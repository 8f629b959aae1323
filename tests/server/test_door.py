"""The door: tries are slowed, never shut out, and nobody slows anybody else down."""

import subprocess
import sys
import threading
from datetime import timedelta

import pytest
from django.contrib.auth.hashers import PBKDF2PasswordHasher, check_password
from django.contrib.auth.models import User
from django.core.cache import cache
from django.test import override_settings
from django.utils import timezone

from mint_lever_server.accounts.models import PilotSession, Tries
from mint_lever_server.accounts.password_hashing import PilotHasher, hashing
from mint_lever_server.config.client_address import client_of
from mint_lever_server.config.problems import Refused

from .conftest import Browser

SIGN_IN, SIGN_UP = "/api/account/sign-in", "/api/account/sign-up"
RIGHT = {"name": "heron", "password": "salt-works-7"}
WRONG = {"name": "heron", "password": "wrong"}


@pytest.fixture
def clock(monkeypatch):
    """The door's clock; give it seconds to move it on."""
    now = [timezone.now()]
    monkeypatch.setattr("mint_lever_server.accounts.try_limits.timezone.now", lambda: now[0])

    def later(seconds):
        now[0] += timedelta(seconds=seconds)

    return later


def from_line(address, path, body, browser=None, **more):
    browser = browser or Browser()
    return browser.send("POST", path, body, address=address, more=more)


def made(address, number, **more):
    body = {"name": f"tern{number}", "password": "reed-bed-42"}
    return from_line(address, SIGN_UP, body, **more).status_code


class TestSignUp:
    def test_one_line_makes_twenty_accounts_an_hour_whatever_it_says_of_itself(self, db, clock):
        one, other = "198.51.100.7", "198.51.100.8"
        codes = [made(one, i, HTTP_X_FORWARDED_FOR=f"203.0.113.{i}") for i in range(22)]
        assert codes == [200] * 20 + [429] * 2
        assert made(other, 50) == 200
        refused = from_line(one, SIGN_UP, {"name": "tern60", "password": "reed-bed-42"})
        assert refused["Retry-After"] == str(refused.json()["retry_after_s"])
        assert 3500 < refused.json()["retry_after_s"] <= 3600
        assert "60 minutes" in refused.json()["detail"]
        clock(3601)
        assert made(one, 61) == 200

    def test_a_house_has_one_count_for_all_its_addresses(self, db, clock):
        codes = [made(f"2001:db8:1:2::{i:x}", i) for i in range(1, 22)]
        assert codes == [200] * 20 + [429]
        assert made("2001:db8:1:3::1", 30) == 200

    @override_settings(TRUSTED_PROXIES=["127.0.0.1", "10.0.0.0/8"])
    def test_behind_a_trusted_proxy_each_client_has_a_count(self, db, clock):
        codes = [made("10.1.2.3", i, HTTP_X_FORWARDED_FOR="198.51.100.7") for i in range(21)]
        assert codes == [200] * 20 + [429]
        assert made("10.1.2.3", 30, HTTP_X_FORWARDED_FOR="198.51.100.8") == 200
        # What a client puts before what the proxy says is not read.
        spoofed = "203.0.113.9, 198.51.100.7"
        assert made("10.1.2.3", 31, HTTP_X_FORWARDED_FOR=spoofed) == 429

    def test_names_cannot_be_tried_out_without_end(self, pilot, clock):
        body = {"name": "heron", "password": "reed-bed-42"}
        codes = [from_line("198.51.100.7", SIGN_UP, body).status_code for _ in range(21)]
        assert codes == [422] * 20 + [429]


@pytest.mark.parametrize(
    ("peer", "said", "client"),
    [
        ("10.0.0.1", ["198.51.100.7"], "198.51.100.7"),
        ("10.0.0.1", ["1.1.1.1", "198.51.100.7"], "198.51.100.7"),
        ("10.0.0.1", ["198.51.100.7", "10.0.0.2"], "198.51.100.7"),
        ("10.0.0.1", [""], "10.0.0.1"),
        ("10.0.0.1", ["198.51.100.7", "nonsense"], "10.0.0.1"),
        ("10.0.0.1", ["nonsense", "10.0.0.2"], "10.0.0.2"),
    ],
)
def test_the_client_is_the_last_one_no_trusted_proxy_is(peer, said, client):
    from ipaddress import ip_network

    assert client_of(peer, said, [ip_network("10.0.0.0/8")]) == client


class TestSignIn:
    def test_wrong_tries_are_slowed_more_and_more_and_the_right_one_still_gets_in(
        self, pilot, clock
    ):
        line, pauses = "198.51.100.7", []
        for _ in range(5):
            assert from_line(line, SIGN_IN, WRONG).status_code == 403
        for _ in range(8):
            held = from_line(line, SIGN_IN, RIGHT)
            assert held.status_code == 429
            pauses.append(held.json()["retry_after_s"])
            clock(pauses[-1])
            assert from_line(line, SIGN_IN, WRONG).status_code == 403
        assert pauses == [1, 2, 4, 8, 16, 30, 30, 30]
        clock(30)
        assert from_line(line, SIGN_IN, RIGHT).status_code == 200
        # The count began anew with that.
        assert from_line(line, SIGN_IN, WRONG).status_code == 403
        assert from_line(line, SIGN_IN, RIGHT).status_code == 200

    def test_a_stranger_slows_no_owner_down(self, pilot, stranger, clock):
        home, elsewhere = "198.51.100.7", "203.0.113.5"
        known = Browser()
        assert from_line(home, SIGN_IN, RIGHT, known).status_code == 200
        known.send("POST", "/api/account/sign-out", address=home)
        for _ in range(40):
            from_line(elsewhere, SIGN_IN, WRONG)
            from_line(home, SIGN_IN, WRONG)
        # From another line; and from the same line in a browser that has been in before.
        assert from_line("198.51.100.99", SIGN_IN, RIGHT).status_code == 200
        assert from_line(home, SIGN_IN, RIGHT, known).status_code == 200
        # Which gives no freedom to guess: that browser has a count of its own, for that name only.
        codes = [from_line(home, SIGN_IN, WRONG, known).status_code for _ in range(6)]
        assert codes == [403] * 5 + [429]
        other = {"name": "plover", "password": "wrong"}
        fresh = [from_line("192.0.2.1", SIGN_IN, other, known).status_code for _ in range(6)]
        assert fresh == [403] * 5 + [429]

    def test_one_line_that_tries_many_names_is_slowed(self, pilot, clock):
        line = "198.51.100.7"
        tried = [{"name": f"nobody{i}", "password": "reed-bed-42"} for i in range(25)]
        codes = [from_line(line, SIGN_IN, each).status_code for each in tried]
        assert codes == [403] * 20 + [429] * 5
        # An account of one's own does not buy the line free.
        clock(1)
        assert from_line(line, SIGN_IN, RIGHT).status_code == 200
        assert from_line(line, SIGN_IN, tried[0]).status_code == 403
        assert from_line(line, SIGN_IN, tried[1]).status_code == 429

    def test_a_forged_mark_of_a_known_browser_is_none(self, pilot, clock):
        forger = Browser()
        forger.cookies["known_here"] = "eyJoZXJvbiI6IjEifQ:1abc:forged"
        codes = [from_line("198.51.100.7", SIGN_IN, WRONG, forger).status_code for _ in range(6)]
        assert codes == [403] * 5 + [429]

    def test_no_name_and_no_address_is_kept_and_old_tries_and_sign_ins_go(self, pilot, clock):
        from_line("198.51.100.7", SIGN_IN, WRONG)
        kept = list(Tries.objects.values())
        assert len(kept) == 2
        assert "heron" not in str(kept)
        assert "198.51" not in str(kept)
        Tries.objects.update(last_at=timezone.now() - timedelta(days=2))
        PilotSession.objects.create(
            session_key="old", session_data="", expire_date=timezone.now() - timedelta(days=1)
        )
        cache.clear()
        assert from_line("192.0.2.1", SIGN_IN, RIGHT).status_code == 200
        assert not Tries.objects.exists()
        assert not PilotSession.objects.filter(session_key="old").exists()


def test_the_demo_lets_one_line_in_so_often(db, clock, monkeypatch):
    monkeypatch.setattr(
        "mint_lever_server.demo.api.welcome",
        lambda: User.objects.create_user(f"v{User.objects.count()}"),
    )
    with override_settings(DEMO_RATE="3/h"):
        codes = [from_line("198.51.100.7", "/api/account/demo", {}).status_code for _ in range(4)]
    assert codes == [200] * 3 + [429]


def test_a_session_ended_in_one_process_has_ended_in_every_other(pilot):
    """Another process knows what the database says, and nothing else."""
    browser = Browser()
    from_line("192.0.2.1", SIGN_IN, RIGHT, browser)
    assert browser.get("/api/helicopters").status_code == 200
    PilotSession.objects.all().delete()
    assert browser.get("/api/helicopters").status_code == 401
    from_line("192.0.2.1", SIGN_IN, RIGHT, browser)
    User.objects.filter(pk=pilot.pk).update(password="!")
    assert browser.get("/api/helicopters").status_code == 401


HOLDER = """
import django, sys
django.setup()
from mint_lever_server.accounts.password_hashing import hashing
with hashing():
    print("in", flush=True)
    sys.stdin.readline()
"""


class TestHashing:
    def test_one_at_a_time_in_all_processes_and_few_wait(self, tmp_path):
        from live_server import environment

        holder = subprocess.Popen(
            [sys.executable, "-c", HOLDER],
            env=environment(tmp_path),
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
        )
        assert holder.stdout.readline() == b"in\n"
        done, refused = [], []

        def hash_once():
            try:
                with hashing():
                    done.append(True)
            except Refused as error:
                refused.append(error)

        with override_settings(VAR=tmp_path):
            waiting = [threading.Thread(target=hash_once) for _ in range(12)]
            for each in waiting:
                each.start()
            for _ in range(200):
                if len(refused) == 10:
                    break
                threading.Event().wait(0.05)
            assert (len(done), len(refused)) == (0, 10)
            assert {(each.status, each.retry_after_s) for each in refused} == {(503, 1)}
            holder.communicate(b"\n")
            for each in waiting:
                each.join(30)
        assert len(done) == 2
        with override_settings(VAR=tmp_path), hashing():
            pass

    def test_the_cost_is_the_published_least_and_older_hashes_are_made_anew(self, db, clock):
        hasher = PilotHasher()
        cost = (hasher.memory_cost, hasher.time_cost, hasher.parallelism)
        # OWASP Password Storage Cheat Sheet, Argon2id: m=19456 (19 MiB), t=2, p=1.
        assert cost == (19_456, 2, 1)
        hashers = [
            "mint_lever_server.accounts.password_hashing.PilotHasher",
            "django.contrib.auth.hashers.PBKDF2PasswordHasher",
        ]
        with override_settings(PASSWORD_HASHERS=hashers):
            old = PBKDF2PasswordHasher().encode("salt-works-7", "salt", 1000)
            pilot = User.objects.create(username="heron", password=old)
            assert from_line("192.0.2.1", SIGN_IN, RIGHT).status_code == 200
            pilot.refresh_from_db()
            assert pilot.password.startswith("argon2$argon2id$v=19$m=19456,t=2,p=1$")
            assert check_password("salt-works-7", pilot.password)
