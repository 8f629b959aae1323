"""Names: whatever letters a person has, and nobody is taken for another."""

import pytest
from django.contrib.auth.models import User

from mint_lever_server.accounts.pilot_names import free_like, skeleton, tidied, wrong_with

from .conftest import Browser

SIGN_UP = "/api/account/sign-up"


def sign_up(name, browser=None):
    body = {"name": name, "password": "reed-bed-42"}
    return (browser or Browser()).send("POST", SIGN_UP, body)


@pytest.mark.parametrize(
    "name",
    [
        "Mary-Jane O’Neil",
        "O'Hara_2+x@marsh.example",
        "Zoë Ångström",
        "Łukasz",
        "Ольга",
        "李小龙",
        "नरेश कुमार",
        "می\u200cخواهم",
        "7",
    ],
)
def test_names_of_people_are_taken_and_let_in_again(db, name):
    browser = Browser()
    assert sign_up(f"  {name} ", browser).json()["pilot"] == tidied(name)
    again = {"name": name, "password": "reed-bed-42"}
    assert Browser().send("POST", "/api/account/sign-in", again).json()["pilot"] == tidied(name)


def test_one_name_written_in_two_ways_is_one_name(db):
    composed, apart = "Zo\u00eb", "Zoe\u0308"
    assert sign_up(composed).status_code == 200
    assert sign_up(apart).status_code == 422
    again = {"name": apart, "password": "reed-bed-42"}
    assert Browser().send("POST", "/api/account/sign-in", again).status_code == 200


@pytest.mark.parametrize(
    "name",
    [
        "",
        "   ",
        "\u200b",
        "-",
        "wren\u202enrew",
        "\u200fwren",
        "wr\u0000en",
        "wren\u2066",
        "\u200cwren",
        "a" + "\u0301" * 6,
        "w" * 151,
        "wren <b>",
        "\U000e0041wren",
    ],
)
def test_what_nobody_is_called_is_refused_beside_the_name(db, name):
    refused = sign_up(name)
    assert refused.status_code == 422
    (fault,) = refused.json()["faults"]
    assert fault["path"] == "name" or fault["path"].endswith(".name")
    assert not User.objects.exists()


@pytest.mark.parametrize(
    "like",
    # The pairs are those of Unicode Technical Standard 39's own table and examples.
    ["heron", "Heron", "h\u0435ron", "her\u043en", "\u04bberon", "ｈｅｒｏｎ", "hero\u0578"],
)
def test_a_name_that_looks_like_anothers_is_refused_with_one_that_is_free(pilot, like):
    (fault,) = sign_up(like).json()["faults"]
    free = fault["allowed"].split("“")[1].split("”")[0]
    assert sign_up(free).status_code == 200
    # The one that is free now has another.
    (fault,) = sign_up(like).json()["faults"]
    assert fault["allowed"].split("“")[1].split("”")[0] != free


@pytest.mark.parametrize("other", ["herons", "her on", "héron", "hern", "egret"])
def test_a_name_that_looks_otherwise_is_free(pilot, other):
    assert sign_up(other).status_code == 200


@pytest.mark.parametrize("name", ["demo", "Demo", "d\u0435mo", "demo visitor 12", "DEMO VISITOR"])
def test_the_demos_own_names_are_nobodys(db, name):
    (fault,) = sign_up(name).json()["faults"]
    assert fault["path"] == "name"


def test_ascii_letters_look_like_themselves_but_for_the_ones_known_not_to():
    letters = "abcdefghijklmnopqrstuvwxyz0123456789"
    looks = {letter: skeleton(letter) for letter in letters}
    alike = {letter for letter in letters if list(looks.values()).count(looks[letter]) > 1}
    assert alike == {"1", "l"}
    assert skeleton("rn") == skeleton("m")
    assert skeleton("bern") != skeleton("ben")


def test_the_first_number_that_is_free_is_offered():
    taken = {skeleton("wren 2"), skeleton("wren 3")}
    assert free_like("wren", taken) == "wren 4"
    assert wrong_with(free_like("w" * 150, set())) == ""
