"""The main job, end to end: import, push a lever, edit, undo, save, reload, export, import."""

from datetime import datetime, timedelta

import pytest
from playwright.sync_api import expect

from builds import document, with_tail
from few import few
from hands import BY_THUMB, put_in_hangar, stand_at
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import read_setup


def shown(page):
    """Blade pitch, servo pulses and horn angles as the page shows them."""

    def figure(text):
        return float(text.replace("−", "-").replace("°", ""))

    return (
        figure(page.get_by_test_id("pitch").inner_text()),
        [figure(text) for text in page.locator("[data-pulse]").all_inner_texts()],
        [figure(text) for text in page.locator("[data-horn]").all_inner_texts()],
    )


def expect_core(page, made, *sticks, azimuth=180.0):
    """Wait until the page shows the core's numbers for these sticks."""
    result = evaluate_pose(build_chain(read_setup(made)), Sticks.at(*sticks), [azimuth])
    wanted = (
        pytest.approx(result.pitch_deg.item(), abs=0.051),
        pytest.approx(result.run.servo.sent_us[:, 0].tolist(), abs=0.51),
        pytest.approx(result.run.horn_deg[:, 0].tolist(), abs=0.051),
    )
    for _ in range(60):
        found = shown(page)
        if found == wanted:
            return
        page.wait_for_timeout(50)
    assert found == wanted


@pytest.fixture
def fennel(page, new_pilot):
    """A pilot's own helicopter open on the path."""
    stand_at(page, put_in_hangar(page, document()), "path")


def kept(page):
    page.get_by_text("all kept").wait_for()


def main_job(page, import_file, setup_file, tmp_path):
    page.goto("/")
    import_file(setup_file)
    page.get_by_role("heading", name="Fennel 500").wait_for()
    page.get_by_test_id("pitch").wait_for()
    made = document()
    expect_core(page, made)

    # Levers by keyboard: five steps of 5 % up, two right, one fine step forward.
    for key in ["r"] * 5 + ["f"] * 2 + ["Shift+E"]:
        page.keyboard.press(key)
    expect_core(page, made, 25, 10, 1)

    # Edit a horn length in place; the blade follows.
    page.locator("[data-stage=horns]").click()
    horn = page.get_by_label("Horn length").first
    horn.fill("15,5")
    horn.press("Enter")
    kept(page)
    made["airframe"]["servos"][0]["arm_mm"] = 15.5
    expect_core(page, made, 25, 10, 1)

    page.get_by_role("button", name="Undo").click()
    made["airframe"]["servos"][0]["arm_mm"] = 13.0
    expect_core(page, made, 25, 10, 1)
    assert page.get_by_label("Horn length").first.input_value() == "13.0"
    page.get_by_role("button", name="Redo").click()
    made["airframe"]["servos"][0]["arm_mm"] = 15.5
    expect_core(page, made, 25, 10, 1)

    page.keyboard.press("Control+s")
    page.get_by_label("What changed, in your words").fill("longer horn on the elevator")
    page.get_by_role("button", name="Save revision 1").click()
    page.get_by_text("revision 1, all kept", exact=True).wait_for()

    page.reload()
    page.get_by_test_id("pitch").wait_for()
    page.locator("[data-stage=horns]").click()
    assert page.get_by_label("Horn length").first.input_value() == "15.5"

    page.get_by_role("button", name="Revisions").click()
    page.get_by_text("longer horn on the elevator").wait_for()
    with page.expect_download() as started:
        page.get_by_role("link", name="Export revision 1").click()
    file = tmp_path / started.value.suggested_filename
    started.value.save_as(file)
    assert file.name == "fennel-500-revision-1.json"
    assert read_setup(file.read_bytes()) == read_setup(made)

    page.keyboard.press("Escape")
    page.get_by_role("link", name="Hangar").click()
    page.get_by_role("link", name="Fennel 500").wait_for()
    import_file(file)
    page.get_by_test_id("pitch").wait_for()
    expect_core(page, made)
    page.get_by_role("link", name="Hangar").click()
    page.get_by_role("link", name="Fennel 500").nth(1).wait_for()


def test_the_main_job(page, new_pilot, import_file, setup_file, tmp_path):
    main_job(page, import_file, setup_file, tmp_path)


