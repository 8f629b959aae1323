"""Head speed in the real interface: data typed in, pinions, a punch by slider, a hover flown."""

import json

import pytest
from playwright.sync_api import expect

from hands import BY_THUMB, address_of, put_in_hangar, stand_at
from live_server import FLEET
from made_log import as_csv, flight


@pytest.fixture
def sorrel(page, new_pilot):
    """A described drive on the real bench, with a hover that was flown."""
    setup = json.loads((FLEET / "sorrel-690.json").read_text())
    stand_at(page, put_in_hangar(page, setup), "head-speed")
    return page


def test_another_pinion_changes_what_is_held_and_can_be_undone(sorrel):
    region = sorrel.get_by_role("region", name="Pinions")
    expect(region.get_by_role("rowheader", name="13 fitted")).to_be_visible()
    field = sorrel.get_by_label("Pinion teeth", exact=False).first
    field.fill("12")
    field.press("Enter")
    expect(region.get_by_role("rowheader", name="12 fitted")).to_be_visible()
    sorrel.get_by_role("button", name="Undo").click()
    expect(region.get_by_role("rowheader", name="13 fitted")).to_be_visible()


def test_a_rotor_length_is_drawn_while_its_field_has_the_focus(drawing, sorrel):
    field = sorrel.locator("[data-path='airframe.rotor.chord_mm']")
    with sorrel.expect_response(lambda answer: "rotor.chord_mm" in answer.url) as answered:
        field.focus()
    found = answered.value.json()["scene"]["dimension"]
    assert found == {
        "path": "airframe.rotor.chord_mm",
        "ends": None,
        "value_mm": float(field.input_value()),
    }
    drawn = sorrel.get_by_role("img", name="Swash, horns, links")
    drawn.scroll_into_view_if_needed()
    sorrel.wait_for_function("() => window.mintLeverBench?.draws > 0")


def test_the_other_mode_has_its_own_verdict_and_stands_in_the_address(sorrel):
    figures = sorrel.get_by_role("region", name="Figures of this mode")
    expect(figures.get_by_text("in", exact=True)).to_be_visible()
    sorrel.get_by_role("button", name="Idle-up 2").click()
    expect(figures.get_by_text("workable", exact=True)).to_be_visible()
    assert "mode=idle_up_2" in sorrel.url
    sorrel.reload()
    expect(figures.get_by_text("workable", exact=True)).to_be_visible()


def test_a_punch_follows_its_sliders_and_is_kept_nowhere(sorrel):
    punch = sorrel.get_by_role("region", name="A punch")
    said = punch.get_by_role("status")
    before = said.inner_text()
    for _ in range(8):
        punch.get_by_label("Gain tried").press("ArrowLeft")
    expect(said).not_to_have_text(before)
    weak = said.inner_text()
    punch.get_by_role("radio", name="nearly empty").click()
    expect(said).not_to_have_text(weak)
    expect(sorrel.get_by_role("button", name="Undo")).to_be_disabled()


def test_a_hover_that_was_flown_is_typed_in_and_told_apart_in_modes(sorrel, axe):
    flown = sorrel.get_by_role("region", name="Hover as it was flown")
    expect(flown.get_by_text("Theory is multiplied with")).to_be_visible()
    flown.get_by_role("button", name="Take it away").click()
    figures = sorrel.get_by_role("region", name="Figures of this mode")
    expect(figures.get_by_text("on paper, reads low")).to_be_visible()
    field = flown.get_by_label("Stick in Idle-up 1's hover")
    field.fill("2")
    field.press("Enter")
    expect(flown.get_by_text("more than 0°").first).to_be_visible()
    field.fill("70")
    field.press("Enter")
    expect(figures.get_by_text("Hover pitch, as flown")).to_be_visible()
    sorrel.get_by_role("link", name="Modes", exact=True).click()
    stand_at(sorrel, sorrel.url.split("/modes")[0], "modes", "?mode=idle_up_1&open=pitch")
    expect(sorrel.get_by_text("as flown) at stick")).to_be_visible()
    expect(sorrel.get_by_text("on paper alone")).to_be_visible()
    assert sorrel.locator("[data-mark='air']").count() >= 2
    axe("modes with a flown hover")


