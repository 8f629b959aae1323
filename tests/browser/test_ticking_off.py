"""The keying list: counted on every place, ticked off by keyboard, taken back."""

import re

import pytest
from playwright.sync_api import expect

from builds import described
from hands import put, put_in_hangar, stand_at, wide


@pytest.fixture
def sheet(page, new_pilot):
    page.goto("/")
    page.helicopter = put_in_hangar(page, described().as_document())
    stand_at(page, page.helicopter, "modes")
    page.keyboard.press("i")
    return page.get_by_role("dialog", name="To key in")


def count(page, number):
    expect(page.get_by_title("To key in (I)")).to_have_text(re.compile(rf"\b{number} settings?$"))


def test_an_edit_is_keyed_in_by_keyboard_and_the_tick_taken_back(page, sheet):
    for device in ("transmitter", "unit", "speed controller"):
        part = sheet.get_by_role("region", name=device)
        if part.count():
            part.get_by_role("button", name="It holds all of these").press("Enter")
            expect(part).to_have_count(0)
    page.keyboard.press("Escape")
    count(page, 0)
    put(page, "Tail gain", "40")
    count(page, 1)
    page.get_by_title("To key in (I)").press("Enter")
    line = sheet.get_by_role("button", name=re.compile("Keyed in: Normal, tail gain 44 → 40"))
    line.press("Enter")
    expect(line).to_have_count(0)
    count(page, 0)
    sheet.get_by_role("button", name="Take the last tick back").press("Enter")
    line.wait_for()
    count(page, 1)


def test_it_is_open_to_all_and_fits_a_phone(page, sheet, axe):
    wide(page, 390, 844)
    sheet.get_by_role("button", name="It holds all of these").first.wait_for()
    axe("to key in")
    assert page.evaluate("document.documentElement.scrollWidth") <= 390


def test_what_is_ticked_without_a_network_goes_by_itself(page, sheet):
    unit = sheet.get_by_role("region", name="unit", exact=True)
    before = unit.get_by_role("listitem").count()
    page.route("**/keying/ticks", lambda route: route.abort())
    unit.get_by_role("listitem").first.get_by_role("button").click()
    expect(unit.get_by_role("listitem")).to_have_count(before - 1)
    page.unroute("**/keying/ticks")
    expect(sheet.get_by_role("button", name="Take the last tick back")).to_be_visible()
    expect(unit.get_by_role("listitem")).to_have_count(before - 1)