@BY_THUMB
class TestPhone:
    def test_the_main_job_at_390_wide(self, page, new_pilot, import_file, setup_file, tmp_path):
        main_job(page, import_file, setup_file, tmp_path)

    def test_levers_by_touch(self, page, fennel, axe):
        box = page.get_by_test_id("cyclic-pad").bounding_box()
        page.touchscreen.tap(box["x"] + box["width"] * 0.75, box["y"] + box["height"] * 0.5)
        aileron = page.get_by_role("slider", name="Aileron")
        assert float(aileron.get_attribute("aria-valuenow")) == pytest.approx(50, abs=3)
        expect_core(page, document(), 0, float(aileron.get_attribute("aria-valuenow")), 0)
        wide = page.evaluate("() => [document.documentElement.scrollWidth, innerWidth]")
        assert wide[0] <= wide[1]
        # The levers must leave the page room: all of them stand in one row under the mode keys.
        dock = page.get_by_role("region", name="Levers").bounding_box()
        assert dock["height"] < 200
        axe("path at 390 wide")

    def test_the_length_drawn_is_in_sight_above_the_tapped_field(self, page, fennel):
        page.locator("[data-stage=horns]").click()
        arm = page.locator("[data-path='airframe.servos.2.arm_mm']")
        # Where the tap finds it, the lifted drawing would cover it.
        arm.evaluate("field => scrollTo(0, scrollY + field.getBoundingClientRect().top - 60)")
        arm.tap()
        lifted = page.locator("[data-lifted=true]")
        expect(lifted.get_by_role("img", name="Swash, horns, links")).to_be_in_viewport(ratio=1)
        over, under = lifted.bounding_box(), arm.bounding_box()
        assert over["y"] + over["height"] < under["y"] < 422
        lifted.click()
        expect(arm).to_be_focused()
        # Scrolled away from its field it covers nothing, and comes back with it.
        page.evaluate("() => scrollTo(0, 0)")
        expect(lifted).to_have_count(0)
        arm.evaluate("field => field.scrollIntoView({ block: 'center' })")
        expect(lifted).to_have_count(1)
        arm.blur()
        expect(lifted).to_have_count(0)


def test_levers_by_mouse_slider_keys_and_modes(page, new_pilot):
    made = document()
    made["transmitter"] = {"modes": {"idle_up_1": {"pitch_curve": [20, 50, 80]}}}
    stand_at(page, put_in_hangar(page, made), "path")
    collective = page.get_by_role("slider", name="Collective")
    collective.press("PageUp")
    collective.press("ArrowUp")
    expect_core(page, made, 11)
    page.get_by_role("button", name="Centre levers").click()
    box = page.get_by_test_id("cyclic-pad").bounding_box()
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] * 0.9, box["y"] + box["height"] * 0.3, steps=5)
    page.mouse.up()
    stick = [
        float(page.get_by_role("slider", name=name).get_attribute("aria-valuenow"))
        for name in ("Aileron", "Elevator")
    ]
    assert stick == pytest.approx([80, 40], abs=2)
    expect_core(page, made, 0, *stick)
    page.get_by_role("radio", name="Idle-up 1").click()
    page.get_by_role("button", name="Centre levers").click()
    collective.press("End")
    sticks = Sticks.at(100)
    top = evaluate_pose(build_chain(read_setup(made)), sticks, [180], mode="idle_up_1")
    page.get_by_test_id("pitch").get_by_text(f"+{top.pitch_deg.item():.1f}").wait_for()


def test_the_rudder_moves_the_tail_and_a_described_tail_is_asked_for(page, new_pilot, axe):
    def rudder_of(setup):
        stand_at(page, put_in_hangar(page, setup), "path")
        page.get_by_role("button", name="Rudder", exact=True).click()
        page.locator("[data-stage=tail]").click()

    rudder_of(document())
    page.get_by_text("No tail is described yet.").wait_for()
    rudder_of(with_tail())
    pitch = page.get_by_test_id("tail-pitch")
    pitch.get_by_text("+3.0").wait_for()  # asin(0.5/9.5)
    for _ in range(8):
        page.keyboard.press("t")
    page.get_by_label("Tail", exact=True).get_by_text("840").wait_for()  # 760 + 40 % of 200 µs
    pitch.get_by_text("+15.7").wait_for()
    page.get_by_text("pushes the nose right").wait_for()
    for _ in range(16):
        page.keyboard.press("w")
    page.get_by_text("pushes the nose left").wait_for()
    axe("the tail on Path")


def test_the_azimuth_of_the_blade_is_the_pilots_choice(page, fennel):
    for key in "ffff":
        page.keyboard.press(key)
    page.get_by_role("button", name="right", exact=True).click()
    expect_core(page, document(), 0, 20, 0, azimuth=90.0)
    page.get_by_role("slider", name="Blade A at").press("ArrowRight")
    expect_core(page, document(), 0, 20, 0, azimuth=95.0)


@pytest.mark.parametrize(
    ("typed", "says"),
    few([("thirteen", "allowed: a number in mm"), ("-3", "a number of at least 0.1")], 1),
)
def test_a_refused_entry_stays_with_its_reason(page, fennel, typed, says, axe):
    page.locator("[data-stage=horns]").click()
    horn = page.get_by_label("Horn length").first
    horn.fill(typed)
    horn.press("Enter")
    page.get_by_role("alert").filter(has_text=says).first.wait_for()
    assert horn.input_value() == typed
    assert horn.get_attribute("aria-invalid") == "true"
    axe("path with a refused entry")
    horn.press("Escape")
    assert horn.input_value() == "13.0"
    page.reload()
    page.get_by_test_id("pitch").wait_for()
    assert page.get_by_label("Horn length").first.input_value() == "13.0"


