"""Accounts: signing up, in and out, passwords, the demo hangar, and what guards them."""

import subprocess
import sys
from datetime import timedelta

import pytest
from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from live_server import environment
from mint_lever_server.demo import visitors
from mint_lever_server.demo.hangar import load_demo
from mint_lever_server.demo.models import DemoPilot, prepared_pilot
from mint_lever_server.flight_logs.models import FlightLog
from mint_lever_server.flight_logs.services import keep_log
from mint_lever_server.hangar.models import Document, Helicopter

from .conftest import Browser, put_rows

SIGN_IN = "/api/account/sign-in"


def test_sign_up_sign_out_and_in_again(db):
    browser = Browser()
    made = browser.send("POST", "/api/account/sign-up", {"name": "wren", "password": "reed-bed-42"})
    assert made.json()["pilot"] == "wren"
    assert browser.get("/api/helicopters").json() == []
    browser.send("POST", "/api/account/sign-out")
    assert browser.get("/api/helicopters").status_code == 401
    again = browser.send("POST", SIGN_IN, {"name": "wren", "password": "reed-bed-42"})
    assert again.json()["pilot"] == "wren"


def test_a_weak_or_taken_name_is_refused_beside_its_field(pilot):
    browser = Browser()
    weak = browser.send("POST", "/api/account/sign-up", {"name": "tern", "password": "1234"}).json()
    assert {fault["path"] for fault in weak["faults"]} == {"password"}
    assert [fault["allowed"] for fault in weak["faults"]] == [
        "a password that is not among the most common ones",
        "at least 8 characters",
        "not digits alone",
    ]
    odd = {"name": "tern", "password": ["salt-marsh-9"]}
    refused = browser.send("POST", "/api/account/sign-up", odd)
    assert refused.status_code == 422
    assert "salt-marsh" not in refused.content.decode()  # no answer repeats a password
    taken = browser.send(
        "POST", "/api/account/sign-up", {"name": "heron", "password": "reed-bed-42"}
    )
    assert taken.status_code == 422
    assert taken.json()["faults"] == [
        {
            "path": "name",
            "found": "what was entered",
            "allowed": ("a name that is nobody's here and looks like nobody's; “heron 2” is free"),
        }
    ]


def test_a_new_password_ends_every_other_session(pilot):
    here, there = Browser(), Browser()
    for browser in (here, there):
        browser.send("POST", SIGN_IN, {"name": "heron", "password": "salt-works-7"})
    wrong = here.send(
        "POST", "/api/account/password", {"old_password": "x", "new_password": "reed-bed-42"}
    )
    assert wrong.json()["faults"][0]["path"] == "old_password"
    here.send(
        "POST",
        "/api/account/password",
        {"old_password": "salt-works-7", "new_password": "reed-bed-42"},
    )
    assert here.get("/api/helicopters").status_code == 200
    assert there.get("/api/helicopters").status_code == 401


def test_who_was_signed_in_before_the_server_became_one_package_stays_so(tab):
    session = tab.session
    session["_auth_user_backend"] = "accounts.sessions.PilotBackend"
    session.save()
    assert tab.get("/api/account").json()["pilot"] == "heron"
    assert tab.get("/api/helicopters").status_code == 200


def test_no_demo_hangar_opens_where_no_demo_data_is_loaded(db):
    browser = Browser()
    assert browser.get("/api/account").json() == {"pilot": None, "demo": False, "told": ""}
    assert browser.send("POST", "/api/account/demo").status_code == 404


def demo_browser():
    browser = Browser()
    assert browser.send("POST", "/api/account/demo").status_code == 200
    return browser


