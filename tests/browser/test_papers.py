"""Bench sheet and field card in the browser: as in the PDF, by keyboard, by thumb, for print."""

import re
from collections import Counter

import pytest
from playwright.sync_api import expect
from pypdf import PdfReader

from builds import described
from hands import BY_THUMB, address_of, put_in_hangar

FOOT = re.compile(r"^.*Page \d+ of \d+$", re.MULTILINE)
# The texts as they stand, one by one: run together, two figures beside each other would be one.
TEXTS = """() => {
  const walk = document.createTreeWalker(document.querySelector("article"), NodeFilter.SHOW_TEXT);
  const found = [];
  while (walk.nextNode()) found.push(walk.currentNode.data);
  return found.join("\\n");
}"""


def numbers(text):
    """Every figure in a text, as often as it stands there."""
    return Counter(re.findall(r"[+−]?\d+(?:\.\d+)?", text))


def printed(page, size):
    with page.expect_download() as got:
        page.get_by_role("link", name=f"PDF, {size}").click()
    assert got.value.suggested_filename.endswith(".pdf")
    pages = PdfReader(got.value.path()).pages
    return FOOT.sub("", "\n".join(each.extract_text() for each in pages))


@pytest.mark.parametrize("which", ["bench", "field"])
def test_page_and_pdf_have_the_same_figures(page, demo, which):
    for name in ("Lovage 500", "Marjoram 450"):
        page.goto(f"{address_of(page, name)}/paper/{which}")
        page.get_by_role("heading", name=re.compile(name)).wait_for()
        shown = numbers(page.evaluate(TEXTS))
        assert sum(shown.values()) > 60
        assert numbers(printed(page, "A4")) == shown
        page.goto("/")


def test_by_keyboard_from_the_records_to_the_card_and_its_pdf(page, demo):
    page.goto(f"{address_of(page, 'Lovage 500')}/records")
    page.get_by_role("link", name="Bench sheet").press("Enter")
    page.get_by_role("heading", name="Bench sheet: Lovage 500").wait_for()
    page.get_by_role("combobox", name="of").select_option("revision 2")
    page.get_by_text(re.compile(r"^Revision 2, ")).wait_for()
    page.get_by_role("link", name="Field card").press("Enter")
    page.get_by_role("heading", name="Field card: Lovage 500").wait_for()
    with page.expect_download() as got:
        page.get_by_role("link", name="PDF, letter").press("Enter")
    assert got.value.suggested_filename == "lovage-500-field-card.pdf"


def test_the_printer_gets_black_on_white_without_the_keys(page, demo):
    page.goto(f"{address_of(page, 'Lovage 500')}/paper/bench")
    article = page.get_by_role("article")
    article.get_by_role("table").first.wait_for()
    page.evaluate("document.documentElement.dataset.theme = 'dark'")
    page.emulate_media(media="print")
    expect(page.get_by_role("button", name="Print")).to_be_hidden()
    expect(page.get_by_role("banner")).to_be_hidden()
    colours = page.evaluate(
        """() => {
          const style = getComputedStyle(document.querySelector("article td"));
          return [style.color, getComputedStyle(document.documentElement).backgroundColor];
        }"""
    )
    assert colours == ["rgb(0, 0, 0)", "rgb(255, 255, 255)"]


def test_sign_off_leads_to_the_sheet(page, new_pilot):
    page.goto("/")
    address = put_in_hangar(page, described().as_document())
    page.goto(f"{address}/bench")
    page.get_by_role("button", name="Sign off").click()
    page.get_by_role("dialog").get_by_role("link", name="bench sheet").click()
    page.get_by_text("Draft, not saved as a revision").wait_for()
    expect(page.get_by_text("Not fit to fly: why stands at the end")).to_be_visible()


@BY_THUMB
class TestByTouch:
    def test_the_card_is_one_touch_away_and_large(self, page, demo):
        page.goto(f"{address_of(page, 'Lovage 500')}/records")
        page.get_by_role("link", name="Field card").tap()
        page.get_by_role("heading", name="Field card: Lovage 500").wait_for()
        line = page.get_by_role("listitem").filter(has_text="Collective up").first
        size = line.evaluate("each => parseFloat(getComputedStyle(each).fontSize)")
        assert size >= 18
        with page.expect_download() as got:
            page.get_by_role("link", name="PDF for the phone").tap()
        kept = PdfReader(got.value.path()).pages[0]
        assert float(kept.mediabox.height) > 1.8 * float(kept.mediabox.width)
        assert "Collective up" in kept.extract_text()
