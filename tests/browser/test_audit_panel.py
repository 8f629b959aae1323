"""The audit in the real interface: findings, their fixes, the way to their settings."""

import re

import pytest
from playwright.sync_api import expect

from few import few
from hands import address_of, stand_at, wide


@pytest.mark.parametrize("size", few([(1280, 800), (390, 844)], 1, splat=False))
def test_a_finding_is_fixed_by_one_key_and_undone(page, demo, axe, size):
    wide(page, *size)
    stand_at(page, address_of(page, "Tansy 380"))
    page.get_by_role("button", name=re.compile("^Audit 6 findings")).wait_for()
    page.keyboard.press("u")
    sheet = page.get_by_role("dialog", name="Audit of Tansy 380")
    first = sheet.locator("[data-rule=power_up_mode]")
    expect(first).to_contain_text("powers up in idle-up 1")
    axe("the audit")
    first.get_by_role("button", name="Fix it in the draft").click()
    expect(first).to_have_count(0)
    page.keyboard.press("Escape")
    page.get_by_role("button", name=re.compile("^Audit 5 findings")).wait_for()
    page.get_by_role("button", name="Undo").click()
    page.get_by_role("button", name=re.compile("^Audit 6 findings")).click()
    # A finding leads to the setting it names, on whichever place, with the focus on it.
    sheet.locator("[data-rule=gain_sign]").get_by_role("link", name="Show the setting").click()
    expect(page.locator("[data-path$='normal.tail_gain_pct']")).to_be_focused()
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.get_by_role("button", name=re.compile("^Audit 6 findings")).click()
    rated = sheet.locator("[data-rule=frame_rate_against_rating]")
    rated.get_by_role("link", name="Show the setting").click()
    expect(page.locator("[data-path='unit.frame_rate_hz']")).to_be_focused()
    # And the hangar leads to the audit, which has an address of its own.
    page.get_by_role("link", name="Hangar").click()
    page.get_by_role("button", name="More for Sorrel 690").click()
    page.get_by_role("menuitem", name="Audit").click()
    expect(page.get_by_role("dialog", name="Audit of Sorrel 690")).to_contain_text("agree as they")
    page.reload()
    expect(page.get_by_role("dialog", name="Audit of Sorrel 690")).to_be_visible()


@pytest.mark.parametrize("name", few(["Yarrow 570", "Tansy 380", "Marjoram 450"], 1))
def test_every_finding_of_the_fleet_leads_to_its_own_field(page, demo, name):
    stand_at(page, address_of(page, name), "path")
    key = page.get_by_role("button", name=re.compile("^Audit [0-9]"))
    sheet = page.get_by_role("dialog", name=f"Audit of {name}")
    key.click()
    sheet.locator("[data-rule]").first.wait_for()
    count = sheet.locator("[data-rule]").count()
    assert count >= 3
    seen = set()
    for i in range(count):
        finding = sheet.locator("[data-rule]").nth(i)
        finding.get_by_role("link", name="Show the setting").click()
        shown = page.wait_for_function(
            "() => document.activeElement?.closest('[data-path]')?.dataset.path"
        )
        seen.add(shown.json_value())
        page.keyboard.press("Escape")
        key.click()
    assert len(seen) >= count - 1  # two findings may be about one setting