def test_two_tabs_never_overwrite_each_other_silently(page, context, fennel):
    other = context.new_page()
    other.goto(page.url + "?stage=horns")
    page.locator("[data-stage=horns]").click()
    other.get_by_label("Horn length").first.wait_for()

    page.get_by_label("Horn length").first.fill("14")
    page.keyboard.press("Enter")
    kept(page)
    other.get_by_label("Link length").first.fill("40")
    other.keyboard.press("Enter")
    other.get_by_text("This draft was changed elsewhere").first.wait_for()
    assert other.get_by_label("Link length").first.input_value() == "40"
    other.get_by_role("button", name="Show the newest draft").click()
    # What was typed here still stands in its field, and is not called kept.
    other.get_by_text("one entry not kept").wait_for()
    assert other.get_by_label("Horn length").first.input_value() == "14.0"
    assert other.get_by_label("Link length").first.input_value() == "40"
    other.get_by_label("Link length").first.press("Enter")
    other.get_by_text("all kept").wait_for()


def test_nudging_a_field_by_arrow_keys_is_kept_once(page, fennel):
    page.locator("[data-stage=gain]").click()
    throw = page.get_by_label("Throw above centre")
    # The page's clock is held: how long a busy machine takes between two presses is no rest.
    page.clock.install()
    page.clock.pause_at(datetime.now() + timedelta(hours=1))
    for _ in range(3):
        throw.press("ArrowUp")
    throw.press("Shift+ArrowUp")
    assert throw.input_value() == "53"
    page.clock.resume()
    page.get_by_role("button", name="Undo").and_(page.locator(":enabled")).click()
    expect(throw).to_have_value("40")  # four presses, one step


def test_a_length_is_drawn_while_its_field_has_the_focus(page, fennel, axe):
    page.locator("[data-stage=horns]").click()
    arm = page.locator("[data-path='airframe.servos.1.arm_mm']")

    def drawn(act):
        with page.expect_response(lambda answer: "/frame?" in answer.url) as answered:
            act()
        return answered.value.json()["scene"]["dimension"]

    found = drawn(arm.focus)
    assert found["path"] == "airframe.servos.1.arm_mm"
    assert found["value_mm"] == float(arm.input_value())
    says = page.get_by_text("From the servo's shaft to the middle of the ball on its horn.")
    assert says.is_visible()
    axe("a field with its help")
    assert drawn(arm.blur) is None
    says.wait_for(state="hidden")


def test_a_length_of_the_tail_is_drawn_on_its_sketch(page, new_pilot):
    stand_at(page, put_in_hangar(page, with_tail()), "path")
    page.get_by_role("button", name="Rudder", exact=True).click()
    page.locator("[data-stage=tail]").click()
    rod = page.locator("[data-path='airframe.tail.servo.rod_mm']")
    with page.expect_response(lambda answer: "servo.rod_mm" in answer.url) as answered:
        rod.focus()
    found = answered.value.json()["scene"]["dimension"]
    assert (found["ends"], found["value_mm"]) == (None, float(rod.input_value()))


def test_servos_are_made_alike_by_keyboard_and_undone_in_one_step(page, fennel):
    page.locator("[data-stage=horns]").click()
    arms = [page.locator(f"[data-path='airframe.servos.{i}.arm_mm']") for i in range(3)]
    arms[0].fill("14.7")
    page.keyboard.press("Enter")
    kept(page)
    before = [arm.input_value() for arm in arms]
    assert before[0] == "14.7" != before[1]
    page.get_by_role("button", name="The same for all 3 servos").press("Enter")
    for arm in arms:
        expect(arm).to_have_value("14.7")
    page.get_by_role("button", name="Undo").click()
    for arm, value in zip(arms, before, strict=True):
        expect(arm).to_have_value(value)


def test_rename_and_reshape(page, fennel, axe):
    page.get_by_role("button", name="Rename").click()
    page.get_by_label("Name", exact=True).fill("Fennel 505")
    page.keyboard.press("Enter")
    page.get_by_role("heading", name="Fennel 505").wait_for()
    page.locator("[data-stage=swash]").click()
    page.get_by_label("Layout, fills in the balls").select_option("four servos, 90° square")
    page.locator("[data-servo]").nth(3).wait_for()
    page.locator("[data-stage=blade]").click()
    page.get_by_label("Blades", exact=True).select_option("4")
    page.get_by_label("Link D turned out").wait_for()
    axe("four blades on four servos")
    for _ in range(2):
        page.get_by_role("button", name="Undo").click()
        kept(page)
    page.locator("[data-servo]").nth(3).wait_for(state="detached")


def test_3d_code_is_loaded_only_where_it_is_used(drawing, page, demo):
    asked = []
    page.on("request", lambda request: asked.append(request.url))
    page.goto("/")
    page.get_by_role("link", name="Sorrel 690").wait_for()
    assert not any("/scene-" in url for url in asked)
    with page.expect_request(lambda request: "/scene-" in request.url):
        page.get_by_role("link", name="Sorrel 690").click()
    assert all(url.startswith(page.evaluate("() => location.origin")) for url in asked)