def test_another_head_room_wanted_suits_another_pinion(sorrel):
    region = sorrel.get_by_role("region", name="Pinions")
    expect(region.get_by_role("columnheader", name="highest with 15 %")).to_be_visible()
    before = region.get_by_role("rowheader", name="suits").inner_text()
    field = region.get_by_label("Head-room wanted")
    field.fill("30")
    field.press("Enter")
    expect(region.get_by_role("columnheader", name="highest with 30 %")).to_be_visible()
    expect(region.get_by_role("rowheader", name="suits")).not_to_have_text(before)
    assert "room=30" in sorrel.url


def test_a_head_speed_is_measured_on_a_setup_that_is_fit_only(sorrel):
    region = sorrel.get_by_role("region", name="Measured after the spool-up")
    field = region.get_by_label("Idle-up 1, measured rpm")
    expect(field).to_have_value("1774")
    field.fill("1760")
    field.press("Enter")
    expect(region.get_by_text("Spool up only what is fit")).to_be_visible()
    expect(field).to_have_value("1774")


def test_nothing_described_is_nothing_guessed(page, demo):
    stand_at(page, address_of(page, "Marjoram 450"), "head-speed")
    expect(page.get_by_text("No flight mode has a head speed yet")).to_be_visible()
    page.get_by_text("figures are not filled in").click()
    expect(page.get_by_role("listitem").filter(has_text="Kv")).to_be_visible()


def test_where_each_figure_is_read_is_said_to_a_thumb_too(sorrel):
    data = sorrel.get_by_role("region", name="Drive data")
    expect(data.get_by_text("Count them")).to_have_count(0)
    data.get_by_role("button", name="Where each is read").click()
    expect(data.get_by_text("Teeth of the gear on the motor's shaft; count them.")).to_be_visible()
    expect(data.get_by_text("Resistance of the whole pack, as a charger shows it.")).to_be_visible()


def test_the_controllers_card_is_the_pilots_own(sorrel, axe):
    card = sorrel.get_by_role("region", name="The controller's own card")
    there = card.get_by_role("listitem").count()
    card.get_by_role("button", name="Add an item").click()
    expect(card.get_by_role("listitem")).to_have_count(there + 1)
    last = card.get_by_role("listitem").last
    last.locator("summary").click()
    last.get_by_label("name").fill("Beeps")
    last.get_by_label("name").press("Enter")
    choices = last.get_by_label("choices")
    choices.fill("off, soft, loud")
    choices.press("Enter")
    last.get_by_label("wanted").select_option("soft")
    expect(last.locator("summary")).to_have_text(f"{there + 1} Beeps: softnot confirmed")
    cells = last.get_by_role("checkbox", name="goes by the cell count")
    cells.click()
    expect(cells).to_be_checked()
    axe("the card open")
    last.get_by_role("button", name="Take item").click()
    expect(card.get_by_role("listitem")).to_have_count(there)


def test_the_main_job_by_keyboard_alone(sorrel):
    """A pinion counted, the verdict read."""
    page = sorrel
    page.keyboard.press("Tab")
    focused = "document.activeElement.dataset.path ?? document.activeElement.textContent"
    for _ in range(80):
        if page.evaluate(focused) == "drive.gear.pinion":
            break
        page.keyboard.press("Tab")
    assert page.evaluate(focused) == "drive.gear.pinion"
    page.keyboard.press("ArrowUp")
    expect(page.get_by_role("rowheader", name="14 fitted")).to_be_visible()


@BY_THUMB
class TestByTouch:
    def test_the_main_job_by_thumb(self, sorrel):
        sorrel.get_by_role("button", name="Idle-up 2").tap()
        figures = sorrel.get_by_role("region", name="Figures of this mode")
        expect(figures.get_by_text("workable", exact=True)).to_be_visible()
        field = sorrel.locator("[data-path='drive.gear.pinion']").first
        field.tap()
        field.fill("15")
        field.press("Enter")
        expect(sorrel.get_by_role("rowheader", name="15 fitted")).to_be_visible()
        assert sorrel.evaluate("document.documentElement.scrollWidth") <= 390


