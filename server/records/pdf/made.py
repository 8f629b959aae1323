"""A paper as a file: a bench sheet in three columns, a field card to be folded twice."""

from __future__ import annotations

from io import BytesIO

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import BaseDocTemplate, Flowable, Frame, FrameBreak, PageTemplate
from reportlab.platypus.doctemplate import NextPageTemplate

from mint_lever.records.paper import Paper
from records.pdf.fonts import printable, use_fonts
from records.pdf.foot import numbered
from records.pdf.look import CARD, SHEET, styles_of, words
from records.pdf.sections import flowing
from records.pdf.sizes import SIZES, PaperSize

_EDGE, _GAP, _FOOT = 10 * mm, 5 * mm, 6 * mm
_COLUMNS = 3


def as_pdf(paper: Paper, size: PaperSize, *, card: bool = False) -> bytes:
    """Print a paper; a ``card`` in large letters, four parts to a page that is folded twice."""
    use_fonts()
    look = CARD if card else SHEET
    styles = styles_of(look)
    head: list[Flowable] = [words(f"{paper.title}: {paper.name}", styles.name)]
    head += [words(each, styles.head) for each in paper.head]
    head.append(words(paper.fitness, styles.fitness))
    wide, high = SIZES[size]
    if card:
        templates = [PageTemplate("all", _quarters(wide, high), onPage=_folds)]
        column = wide / 2 - 2 * _EDGE
        story = head
    else:
        taken = sum(each.wrap(wide - 2 * _EDGE, high)[1] for each in head) + 14
        top = _frame(_EDGE, high - _EDGE - taken, wide - 2 * _EDGE, taken)
        templates = [
            PageTemplate("first", [top, *_columns(wide, high, _EDGE + taken)]),
            PageTemplate("next", _columns(wide, high, _EDGE)),
        ]
        column = _column(wide)
        story = [NextPageTemplate("next"), *head, FrameBreak()]
    for section in paper.sections:
        story += flowing(section, look, styles, column)
    file = BytesIO()
    named = printable(f"{paper.title}: {paper.name}")
    document = BaseDocTemplate(file, pagesize=(wide, high), title=named, lang="en", invariant=1)
    document.addPageTemplates(templates)
    document.build(story, canvasmaker=numbered(named, wide / 4 if card else wide / 2))
    return file.getvalue()


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
