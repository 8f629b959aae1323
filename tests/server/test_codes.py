"""A way back from a forgotten password: codes made at sign-up, each good once."""

import pytest
from django.contrib.auth.models import User

from mint_lever_server.accounts.models import PilotSession, RecoveryCode

from .conftest import Browser

ACCOUNT = "/api/account"
OLD, NEW = "reed-bed-42", "samphire-77"


@pytest.fixture
def bittern(db):
    made = Browser().send("POST", f"{ACCOUNT}/sign-up", {"name": "bittern", "password": OLD})
    assert made.status_code == 200
    return made.json()["codes"]


def forgotten(code, browser=None, name="bittern", password=NEW):
    body = {"name": name, "code": code, "password": password}
    return (browser or Browser()).send("POST", f"{ACCOUNT}/password/reset", body)


def sign_in(password, browser=None):
    body = {"name": "bittern", "password": password}
    return (browser or Browser()).send("POST", f"{ACCOUNT}/sign-in", body)


def test_a_code_lets_in_once_and_ends_every_other_session(bittern):
    elsewhere, browser = Browser(), Browser()
    sign_in(OLD, elsewhere)
    assert forgotten(bittern[0], browser).json()["pilot"] == "bittern"
    assert browser.get(f"{ACCOUNT}/codes").json() == {"left": 7, "codes": []}
    assert elsewhere.get(ACCOUNT).json()["pilot"] is None
    assert sign_in(OLD).status_code == 403
    assert sign_in(NEW).status_code == 200
    assert forgotten(bittern[0]).status_code == 403
    assert forgotten(bittern[1]).status_code == 200


def test_codes_are_eight_and_no_two_alike_and_only_their_digests_are_kept(bittern):
    assert len(set(bittern)) == 8
    kept = set(RecoveryCode.objects.values_list("digest", flat=True))
    assert len(kept) == 8
    assert not kept & set(bittern)


@pytest.mark.parametrize("written", [str.upper, lambda code: code.replace("-", " ")])
def test_a_code_may_be_written_as_the_hand_likes(bittern, written):
    assert forgotten(f" {written(bittern[3])} ").status_code == 200


@pytest.mark.parametrize("code", ["", "bcdf", "bcdf-ghjk-mnpq-rstv", "x" * 150])
def test_a_wrong_code_says_no_more_than_a_wrong_name(bittern, code):
    refused = forgotten(code)
    assert refused.status_code == 403
    assert refused.json() == forgotten(bittern[0], name="nobody").json()
    assert refused.json()["title"] == "Name or code is wrong"
    assert sign_in(OLD).status_code == 200


def test_another_pilots_code_is_none(bittern):
    body = {"name": "avocet", "password": OLD}
    theirs = Browser().send("POST", f"{ACCOUNT}/sign-up", body).json()["codes"]
    assert forgotten(theirs[0]).status_code == 403


def test_wrong_codes_slow_the_door_as_wrong_passwords_do(bittern):
    for _ in range(5):
        assert forgotten("nonsense").status_code == 403
    slowed = forgotten(bittern[0])
    assert (slowed.status_code, slowed.json()["retry_after_s"]) == (429, 1)
    assert sign_in(OLD).status_code == 429
    assert RecoveryCode.objects.count() == 8


def test_a_password_that_is_refused_leaves_the_code(bittern):
    refused = forgotten(bittern[0], password="1234")
    assert refused.status_code == 422
    assert {fault["path"] for fault in refused.json()["faults"]} == {"password"}
    assert "1234" not in refused.content.decode()
    assert forgotten(bittern[0]).status_code == 200


def test_new_codes_need_the_password_and_void_the_old(bittern):
    browser = Browser()
    sign_in(OLD, browser)
    refused = browser.send("POST", f"{ACCOUNT}/codes", {"password": NEW})
    assert refused.json()["faults"][0]["path"] == "password"
    made = browser.send("POST", f"{ACCOUNT}/codes", {"password": OLD}).json()
    assert (made["left"], len(made["codes"])) == (8, 8)
    assert forgotten(bittern[0]).status_code == 403
    assert forgotten(made["codes"][0]).status_code == 200


def test_a_pilot_of_before_has_none_until_they_are_made(tab, pilot):
    assert tab.get(f"{ACCOUNT}/codes").json()["left"] == 0
    made = tab.send("POST", f"{ACCOUNT}/codes", {"password": "salt-works-7"}).json()
    assert made["left"] == 8


def test_codes_go_with_the_account(bittern):
    User.objects.get(username="bittern").delete()
    assert not RecoveryCode.objects.exists()


def test_a_pilot_is_signed_in_at_so_many_places_and_told_which_made_room(bittern, monkeypatch):
    monkeypatch.setattr("mint_lever_server.accounts.sessions.MOST", 3)
    monkeypatch.setattr("mint_lever_server.accounts.api.MOST", 3)
    other = Browser()
    other.send("POST", f"{ACCOUNT}/sign-up", {"name": "avocet", "password": OLD})
    browsers = [Browser() for _ in range(4)]
    said = [sign_in(OLD, browser).json()["told"] for browser in browsers]
    # The one of the sign-up itself was the first of them.
    assert said[:2] == ["", ""]
    assert said[2] == said[3] != ""
    assert "You were signed in 3 times" in said[3]
    inside = [each.get(ACCOUNT).json()["pilot"] for each in browsers]
    assert inside == [None, "bittern", "bittern", "bittern"]
    assert other.get(ACCOUNT).json()["pilot"] == "avocet"
    assert PilotSession.objects.count() == 4


def test_who_loses_a_race_for_a_code_has_tried_a_wrong_one(bittern, monkeypatch):
    monkeypatch.setattr("mint_lever_server.accounts.api.use_up", lambda pilot, code: False)
    for _ in range(5):
        assert forgotten(bittern[0]).status_code == 403
    assert forgotten(bittern[0]).status_code == 429
    assert User.objects.get(username="bittern").check_password(OLD)
