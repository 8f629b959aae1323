"""Channels, mixes and the other arrangements, and the plugged-in controller."""

from playwright.sync_api import expect

from hands import address_of, put, stand_at

# A transmitter as a game controller, simulated: the test moves its axes.
CONTROLLER = """
  window.__axes = null;
  navigator.getGamepads = () =>
    [window.__axes && { id: 'simulated transmitter', connected: true, axes: window.__axes }];
"""


def test_the_channel_monitor_shows_a_mix_driven_into_its_limit(page, demo, axe):
    stand_at(page, address_of(page, "Tansy 380"), "path")
    page.get_by_role("button", name="Channels", exact=True).click()
    page.locator("[data-stage=mixes]").click()
    page.get_by_role("button", name="Add a mix").click()
    page.get_by_label("Takes from").select_option("aileron")
    expect(page.get_by_label("Takes from")).to_have_value("aileron")
    put(page, "Above centre", "100")
    page.get_by_role("checkbox", name="Hold").click()
    expect(page.get_by_role("checkbox", name="Hold")).to_be_checked()
    page.get_by_role("radio", name="Hold").click()
    for key in ["t", "f"]:
        for _ in range(20):
            page.keyboard.press(key)
    rudder = page.locator("[data-channel=rudder]")
    # F3, common practice, no source: 200 % asked, the limit of 135 % holds it.
    expect(rudder.locator("[data-station=mixed]")).to_have_text("+200.0")
    expect(rudder.locator("[data-station=limited]")).to_contain_text("+135.0")
    expect(rudder).to_contain_text("held")
    axe("the channel monitor")


def test_a_transmitter_that_mixes_is_followed_and_taught(page, demo, axe):
    stand_at(page, address_of(page, "Marjoram 450"))
    expect(page.locator("[data-step=teach_throws]")).to_be_visible()
    page.get_by_role("link", name="Path").click()
    page.locator("[data-stage=gain]").click()
    page.locator("[data-path='transmitter.swash_mix.elevator']").fill("-54")
    page.keyboard.press("Enter")
    expect(page.get_by_text("draft after revision 2, all kept")).to_be_visible()
    page.get_by_role("button", name="Helicopter", exact=True).click()
    page.get_by_label("Which device mixes").select_option("unit mixes")
    expect(page.get_by_label("Which device mixes")).to_have_value("unit_mixes")
    axe("the arrangement moved")
    page.get_by_role("button", name="Collective", exact=True).click()
    expect(page.locator("[data-stage=arrival]")).to_be_visible()


def test_a_plugged_in_transmitter_moves_the_levers_and_may_be_pulled_out(page, demo):
    page.add_init_script(CONTROLLER)
    stand_at(page, address_of(page, "Sorrel 690"), "path")
    page.get_by_role("button", name="Controller, none plugged in").click()
    expect(page.get_by_role("dialog")).to_contain_text("No controller is plugged in")
    page.evaluate("window.__axes = [0, 0.05, 0, 0]")
    page.evaluate("dispatchEvent(new Event('gamepadconnected'))")
    page.get_by_role("button", name="Learn aileron").click()
    for asked, axes in (
        ("Let all sticks rest", "[0, 0.05, 0, 0]"),
        ("Hold aileron full right", "[0, 0.9, 0, 0]"),
        ("Hold aileron full left", "[0, -0.8, 0, 0]"),
    ):
        page.get_by_text(asked).wait_for()
        page.evaluate(f"window.__axes = {axes}")
        page.get_by_role("button", name="Take it").click()
    expect(page.get_by_role("dialog")).to_contain_text("axis 2")
    page.keyboard.press("Escape")
    page.evaluate("window.__axes = [0, 0.9, 0, 0]")
    stick = page.locator("[data-value=stick]")
    page.get_by_role("button", name="Aileron", exact=True).click()
    expect(stick).to_contain_text("+100")
    page.evaluate("window.__axes = null")
    page.get_by_role("button", name="Controller, none plugged in").wait_for()
    expect(stick).to_contain_text("+100")
    page.keyboard.press("c")
    expect(stick).to_contain_text("0")
