"""The pilot's own devices in the real interface: described, fitted, and speaking in the fields."""

import json

import pytest
from playwright.sync_api import expect

from hands import BY_THUMB, address_of, put_in_hangar, stand_at
from live_server import FLEET

THROW = "transmitter.channels.rudder.travel_low_pct"


@pytest.fixture
def hangar(page, new_pilot):
    """A hangar with one helicopter, and nothing said of any device."""
    put_in_hangar(page, json.loads((FLEET / "sorrel-690.json").read_text()))
    page.goto("/")
    page.get_by_role("link", name="Devices").click()
    return page


def begin(page, kind="Transmitter"):
    page.get_by_role("button", name=kind, exact=True).click()
    expect(page.get_by_label("What you call it")).to_be_visible()


def call_it(page, name):
    field = page.get_by_label("What you call it")
    field.fill(name)
    field.press("Enter")


def open_setting(page, words):
    page.get_by_label("Look for").fill(words)
    line = page.locator("section[aria-label='Settings of this device'] li")
    expect(line).to_have_count(1)
    line.locator("summary").click()
    return line


def test_a_described_transmitter_speaks_in_the_helicopters_fields(hangar, axe):
    page = hangar
    expect(page.get_by_text("Nothing is described yet")).to_be_visible()
    begin(page)
    call_it(page, "Grey box")
    expect(page.get_by_role("region", name="Grey box")).to_be_visible()
    line = open_setting(page, "rudder channel, travel below")
    called = line.get_by_label("It calls this")
    called.fill("Throw, left")
    called.press("Enter")
    factor = line.get_by_label("For 1 of ours it moves by")
    factor.fill("0,5")
    factor.press("Enter")
    expect(factor).to_have_value("0.5")
    step = line.get_by_label("Its smallest step")
    step.fill("7")
    step.press("Enter")
    expect(step).to_have_value("7")
    axe("a device")
    page.get_by_role("checkbox", name="Sorrel 690").click()
    expect(page.get_by_role("checkbox", name="Sorrel 690")).to_be_checked()
    page.get_by_role("link", name="sheet of Sorrel 690").click()
    its_line = page.get_by_role("row").filter(has_text="Throw, left")
    expect(its_line).to_contain_text("Rudder channel, travel below")
    expect(its_line.get_by_text("49", exact=True)).to_be_visible()
    stand_at(page, address_of(page, "Sorrel 690"), "path")
    page.get_by_role("button", name="Rudder", exact=True).click()
    page.locator("[data-stage=channel]").click()
    field = page.locator(f"[data-path='{THROW}']")
    expect(field).to_be_visible()
    said = page.get_by_text("Grey box: Throw, left")
    # Sorrel's 100 is 50 there; it holds sevens alone.
    expect(said).to_contain_text("49")
    expect(said).to_contain_text("is the nearest it can hold")
    field.fill("98")
    field.press("Enter")
    # 98 of ours are 49 of its own, which it holds.
    expect(said).not_to_contain_text("nearest")
    # And the other way: as the display shows it.
    page.get_by_role("button", name="type it as it stands there").click()
    there = page.get_by_label("Throw, left as Grey box shows it")
    there.fill("50")
    there.press("Enter")
    expect(page.get_by_text("its steps of 7")).to_be_visible()
    there.fill("56")
    there.press("Enter")
    expect(field).to_have_value("112.0")


def test_modes_know_the_radios_scale_its_points_and_its_sign_of_expo(hangar):
    page = hangar
    begin(page)
    line = open_setting(page, "pitch at point")
    called = line.get_by_label("It calls this")
    called.fill("Pitch, dot")
    called.press("Enter")
    for label, text in (("For 1 of ours it moves by", "2"), ("At our 0 it shows", "-100")):
        line.get_by_label(label).fill(text)
        line.get_by_label(label).press("Enter")
    page.get_by_label("Points a curve can have").fill("5, 9")
    page.get_by_label("Points a curve can have").press("Enter")
    page.get_by_role("combobox", name="Softer expo has the sign").select_option("minus")
    page.get_by_role("checkbox", name="Sorrel 690").click()
    expect(page.get_by_role("checkbox", name="Sorrel 690")).to_be_checked()
    page.goto(f"{address_of(page, 'Sorrel 690')}/modes")
    page.get_by_role("button", name="Open Normal rate / expo").click()
    expect(page.get_by_text("minus is softer")).to_be_visible()
    page.get_by_role("button", name="Open Normal pitch curve").click()
    low = page.locator("tr[data-point='0']")
    ours = float(low.get_by_label("Point 1, value").input_value())
    expect(low).to_contain_text(f"My transmitter: {2 * ours - 100:g}")
    # Only its own numbers of points are offered.
    page.get_by_role("combobox", name="with other points").select_option("9")
    page.get_by_role("button", name="Use these 9").click()
    expect(page.locator("tr[data-point='8']")).to_be_visible()


