"""Looking up a setting, a step or a word, by keyboard alone and by touch; help inside."""

import pytest
from playwright.sync_api import expect

from hands import BY_THUMB, address_of


@pytest.fixture
def bench(page, demo):
    page.goto(f"{address_of(page, 'Tansy 380')}/bench")
    page.locator("#step-title").wait_for()
    return page


def look_for(page, text):
    page.get_by_role("combobox", name="What are you looking for?").fill(text)


class TestByKeyboard:
    def test_a_setting_is_looked_up_and_then_has_the_focus(self, bench):
        bench.keyboard.press("/")
        field = bench.get_by_role("combobox", name="What are you looking for?")
        expect(field).to_be_focused()
        bench.keyboard.type("servo 2 sub trim")
        expect(bench.get_by_role("option")).to_have_count(1)
        expect(bench.get_by_role("option")).to_contain_text("Servo 2, sub-trim")
        bench.keyboard.press("Enter")
        expect(bench.locator("[data-path='unit.servos.1.subtrim_us']")).to_be_focused()

    def test_the_arrow_keys_walk_through_what_was_found(self, bench):
        bench.keyboard.press("/")
        bench.keyboard.type("phase")
        options = bench.get_by_role("option")
        expect(options.first).to_have_attribute("aria-selected", "true")
        expect(options.first).to_contain_text("word")
        bench.keyboard.press("ArrowDown")
        expect(options.nth(1)).to_have_attribute("aria-selected", "true")
        expect(options.nth(1)).to_contain_text("step")
        bench.keyboard.press("Enter")
        expect(bench.locator("#step-title")).to_contain_text("Phase")

    def test_a_word_leads_to_its_meaning(self, bench):
        bench.keyboard.press("/")
        bench.keyboard.type("heading hold")
        bench.get_by_role("option").first.wait_for()
        bench.keyboard.press("Enter")
        expect(bench).to_have_title("Help – Mint Lever")
        expect(bench.locator("#word-heading-hold")).to_be_focused()

    def test_nothing_found_says_so_and_escape_leaves(self, bench):
        bench.keyboard.press("/")
        bench.keyboard.type("umbrella")
        expect(bench.get_by_text("Nothing is called so")).to_be_visible()
        bench.keyboard.press("Escape")
        expect(bench.get_by_role("dialog")).to_have_count(0)


@BY_THUMB
class TestByTouch:
    def test_from_the_hangar_to_a_helicopter(self, page, demo, axe):
        page.goto("/")
        page.get_by_role("link", name="Tansy 380").wait_for()
        page.get_by_role("button", name="Account and page").tap()
        page.get_by_role("menuitem", name="Look up").tap()
        look_for(page, "yarow")
        axe("looking up at 390")
        page.get_by_role("option", name="Yarrow 570").tap()
        expect(page).to_have_title("Yarrow 570 · Bench – Mint Lever")

    def test_a_finding_leads_to_its_setting(self, bench):
        bench.get_by_role("button", name="Account and page").tap()
        bench.get_by_role("menuitem", name="Look up").tap()
        look_for(bench, "fail-safe")
        bench.get_by_role("option").filter(has_text="finding").first.tap()
        expect(bench.locator("[data-path='transmitter.fail_safe_throttle_pct']")).to_be_focused()

    def test_the_drawing_is_fetched_when_it_is_seen(self, drawing, page, demo):
        fetched = []
        page.on("request", lambda request: fetched.append(request.url))
        page.goto(f"{address_of(page, 'Tansy 380')}/bench")
        page.get_by_role("button", name="Yes, it is so").wait_for()
        # The code of the other places comes in the background; the drawing's does not.
        page.wait_for_function(
            "() => performance.getEntriesByType('resource').some(e => /help-/.test(e.name))"
        )
        assert not [url for url in fetched if "/scene-" in url]
        page.locator("canvas").scroll_into_view_if_needed()
        page.wait_for_function("() => window.mintLeverBench?.draws > 0")
        assert [url for url in fetched if "/scene-" in url]

    def test_where_nothing_can_draw_it_says_so_and_fetches_nothing(self, page, demo_looked_at):
        fetched = []
        page.on("request", lambda request: fetched.append(request.url))
        page.goto(f"{address_of(page, 'Tansy 380')}/bench")
        page.locator("canvas").scroll_into_view_if_needed()
        page.get_by_text("This browser cannot draw in 3D here.").wait_for()
        # Nothing is offered that would turn it.
        expect(page.get_by_role("button", name="Usual view")).to_have_count(0)
        assert not [url for url in fetched if "/scene-" in url]
