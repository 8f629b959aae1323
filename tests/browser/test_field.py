"""A day at the field: by keyboard, by touch, without a network, in practice."""

import re

import pytest
from playwright.sync_api import expect

from builds import described
from hands import BY_THUMB, enter, put_in_hangar, stand_at, wide
from made_log import as_csv, flight

GAIN = "44 → "


@pytest.fixture
def field(page, new_pilot):
    """A described helicopter's field, with its setup saved as revision 1."""
    page.goto("/")
    address = put_in_hangar(page, described().as_document())
    token = next(c["value"] for c in page.context.cookies() if c["name"] == "csrftoken")
    saved = page.context.request.post(
        f"/api{address}/revisions",
        data={"version": 1, "note": "as it was"},
        headers={"X-CSRFToken": token},
    )
    assert saved.ok, saved.text()
    stand_at(page, address, "field")
    return address


ALL_THE_SAME = re.compile("Take off all the same")


def take_off(page):
    """Take off all the same, by keyboard: the key asks, and Enter answers."""
    page.get_by_role("button", name=ALL_THE_SAME).press("Enter")
    page.get_by_role("dialog").wait_for()
    page.keyboard.press("Enter")
    page.get_by_role("timer").wait_for()


def test_an_enter_that_stays_down_takes_nothing_off(page, field):
    page.keyboard.press("n")
    page.get_by_role("button", name=ALL_THE_SAME).focus()
    page.keyboard.down("Enter")
    answer = page.get_by_role("button", name="Yes, take off")
    expect(answer).to_be_focused()
    for _ in range(5):
        page.keyboard.down("Enter")  # as a key does that is not let go: repeated
    expect(answer).to_be_visible()
    expect(page.get_by_role("timer")).to_have_count(0)
    page.keyboard.up("Enter")
    page.keyboard.press("Enter")
    page.get_by_role("timer").wait_for()


def fly(page):
    """Make the next flight ready, take off though it is not fit, land; all by keyboard."""
    page.keyboard.press("n")
    page.locator("#ready").wait_for()
    take_off(page)
    page.keyboard.press("o")
    page.locator("#landed").wait_for()


def state(page, address):
    answer = page.context.request.get(f"/api{address}/field")
    return answer.json()


def test_a_wag_is_flown_away_by_keyboard(page, field):
    fly(page)
    wags = page.get_by_role("button", name="Tail wags quickly", exact=True)
    wags.focus()
    page.keyboard.press("Enter")
    expect(wags).to_have_attribute("aria-pressed", "true")
    page.get_by_role("heading", name="Look first, before a setting is moved").wait_for()
    page.get_by_role("button", name="All of it is in order").press("Enter")
    card = page.get_by_role("region", name="Normal, tail gain")
    card.get_by_text(GAIN).wait_for()
    card.get_by_text("The wrong idea if").wait_for()
    card.get_by_role("button", name="Made it on the device").press("Enter")
    page.get_by_role("heading", name="Before flight 2").wait_for()
    page.get_by_text("against: Tail wags quickly, in normal").first.wait_for()
    # What was keyed in at the field differs from revision 1 in this alone: it is saved by itself.
    page.get_by_text("revision 2, all kept").first.wait_for()
    take_off(page)
    page.keyboard.press("o")
    page.get_by_role("button", name="Better", exact=True).press("Enter")
    page.get_by_role("button", name="Tail wags quickly, in normal: flown, not seen").press("Enter")
    page.get_by_role("button", name="Nothing: all of it flown").press("Enter")
    page.get_by_role("heading", name="Fly it again as it is, and look for it").wait_for()
    flight = state(page, field)["newest"]
    assert (flight["number"], flight["verdict"], flight["seen"]) == (2, "better", [])
    assert flight["revision"] is None, "an unfit helicopter's flight names no fit revision"


def test_nothing_was_wrong_only_when_somebody_said_it(page, field):
    fly(page)
    page.get_by_role("heading", name="What was seen?").wait_for()
    expect(page.get_by_text("Nothing is left to change")).to_have_count(0)
    expect(page.get_by_text("Not written down yet")).to_have_count(1)


