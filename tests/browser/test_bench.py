"""The bench in the real interface: whole evenings by keyboard and by touch, entries, refusals."""

import re
import time

import pytest
from playwright.sync_api import expect

from builds import with_tail
from hands import BY_THUMB, address_of, put_in_hangar, read, stand_at

AS_THEY_COME = ("Square the horns", "All together", "Tilts", "Level the swash")


def open_bench(page, name="Tansy 380", step=None):
    stand_at(page, address_of(page, name), query=f"?step={step}" if step else "")


@pytest.fixture
def fresh_bench(page, new_pilot):
    """A new helicopter's bench with the simulated model on the table, the clock running."""
    page.goto("/")
    page.get_by_role("button", name="New helicopter").click()
    page.get_by_label("Name").fill("Borage 420")
    page.get_by_role("button", name="Put it in the hangar").click()
    page.get_by_role("link", name="Bench").click()
    begin(page)


@pytest.fixture
def described_bench(page, new_pilot):
    """As fresh, of a helicopter whose tail is described: its slider is drawn and reckoned with."""
    stand_at(page, put_in_hangar(page, with_tail()))
    begin(page)


def begin(page):
    page.get_by_role("button", name="Simulated model", exact=True).click()
    page.get_by_text("Simulated model on the table.").wait_for()
    page.get_by_role("button", name="Start the run").click()
    page.get_by_role("button", name="Pause").wait_for()


def standing(page):
    """What the page shows: the title, how much is logged, the open question, a needed action."""
    return page.evaluate(
        """() => {
          const text = (at) => at?.textContent ?? '';
          const act = document.querySelector('[data-act]');
          return {
            title: text(document.querySelector('#step-title')),
            question: document.querySelector('[data-question][aria-pressed=true]')
              ?.dataset.question ?? null,
            read: [...document.querySelectorAll('p')].some(
              (p) => p.textContent === 'Everything here is read.'),
            act: act ? act.dataset.act : null,
            needed: !!act && !act.parentElement.textContent.includes('not needed'),
            next: !!document.querySelector('[data-next]'),
            fit: document.querySelector('header').textContent.includes('Every step done'),
            logged: Number(/Logged\\D*(\\d+)/.exec(
              [...document.querySelectorAll('summary')].map(text).join(' '))?.[1] ?? 0),
          };
        }"""
    )


def changed(page, before):
    """Wait until the page shows something else."""
    for _ in range(200):
        now = standing(page)
        if now != before:
            return now
        time.sleep(0.02)
    raise AssertionError(f"nothing happened at {before}")


def evening(page, take, act, go_on):
    """Follow the page from the first step to the last, as its own words say."""
    now = standing(page)
    for _ in range(320):
        if now["fit"]:
            return
        as_it_comes = any(title in now["title"] for title in AS_THEY_COME)
        if now["next"]:
            go_on()
        elif now["needed"] and (as_it_comes or now["read"]):
            act(now["act"])
        elif now["question"]:
            take(now["question"])
        # Otherwise the answer is on its way.
        now = changed(page, now)
    raise AssertionError(f"the evening never ended: {now}")


@pytest.mark.judge
def test_a_whole_evening_by_keyboard_alone(page, fresh_bench, axe):
    def take(question):
        field = page.locator(f"[data-ask='{question}']")
        page.keyboard.press("g")
        if field.count():
            expect(field).not_to_have_value("")
            page.keyboard.press("Enter")
        elif question.startswith("look."):
            # The answer is filled in and its key has the focus.
            expect(page.get_by_role("button", name="Record")).to_be_focused()
            page.keyboard.press("Enter")

    axe("a fresh bench")
    evening(page, take, lambda _: page.keyboard.press("a"), lambda: page.keyboard.press("l"))
    axe("a finished bench")
    page.keyboard.press("l")
    over = page.get_by_role("dialog", name="Sign off the evening")
    over.get_by_text("All of it, in practice.").wait_for()
    assert over.get_by_role("row", name=re.compile("→")).count() > 5
    axe("signing off")
    page.keyboard.press("Escape")
    expect(over).to_have_count(0)
    page.get_by_role("link", name="Hangar").click()
    # Practice never counts for the real helicopter.
    page.get_by_text("not called fit to fly").wait_for()
    assert "39 of 39" in page.get_by_role("listitem").inner_text()


