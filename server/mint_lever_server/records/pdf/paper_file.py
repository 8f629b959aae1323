"""A paper as a file: a bench sheet in three columns, a field card to be folded twice, either to be
read on a phone where there is no network."""

from __future__ import annotations

from dataclasses import dataclass
from io import BytesIO

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import BaseDocTemplate, Flowable, Frame, FrameBreak, PageTemplate
from reportlab.platypus.doctemplate import NextPageTemplate

from mint_lever.records import Paper
from mint_lever_server.records.pdf.fonts import printable, use_fonts
from mint_lever_server.records.pdf.page_foot import numbered
from mint_lever_server.records.pdf.paper_section import flowing
from mint_lever_server.records.pdf.paper_sizes import SIZES, PaperSize
from mint_lever_server.records.pdf.paper_style import CARD, SHEET, Styles, styles_of, words

_EDGE, _GAP, _FOOT = 10 * mm, 5 * mm, 6 * mm
_SCREEN_EDGE = 3 * mm
_COLUMNS = 3


def as_pdf(paper: Paper, size: PaperSize, *, card: bool = False) -> bytes:
    """Print a paper; a ``card`` in large letters, four parts to a page that is folded twice."""
    use_fonts()
    phone = size == "phone"
    look = CARD if card or phone else SHEET
    styles = styles_of(look)
    parted = _phone if phone else _card if card else _sheet
    wide, high = SIZES[size]
    pages = parted(_head(paper, styles), wide, high)
    story = list(pages.story)
    for section in paper.sections:
        story += flowing(section, look, styles, pages.column)
    file = BytesIO()
    named = printable(f"{paper.title}: {paper.name}")
    document = BaseDocTemplate(file, pagesize=(wide, high), title=named, lang="en", invariant=1)
    document.addPageTemplates(list(pages.templates))
    document.build(story, canvasmaker=numbered(named, pages.foot))
    return file.getvalue()


@dataclass(frozen=True)
class _Pages:
    """How a paper's pages are parted: what they begin with, the width of a column and the middle of
    the foot, in points."""

    templates: tuple[PageTemplate, ...]
    story: tuple[Flowable, ...]
    column: float
    foot: float


def _head(paper: Paper, styles: Styles) -> list[Flowable]:
    return [
        words(f"{paper.title}: {paper.name}", styles.name),
        *(words(each, styles.head) for each in paper.head),
        words(paper.fitness, styles.fitness),
    ]


def _sheet(head: list[Flowable], wide: float, high: float) -> _Pages:
    """The head over the whole of the first page, columns under it and on what follows."""
    taken = sum(each.wrap(wide - 2 * _EDGE, high)[1] for each in head) + 14
    top = _frame(_EDGE, high - _EDGE - taken, wide - 2 * _EDGE, taken)
    first = PageTemplate("first", [top, *_columns(wide, high, _EDGE + taken)])
    following = PageTemplate("next", _columns(wide, high, _EDGE))
    story = (NextPageTemplate("next"), *head, FrameBreak())
    return _Pages((first, following), story, _column(wide), wide / 2)


def _card(head: list[Flowable], wide: float, high: float) -> _Pages:
    """Four parts to a page, the head in the first of them."""
    page = PageTemplate("all", _quarters(wide, high), onPage=_folds)
    return _Pages((page,), tuple(head), wide / 2 - 2 * _EDGE, wide / 4)


def _phone(head: list[Flowable], wide: float, high: float) -> _Pages:
    """One column, from edge to edge."""
    column = wide - 2 * _SCREEN_EDGE
    low = _EDGE + _FOOT
    frame = _frame(_SCREEN_EDGE, low, column, high - low - _SCREEN_EDGE)
    return _Pages((PageTemplate("all", [frame]),), tuple(head), column, wide / 2)


def _frame(x: float, y: float, wide: float, high: float) -> Frame:
    return Frame(x, y, wide, high, leftPadding=0, rightPadding=0, topPadding=0, bottomPadding=0)


def _column(wide: float) -> float:
    return (wide - 2 * _EDGE - (_COLUMNS - 1) * _GAP) / _COLUMNS


def _columns(wide: float, high: float, top: float) -> list[Frame]:
    """Columns from ``top`` down to the foot."""
    each = _column(wide)
    low = _EDGE + _FOOT
    return [_frame(_EDGE + n * (each + _GAP), low, each, high - top - low) for n in range(_COLUMNS)]


def _quarters(wide: float, high: float) -> list[Frame]:
    """The four parts of a page, each with an edge of its own: upper ones first."""
    across, up = wide / 2 - 2 * _EDGE, high / 2 - 2 * _EDGE
    return [
        _frame(x + _EDGE, y + _EDGE + (0 if y else _FOOT), across, up - (0 if y else _FOOT))
        for y in (high / 2, 0)
        for x in (0, wide / 2)
    ]


def _folds(canvas: Canvas, document: BaseDocTemplate) -> None:
    wide, high = document.pagesize
    canvas.saveState()
    canvas.setLineWidth(0.3)
    canvas.setDash(2, 4)
    canvas.line(wide / 2, 0, wide / 2, high)
    canvas.line(0, high / 2, wide, high / 2)
    canvas.restoreState()