@pytest.fixture
def log_file(tmp_path):
    """A flight with one punch at 20 s, in columns of no device in particular."""
    file = tmp_path / "evening.csv"
    file.write_text(as_csv(flight(seconds=60.0, punches=[(20.0, 0.07)])))
    return file


class TestLogs:
    @pytest.fixture
    def logs(self, sorrel):
        sorrel.get_by_role("button", name="Flight logs").click()
        return sorrel.get_by_role("region", name="Flight logs")

    def test_a_log_is_read_and_each_finding_leads_to_its_place(self, sorrel, logs, log_file, axe):
        expect(logs.get_by_text("A log shows what no bench can")).to_be_visible()
        logs.get_by_label("A log as CSV").set_input_files(log_file)
        finding = logs.get_by_role("button", name="A punch pulls the head speed down by 7")
        finding.click()
        shown = logs.get_by_text("s of 60")
        expect(shown).not_to_contain_text("0.0 to 60.0")
        span = shown.inner_text()
        start, end = (float(span.split()[i]) for i in (0, 2))
        assert start < 20 < end < 30
        assert sorrel.locator("[data-mark='finding']").count() == 1
        axe("a log")

    def test_what_a_log_measured_of_the_pack_is_kept_by_one_key(self, sorrel, logs, log_file):
        logs.get_by_label("A log as CSV").set_input_files(log_file)
        keep = logs.get_by_role("button", name="as the pack resistance")
        words = keep.inner_text()
        keep.click()
        expect(logs.get_by_text("Kept as the pack resistance.")).to_be_visible()
        field = sorrel.get_by_role("region", name="Drive data").get_by_role(
            "textbox", name="Pack resistance"
        )
        assert float(words.split()[1]) == float(field.input_value())

    def test_the_picture_is_moved_by_keys_alone(self, sorrel, logs, log_file):
        logs.get_by_label("A log as CSV").set_input_files(log_file)
        picture = logs.get_by_role("application")
        picture.focus()
        shown = logs.get_by_text("s of 60")
        expect(shown).to_contain_text("0.0 to 60.0")
        for key, text in (
            ("+", "15.0 to 45.0"),
            ("ArrowRight", "22.5 to 52.5"),
            ("Home", "0.0 to 30.0"),
            ("End", "30.0 to 60.0"),
            ("Escape", "0.0 to 60.0"),
        ):
            picture.press(key)
            expect(shown).to_contain_text(text)

    def test_a_stretch_is_dragged_over(self, sorrel, logs, log_file):
        logs.get_by_label("A log as CSV").set_input_files(log_file)
        shown = logs.get_by_text("s of 60")
        expect(shown).to_contain_text("0.0 to 60.0")
        box = logs.get_by_role("application").bounding_box()
        y = box["y"] + 60
        sorrel.mouse.move(box["x"] + 0.4 * box["width"], y)
        sorrel.mouse.down()
        sorrel.mouse.move(box["x"] + 0.6 * box["width"], y, steps=4)
        sorrel.mouse.up()
        expect(shown).not_to_contain_text("0.0 to 60.0")

    def test_a_column_is_put_right_once_and_remembered(self, sorrel, logs, log_file):
        log_file.write_text(log_file.read_text().replace("rpm", "turns", 1))
        field = logs.get_by_label("A log as CSV")
        field.set_input_files(log_file)
        said = logs.get_by_text("Without head_rpm or motor_rpm")
        expect(said).to_be_visible()
        logs.get_by_text("What its columns are").click()
        logs.get_by_label("Head speed", exact=True).select_option("turns")
        logs.get_by_role("button", name="Read it like this").click()
        expect(said).to_have_count(0)
        field.set_input_files(log_file)
        expect(logs.get_by_role("button", name="evening.csv")).to_have_count(2)
        expect(logs.get_by_role("button", name="A punch pulls").first).to_be_visible()

    def test_a_simulated_flight_says_that_it_is_one_and_is_taken_away(self, sorrel, logs):
        logs.get_by_role("button", name="Fly a simulated log").click()
        expect(logs.get_by_text("it never counts for the real Sorrel 690")).to_be_visible()
        logs.get_by_role("button", name="Take this log away").click()
        expect(logs.get_by_text("A log shows what no bench can")).to_be_visible()
