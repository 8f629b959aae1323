"""Records: a draft beside a revision, one setting taken back, tables out."""

import csv
import io
import re

import pytest
from playwright.sync_api import expect

from builds import described
from hands import put, put_in_hangar, stand_at


@pytest.fixture
def records(page, new_pilot):
    """A helicopter with a revision, whose draft was changed in two settings since."""
    page.goto("/")
    address = put_in_hangar(page, described().as_document())
    stand_at(page, address, "modes")
    page.get_by_role("button", name="Save as revision").click()
    page.get_by_role("dialog").get_by_role("button", name=re.compile("^Save")).click()
    page.get_by_text("revision 1, all kept").first.wait_for()
    put(page, "Tail gain", "40")
    expect(page.get_by_role("button", name="Save as revision")).to_be_enabled()
    put(page, "Head speed", "1800")
    page.get_by_role("link", name="Records").click()
    return address


def test_one_setting_goes_back_by_keyboard_and_is_undone(page, records):
    part = page.get_by_role("region", name="transmitter")
    expect(part.get_by_role("listitem")).to_have_count(2)
    part.get_by_text("40 → 44").wait_for()
    part.get_by_text("100 rpm head speed").wait_for()
    # While it is compared anew the list takes no key: it may move under the hand.
    expect(page.locator("[aria-busy=true]")).to_have_count(0)
    part.get_by_role("button", name="Take over: Normal, tail gain").press("Enter")
    expect(part.get_by_role("listitem")).to_have_count(1)
    page.keyboard.press("Control+z")
    expect(part.get_by_role("listitem")).to_have_count(2)
    page.get_by_role("button", name="Put the whole of revision 1 into the draft").press("Enter")
    page.get_by_text("are the same in everything").wait_for()


def test_the_history_leads_there(page, records):
    page.get_by_role("link", name="Modes").click()
    page.get_by_role("button", name=re.compile("Revisions|History")).click()
    page.get_by_role("link", name="Compare with revision 1").click()
    page.get_by_text("Together at the blade").wait_for()
    assert page.url.endswith("other=1")


def test_a_table_comes_out_as_a_spreadsheet_reads_it(page, records):
    with page.expect_download() as got:
        page.get_by_role("link", name=re.compile("^flights as CSV")).click()
    text = got.value.path().read_text(encoding="utf-8-sig")
    assert "duration (min)" in next(csv.reader(io.StringIO(text)))


def test_another_helicopter_comes_with_what_never_carries_over(page, records):
    put_in_hangar(page, {**described().as_document(), "name": "Hyssop 480"})
    page.reload()
    page.get_by_label("To", exact=True).select_option("Hyssop 480")
    page.get_by_text("never carry over").wait_for()