def test_nothing_moves_away_under_the_hand_while_it_taps(page, field):
    fly(page)
    names = page.locator("section[aria-labelledby=seen] li > button")
    expect(names).to_have_count(6)
    before = names.all_inner_texts()
    page.get_by_role("button", name=before[3], exact=True).click()
    page.get_by_text("The one next thing").wait_for()
    assert names.all_inner_texts() == before


def test_which_way_it_went_is_asked_where_it_matters(page, field):
    fly(page)
    page.get_by_role("button", name=re.compile("Something else")).click()
    page.get_by_role("button", name="Leans to one side in a straight climb-out").click()
    page.get_by_role("button", name="Leans to one side in a straight climb-out, left").click()
    page.get_by_text("The one next thing").wait_for()
    assert state(page, field)["newest"]["seen"][0]["toward"] == "left"


def test_two_changes_at_once_are_made_only_after_being_told_why_not(page, field):
    fly(page)
    page.get_by_role("button", name="Nothing: all of it flown").click()
    page.get_by_text("That proves nothing of the bench").wait_for()
    token = next(c["value"] for c in page.context.cookies() if c["name"] == "csrftoken")
    for n, path in enumerate(("unit.tuning.tail.response", "unit.tuning.cyclic.response")):
        edited = page.context.request.patch(
            f"/api{field}/draft",
            data={"version": n + 1, "changes": [{"path": path, "value": 40 + n}]},
            headers={"X-CSRFToken": token},
        )
        assert edited.ok, edited.text()
    page.reload()
    page.locator("#landed").wait_for()
    page.keyboard.press("n")
    page.get_by_role("heading", name="Changes it flies with").wait_for()
    page.get_by_text("nobody will know which one did it").wait_for()
    page.get_by_role("button", name=ALL_THE_SAME).wait_for()


def test_the_clock_runs_without_a_network_and_nothing_is_lost(page, field):
    page.keyboard.press("n")
    page.locator("#ready").wait_for()
    page.route("**/field/flights/*/*", lambda route: route.abort())
    take_off(page)
    page.keyboard.press("o")
    page.get_by_text("the flight is kept here and goes by itself").wait_for()
    assert state(page, field)["at_hand"]["stage"] == "ready"
    page.reload()
    page.get_by_text("the flight is kept here and goes by itself").wait_for()
    page.unroute("**/field/flights/*/*")
    page.locator("#landed").wait_for()
    assert state(page, field)["newest"]["number"] == 1


def test_a_trim_flight_ends_in_the_units_centre(page, field):
    page.get_by_role("button", name="Trim flight").click()
    sheet = page.get_by_role("dialog", name="Trim flight")
    rate = sheet.get_by_role("button", name="Set it to rate")
    for left in (1, 0):
        rate.first.click()
        expect(rate).to_have_count(left)
    sheet.get_by_text("It shows.").wait_for()
    put_in = sheet.get_by_label("Aileron, + is right")
    put_in.fill("2")
    put_in.press("Enter")
    sheet.get_by_text(re.compile(r"aileron 0\.0 → \+")).wait_for()
    sheet.get_by_role("button", name="Moved, and the transmitter’s trims stand at zero").click()
    page.get_by_role("heading", name="Before flight 1").wait_for()
    assert "unit.centre_trim.aileron_pct" in [e["path"] for e in state(page, field)["will_fly"]]


def hold(page, key, seconds):
    """Hold a finger on a key for so long."""
    key.tap(trial=True)  # waits until it stands still and nothing lies over it
    box = key.bounding_box()
    at = {"x": box["x"] + box["width"] / 2, "y": box["y"] + box["height"] / 2}
    finger = page.context.new_cdp_session(page)
    finger.send("Input.dispatchTouchEvent", {"type": "touchStart", "touchPoints": [at]})
    page.wait_for_timeout(1000 * seconds)
    finger.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})


