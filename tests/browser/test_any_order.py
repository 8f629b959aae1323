"""Whatever one tab does in any order is never refused; a second tab overwrites nothing unseen."""

import os
import random
import re

import pytest
from playwright.sync_api import expect

from few import few
from hands import address_of, stand_at

ORDERS = int(os.environ.get("MINT_LEVER_ORDERS", "20"))
# At once, wherever it stands: a hand that is faster than the page moves.
CLICK = """name => [...document.querySelectorAll("button")]
    .find(each => each.innerText.trim().startsWith(name) && !each.disabled)?.click()"""
REFUSED = re.compile("changed elsewhere|advice has changed|Answered elsewhere|nothing to undo")


@pytest.fixture
def bench(page, demo):
    """Tansy's bench, safe, at a step with readings, on both models."""
    address = address_of(page, "Tansy 380")
    stand_at(page, address, query="?step=make_safe")
    return address


def presses(page, draw):
    """Do one thing a pilot does at the bench, whatever is on its way."""
    what = draw.choice(["table", "table", "answer", "answer", "act", "undo", "redo"])
    if what == "table":
        page.evaluate(CLICK, draw.choice(["Real model", "Simulated model"]))
    elif what == "answer":
        page.evaluate(CLICK, draw.choice(["Yes, it is so", "No", "Look at the simulated model"]))
    elif what == "act":
        page.keyboard.press("Enter")
    else:
        page.keyboard.press("Control+z" if what == "undo" else "Control+y")


@pytest.mark.parametrize("seed", few(range(ORDERS), 1))
def test_one_tab_is_never_refused(page, bench, seed):
    draw = random.Random(seed)
    refused = []
    page.on(
        "response",
        lambda answer: (
            refused.append((answer.url, answer.status))
            # A look at a model that just left the table is no change, and nothing is told of it.
            if answer.status in (409, 422) and not answer.url.endswith("/simulated-reading")
            else None
        ),
    )
    for _ in range(16):
        presses(page, draw)
        page.wait_for_timeout(draw.choice([0, 0, 20, 120]))
    page.get_by_text(re.compile("all kept|revision")).first.wait_for()
    page.wait_for_timeout(300)
    assert refused == []
    expect(page.get_by_text(REFUSED)).to_have_count(0)


def test_a_second_tab_at_an_old_question_overwrites_nothing(page, bench, browser_context_args):
    other = page.context.new_page()
    stand_at(other, bench, query="?step=make_safe")
    page.get_by_role("button", name="Yes, it is so").click()
    page.get_by_text("Throttle hold is on").first.wait_for()
    other.locator("fieldset").get_by_role("button", name=re.compile(r"^No\b")).click()
    other.get_by_text("Answered elsewhere meanwhile").wait_for()
    now = page.context.request.get(f"/api{bench}/bench?step=make_safe").json()
    motor = next(ask for ask in now["advice"]["asks"] if ask["key"] == "motor")
    assert motor["answer"] is True
