"""Looking something up: what is typed finds what is called so, also typed a little wrong."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mint_lever.bench.steps import make_bench_run
from mint_lever.search import (
    MOST_FOUND,
    WORDS,
    Item,
    list_findings,
    list_settings,
    list_steps,
    list_terms,
    search,
)
from mint_lever.setup import make_fresh_setup, with_arrangement
from mint_lever.setup.arrangement import ARRANGEMENTS

SETUP = make_fresh_setup("Lovage 480")
RUN = make_bench_run(SETUP)
EVERYTHING = [*list_terms(), *list_steps(RUN), *list_settings(SETUP), *list_findings(RUN)]


def titles(text, items=EVERYTHING):
    return [item.title for item in search(text, items)]


@pytest.mark.parametrize("term", WORDS, ids=lambda term: term.name)
def test_every_word_is_found_by_each_of_its_names(term):
    for name in (term.name, *term.also):
        assert term.name in titles(name, list_terms()), name


def test_every_step_is_found_by_its_title_and_leads_to_itself():
    for standing in RUN.standings:
        found = search(standing.step.title, list_steps(RUN))
        assert found[0].leads_to == standing.step.name


def test_every_setting_is_found_by_its_own_name():
    items = list_settings(SETUP)
    assert len(items) > 150
    for item in items:
        assert item.leads_to in [found.leads_to for found in search(item.title, items)], item.title


@pytest.mark.parametrize(
    ("typed", "found"),
    [
        ("colective", "Collective"),
        ("COLLECTIVE", "Collective"),
        ("cöllective", "Collective"),
        ("sub trim", "Sub-trim"),
        ("sub-trim", "Sub-trim"),
        ("swashplate", "Swash"),
        ("gyro sensitivity", "Tail gain"),
        ("throtle hold", "Throttle hold"),
    ],
)
def test_a_word_typed_another_way_comes_first(typed, found):
    assert titles(typed)[0] == found


def test_what_stands_in_a_setting_is_shown_with_its_unit():
    (trim,) = search("servo 2 sub trim", EVERYTHING)
    assert (trim.title, trim.value, trim.unit) == ("Servo 2, sub-trim", "0", "us")
    assert trim.leads_to == "unit.servos.1.subtrim_us"


def test_every_word_of_the_text_must_fit():
    assert titles("collective umbrella") == []
    assert titles("   ") == []
    assert titles("-–_") == []


@pytest.mark.parametrize("arrangement", ARRANGEMENTS)
def test_only_what_does_something_here_is_offered(arrangement):
    setup = with_arrangement(SETUP, arrangement)
    paths = {item.leads_to for item in list_settings(setup)}
    mixes = arrangement != "unit_mixes"
    assert ("transmitter.swash_mix.collective" in paths) is mixes
    assert ("unit.cyclic_pct" in paths) is not mixes


def test_a_finding_leads_to_the_setting_it_speaks_of():
    (found,) = [item for item in list_findings(RUN) if "fail-safe" in item.title]
    assert found.leads_to == "transmitter.fail_safe_throttle_pct"
    assert found in search("fail safe written", EVERYTHING)


@given(st.text(max_size=80))
def test_whatever_is_typed_ends_within_bounds(text):
    found = search(text, EVERYTHING)
    assert len(found) <= MOST_FOUND
    assert len({(item.kind, item.leads_to, item.title) for item in found}) == len(found)


def test_of_things_alike_the_order_stays():
    alike = [
        Item(kind="word", title="Ring", says=f"number {n}", leads_to=str(n)) for n in range(50)
    ]
    assert [item.leads_to for item in search("ring", alike)] == [str(n) for n in range(MOST_FOUND)]


def test_words_are_told_once_and_in_whole_sentences():
    names = [term.name for term in WORDS]
    assert len(names) == len(set(names)) > 50
    assert all(term.says[0].isupper() and term.says.endswith(".") for term in WORDS)