def test_a_refused_profile_says_what_is_wrong_and_the_last_one_stays(hangar, tmp_path):
    page = hangar
    begin(page)
    points = page.get_by_label("Points a curve can have")
    points.fill("1, 99")
    points.press("Enter")
    # On its way, or refused already: the next change takes no harm from it.
    page.get_by_role("combobox", name="Softer expo has the sign").select_option("minus")
    expect(page.get_by_role("alert")).to_contain_text("curve_points")
    page.reload()
    expect(page.get_by_label("Points a curve can have")).to_have_value("")
    expect(page.get_by_role("combobox", name="Softer expo has the sign")).to_have_value("minus")
    wrong = tmp_path / "kettle.json"
    wrong.write_text(json.dumps({"format": "mint-lever-device", "version": 1, "kind": "kettle"}))
    # What is no number is said at its field, and a change after it is kept all the same.
    points.fill("five")
    points.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("found “five”")
    call_it(page, "")
    expect(page.get_by_text("found nothing; allowed: a name")).to_be_visible()
    call_it(page, "Grey box")
    expect(page.get_by_role("region", name="Grey box")).to_be_visible()
    page.reload()
    page.get_by_label("Device profile to import").set_input_files(wrong)
    expect(page.get_by_role("alert")).to_contain_text("kind")


def test_a_profile_goes_out_and_comes_in_and_is_taken_away(hangar, tmp_path):
    page = hangar
    begin(page, "Unit")
    call_it(page, "Blue cube")
    shown = page.get_by_label("While it holds the servos still it shows")
    shown.fill("a steady dot")
    shown.press("Enter")
    with page.expect_download() as taken:
        page.get_by_role("link", name="Export").click()
    file = tmp_path / taken.value.suggested_filename
    taken.value.save_as(file)
    assert file.name == "blue-cube.json"
    page.get_by_role("button", name="Remove").click()
    page.get_by_role("button", name="Remove for good").click()
    expect(page.get_by_text("Nothing is described yet")).to_be_visible()
    page.get_by_label("Device profile to import").set_input_files(file)
    expect(page.get_by_role("region", name="Blue cube")).to_be_visible()
    expect(page.get_by_label("While it holds the servos still")).to_have_value("a steady dot")


def test_the_order_is_the_devices_own_by_keyboard_alone(hangar):
    page = hangar
    begin(page, "Speed controller")
    lines = page.locator("section[aria-label='Settings of this device'] li summary")
    first = lines.nth(0).inner_text()
    lines.nth(0).focus()
    page.keyboard.press("Enter")
    later = page.get_by_role("button", name="later").first
    for _ in range(30):
        page.keyboard.press("Tab")
        if later.evaluate("(key) => key === document.activeElement"):
            break
    page.keyboard.press("Enter")
    expect(lines.nth(1)).to_have_text(first, use_inner_text=True)


@BY_THUMB
class TestByTouch:
    def test_a_device_is_described_and_fitted_by_thumb(self, hangar):
        page = hangar
        page.get_by_role("button", name="Transmitter", exact=True).tap()
        page.get_by_label("Look for").fill("rudder channel, travel below")
        page.locator("section[aria-label='Settings of this device'] li summary").tap()
        called = page.get_by_label("It calls this")
        called.fill("Throw, left")
        called.press("Enter")
        page.get_by_role("checkbox", name="Sorrel 690").tap()
        expect(page.get_by_role("checkbox", name="Sorrel 690")).to_be_checked()
        assert page.evaluate("document.documentElement.scrollWidth") <= 390


def test_two_pages_that_describe_one_device_keep_what_both_say(hangar):
    page = hangar
    begin(page)
    other = page.context.new_page()
    other.goto(page.url)
    expect(other.get_by_label("What you call it")).to_be_visible()
    points = page.get_by_label("Points a curve can have")
    points.fill("5, 9")
    points.press("Enter")
    expect(points).to_have_value("5, 9")
    call_it(other, "Grey box")
    expect(other.get_by_role("region", name="Grey box")).to_be_visible()
    expect(other.get_by_label("Points a curve can have")).to_have_value("5, 9")
    page.reload()
    expect(page.get_by_role("region", name="Grey box")).to_be_visible()
    expect(page.get_by_label("Points a curve can have")).to_have_value("5, 9")
