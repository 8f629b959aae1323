"""The tail's parts in the real interface: their pictures, and gains chosen at one key."""

import re

import pytest
from playwright.sync_api import expect

from builds import with_tail
from few import few
from hands import address_of, put_in_hangar, stand_at, wide

PARTS = ("stick", "offset", "limits", "correction", "gain")


@pytest.fixture
def tail_bench(page, new_pilot):
    """A pilot's own helicopter with a described tail, its bench open."""
    stand_at(page, put_in_hangar(page, with_tail()), "bench")
    page.locator("[data-step=tail_stick]").wait_for()


def open_part(page, name):
    page.goto(f"{page.url.split('?')[0]}?step=tail_{name}")
    expect(page.locator(f"[data-step=tail_{name}]")).to_have_attribute("aria-current", "step")


@pytest.mark.parametrize("across", few([1280, 768, 390], 0))
def test_every_part_is_drawn_fits_and_is_open_to_all(page, tail_bench, axe, across):
    # The whole page at once: what a dock covers at one scroll position is no finding.
    wide(page, across, 2600)
    for name in PARTS:
        page.goto(f"{page.url.split('?')[0]}?step=tail_{name}")
        page.locator("#step-title").wait_for()
        expect(page.locator("#step-title")).to_contain_text("14.")
        assert page.evaluate("document.documentElement.scrollWidth") <= across
        axe(f"the tail's {name}")


def test_a_long_answer_stays_whole_on_a_phone(page, demo):
    wide(page, 390, 844)
    stand_at(page, address_of(page, "Sorrel 690"), query="?step=tail_stick")
    answer = page.get_by_text("the folded blade's edge swings right")
    answer.first.wait_for()
    asked = page.get_by_text("Right stick: what you see at the tail", exact=True)
    for shown in (answer.first, asked):
        box = shown.bounding_box()
        assert box["x"] >= 0
        assert box["x"] + box["width"] <= 390
        assert box["width"] >= 160


def test_right_beside_wrong_are_drawn_for_each_direction_look(page, tail_bench):
    for name in ("stick", "correction"):
        open_part(page, name)
        figure = page.locator("figure").filter(has_text="Seen from above")
        expect(figure).to_contain_text("Tail rotor on the left")
        expect(figure).to_contain_text("as this tail's own links pull")
        assert figure.locator("svg text").all_text_contents() == ["slider", "slider"]


def test_the_limits_are_one_picture_that_says_its_figures(page, tail_bench):
    open_part(page, "limits")
    picture = page.get_by_role("img", name=re.compile("^Contacts at"))
    expect(picture).to_have_attribute("aria-label", re.compile("Contacts at −5.5 and \\+6.5 mm"))
    expect(page.locator("figure").filter(has_text="tail slider")).to_contain_text("of 12.0 mm")


def test_gains_stand_side_by_side_on_both_scales(page, tail_bench):
    open_part(page, "gain")
    table = page.get_by_role("table")
    expect(table.get_by_role("columnheader")).to_have_text(
        ["mode", "gain", "of 0–100", "means", "practice starts at", "wags at"]
    )
    expect(table).to_contain_text("not seen")


def test_one_key_gives_every_mode_its_gain_and_undo_takes_it_back(page, tail_bench):
    stand_at(page, re.search(r"/helicopters/[^/]+", page.url)[0], "modes")
    page.get_by_role("button", name=re.compile("^Same everywhere")).click()
    for field in page.get_by_label(re.compile("tail gain$", re.I)).all():
        expect(field).to_have_value("44")
    expect(page.get_by_text("heading hold", exact=True).first).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("heading hold", exact=True)).to_have_count(0)
