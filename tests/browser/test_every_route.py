"""Every route at three widths in two themes: nothing against WCAG 2.2 AA, nothing off the page."""

import re

import pytest

from hands import address_of, make_an_account
from live_server import ROOT

WIDTHS = (1280, 768, 390)
DRAWN_ANEW = "() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))"
# What shows that the route is drawn, and the title that says where one is.
ROUTES = {
    "door": ("text=Look round the demo hangar", "Mint Lever"),
    "forgotten": ("text=One of your codes", "Mint Lever"),
    "codes": ("text=Keep these codes", "Mint Lever"),
    "hangar": ("text=Tansy 380", "Hangar – Mint Lever"),
    "bench": ("#step-title", "Tansy 380 · Bench – Mint Lever"),
    "path": ("[data-testid=pitch]", "Tansy 380 · Path – Mint Lever"),
    "modes": ("g[role=slider]", "Tansy 380 · Modes – Mint Lever"),
    "head-speed": ("text=What turns it", "Tansy 380 · Head speed – Mint Lever"),
    "field": ("text=Nothing was flown yet", "Tansy 380 · Field – Mint Lever"),
    "season": ("text=What happened", "Lovage 500 · Field – Mint Lever"),
    "records": ("text=Together at the blade", "Lovage 500 · Records – Mint Lever"),
    "bench-sheet": ("text=Bench sheet: Lovage 500", "Lovage 500 · Bench sheet – Mint Lever"),
    "field-card": ("text=Field card: Lovage 500", "Lovage 500 · Field card – Mint Lever"),
    "devices": ("text=Describe another", "Devices – Mint Lever"),
    "sheet": ("text=Tansy 380 on My transmitter", "Tansy 380 · Sheet – Mint Lever"),
    "help": ("text=A turn of the cyclic in the unit", "Help – Mint Lever"),
    "nowhere": ("text=There is no such place", "Mint Lever"),
}
# A place of a helicopter that is new needs no line here: it is found where the browser has it.
PLACES = (ROOT / "web/src/places.ts").read_text(encoding="utf-8")
ROUTES |= {
    place: ("main :is(h1, h2)", f"Tansy 380 · {label} – Mint Lever")
    for place, label in re.findall(r'ofHelicopter\(\s*"([^"]+)",\s*"([^"]+)"', PLACES)
    if place not in ROUTES
}


@pytest.mark.parametrize("route", ROUTES)
class TestEveryRoute:
    @pytest.fixture
    def place(self, page, request, route):
        if route == "door":
            return page.goto("/")
        if route == "forgotten":
            page.goto("/")
            return page.get_by_role("button", name="I forgot my password").click()
        if route == "codes":
            return make_an_account(page)
        request.getfixturevalue("demo" if route == "sheet" else "demo_looked_at")
        if route == "sheet":
            page.goto("/devices")
            page.get_by_role("button", name="Transmitter", exact=True).click()
            page.get_by_role("checkbox", name="Tansy 380").click()
            page.get_by_role("link", name="sheet of Tansy 380").click()
        elif route in ("hangar", "devices", "help", "nowhere"):
            page.goto({"hangar": "/"}.get(route, f"/{route}"))
        elif route == "season":
            page.goto(f"{address_of(page, 'Lovage 500')}/field")
        elif route == "records":
            page.goto(f"{address_of(page, 'Lovage 500')}/records?other=1")
        elif route in ("bench-sheet", "field-card"):
            page.goto(f"{address_of(page, 'Lovage 500')}/paper/{route.partition('-')[0]}")
        else:
            page.goto(f"{address_of(page, 'Tansy 380')}/{route}")

    @pytest.mark.parametrize("how", ["light", pytest.param("wholly", marks=pytest.mark.judge)])
    def test_is_open_to_all_and_fits(self, page, place, axe, route, how):
        """Wholly: by every rule in both themes at every width; else in one theme at one."""
        drawn, title = ROUTES[route]
        page.locator(drawn).first.wait_for()
        assert page.title() == title
        for width in WIDTHS:
            # The whole page at once: what the levers' dock covers at one scroll position is no
            # finding.
            page.set_viewport_size({"width": width, "height": 2600})
            page.evaluate(DRAWN_ANEW)
            if how == "wholly" or width == WIDTHS[0]:
                axe(f"{route} at {width}", how)
            assert page.evaluate("document.documentElement.scrollWidth") <= width
