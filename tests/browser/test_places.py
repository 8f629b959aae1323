"""Every place: open to keyboard and screen reader, clear when something is refused."""

import json
import zipfile

import pytest
from playwright.sync_api import expect

from builds import document
from hands import PASSWORD, address_of, make_an_account, put_in_hangar, stand_at

"""Of every pilot that a test signs up."""


class TestAxe:
    def test_the_door(self, page, axe):
        page.goto("/")
        page.get_by_label("Pilot’s name").fill("nobody")
        page.get_by_label("Password").fill("wrong")
        axe("sign-in")
        page.get_by_role("button", name="Sign in").click()
        page.get_by_role("alert").get_by_text("Name or password is wrong").wait_for()
        assert page.get_by_label("Pilot’s name").input_value() == "nobody"
        axe("sign-in refused")

    def test_hangar_and_its_dialogs(self, page, axe, demo):
        page.goto("/")
        page.get_by_role("link", name="Tansy 380").wait_for()
        axe("hangar")
        page.get_by_role("button", name="New helicopter").click()
        axe("new helicopter")
        page.keyboard.press("Escape")
        page.get_by_role("button", name="More for Tansy 380").click()
        page.get_by_role("menuitem", name="Remove…").click()
        page.get_by_role("heading", name="Remove Tansy 380?").wait_for()
        axe("remove")

    @pytest.mark.judge
    def test_every_stage_of_every_function(self, page, axe, demo):
        stand_at(page, address_of(page, "Tansy 380"), "path")
        page.get_by_label("Pitch at point 3").press("ArrowUp")
        page.get_by_text("draft after revision 1, all kept", exact=True).wait_for()
        for function in ("Collective", "Aileron", "Rudder"):
            chosen = page.get_by_role("button", name=function, exact=True)
            chosen.click()
            expect(chosen).to_have_attribute("aria-pressed", "true")
            for stage in page.locator("[data-stage]").all():
                stage.click()
                axe(f"path: {function}, {stage.get_attribute('data-stage')}")
        page.keyboard.press("?")
        axe("keys")
        page.keyboard.press("Escape")
        page.get_by_role("button", name="Save as revision").click()
        axe("save")
        page.keyboard.press("Escape")
        page.get_by_role("button", name="Revisions").click()
        axe("revisions")
        page.keyboard.press("Escape")
        page.get_by_role("button", name="Undo").click()
        page.get_by_text("revision 1, all kept", exact=True).wait_for()


def test_keyboard_alone_from_the_door_to_a_moving_blade(page):
    page.goto("/")
    page.get_by_label("Pilot’s name").wait_for()

    def tab_to(name):
        for _ in range(40):
            page.keyboard.press("Tab")
            at = page.evaluate(
                "() => document.activeElement?.getAttribute('aria-label')"
                " || document.activeElement?.textContent"
            )
            if at and name in at:
                return
        raise AssertionError(f"{name} is not reached by Tab")

    tab_to("Look round the demo hangar")
    page.keyboard.press("Enter")
    page.get_by_role("link", name="Sorrel 690").wait_for()
    tab_to("Sorrel 690")
    page.keyboard.press("Enter")
    page.locator("#step-title").wait_for()
    tab_to("Path")
    page.keyboard.press("Enter")
    page.get_by_test_id("pitch").wait_for()
    before = page.get_by_test_id("pitch").inner_text()
    tab_to("Collective")
    for _ in range(8):
        page.keyboard.press("r")
    for _ in range(40):
        if page.get_by_test_id("pitch").inner_text() != before:
            return
        page.wait_for_timeout(50)
    raise AssertionError("the blade did not move")


def test_a_revision_by_keyboard_alone(page, new_pilot):
    stand_at(page, put_in_hangar(page, document()), "path")
    page.keyboard.press("Control+s")
    page.get_by_role("heading", name="Save as revision").wait_for()
    page.keyboard.type("half a turn, for the record")
    page.keyboard.press("Tab")
    page.keyboard.press("Enter")
    page.get_by_text("revision 1, all kept", exact=True).wait_for()
    # What was typed is in the note and has moved no lever.
    sliders = page.get_by_role("region", name="Levers").get_by_role("slider").all()
    assert [slider.get_attribute("aria-valuenow") for slider in sliders] == ["0"] * 4
    page.get_by_role("button", name="Revisions").press("Enter")
    page.get_by_text("half a turn, for the record").wait_for()


