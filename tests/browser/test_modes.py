"""Modes in the real interface: curves, points, rates, whole modes, the switch."""

import re

import pytest
from playwright.sync_api import expect

from builds import document
from few import few
from hands import address_of, put, put_in_hangar, stand_at, wide

KEPT = re.compile("all kept")


@pytest.fixture
def modes(page, new_pilot):
    """A pilot's own helicopter open in Modes, with all four modes."""
    stand_at(page, put_in_hangar(page, document()), "modes")
    point(page, 50).wait_for()


def point(page, stick, curve="Pitch"):
    return page.get_by_role("slider", name=f"{curve} at stick {stick} %", exact=True)


@pytest.mark.parametrize("size", few([(1280, 800), (390, 844)], 1, splat=False))
def test_a_curve_is_set_in_degrees_by_keyboard_and_undone(page, modes, size):
    wide(page, *size)
    before = point(page, 75).get_attribute("aria-valuenow")
    put(page, "Point 4, degrees", "4,2")
    expect(point(page, 75)).to_have_attribute("aria-valuetext", re.compile(r", \+4\.2°$"))
    expect(page.get_by_label("Point 4, degrees", exact=True)).to_have_value(re.compile(r"^4\.2"))
    assert point(page, 75).get_attribute("aria-valuenow") != before
    # A pitch nobody reaches stays where it was typed, with the reason under it.
    field = put(page, "Point 4, degrees", "40")
    expect(page.get_by_role("alert").first).to_contain_text("reaches in normal")
    expect(field).to_have_value("40")
    put(page, "Point 4, value", "much")
    expect(page.get_by_role("alert").filter(has_text="a number in %")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(point(page, 75)).to_have_attribute("aria-valuenow", before)


def test_points_move_by_arrow_keys_and_by_dragging(page, modes):
    point(page, 25).focus()
    for _ in range(3):
        page.keyboard.press("ArrowUp")
    expect(point(page, 25)).to_have_attribute("aria-valuenow", "28")
    page.keyboard.press("Shift+ArrowDown")
    expect(point(page, 25)).to_have_attribute("aria-valuenow", "27.9")
    expect(page.get_by_text(KEPT)).to_be_visible()
    box = point(page, 100).locator("rect").nth(1).bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    with page.expect_response(lambda r: r.url.endswith("/modes/curve")):
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x, y + 30, steps=6)
    # Under the hand already, kept when it is let go.
    expect(point(page, 100)).not_to_have_attribute("aria-valuenow", "100")
    held = float(point(page, 100).get_attribute("aria-valuenow"))
    assert 75 < held < 95
    page.mouse.up()
    expect(page.get_by_label("Point 5, value", exact=True)).to_have_value(f"{held:g}")
    page.reload()
    expect(point(page, 100)).to_have_attribute("aria-valuenow", f"{held:g}")


@pytest.mark.parametrize("size", few([(1280, 800), (390, 844)], 1, splat=False))
def test_a_point_is_put_in_and_taken_out_by_key_and_by_thumb(page, modes, size):
    wide(page, *size)
    point(page, 75).focus()
    page.keyboard.press("Insert")
    expect(page.locator("g[role=slider]")).to_have_count(6)
    expect(point(page, 88)).to_have_attribute("aria-valuenow", "87.5")  # on the line as it was
    page.get_by_label("Point 5, value", exact=True).focus()
    page.get_by_role("button", name="take it out").click()
    expect(page.locator("g[role=slider]")).to_have_count(5)
    page.get_by_label("Point 1, value", exact=True).focus()
    expect(page.get_by_role("button", name="take it out")).to_be_disabled()
    point(page, 100).focus()
    page.keyboard.press("Delete")
    told = page.get_by_role("region", name="Normal, pitch curve").get_by_role("alert")
    expect(told).to_contain_text("a point between the first and the last")


def test_a_curve_takes_other_points_with_what_it_costs_and_a_throttle_shape(page, modes):
    point(page, 50).focus()
    page.keyboard.press("PageUp")
    expect(point(page, 50)).to_have_attribute("aria-valuenow", "55")
    page.get_by_label("with other points").select_option("4 points")
    told = page.get_by_text(re.compile(r"Strays by [0-9.]+ % at most"))
    expect(told).to_contain_text("No straight curve of 4 whole points strays less.")
    page.get_by_role("button", name="Use these 4").click()
    expect(page.locator("g[role=slider]")).to_have_count(4)
    page.get_by_role("button", name="free positions").click()
    put(page, "Point 2, stick", "20")
    expect(point(page, 20)).to_be_visible()
    put(page, "Point 2, stick", "90")
    expect(page.get_by_role("alert")).to_contain_text("stick positions rise")
    page.get_by_role("button", name="Open Normal throttle curve").click()
    page.get_by_role("button", name="U", exact=True).click()
    page.get_by_label("floor, %").fill("62")
    page.get_by_role("button", name="Make this curve").click()
    expect(point(page, 50, "Throttle")).to_have_attribute("aria-valuenow", "62")


