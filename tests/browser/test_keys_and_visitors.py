"""Keys that can be switched off, keys that work everywhere, and a demo hangar of one's own."""

import pytest
from playwright.sync_api import expect

from few import few
from hands import address_of, enter, stand_at


def open_place(page, place, name="Tansy 380"):
    stand_at(page, address_of(page, name), place.lower())
    expect(page).to_have_title(f"{name} · {place} – Mint Lever")


@pytest.mark.parametrize("place", few(["Bench", "Path", "Modes"], 1))
def test_ctrl_s_opens_the_note_in_every_place_of_a_helicopter(page, demo, place):
    open_place(page, "Path")
    page.get_by_label("Pitch at point 3").press("ArrowUp")
    page.get_by_text("draft after revision 1, all kept", exact=True).wait_for()
    page.get_by_role("link", name=place, exact=True).click()
    expect(page).to_have_title(f"Tansy 380 · {place} – Mint Lever")
    page.keyboard.press("?")
    listed = page.get_by_role("dialog")
    expect(listed.get_by_text("save as revision")).to_have_count(1)
    page.keyboard.press("Escape")
    expect(listed).to_have_count(0)
    page.keyboard.press("Control+s")
    page.get_by_role("heading", name="Save as revision").wait_for()


def test_single_letters_are_switched_off_for_good_and_on_again(page, demo):
    open_place(page, "Path")
    page.get_by_test_id("pitch").wait_for()
    levers = page.get_by_role("region", name="Levers")
    collective = levers.get_by_role("slider", name="Collective", exact=True)
    page.keyboard.press("r")
    expect(collective).not_to_have_attribute("aria-valuenow", "0")
    stands = collective.get_attribute("aria-valuenow")
    page.keyboard.press("?")
    page.get_by_label("Single letters and digits work as keys").uncheck()
    page.keyboard.press("Escape")
    page.keyboard.press("r")
    page.keyboard.press("Control+z")  # keys with Ctrl stay
    expect(collective).to_have_attribute("aria-valuenow", stands)
    page.reload()
    page.get_by_test_id("pitch").wait_for()
    page.keyboard.press("r")
    page.wait_for_timeout(200)
    expect(collective).to_have_attribute("aria-valuenow", "0")
    page.get_by_role("button", name="Account and page").click()
    page.get_by_role("menuitem", name="Keys").click()
    page.get_by_label("Single letters and digits work as keys").check()
    page.keyboard.press("Escape")
    page.keyboard.press("r")
    expect(collective).not_to_have_attribute("aria-valuenow", "0")


def test_a_rename_is_kept_and_withdraws_nothing(page, demo):
    """Sorrel's finished practice stays finished: a name is only written down."""
    open_place(page, "Bench", "Sorrel 690")
    page.get_by_text("Every step done, in practice").wait_for()
    page.get_by_role("button", name="Rename").click()
    page.get_by_role("textbox", name="Name").fill("Sorrel 690 at the pans")
    page.get_by_role("textbox", name="Name").press("Enter")
    expect(page).to_have_title("Sorrel 690 at the pans · Bench – Mint Lever")
    page.get_by_text("Every step done, in practice").wait_for()


def test_what_one_visitor_removes_another_still_has(page, browser, browser_context_args, demo):
    page.goto("/")
    page.get_by_role("button", name="More for Tansy 380").click()
    page.get_by_role("menuitem", name="Remove…").click()
    page.get_by_role("dialog").get_by_role("button", name="Remove").click()
    expect(page.get_by_role("link", name="Tansy 380")).to_have_count(0)
    other = browser.new_context(**browser_context_args)
    visitor = other.new_page()
    enter(visitor, "demo")
    visitor.goto("/")
    visitor.get_by_role("link", name="Tansy 380").wait_for()
    other.close()