def test_no_letter_flies_what_is_not_fit(page, field):
    page.keyboard.press("n")
    page.get_by_role("button", name=ALL_THE_SAME).wait_for()
    for key in ("o", "n", "t", " ", "y"):
        page.keyboard.press(key)
        page.keyboard.press(key)
        page.wait_for_timeout(200)
        assert state(page, field)["at_hand"]["stage"] == "ready", key
        expect(page.get_by_role("timer")).to_have_count(0)


def test_a_click_does_not_fly_it_and_holding_does(page, field):
    page.keyboard.press("n")
    key = page.get_by_role("button", name=ALL_THE_SAME)
    key.click()
    page.get_by_text("Hold it down for a whole second").wait_for()
    assert state(page, field)["at_hand"]["stage"] == "ready"
    key.hover()
    page.mouse.down()
    page.get_by_role("timer").wait_for()
    page.mouse.up()


@BY_THUMB
class TestByTouch:
    def test_a_flight_with_one_thumb(self, page, field):
        page.get_by_role("button", name=re.compile("Make the first flight ready")).tap()
        hold(page, page.get_by_role("button", name=ALL_THE_SAME), 0)
        page.get_by_text("Hold it down for a whole second").wait_for()
        assert state(page, field)["at_hand"]["stage"] == "ready"
        hold(page, page.get_by_role("button", name=ALL_THE_SAME), 1.2)
        landed = page.get_by_role("button", name=re.compile("^Landed"))
        assert landed.bounding_box()["height"] >= 90
        landed.tap()
        page.get_by_role("button", name="Tail wags quickly", exact=True).tap()
        page.get_by_role("button", name="All of it is in order").tap()
        made = page.get_by_role("button", name="Made it on the device")
        made.tap()
        page.get_by_role("heading", name="Before flight 2").wait_for()
        page.get_by_role("button", name="Another pack").tap()
        page.get_by_label("What is written on the pack").fill("6S red 1")
        page.get_by_role("button", name="Keep it").tap()
        expect(page.get_by_role("button", name=re.compile("6S red 1"))).to_have_attribute(
            "aria-pressed", "true"
        )
        # Everything to be tapped is large enough for a thumb (WCAG 2.5.8 asks for 24 px).
        for key in page.locator("main button.key").all():
            assert key.bounding_box()["height"] >= 40


def test_practice_flies_by_itself_and_counts_for_nothing_real(page, address):
    page.goto("/")
    enter(page, "demo")
    fleet = page.context.request.get("/api/helicopters").json()
    yarrow = next(each["id"] for each in fleet if each["name"] == "Yarrow 570")
    stand_at(page, f"/helicopters/{yarrow}", "field")
    wide(page, 768, 1024)
    page.get_by_text("it never counts for the real Yarrow 570").wait_for()
    page.keyboard.press("n")
    page.get_by_role("button", name=re.compile("Fly the simulated model")).click()
    page.get_by_role("heading", name=re.compile("^Flight 1")).wait_for()
    page.get_by_text("The one next thing").wait_for()


def test_after_a_crash_the_list_stays_ticked_and_the_bench_shows_what_is_stale(page, field):
    token = next(c["value"] for c in page.context.cookies() if c["name"] == "csrftoken")

    def read(step, key, value):
        version = state(page, field)["version"]
        body = {"version": version, "step": step, "key": key, "value": value}
        page.context.request.post(
            f"/api{field}/bench/readings", data=body, headers={"X-CSRFToken": token}
        )

    safe = page.context.request.get(f"/api{field}/bench?step=make_safe").json()["advice"]["asks"]
    for ask in safe:
        read("make_safe", ask["key"], True)
    for blade in (0, 1):
        read("zero_pitch", f"blade.{blade}", 0.1)
    page.reload()
    page.get_by_role("button", name="After a crash").click()
    sheet = page.get_by_role("dialog", name="After a crash")
    expect(sheet.get_by_role("checkbox")).to_have_count(0)
    sheet.get_by_role("button", name=re.compile("It crashed: write it down")).click()
    sheet.get_by_label(re.compile("Main shaft")).check()
    sheet.get_by_text("1 of 15").wait_for()
    page.reload()
    page.get_by_role("button", name="After a crash").click()
    expect(sheet.get_by_label(re.compile("Main shaft"))).to_be_checked()
    sheet.get_by_role("button", name=re.compile("Show what the bench")).click()
    page.locator("#step-title").wait_for()
    slip = page.get_by_role("navigation", name="Steps", exact=True)
    expect(
        slip.get_by_role("button", name=re.compile("Zero pitch and tracking.*stale"))
    ).to_be_visible()