def test_rates_show_the_radios_own_sign(page, modes):
    page.get_by_role("button", name="Open Normal rate / expo").click()
    aileron = page.locator("[data-path$='rates.aileron.expo_pct']")
    aileron.fill("30")
    aileron.press("Enter")
    expect(page.get_by_text(KEPT)).to_be_visible()
    page.get_by_label("my radio's softer sign").select_option("minus")
    expect(aileron).to_have_value("-30")


def test_rates_stand_beside_numbers_of_ones_own_that_can_be_used(page, modes, axe):
    page.get_by_role("button", name="Open Normal rate / expo").click()
    rates = page.get_by_role("region", name="Normal, rates and expo")
    rates.get_by_label("beside").select_option("numbers of my own")
    own = page.locator("[data-path='own.elevator.rate_pct']")
    own.fill("50")
    own.press("Enter")
    kept = page.locator("[data-path$='normal.rates.elevator.rate_pct']")
    expect(kept).to_have_value("100")  # beside it, nothing of it is kept
    turns = rates.get_by_text("turns, full stick").nth(1)
    here, beside = (turns.locator(f"xpath=following-sibling::dd[{i}]") for i in (1, 2))
    expect(here).to_have_text("300°/s")
    expect(beside).to_have_text("150°/s")
    own.fill("900")
    own.press("Enter")
    expect(rates.get_by_role("alert")).to_contain_text(
        "found 900; allowed: a number of at most 200"
    )
    expect(own).to_have_value("900")
    own.fill("50")
    own.press("Enter")
    expect(rates.get_by_role("alert")).to_have_count(0)
    axe("rates beside numbers of one's own")
    rates.get_by_role("button", name="Use those here").click()
    expect(kept).to_have_value("50")
    page.get_by_role("button", name="Undo").click()
    expect(kept).to_have_value("100")


@pytest.mark.parametrize("size", few([(1280, 800), (390, 844)], 1, splat=False))
def test_a_rate_on_a_switch_is_set_by_keyboard_and_what_it_sends_is_seen(page, modes, axe, size):
    wide(page, *size)
    page.get_by_role("button", name="Open Normal rate / expo").press("Enter")
    page.get_by_role("button", name="Add a rate on a switch").press("Enter")
    sets = page.get_by_role("region", name="Rates on switches")
    for name, value in (("Switch", "B"), ("Position", "down"), ("Rate", "70")):
        sets.get_by_label(name, exact=True).fill(value)
        page.keyboard.press("Enter")
        expect(page.get_by_text(KEPT)).to_be_visible()
    sets.get_by_role("button", name=re.compile(r"set it\s*: Left$")).press("Enter")
    page.keyboard.type("40")
    page.keyboard.press("Enter")
    # Half the stick's end, and what the blade makes of it: one figure for each side.
    expect(sets).to_contain_text(re.compile(r"cyclic, full stick\s*[\d.]+ · [\d.]+°"))
    axe("rates on switches")
    page.get_by_role("link", name="Path").press("Enter")
    page.get_by_role("button", name="Aileron", exact=True).press("Enter")
    if size[0] < 768:
        page.get_by_label("switch B").scroll_into_view_if_needed()
    page.get_by_label("switch B").select_option("down")
    for key, sent in (("f", "+70.0%"), ("s", "−40.0%")):
        for _ in range(45):
            page.keyboard.press(key)
        expect(page.locator("[data-value=shape]")).to_have_text(sent)
    page.get_by_label("switch B").select_option("elsewhere")
    expect(page.locator("[data-value=shape]")).to_have_text("−100.0%")