def test_a_new_helicopter_from_nothing(page, new_pilot, axe):
    page.goto("/")
    page.get_by_text("Nothing stands here yet.").wait_for()
    axe("empty hangar")
    page.get_by_role("button", name="New helicopter").click()
    page.get_by_label("Name").fill("Dill 450")
    page.get_by_label("Size class").select_option("450 and below")
    page.get_by_label("Battery").select_option("6 cells")
    page.get_by_label("Swash layout").select_option("four servos, 90° square")
    page.get_by_label("Blades").select_option("3")
    page.get_by_role("button", name="Put it in the hangar").click()
    page.get_by_role("heading", name="Dill 450").wait_for()
    page.locator("[data-servo]").nth(3).wait_for()
    # Nothing is wrong with what nobody has set up yet; what only the pilot can say is not set.
    page.get_by_role("button", name="Audit 0 findings").click()
    audit = page.get_by_role("dialog", name="Audit of Dill 450")
    audit.get_by_role("heading", name="Not set yet").wait_for()
    audit.get_by_text("No fail-safe is written down.").wait_for()
    axe("what is not set")
    page.keyboard.press("Escape")
    page.get_by_role("link", name="Hangar").click()
    page.get_by_text("four servos, 90° square · 3 blades").wait_for()
    page.get_by_text("no revision yet").wait_for()


@pytest.mark.parametrize(
    ("content", "says"),
    [
        (json.dumps({**document(), "colour": 1}), "found an unknown key"),
        (json.dumps({**document(), "version": 9}), "a file of a newer Mint Lever"),
        (json.dumps(document(arm=-4.0)), "airframe.servos.0.arm_mm"),
        ("\x00\x01rubbish", "text that is not JSON"),
        (" " * 50_000_000, "found 50,000,000 bytes"),
    ],
    ids=["unknown key", "newer", "negative", "rubbish", "50 MB"],
)
def test_a_bad_file_is_refused_with_its_path_and_nothing_comes_in(
    page, new_pilot, import_file, tmp_path, content, says
):
    path = tmp_path / "bad.json"
    path.write_text(content)
    page.goto("/")
    import_file(path)
    page.get_by_role("alert").filter(has_text=says).wait_for()
    page.get_by_text("Nothing was imported.").wait_for()
    page.get_by_text("Nothing stands here yet.").wait_for()


def test_another_pilots_helicopter_is_not_found(page, browser, browser_context_args, new_pilot):
    link = put_in_hangar(page, document())
    stranger = browser.new_context(**browser_context_args).new_page()
    stranger.goto(link)
    stranger.get_by_role("button", name="Look round the demo hangar").click()
    stranger.get_by_text("There is no such thing, or it is not yours.").wait_for()
    stranger.context.close()


def test_password_change_and_sign_out(page, new_pilot):
    page.goto("/")
    page.get_by_role("button", name="Account and page").click()
    page.get_by_role("menuitem", name="Change password").click()
    page.get_by_label("Password in use").fill("wrong")
    page.get_by_label("New password").fill("salt-marsh-9")
    page.get_by_role("button", name="Change password").click()
    page.get_by_role("alert").get_by_text("The password was not changed").wait_for()
    expect(page.get_by_label("Password in use")).to_have_accessible_description(
        "Allowed: the password you use now."
    )
    page.get_by_label("Password in use").fill("reed-bed-42")
    page.get_by_role("button", name="Change password").click()
    page.get_by_role("dialog").wait_for(state="detached")
    page.get_by_role("button", name="Account and page").click()
    page.get_by_role("menuitem", name="Sign out").click()
    page.get_by_label("Pilot’s name").fill(new_pilot)
    page.get_by_label("Password").fill("salt-marsh-9")
    page.get_by_role("button", name="Sign in").click()
    page.get_by_text("Nothing stands here yet.").wait_for()


def test_what_is_wrong_with_a_new_account_stands_under_its_field(page, axe):
    page.goto("/")
    page.get_by_role("button", name="I am new here").click()
    name, password = page.get_by_label("Pilot’s name"), page.get_by_label("Password, at least")
    name.fill("two/words")
    password.fill("1234")
    page.get_by_role("button", name="Make the account").click()
    page.get_by_role("alert").get_by_text("The account was not made").wait_for()
    expect(name).to_have_accessible_description(
        "Allowed: letters, marks, digits, spaces and @ ' . + - _ only."
    )
    expect(password).to_have_accessible_description(
        "Allowed: a password that is not among the most common ones. "
        "Allowed: at least 8 characters. Allowed: not digits alone."
    )
    assert name.input_value() == "two/words"
    axe("a refused sign-up")


