"""Bench sheet and field card: page and PDF have the same figures, and practice is on neither."""

import io
import json
import re
from collections import Counter
from itertools import groupby

import pytest
from django.utils import timezone
from pypdf import PdfReader

from builds import described

from .test_records import Records

GAIN = "transmitter.modes.normal.tail_gain_pct"
FOOT = re.compile(r"^.*Page \d+ of \d+$", re.MULTILINE)


def numbers(text):
    """Every figure in a text, as often as it stands there."""
    return Counter(re.findall(r"[+−]?\d+(?:\.\d+)?", text))


def words_of(paper):
    """Everything a paper has to say, by its parts."""
    yield from (paper["title"], paper["name"], paper["fitness"], *paper["head"])
    for section in paper["sections"]:
        yield from (section["title"], *section["lines"])
        for group, figures in groupby(section["figures"], key=lambda each: each["group"]):
            yield group
            for figure in figures:
                yield from (figure["label"], figure["value"], figure["unit"], figure["note"])
        for drawing in section["drawings"]:
            if len(section["drawings"]) > 1:
                yield drawing["title"]
            yield from (each["text"] for each in drawing["letters"])


class Papers(Records):
    """One helicopter's papers, over the API."""

    def paper(self, which="bench", **query):
        answer = self.tab.get(f"{self.at}/papers/{which}", query)
        assert answer.status_code == 200, answer.content
        return answer.json()

    def pdf(self, which="bench", **query):
        answer = self.tab.get(f"{self.at}/papers/{which}/pdf", query)
        assert answer["Content-Type"] == "application/pdf"
        return PdfReader(io.BytesIO(answer.content))

    def read(self, step, key, value):
        at = f"{self.at}/bench"
        version = self.tab.get(f"{at}?step={step}").json()["version"]
        body = {"version": version, "step": step, "key": key, "value": value}
        assert self.tab.send("POST", f"{at}/readings", body).status_code == 200

    def make_safe(self):
        asks = self.tab.get(f"{self.at}/bench?step=make_safe").json()["advice"]["asks"]
        for ask in asks:
            self.read("make_safe", ask["key"], True)


@pytest.fixture
def papers(tab):
    made = described().as_document()
    answer = tab.send("POST", "/api/helicopters/import", raw=json.dumps(made))
    return Papers(tab, f"/api/helicopters/{answer.json()['id']}")


def text_of(pdf):
    return FOOT.sub("", "\n".join(page.extract_text() for page in pdf.pages))


def figure(paper, label, group=""):
    (found,) = [
        each
        for section in paper["sections"]
        for each in section["figures"]
        if each["label"] == label
        and group in ("", each["group"])
        and section["title"] != "Head speed"
    ]
    return found


@pytest.mark.parametrize("size", ["a4", "letter", "phone"])
@pytest.mark.parametrize("which", ["bench", "field"])
def test_the_pdf_has_every_figure_of_the_page_and_no_other(papers, which, size):
    papers.make_safe()
    papers.read("zero_pitch", "blade.0", 0.37)
    page = numbers(" ".join(words_of(papers.paper(which))))
    printed = numbers(text_of(papers.pdf(which, size=size)))
    assert sum(page.values()) > (200 if which == "bench" else 20)
    assert printed == page


def test_paper_is_a4_or_letter(papers):
    """ISO 216: A4 is 210 by 297 mm; ANSI/ASME Y14.1: letter is 8.5 by 11 inches."""
    for size, (wide, high) in {"a4": (210 / 25.4, 297 / 25.4), "letter": (8.5, 11)}.items():
        box = papers.pdf(size=size).pages[0].mediabox
        assert float(box.width) / 72 == pytest.approx(wide, abs=0.01)
        assert float(box.height) / 72 == pytest.approx(high, abs=0.01)
    assert papers.tab.get(f"{papers.at}/papers/bench/pdf", {"size": "a9"}).status_code == 422


@pytest.mark.parametrize("which", ["bench", "field"])
def test_one_for_the_phone_is_read_without_enlarging_it(papers, which):
    """A phone held upright is about 65 mm wide and higher than wide; from memory. No line of words
    is smaller than print that is easy to read, 7 points; only the letters of a drawing are."""
    pages = papers.pdf(which, size="phone").pages
    box = pages[0].mediabox
    assert float(box.width) / 72 * 25.4 < 80
    assert float(box.height) > 1.8 * float(box.width)
    small = []

    def seen(text, _, placed, font, size):
        if text.strip() and size * placed[0] < 7:
            small.append(text.strip())

    for page in pages:
        page.extract_text(visitor_text=seen)
    drawn = {
        letters["text"]
        for section in papers.paper(which)["sections"]
        for drawing in section["drawings"]
        for letters in drawing["letters"]
    }
    assert [each for each in small if each not in drawn and not FOOT.match(each)] == []


def test_a_changed_setting_changes_page_and_pdf(papers):
    papers.edit(GAIN, -37.0)
    assert figure(papers.paper(), "Tail gain", "Normal")["value"] == "−37"
    assert "−37" in text_of(papers.pdf())
    papers.edit(GAIN, -38.0)
    assert "−37" not in text_of(papers.pdf())
    assert "−38" in text_of(papers.pdf("field"))