@BY_THUMB
class TestByTouch:
    @pytest.mark.judge
    def test_a_whole_evening(self, page, described_bench, axe):
        def take(question):
            page.get_by_role("button", name=re.compile("the simulated model G$")).tap()
            field = page.locator(f"[data-ask='{question}']")
            if field.count():
                expect(field).not_to_have_value("")
                page.get_by_role("button", name="Record, on the keypad").tap()
            elif question.startswith("look."):
                page.get_by_role("button", name="Record", exact=True).tap()

        evening(
            page,
            take,
            lambda key: page.locator(f"[data-act='{key}']").tap(),
            lambda: page.locator("[data-next]").tap(),
        )
        # The whole page at once: what the levers' dock covers at one scroll position is no finding.
        page.set_viewport_size({"width": 390, "height": 2600})
        axe("a finished bench on a phone")
        assert page.evaluate("document.documentElement.scrollWidth") == 390

    def test_one_thumb_enters_a_reading(self, page, demo):
        open_bench(page, "Sorrel 690", "collective_range")
        page.locator("[data-question=up]").tap()
        keypad = page.get_by_role("group", name="Keypad")
        for key in ("1", "1", "decimal comma", "2"):
            keypad.get_by_role("button", name=key, exact=True).tap()
        field = page.locator("[data-ask=up]")
        expect(field).to_have_value("11,2")
        keypad.get_by_role("button", name="change sign").tap()
        expect(field).to_have_value("-11,2")
        keypad.get_by_role("button", name="delete last").tap()
        page.get_by_role("button", name="0.1 more").tap()
        expect(field).to_have_value("-10.9")

    def test_a_tapped_question_comes_into_sight_and_digits_go_to_it(self, page, demo):
        open_bench(page, "Sorrel 690", "collective_range")
        down = page.locator("[data-question=down]")
        down.scroll_into_view_if_needed()
        down.tap()
        field = page.locator("[data-ask=down]")
        expect(field).to_be_in_viewport()
        page.keyboard.type("-11.1")
        page.keyboard.press("Enter")
        expect(down).to_contain_text("−11.1")
        # Whichever question comes next has the digits that are typed after it.
        page.locator("[data-question=up]").tap()
        page.get_by_role("heading", name="Collective range").tap()
        page.keyboard.type("11.3")
        expect(page.locator("[data-ask=up]")).to_have_value("11.3")

    def test_the_next_question_comes_into_sight_by_itself(self, page, demo):
        open_bench(page, "Tansy 380", "make_safe")
        asked = page.get_by_role("group", name="The motor cannot drive")
        first = asked.get_by_text("Unplug it, or move its pinion out of mesh.", exact=True)
        first.wait_for()
        page.get_by_role("button", name="No blade is on that no step asks for").evaluate(
            "each => each.scrollIntoView({ block: 'start' })"
        )
        expect(first).not_to_be_in_viewport()
        page.keyboard.press("y")
        following = page.get_by_role("group").get_by_text(
            "And it stays on for everything on the bench."
        )
        expect(following).to_be_in_viewport()

    def test_one_large_key_and_digits_that_are_read_from_afar(self, page, demo, axe):
        open_bench(page, "Sorrel 690", "collective_range")
        page.locator("[data-question=up]").tap()
        page.get_by_role("button", name="Large view").tap()
        large = page.get_by_role("dialog")
        for key in ("1", "0", "decimal comma", "8"):
            large.get_by_role("button", name=key, exact=True).tap()
        shown = large.get_by_label("Blade A, stick full up, as typed")
        expect(shown).to_contain_text("10,8")
        assert shown.evaluate("each => parseFloat(getComputedStyle(each).fontSize)") > 80
        record = large.get_by_role("button", name="Record").bounding_box()
        assert record["height"] >= 96
        assert record["width"] > 350
        axe("the large view")
        large.get_by_role("button", name="Record").tap()
        large.get_by_role("button", name="Back to the page").first.tap()
        expect(page.locator("[data-question=up]")).to_contain_text("+10.8")