def test_a_flights_log_knows_its_packs_resistance_and_one_key_keeps_it(page, field):
    """The log is made with 24 mΩ (see made_log)."""
    token = next(c["value"] for c in page.context.cookies() if c["name"] == "csrftoken")
    kept = page.context.request.post(
        f"/api{field}/logs?name=noon",
        data=as_csv(flight(pack=(24.0, 44.0))),
        headers={"X-CSRFToken": token, "Content-Type": "application/octet-stream"},
    )
    assert kept.ok, kept.text()
    fly(page)
    page.get_by_role("button", name="Another pack").click()
    page.get_by_label("What is written on the pack").fill("6S pan 3")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name=re.compile("6S pan 3"))).to_have_attribute(
        "aria-pressed", "true"
    )
    page.get_by_text("Minutes, place, wind, trims, next idea").click()
    page.get_by_label("Its log").select_option("noon")
    said = page.get_by_text(re.compile("Its log says that 6S pan 3 has"))
    said.wait_for()
    assert float(re.search(r"has ([\d.]+) mΩ", said.inner_text())[1]) == pytest.approx(24, abs=1.5)
    page.get_by_role("button", name="Write it down for 6S pan 3").press("Enter")
    page.get_by_text("Written down for 6S pan 3").wait_for()
    assert state(page, field)["newest"]["flight_log"] == kept.json()["id"]
    page.get_by_role("button", name="Packs", exact=True).click()
    sheet = page.get_by_role("dialog", name="Packs")
    sheet.get_by_text("1 measurements").click()
    sheet.get_by_text("by flight log").wait_for()
    sheet.get_by_role("button", name="Put it away").click()
    sheet.get_by_role("button", name="Take it up again").click()
    sheet.get_by_role("button", name="Put it away").wait_for()
    assert [each["put_away"] for each in state(page, field)["packs"]] == [False]


def test_the_hangar_says_how_much_is_to_be_keyed_in(page, field):
    token = next(c["value"] for c in page.context.cookies() if c["name"] == "csrftoken")
    lines = page.context.request.get(f"/api{field}/keying").json()["lines"]
    held = [path for line in lines[1:] for path in line["paths"]]
    body = {"version": state(page, field)["version"], "paths": held}
    page.context.request.post(
        f"/api{field}/keying/ticks", data=body, headers={"X-CSRFToken": token}
    )
    page.goto("/")
    page.get_by_text("1 to key in").wait_for()


def test_what_was_made_at_the_field_needs_no_keying_in(page, field):
    """A tick for every device, a change made on its device: nothing is open."""
    page.keyboard.press("i")
    sheet = page.get_by_role("dialog", name="To key in")
    sheet.get_by_role("region").first.wait_for()
    for device in ("transmitter", "unit", "speed controller"):
        part = sheet.get_by_role("region", name=device)
        if part.count():
            part.get_by_role("button", name="It holds all of these").press("Enter")
            expect(part).to_have_count(0)
    sheet.get_by_text("Every device holds what is written down here").wait_for()
    page.keyboard.press("Escape")
    expect(sheet).to_have_count(0)
    fly(page)
    page.get_by_role("button", name=re.compile("Something else")).click()
    page.get_by_role("button", name="Collective feels sharp near hover").click()
    page.get_by_role("button", name="Made it on the device").click()
    page.get_by_role("heading", name="Before flight 2").wait_for()
    expect(page.get_by_title("To key in (I)")).to_have_text(re.compile(r"\b0\b"))