def test_a_draft_says_so_and_a_revision_its_number(papers):
    assert "Draft, not saved as a revision" in text_of(papers.pdf())
    papers.save()
    paper = papers.paper()
    assert paper["head"][0].startswith("Revision 1, ")
    assert (paper["draft"], paper["revisions"]) == (False, [1])
    papers.edit(GAIN, 41.0)
    assert papers.paper()["draft"]
    assert "Draft, not saved as a revision" in text_of(papers.pdf("field"))


def test_the_sheet_of_an_older_revision_is_as_it_was(papers):
    papers.edit(GAIN, 41.0)
    papers.save()
    papers.edit(GAIN, 29.0)
    old = papers.paper(revision=1)
    assert figure(old, "Tail gain", "Normal")["value"] == "41"
    assert "41" in numbers(text_of(papers.pdf(revision=1)))
    assert figure(papers.paper(), "Tail gain", "Normal")["value"] == "29"
    assert papers.tab.get(f"{papers.at}/papers/bench", {"revision": 9}).status_code == 404


def test_what_nobody_read_is_not_measured_and_never_nought(papers):
    readings = next(s for s in papers.paper()["sections"] if s["title"] == "Readings")["figures"]
    assert {each["value"] for each in readings} == {"not measured"}
    text = text_of(papers.pdf())
    assert text.count("not measured") >= len(readings)


def test_a_reading_is_on_paper_with_its_band_its_word_and_its_kind(papers):
    papers.make_safe()
    before = timezone.now()
    papers.read("zero_pitch", "blade.0", 0.37)
    after = timezone.now()
    found = figure(papers.paper(), "Blade A over the boom")
    assert (found["value"], found["unit"], found["mark"]) == ("0.37", "°", "measured")
    assert found["note"].startswith("wanted −0.2 to 0.2: ")
    assert found["ruler"]["says"] == found["note"]
    step, _, day = found["group"].partition(", ")
    assert step == "Zero pitch and tracking"
    assert day in {f"{at.day} {at:%B %Y}" for at in (before, after)}
    assert "0.37°" in text_of(papers.pdf())


def test_practice_is_never_on_paper(papers):
    papers.make_safe()
    papers.read("zero_pitch", "blade.0", 0.37)
    before = papers.paper(), papers.paper("field")
    version = papers.tab.get(papers.at).json()["version"]
    table = {"version": version, "simulated": True}
    assert papers.tab.send("POST", f"{papers.at}/bench/table", table).status_code == 200
    papers.edit(GAIN, -66.0)
    for which, was in zip(("bench", "field"), before, strict=True):
        now = papers.paper(which)
        assert now["practising"]
        assert {**now, "practising": False} == was
        assert "−66" not in text_of(papers.pdf(which))


def test_a_name_is_printed_as_it_is_or_with_a_square_and_never_as_markup(papers):
    papers.edit("name", "Tjälknöl & <b>Čapek</b> αβ дым 蒲公英")
    text = text_of(papers.pdf())
    assert "Tjälknöl & <b>Čapek</b> αβ дым □□□" in text.replace("\n", " ")


def test_the_field_card_says_nothing_was_flown_then_the_next_change(papers):
    def following():
        sections = papers.paper("field")["sections"]
        return next(each for each in sections if each["title"] == "Next")["lines"]

    assert following() == ["Nothing was flown yet."]
    at = f"{papers.at}/field/flights"
    papers.tab.send("POST", at)
    papers.tab.send("POST", f"{at}/1/begin", {"knowing": True})
    papers.tab.send("POST", f"{at}/1/land")
    papers.tab.send("PATCH", f"{at}/1", {"seen": [{"symptom": "tail_wags", "mode": "normal"}]})
    shown = papers.tab.get(f"{papers.at}/field").json()["next"]
    # What is not proved is said before anything else.
    assert following()[:2] == [shown["unproved"], shown["headline"]]


def test_after_made_it_the_card_advises_nothing_more_before_a_flight(papers):
    """The same symptom led to a second step at once, on the card and its PDF."""
    at = f"{papers.at}/field"
    setting = {"path": "transmitter.modes.normal.tail_gain_pct", "value": 54.0}
    draft = papers.tab.get(papers.at).json()
    body = {"version": draft["version"], "changes": [setting]}
    assert papers.tab.send("PATCH", f"{papers.at}/draft", body).status_code == 200
    papers.tab.send("POST", f"{at}/flights")
    papers.tab.send("POST", f"{at}/flights/1/begin", {"knowing": True})
    papers.tab.send("POST", f"{at}/flights/1/land")
    seen = {"seen": [{"symptom": "tail_wags", "mode": "normal"}]}
    papers.tab.send("PATCH", f"{at}/flights/1", seen)
    papers.tab.send("POST", f"{at}/looks", {"symptom": "tail_wags", "found": False})
    now = papers.tab.get(at).json()
    made = {
        "version": now["version"],
        "path": now["next"]["path"],
        "new": [now["next"]["new_value"]],
    }
    assert papers.tab.send("POST", f"{at}/changes", made).status_code == 200
    sections = papers.paper("field")["sections"]
    lines = next(each for each in sections if each["title"] == "Next")["lines"]
    assert "One change is made: fly it" in lines
    assert [line.split(": ")[1][:7] for line in lines if "tail gain" in line] == ["54 → 46"]
    assert papers.tab.get(at).json()["next"] is None


def test_another_pilots_paper_is_not_found(papers, stranger):
    assert stranger.get(f"{papers.at}/papers/bench").status_code == 404
    assert stranger.get(f"{papers.at}/papers/field/pdf").status_code == 404
    assert papers.tab.get(f"{papers.at}/papers/secrets").status_code == 422