class TestDemo:
    @pytest.fixture(scope="class")
    @classmethod
    def prepared(cls, django_db_setup, django_db_blocker, prepared_rows):
        """The demo hangar, put in once; each test takes back what it did itself."""
        with django_db_blocker.unblock(), transaction.atomic():
            put_rows(prepared_rows)
            yield
            transaction.set_rollback(True)

    def test_the_demo_hangar_opens_where_demo_data_is_loaded(self, prepared, db):
        assert not load_demo()
        browser = Browser()
        assert browser.get("/api/account").json()["demo"]
        browser.send("POST", "/api/account/demo")
        fleet = browser.get("/api/helicopters").json()
        assert [(each["name"], each["unsaved"]) for each in fleet] == [
            ("Lovage 500", False),
            ("Marjoram 450", False),
            ("Sorrel 690", False),
            ("Tansy 380", False),
            ("Yarrow 570", True),
        ]
        for each in fleet:
            # A sensible helicopter, F11 and F10b (common practice, no source).
            reach = each["reach"]
            assert 10 <= -reach["collective_low_deg"] <= 13
            assert 10 <= reach["collective_high_deg"] <= 13
            assert 8 <= reach["aileron_deg"] <= 10.5
            # The copy is worked on like any other: what it shows is known.
            path = f"/api/helicopters/{each['id']}"
            version = browser.get(path).json()["version"]
            assert browser.get(f"{path}/frame?version={version}").status_code == 200
        refused = browser.send(
            "POST", "/api/account/password", {"old_password": "", "new_password": "reed-bed-42"}
        )
        assert refused.status_code == 403

    def test_every_visitor_has_a_hangar_of_their_own(
        self, prepared, db, django_assert_max_num_queries
    ):
        one = demo_browser()
        with django_assert_max_num_queries(120):
            two = demo_browser()
        fleets = [browser.get("/api/helicopters").json() for browser in (one, two)]
        assert not {each["id"] for each in fleets[0]} & {each["id"] for each in fleets[1]}
        for each in fleets[0]:
            assert one.send("DELETE", f"/api/helicopters/{each['id']}").status_code == 204
        assert one.get("/api/helicopters").json() == []
        assert two.get("/api/helicopters").json() == fleets[1]
        # The evening practised in the demo came along, advice and all.
        yarrow = next(each for each in fleets[1] if each["name"] == "Yarrow 570")
        bench = two.get(f"/api/helicopters/{yarrow['id']}/bench").json()
        states = {line["name"]: line["state"] for line in bench["slip"]}
        assert bench["simulated"]
        assert states["level"] in ("good", "workable")
        assert states["zero_pitch"] == "stale"
        photo = two.send("POST", f"/api/helicopters/{yarrow['id']}/bench/photos", raw="x")
        assert photo.status_code == 403

    def test_a_visitors_helicopters_come_with_their_logs_and_go_without_the_demos(
        self, prepared, db, django_capture_on_commit_callbacks
    ):
        owner = prepared_pilot()
        one = Helicopter.objects.filter(owner=owner).first()
        log = keep_log(owner, one.pk, "noon", [b"t,rpm\n0,1\n1,2\n"], simulated=False)
        visitor = visitors.welcome()
        (copy,) = FlightLog.objects.filter(helicopter__owner=visitor)
        assert (copy.name, copy.path.read_bytes()) == ("noon", log.path.read_bytes())
        assert copy.path != log.path
        with django_capture_on_commit_callbacks(execute=True):
            visitor.delete()
        assert log.path.exists()
        assert not copy.path.exists()
        log.path.unlink()

    def test_visitors_who_are_idle_longest_go_first_and_all_after_a_day_of_rest(
        self, prepared, db, monkeypatch
    ):
        monkeypatch.setattr(visitors, "MOST", 3)
        owner = prepared_pilot()
        kept = Document.objects.count()
        first, second, third = (visitors.welcome() for _ in range(3))
        for hours, pilot in ((5, second), (3, first), (1, third)):
            rested = timezone.now() - timedelta(hours=hours)
            DemoPilot.objects.filter(user=pilot).update(seen_at=rested)
        fourth = visitors.welcome()
        there = set(User.objects.filter(demopilot__visitor=True))
        assert there == {first, third, fourth}
        DemoPilot.objects.filter(user__in=there).update(seen_at=timezone.now() - timedelta(days=2))
        last = visitors.welcome()
        assert set(User.objects.filter(demopilot__visitor=True)) == {last}
        assert Helicopter.objects.filter(owner=owner).count() == 5
        assert Document.objects.count() == 2 * kept

    def test_a_visitor_at_work_is_noted_now_and_then(self, prepared, db):
        browser = demo_browser()
        long_ago = timezone.now() - timedelta(hours=20)
        DemoPilot.objects.filter(visitor=True).update(seen_at=long_ago)
        browser.get("/api/helicopters")
        seen = DemoPilot.objects.get(visitor=True).seen_at
        assert timezone.now() - seen < timedelta(minutes=1)


def test_a_request_without_the_token_changes_nothing(tab):
    forged = tab.generic(
        "POST", "/api/helicopters", '{"name": "Forged"}', content_type="application/json"
    )
    assert forged.status_code == 403
    for way in ("sign-in", "sign-up", "demo"):
        assert Browser().post(f"/api/account/{way}").status_code == 403
    assert tab.get("/api/helicopters").json() == []


def test_a_strange_host_is_turned_away_and_every_page_carries_the_policy(db, client):
    assert client.get("/api/account", headers={"host": "elsewhere.example"}).status_code == 400
    page = client.get("/", headers={"host": "127.0.0.1"})
    policy = page["Content-Security-Policy"]
    assert "default-src 'none'" in policy
    assert "script-src 'self';" in policy + ";"
    assert "unsafe" not in policy
    nonce = policy.split("'nonce-")[1].split("'")[0]
    assert f'content="{nonce}"' in page.content.decode()
    assert page["X-Frame-Options"] == "DENY"
    assert page.cookies["csrftoken"]["samesite"] == "Lax"


def test_cookies_are_secure_unless_the_server_is_told_it_is_on_plain_http(tmp_path):
    ask = (
        "import mint_lever_server.config.settings as s; "
        "print(s.SESSION_COOKIE_SECURE, s.CSRF_COOKIE_SECURE, s.SECURE_SSL_REDIRECT, s.DEBUG)"
    )
    for plain, expected in (("", "True True True False"), ("1", "False False False False")):
        found = subprocess.run(
            [sys.executable, "-c", ask],
            env={**environment(tmp_path), "MINT_LEVER_PLAIN_HTTP": plain},
            capture_output=True,
            text=True,
        )
        assert found.stdout.strip() == expected, found.stderr
    assert oct((tmp_path / "secret-key").stat().st_mode)[-3:] == "600"
