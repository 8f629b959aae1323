"""Every route at three widths in two themes: nothing against WCAG 2.2 AA, nothing off the page."""

import pytest

WIDTHS = {1280: 800, 768: 1024, 390: 844}
# What shows that the route is drawn, and the title that says where one is.
ROUTES = {
    "door": ("text=Look round the demo hangar", "Mint Lever"),
    "hangar": ("text=Tansy 380", "Hangar – Mint Lever"),
    "bench": ("#step-title", "Tansy 380 · Bench – Mint Lever"),
    "path": ("[data-testid=pitch]", "Tansy 380 · Path – Mint Lever"),
    "modes": ("g[role=slider]", "Tansy 380 · Modes – Mint Lever"),
    "nowhere": ("text=There is no such place", "Mint Lever"),
}


@pytest.mark.parametrize("theme", ["light", "dark"])
@pytest.mark.parametrize("width", WIDTHS)
@pytest.mark.parametrize("route", ROUTES)
class TestEveryRoute:
    @pytest.fixture
    def browser_context_args(self, browser_context_args, theme, width):
        size = {"width": width, "height": WIDTHS[width]}
        return {**browser_context_args, "color_scheme": theme, "viewport": size}

    @pytest.fixture
    def place(self, page, request, route):
        if route == "door":
            return page.goto("/")
        request.getfixturevalue("demo")
        if route == "nowhere":
            page.goto("/nowhere")
        elif route != "hangar":
            page.get_by_role("link", name="Tansy 380").click()
            page.locator("#step-title").wait_for()
            page.goto(page.url.replace("/bench", f"/{route}"))

    def test_is_open_to_all_and_fits(self, page, place, axe, route, width, theme):
        drawn, title = ROUTES[route]
        page.locator(drawn).first.wait_for()
        # The whole page at once: what the levers' dock covers at one scroll position is no finding.
        page.set_viewport_size({"width": width, "height": 2600})
        axe(f"{route} at {width}, {theme}")
        assert page.evaluate("document.documentElement.scrollWidth") <= width
        assert page.title() == title