def test_a_forgotten_password_is_set_anew_with_a_code_by_keyboard(page, axe):
    name = make_an_account(page)
    expect(page.get_by_role("heading", name="Keep these codes")).to_be_focused()
    codes = page.get_by_role("list", name="Codes").get_by_role("listitem").all_inner_texts()
    with page.expect_download() as kept:
        page.get_by_role("link", name="Keep as a file").press("Enter")
    assert kept.value.path().read_text().splitlines()[-8:] == codes
    page.get_by_role("button", name="I have kept them").press("Enter")
    page.get_by_text("Nothing stands here yet.").wait_for()
    page.reload()
    page.get_by_text("Nothing stands here yet.").wait_for()

    page.get_by_role("button", name="Account and page").press("Enter")
    page.get_by_role("menuitem", name="Codes for a forgotten password").press("Enter")
    asked = page.get_by_role("dialog", name="Codes for a forgotten password")
    expect(asked.get_by_text("8 are left now.")).to_be_visible()
    axe("codes left")
    field = asked.get_by_label("Password in use")
    field.fill("not this one")
    field.press("Enter")
    expect(field).to_have_accessible_description("Allowed: the password you use now.")
    field.fill(PASSWORD)
    field.press("Enter")
    listed = asked.get_by_role("list", name="Codes").get_by_role("listitem")
    expect(listed).to_have_count(8)
    axe("new codes")
    fresh = listed.all_inner_texts()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Account and page").press("Enter")
    page.get_by_role("menuitem", name="Sign out").press("Enter")

    page.get_by_role("button", name="I forgot my password").press("Enter")
    page.get_by_label("Pilot’s name").fill(name)
    code, password = page.get_by_label("One of your codes"), page.get_by_label("New password")
    code.fill(codes[0])  # of those before
    password.fill("salt-marsh-9")
    password.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("Name or code is wrong")
    assert password.input_value() == "salt-marsh-9"
    code.fill(fresh[0].upper())
    code.press("Enter")
    page.get_by_text("Nothing stands here yet.").wait_for()
    page.get_by_role("button", name="Account and page").press("Enter")
    page.get_by_role("menuitem", name="Codes for a forgotten password").press("Enter")
    expect(asked.get_by_text("7 are left now.")).to_be_visible()


def test_everything_is_downloaded_and_the_account_removed_by_keyboard(page, new_pilot, axe):
    stand_at(page, put_in_hangar(page, document()), "path")
    page.get_by_role("button", name="Account and page").press("Enter")
    page.get_by_role("menuitem", name="Your data").press("Enter")
    asked = page.get_by_role("dialog", name="Your data")
    with page.expect_download() as taken:
        asked.get_by_role("link", name="Download everything").press("Enter")
    assert "fennel-500/setup.json" in zipfile.ZipFile(taken.value.path()).namelist()
    axe("your data")
    asked.get_by_role("button", name="Remove this account").press("Enter")
    field = asked.get_by_label("Password in use")
    field.fill("not this one")
    field.press("Enter")
    expect(asked.get_by_text("the password you use now")).to_be_visible()
    axe("your data, refused")
    field.fill(PASSWORD)
    field.press("Enter")
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    page.get_by_label("Pilot’s name").fill(new_pilot)
    page.get_by_label("Password").fill(PASSWORD)
    page.keyboard.press("Enter")
    expect(page.get_by_text("Name or password is wrong")).to_be_visible()


def test_a_slowed_sign_in_goes_through_by_itself(page, new_pilot):
    page.context.clear_cookies()  # a browser nobody knows
    page.goto("/")
    page.get_by_label("Pilot’s name").fill(new_pilot)
    word = page.get_by_label("Password")
    for number in range(5):
        word.fill(f"wrong {number}")
        with page.expect_response("**/sign-in"):
            word.press("Enter")
        expect(page.get_by_text("Name or password is wrong")).to_be_visible()
    word.fill(PASSWORD)
    with page.expect_response("**/sign-in") as slowed:
        word.press("Enter")
    assert slowed.value.status == 429
    expect(page.get_by_role("button", name="Account and page")).to_be_visible()
