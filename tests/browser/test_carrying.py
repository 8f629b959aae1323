"""A helicopter carried: out as one file, in again, and copied; by keyboard and by thumb."""

import re

import pytest
from playwright.sync_api import expect

from builds import described
from hands import BY_THUMB, put_in_hangar


@pytest.fixture
def fennel(page, new_pilot):
    page.goto("/")
    made = described().as_document()
    made["transmitter"]["channels"]["aileron"]["subtrim_pct"] = 6.0
    return put_in_hangar(page, made)


def more(page, name):
    return page.get_by_role("button", name=f"More for {name}", exact=True)


def test_everything_out_as_one_file_and_in_again(page, fennel):
    page.goto(f"{fennel}/records")
    with page.expect_download() as got:
        page.get_by_role("link", name=re.compile("^Everything of it")).click()
    assert got.value.suggested_filename == "fennel-500.zip"
    page.goto("/")
    page.get_by_label("File to import").set_input_files(
        {
            "name": "fennel-500.zip",
            "mimeType": "application/zip",
            "buffer": got.value.path().read_bytes(),
        }
    )
    page.get_by_role("heading", name="Fennel 500 (2)").wait_for()


def test_a_broken_file_is_refused_in_words(page, fennel):
    page.goto("/")
    page.get_by_label("File to import").set_input_files(
        {"name": "torn.zip", "mimeType": "application/zip", "buffer": b"PK\x03\x04 torn"}
    )
    page.get_by_text("Nothing was imported.").wait_for()
    expect(page.get_by_text("a helicopter's file")).to_be_visible()


def test_a_copy_warns_first_and_is_made_by_keyboard(page, fennel):
    page.goto("/")
    more(page, "Fennel 500").press("Enter")
    page.get_by_role("menuitem", name="Copy…").press("Enter")
    dialog = page.get_by_role("dialog", name="Copy Fennel 500")
    dialog.get_by_text("Aileron channel, sub-trim").wait_for()
    dialog.get_by_role("button", name="Same radio, another receiver").press("Enter")
    page.get_by_role("heading", name="Fennel 500 (2)").wait_for()
    expect(dialog).to_be_hidden()
    more(page, "Fennel 500 (2)").press("Enter")
    page.get_by_role("menuitem", name="Copy…").press("Enter")
    again = page.get_by_role("dialog", name="Copy Fennel 500 (2)")
    again.get_by_text("Horn places").wait_for()
    expect(again.get_by_text("Aileron channel, sub-trim")).to_have_count(0)


@BY_THUMB
class TestByTouch:
    def test_a_copy_as_it_stands(self, page, fennel, axe):
        page.goto("/")
        more(page, "Fennel 500").tap()
        page.get_by_role("menuitem", name="Copy…").tap()
        dialog = page.get_by_role("dialog", name="Copy Fennel 500")
        dialog.get_by_text("Aileron channel, sub-trim").wait_for()
        axe("copying")
        dialog.get_by_role("button", name="Copy it as it stands").tap()
        page.get_by_role("heading", name="Fennel 500 (2)").wait_for()
