"""What a pilot entered reaches the server once and in order, whatever the network does."""

import re

import pytest
from playwright.sync_api import expect

from builds import document
from hands import put, put_in_hangar, read, stand_at

KEPT = re.compile("all kept$")


@pytest.fixture
def modes(page, new_pilot):
    """A pilot's own helicopter open in Modes."""
    stand_at(page, put_in_hangar(page, document()), "modes")
    page.get_by_role("slider", name="Pitch at stick 50 %").wait_for()


def helicopter_of(page):
    return re.search(r"/helicopters/([0-9a-f-]+)", page.url).group(1)


def on_the_server(page, what=""):
    """What the server has, asked past the page."""
    answer = page.context.request.get(f"/api/helicopters/{helicopter_of(page)}{what}")
    assert answer.ok
    return answer.json()


def pitch_of(page, mode):
    return on_the_server(page)["document"]["transmitter"]["modes"][mode]["pitch_curve"]


def test_a_place_whose_code_never_came_says_so_and_is_opened_again(page, trouble, modes):
    page.route("**/assets/path-*", lambda route: route.abort())
    page.reload()
    page.get_by_role("link", name="Path").click()
    page.get_by_role("heading", name="This place could not be opened").wait_for()
    page.unroute("**/assets/path-*")
    page.get_by_role("button", name="Open it again").click()
    page.get_by_test_id("pitch").wait_for()
    assert all("dynamically imported module" in said for said in trouble)
    trouble.clear()


def test_the_network_is_cut_in_mid_edit(page, context, modes):
    page.wait_for_function(
        "() => performance.getEntriesByType('resource').some(({ name }) => name.includes('/path-'))"
    )
    before = pitch_of(page, "normal")
    context.set_offline(True)
    put(page, "Point 2, value", "31")
    page.get_by_text("no answer; 1 kept here").wait_for()
    put(page, "Point 3, value", "52")
    put(page, "Point 2, value", "33")
    page.get_by_text("no answer; 3 kept here").wait_for()
    # Another place shows the same line.
    page.get_by_role("link", name="Path").click()
    page.get_by_text("no answer; 3 kept here").wait_for()
    context.set_offline(False)
    page.get_by_text(KEPT).wait_for()
    assert pitch_of(page, "normal") == [before[0], 33, 52, *before[3:]]
    # Each is a step of its own, in the order they were made.
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name="Redo")).to_be_enabled()
    page.get_by_text(KEPT).wait_for()
    assert pitch_of(page, "normal")[:3] == [before[0], 31, 52]


def test_what_was_not_taken_survives_a_reload_and_a_key_tries_again(page, modes):
    page.route("**/draft", lambda route: route.abort())
    put(page, "Point 2, value", "31")
    page.get_by_text("no answer; 1 kept here").wait_for()
    page.reload()
    page.get_by_text("no answer; 1 kept here").wait_for()
    assert pitch_of(page, "normal")[1] != 31
    with page.expect_request("**/draft"):
        page.get_by_role("button", name="Try now").click()
    # From here on it goes by itself, at the latest after its longest wait.
    page.unroute("**/draft")
    page.get_by_text(KEPT).wait_for()
    assert pitch_of(page, "normal")[1] == 31


def test_an_edit_whose_answer_is_lost_is_made_once(page, modes):
    lost = []

    def lose_the_answer(route):
        route.fetch()
        lost.append(route.request.post_data_json["id"])
        route.abort()

    page.route("**/draft", lose_the_answer, times=1)
    put(page, "Point 2, value", "31")
    page.get_by_text(KEPT).wait_for()
    assert len(lost) == 1
    assert pitch_of(page, "normal")[1] == 31
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name="Undo")).to_be_disabled()


def test_a_reading_sent_twice_is_logged_once(page, real_bench):
    page.route("**/readings", lambda route: (route.fetch(), route.abort()), times=1)
    read(page, "1.1")
    page.locator("[data-ask='blade.1']").wait_for()
    lines = on_the_server(page, "/bench/log?step=zero_pitch")["lines"]
    assert [line["value"] for line in lines if line["key"] == "blade.0"] == [1.1]


def test_a_reading_on_its_way_survives_a_reload_and_is_logged_once(page, real_bench):
    page.route("**/readings", lambda route: route.abort())
    read(page, "1.1")
    page.get_by_text("your reading is kept here and goes by itself").wait_for()
    page.reload()
    field = page.locator("[data-ask='blade.0']")
    expect(field).to_have_value("1.1")
    expect(field).not_to_be_editable()
    page.unroute("**/readings")
    # Its field is for the next reading then, not for the same one a second time.
    page.locator("[data-ask='blade.1']").wait_for()
    page.locator("[data-question='blade.0']").click()
    expect(field).to_have_value("")
    lines = on_the_server(page, "/bench/log?step=zero_pitch")["lines"]
    assert [line["value"] for line in lines if line["key"] == "blade.0"] == [1.1]


def test_what_was_kept_over_a_reload_is_not_made_on_another_setup(page, context, modes):
    page.route("**/draft", lambda route: route.abort())
    put(page, "Point 2, value", "31")
    page.get_by_text("no answer; 1 kept here").wait_for()
    token = next(c["value"] for c in context.cookies() if c["name"] == "csrftoken")
    address = f"/api/helicopters/{helicopter_of(page)}/draft"
    change = {"path": "airframe.head.head_height_mm", "value": 44.5}
    body = {"version": on_the_server(page)["version"], "changes": [change]}
    moved = context.request.patch(address, data=body, headers={"X-CSRFToken": token})
    assert moved.ok, moved.text()
    page.reload()
    page.get_by_text("no answer; 1 kept here").wait_for()
    page.unroute("**/draft")
    page.get_by_text("This draft was changed elsewhere").wait_for()
    assert pitch_of(page, "normal")[1] != 31


def test_what_is_typed_stays_until_it_is_sent_or_thrown_away(page, real_bench):
    field = page.locator("[data-ask='blade.0']")
    field.fill("1.7")
    page.locator("[data-step=cyclic_throw]").click()
    expect(page.locator("#step-title")).not_to_have_text(re.compile("zero", re.IGNORECASE))
    page.locator("[data-step=zero_pitch]").click()
    expect(field).to_have_value("1.7")
    page.reload()
    expect(field).to_have_value("1.7")
    field.fill("")
    page.reload()
    expect(field).to_have_value("")


def test_no_edit_goes_to_the_curve_that_was_just_left(page, modes):
    page.get_by_role("button", name="Make Idle-up 1 like Normal").click()
    page.get_by_role("button", name="Open Normal pitch curve").click()
    page.get_by_role("region", name="Normal, pitch curve").wait_for()
    before = pitch_of(page, "normal")
    # The quickest hand there is: a key in the very next turn after the curve was chosen.
    page.get_by_role("button", name="Open Idle-up 1 pitch curve", exact=True).evaluate(
        """async (key) => {
          const point = document.querySelectorAll('g[role=slider]')[2];
          point.focus();
          key.click();
          await new Promise((next) => setTimeout(next, 0));
          const at = point.isConnected ? point : document.activeElement;
          at.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp', bubbles: true }));
        }"""
    )
    page.get_by_role("region", name="Idle-up 1, pitch curve").wait_for()
    put(page, "Point 2, value", "31")
    page.get_by_text(KEPT).wait_for()
    assert pitch_of(page, "normal") == before
    assert pitch_of(page, "idle_up_1")[1] == 31