def test_a_leveller_that_shows_no_degrees(page, demo, axe):
    open_bench(page, "Sorrel 690", "level")
    page.locator("[data-question='mid.right']").click()
    page.get_by_role("button", name="It shows no degrees…").click()
    sheet = page.get_by_role("dialog", name="A leveller without degrees")
    sheet.get_by_role("button", name="ball 2").click()
    sheet.get_by_text("Then look again, until all arms touch.").wait_for()
    sheet.get_by_label("Gap at ball 1").fill("0,4 mm")
    page.keyboard.press("Enter")
    record = sheet.get_by_role("button", name="Record")
    # Free at the tail: front up, and to no side.
    expect(record).to_contain_text(re.compile(r"0\.0° right, −\d\.\d° forward"))
    axe("a leveller without degrees")
    sheet.get_by_label("Gap at ball 1").fill("a hair")
    page.keyboard.press("Enter")
    sheet.get_by_role("alert").wait_for()
    sheet.get_by_role("button", name="Square: all touch").click()
    sheet.get_by_role("button", name="Record 0.0° right, 0.0° forward").click()
    expect(sheet).to_have_count(0)
    expect(page.locator("[data-question='mid.right']")).to_contain_text("0.0")


def test_letters_and_95_degrees_are_refused_and_stay_in_the_field(page, real_bench):
    for text, found in (("about one", "about one"), ("95", "95 °")):
        read(page, text)
        alert = page.get_by_role("alert")
        alert.get_by_text(f"found {found}; allowed: a number from -30 to 30 °").wait_for()
        expect(page.locator("[data-ask]")).to_have_value(text)
    read(page, "1,1")
    page.locator("[data-ask='blade.1']").wait_for()
    page.locator("[data-question='blade.0']").get_by_text("1.1").wait_for()


def test_a_reading_is_judged_put_right_and_struck_and_its_advice_followed(page, real_bench):
    read(page, "1.1")
    page.locator("[data-ask='blade.1']").wait_for()
    read(page, "8")
    page.get_by_text("Blades within 6.9° of each other").wait_for()
    page.get_by_text("Logged in this step").click()
    page.get_by_role("button", name="Put right: Blade B over the boom 8").click()
    page.get_by_role("textbox", name="Blade B over the boom, put right").fill("0,1")
    page.get_by_role("button", name="Keep").click()
    page.get_by_text("Turn the pitch links: blade A 1 turn shorter.").wait_for()
    page.get_by_text("put right", exact=True).wait_for()
    ruler = page.get_by_role("img", name=re.compile("^blade A: wanted"))
    assert "the next should land at" in ruler.get_attribute("aria-label")
    page.keyboard.press("a")
    page.locator("[data-step=zero_pitch]").get_by_text("in hand").wait_for()
    page.locator("[data-question='blade.0'][aria-pressed=true]").wait_for()
    # The reading from before the turn is history, on the ruler and in the log.
    page.get_by_text("no longer holds").first.wait_for()
    page.get_by_role("button", name=re.compile("^Strike out: Turn the pitch links")).click()
    page.get_by_text("Turn the pitch links: blade A 1 turn shorter.").first.wait_for()
    page.locator("[data-question='blade.0']").get_by_text("1.1").wait_for()


