"""The real interface on the real server, in Debian's Chromium.

With ``MINT_LEVER_SLOWED=6`` in the environment the browser's processor is that many times slower.
"""

import json
import os
import re
import secrets

import pytest
from playwright.sync_api import expect

from builds import document
from hands import enter, put_in_hangar, stand_at
from live_server import CHROMIUM, ROOT

AXE = (ROOT / "web/node_modules/axe-core/axe.min.js").read_text()
# A theme is a setting of the page, so nothing has to be opened a second time. It is colours and
# nothing else, so only the rules of colour are asked again in the second, but for a whole check.
VIOLATIONS = """async (how) => {
  const html = document.documentElement;
  const shown = html.dataset.theme;
  const all = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
  const ofColour = axe.getRules(all)
    .filter(({ tags }) => tags.includes('cat.color')).map(({ ruleId }) => ruleId);
  const asked = {
    light: { type: 'tag', values: all },
    dark: how === 'wholly' ? { type: 'tag', values: all } : { type: 'rule', values: ofColour },
  };
  if (how === 'light') delete asked.dark;
  const said = [];
  try {
    for (const [theme, runOnly] of Object.entries(asked)) {
      html.dataset.theme = theme;
      const { violations } = await axe.run({
        runOnly,
        preload: false,
        selectors: false,
        resultTypes: ['violations'],
      });
      for (const { id, nodes } of violations)
        said.push(`${theme}: ${id}: ${nodes.map((n) => n.html).join(' | ')}`);
    }
  } finally {
    html.dataset.theme = shown;
  }
  return said;
}"""
# A refusal the test provokes is logged by Chromium itself; everything else in the console is ours.
EXPECTED = re.compile(r"Failed to load resource|GPU stall due to ReadPixels")


def pytest_collection_modifyitems(items):
    for item in items:
        if "/browser/" in str(item.path):
            item.add_marker(pytest.mark.browser)


@pytest.fixture(scope="session")
def browser_type_launch_args():
    return CHROMIUM


@pytest.fixture
def browser_context_args(browser_context_args, address):
    return {
        **browser_context_args,
        "base_url": address,
        "viewport": {"width": 1280, "height": 800},
        "accept_downloads": True,
    }


@pytest.fixture
def trouble():
    """What the console and the scripts reported; a test that provokes it takes it out."""
    return []


@pytest.fixture
def drawing():
    """For a test that looks at the drawing."""


# As where there is no graphics card and nothing that stands in for it: drawn by the processor the
# drawing is a third of a page's work, and hardly a test looks at it.
NO_DRAWING = """
const given = HTMLCanvasElement.prototype.getContext;
HTMLCanvasElement.prototype.getContext = function (kind, ...how) {
  return kind.startsWith('webgl') ? null : given.call(this, kind, ...how);
};
"""


@pytest.fixture
def page(page, trouble, request):
    """A page that fails its test when the console or a script reports trouble. The judge's have the
    drawing, of the others those that ask for it."""

    if "drawing" not in request.fixturenames and not request.node.get_closest_marker("judge"):
        page.context.add_init_script(NO_DRAWING)
    slowed = float(os.environ.get("MINT_LEVER_SLOWED", "1"))
    if slowed > 1:
        session = page.context.new_cdp_session(page)
        session.send("Emulation.setCPUThrottlingRate", {"rate": slowed})
    # How long a busy machine may take; no test waits for it where the page is right.
    expect.set_options(timeout=30_000)
    page.set_default_timeout(30_000)
    page.on("pageerror", lambda error: trouble.append(str(error)))
    page.on(
        "console",
        lambda said: (
            trouble.append(said.text)
            if said.type in ("error", "warning") and not EXPECTED.search(said.text)
            else None
        ),
    )
    yield page
    assert trouble == []


@pytest.fixture
def setup_file(tmp_path):
    path = tmp_path / "fennel.json"
    path.write_text(json.dumps(document()))
    return path


@pytest.fixture
def new_pilot(page):
    """A pilot of this test's own; the hangar is empty."""
    name = f"heron{secrets.token_hex(6)}"
    enter(page, "sign-up", name=name, password="reed-bed-42")
    return name


@pytest.fixture
def demo(page):
    """A demo visitor of this test's own, with a fleet nobody else touches."""
    enter(page, "demo")


@pytest.fixture(scope="session")
def looking_round(browser, address):
    """The cookies of a demo visitor who only looks: tests that change nothing share the fleet."""
    with browser.new_context(base_url=address) as context:
        enter(context.new_page(), "demo")
        return context.cookies()


@pytest.fixture
def demo_looked_at(page, looking_round):
    """A demo fleet that nobody changes."""
    page.context.add_cookies(looking_round)


@pytest.fixture
def axe(page):
    """Check what the page shows against WCAG 2.2 AA in both themes; nothing is excused. ``how``:
    "wholly", by every rule in the second theme too, "colours", by those of colour there, "light",
    in the first theme alone."""

    def check(what, how="colours"):
        if not page.evaluate("'axe' in window"):
            page.evaluate(AXE)
        assert page.evaluate(VIOLATIONS, how) == [], what

    return check


@pytest.fixture
def import_file(page):
    def bring(path):
        page.get_by_label("File to import").set_input_files(path)

    return bring


def safe(page):
    """Confirm the bench is safe, a point at a time."""
    for point in ("motor", "hold", "blades"):
        page.locator(f"[data-question={point}][aria-pressed=true]").wait_for()
        page.get_by_role("button", name="Yes, it is so").click()
    page.locator("[data-step=make_safe]").get_by_text("good").wait_for()


@pytest.fixture
def real_bench(page, new_pilot):
    """A real helicopter on a safe bench, at zero pitch, with a gauge that shows its sign."""
    stand_at(page, put_in_hangar(page, document()))
    safe(page)
    page.locator("[data-step=zero_pitch]").click()
    page.get_by_role("button", name="+ and −, or a side").click()
    page.locator("[data-ask='blade.0']").wait_for()