@pytest.mark.parametrize("size", few([(1280, 800), (390, 844)], 1, splat=False))
def test_a_mode_is_left_out_made_like_another_and_a_curve_taken_over(page, demo, axe, size):
    wide(page, *size)
    stand_at(page, address_of(page, "Yarrow 570"), "modes")
    point(page, 50).wait_for()

    def show(mode):
        if size[0] == 390:
            page.get_by_role("button", name=mode, exact=True).click()

    show("Idle-up 2")
    idle = page.get_by_role("region", name="Idle-up 2", exact=True)
    idle.get_by_role("button", name=re.compile("^switch here to Idle-up 2")).click()
    page.get_by_role("button", name="More for Idle-up 2").click()
    page.get_by_role("menuitem", name="Leave this mode out").click()
    expect(idle).to_contain_text("Not set up on this helicopter.")
    axe("a mode that is not there")
    idle.get_by_role("button", name="Make Idle-up 2 like Normal").click()
    pitch = idle.get_by_role("img", name=re.compile("^Idle-up 2 pitch"))
    expect(pitch).to_be_visible()
    idle.get_by_role("button", name="Open Idle-up 2 pitch curve").click()
    taken = point(page, 0).get_attribute("aria-valuenow")
    assert float(taken) > 0  # Normal starts well above the low end
    page.get_by_label("as in").select_option("Idle-up 1")
    expect(point(page, 0)).to_have_attribute("aria-valuenow", "0")
    page.get_by_role("button", name="Undo").click()
    expect(point(page, 0)).to_have_attribute("aria-valuenow", taken)
    # Throttle hold keeps its throttle to itself: no other mode offers to take it over.
    page.get_by_role("button", name="Open Idle-up 2 throttle curve").click()
    page.get_by_role("region", name="Idle-up 2, throttle curve").wait_for()
    offered = page.get_by_label("as in").locator("option").all_text_contents()
    assert offered == ["… mode", "Normal", "Idle-up 1", "a fresh memory"]


@pytest.mark.parametrize("size", few([(1280, 800), (390, 844)], 1, splat=False))
def test_the_switch_says_what_it_does_and_the_live_point_follows(page, demo, size):
    wide(page, *size)
    stand_at(page, address_of(page, "Yarrow 570"), "modes")
    if size[0] == 390:
        page.get_by_role("button", name="Idle-up 1", exact=True).click()
        page.get_by_role("button", name="Levers", exact=True).click()
    page.get_by_role("radio", name="Normal").click()
    panel = page.get_by_role("region", name="When the switch moves")
    expect(panel.get_by_role("heading")).to_have_text("When the switch moves from Normal")
    expect(panel).to_contain_text(re.compile("to Idle-up 1: at most [−+].*°, at stick"))
    idle = page.get_by_role("region", name="Idle-up 1", exact=True)
    up = idle.get_by_role("button", name=re.compile("^switch here to Idle-up 1"))
    expect(up).to_contain_text(re.compile(r"[−+][0-9.]+° [−+][0-9]+%"))
    live = idle.locator("[data-live=acts]")
    expect(live).to_have_count(0)
    expect(idle.locator("[data-live=would]")).to_have_count(2)
    throttle = panel.locator("[data-switch=throttle]")
    left = throttle.get_attribute("style")
    up.click()
    expect(live).to_have_count(2)
    # The mark glides to what the new mode makes of the lever.
    expect(throttle).not_to_have_attribute("style", left)
    expect(panel.get_by_role("heading")).to_have_text("When the switch moves from Idle-up 1")
    before = live.first.get_attribute("cx")
    page.keyboard.press("r")
    expect(live.first).not_to_have_attribute("cx", before)
    page.get_by_role("radio", name="Hold").click()
    expect(panel).to_contain_text("Danger: Out of throttle hold")


@pytest.mark.parametrize("size", few([(1280, 800), (768, 1024), (390, 844)], 0, splat=False))
def test_modes_fit_every_width_and_are_open_to_all(page, demo, axe, size):
    wide(page, *size)
    stand_at(page, address_of(page, "Yarrow 570"), "modes")
    point(page, 50).wait_for()
    assert page.evaluate("document.documentElement.scrollWidth") <= size[0]
    axe(f"Modes at {size[0]}")

    def show(mode):
        # A phone shows one mode at a time.
        if size[0] == 390:
            page.get_by_role("button", name=mode, exact=True).click()

    show("Idle-up 1")
    page.get_by_role("button", name="Open Idle-up 1 rate / expo").click()
    page.get_by_role("region", name="Idle-up 1, rates and expo").wait_for()
    axe(f"rates at {size[0]}")
    page.get_by_role("button", name="Account and page").click()
    page.get_by_role("menuitem", name="Dark paper").click()
    show("Idle-up 2")
    page.get_by_role("button", name="Open Idle-up 2 throttle curve").click()
    axe(f"Modes in the dark at {size[0]}")
