"""What a pilot does on any place: another screen, a field filled in, a reading entered."""

import json
import secrets

import pytest

# A phone held upright, moved by touch.
BY_THUMB = pytest.mark.browser_context_args(
    viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True
)
PASSWORD = "reed-bed-42"
# What shows that a place is drawn.
DRAWN = {
    "bench": "#step-title",
    "path": "[data-testid=pitch]",
    "modes": "g[role=slider]",
    "head-speed": "text=What turns it",
    "records": "text=Out, as open files",
    "field": "nav[aria-label='More at the field']",
}


def enter(page, way, **body):
    """Go through the door without its form: the session's cookie is the context's from then on.

    Nothing is opened: a test goes straight to the place it is about.
    """
    asked = page.context.request
    asked.get("/")
    (token,) = (c["value"] for c in page.context.cookies() if c["name"] == "csrftoken")
    answer = asked.post(f"/api/account/{way}", data=body, headers={"X-CSRFToken": token})
    assert answer.ok, answer.text()


def make_an_account(page):
    """Go through the door by its form, by keyboard; give the new pilot's name."""
    name = f"heron {secrets.token_hex(6)}"
    page.goto("/")
    page.get_by_role("button", name="I am new here").press("Enter")
    page.get_by_label("Pilot’s name").fill(name)
    password = page.get_by_label("Password, at least")
    password.fill(PASSWORD)
    password.press("Enter")
    page.get_by_role("heading", name="Keep these codes").wait_for()
    return name


def put_in_hangar(page, setup):
    """Import a setup past the page; give the new helicopter's address."""
    token = next(c["value"] for c in page.context.cookies() if c["name"] == "csrftoken")
    answer = page.context.request.post(
        "/api/helicopters/import",
        data=json.dumps(setup),
        headers={"X-CSRFToken": token, "Content-Type": "application/json"},
    )
    assert answer.ok, answer.text()
    return f"/helicopters/{answer.json()['id']}"


def address_of(page, name):
    """The address of a helicopter in the pilot's hangar."""
    fleet = page.context.request.get("/api/helicopters").json()
    return next(f"/helicopters/{each['id']}" for each in fleet if each["name"] == name)


def stand_at(page, address, place="bench", query=""):
    """Go straight to a place of a helicopter, as a link kept by the pilot does."""
    page.goto(f"{address}/{place}{query}")
    page.locator(DRAWN[place]).first.wait_for()


def wide(page, width, height):
    page.set_viewport_size({"width": width, "height": height})


def put(page, label, text):
    field = page.get_by_label(label, exact=True)
    field.focus()
    page.keyboard.press("Control+a")
    page.keyboard.type(text)
    page.keyboard.press("Enter")
    return field


def read(page, text):
    """Enter a reading in the bench's open question."""
    page.locator("[data-ask]").fill(text)
    page.locator("[data-ask]").press("Enter")