def test_what_was_touched_is_shown_with_its_reason_and_pausing_asks_for_safety(page, real_bench):
    for reading in ("0.1", "0"):
        count = page.locator("[data-ask]").get_attribute("data-ask")
        read(page, reading)
        if reading == "0.1":
            page.wait_for_selector(f"[data-ask]:not([data-ask='{count}'])")
    step = page.locator("[data-step=zero_pitch]")
    step.get_by_text("good").wait_for()
    page.get_by_role("button", name="What did you touch?").click()
    page.get_by_role("button", name="Crash").click()
    step.get_by_text("stale").wait_for()
    step.get_by_text("a pitch link, the rotor head changed since").wait_for()
    # The first answer has started the run.
    page.get_by_role("button", name="Pause").click()
    page.get_by_text("at the bench, paused").wait_for()
    page.get_by_role("button", name="Resume, powered up again").click()
    page.locator("[data-step=make_safe]").get_by_text("stale").wait_for()
    read(page, "0.3")
    page.get_by_role("alert").get_by_text("Make safe first").wait_for()
    expect(page.locator("[data-ask]")).to_have_value("0.3")


def test_two_tabs_at_one_bench_lose_nothing(page, real_bench, context):
    other = context.new_page()
    other.goto(page.url)
    other.locator("[data-ask='blade.0']").wait_for()
    read(page, "1.0")
    page.locator("[data-ask='blade.1']").wait_for()
    read(other, "1.4")
    # The other tab asked an old question: its answer is not taken unseen, and what is newest shows.
    other.get_by_role("alert").get_by_text("Answered elsewhere meanwhile").wait_for()
    other.locator("[data-ask='blade.1']").wait_for()
    ruler = other.get_by_role("img", name=re.compile("^blade A: wanted"))
    expect(ruler).to_have_attribute("aria-label", re.compile(r"read \+1\.0, the last"))
    # Given once more, now that the first is seen, it counts beside it.
    other.locator("[data-question='blade.0']").click()
    other.locator("[data-ask='blade.0']").wait_for()
    read(other, "1.4")
    expect(ruler).to_have_attribute("aria-label", re.compile(r"read \+1\.0, \+1\.4"))
    other.close()


def test_pitch_without_a_gauge_and_from_a_picture(page, real_bench, axe):
    page.get_by_role("button", name="Without a gauge…").click()
    page.get_by_label("Gap between the tips").fill("20,9")
    page.get_by_label("Bolt to tip (mm)").fill("300")
    page.get_by_role("button", name="Work it out").click()
    page.get_by_role("button", name="Use +2.0°").wait_for()
    page.get_by_role("button", name="A picture", exact=True).click()
    page.get_by_label("Picture of the blade").set_input_files("docs/screenshots/hangar.png")
    end = page.get_by_role("slider", name="chord line, right end")
    end.focus()
    for _ in range(5):
        page.keyboard.press("Shift+ArrowUp")
    axe("a picture to draw over")
    page.get_by_role("button", name="Work it out").click()
    use = page.get_by_role("button", name=re.compile(r"^Use \+\d"))
    pitch = re.search(r"[\d.]+", use.inner_text()).group()
    use.click()
    expect(page.locator("[data-ask='blade.0']")).to_have_value(pitch)


def test_the_model_learns_and_no_step_is_undone(page, demo, axe):
    open_bench(page, "Sorrel 690", "collective_range")
    page.get_by_text("Let the model learn from these readings").click()
    page.get_by_role("button", name="Fit", exact=True).click()
    page.get_by_role("rowheader", name="grip arm").wait_for()
    axe("what was learned")
    page.get_by_role("button", name="Write these lengths into the setup").click()
    page.get_by_role("rowheader", name="grip arm").wait_for(state="detached")
    page.get_by_text("Every step done, in practice").wait_for()


@pytest.mark.judge
def test_every_step_of_a_run_with_stale_ones_is_open_to_all(page, axe, demo):
    open_bench(page, "Yarrow 570")
    steps = page.locator("[data-step]")
    for index in range(steps.count()):
        steps.nth(index).click()
        expect(steps.nth(index)).to_have_attribute("aria-current", "step")
        axe(steps.nth(index).get_attribute("data-step"))
    page.get_by_role("button", name="What did you touch?").click()
    axe("what did you touch")
