"""A section of a paper as what flows down a column."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import groupby

from reportlab.lib.colors import black
from reportlab.platypus import CondPageBreak, Flowable, Table, TableStyle

from mint_lever.records import Drawing, Section
from mint_lever_server.records.pdf.drawing import make_flowable
from mint_lever_server.records.pdf.paper_line import FigureLine
from mint_lever_server.records.pdf.paper_style import Look, Styles, words

_HAIR, _LINE = 0.25, 0.8
_BESIDE = 4.0
_PLAIN = TableStyle(
    [
        ("VALIGN", (0, 0), (-1, -1), "TOP"),
        ("LEFTPADDING", (0, 0), (-1, -1), 0),
        ("RIGHTPADDING", (0, 0), (-1, -1), 2),
        ("TOPPADDING", (0, 0), (-1, -1), 0.6),
        ("BOTTOMPADDING", (0, 0), (-1, -1), 0.9),
        ("LINEBELOW", (0, 0), (-1, -1), _HAIR, black),
    ]
)


def flowing(section: Section, look: Look, styles: Styles, wide: float) -> Iterator[Flowable]:
    """Give a section as flowables for a column so ``wide`` (points)."""
    # A title does not stand alone at a column's end.
    yield CondPageBreak(styles.title.fontSize * 4)
    title = words(section.title, styles.title)
    title.keepWithNext = True
    yield title
    rule = Table([[""]], [wide], [1.0], style=[("LINEABOVE", (0, 0), (-1, 0), _LINE, black)])
    rule.keepWithNext = True
    yield rule
    for group, figures in groupby(section.figures, key=lambda each: each.group):
        if group:
            heading = words(group, styles.group)
            heading.keepWithNext = True
            yield heading
        yield from (FigureLine(each, look) for each in figures)
    for line in section.lines:
        yield _line(line, styles, wide, section.ticks)
    yield from _drawings(section.drawings, styles, wide)


def _line(line: str, styles: Styles, wide: float, ticked: bool) -> Table:
    box = styles.text.fontSize
    row: list[Flowable] = [words(line, styles.text)]
    widths = [wide]
    if ticked:
        row, widths = [_Box(box), *row], [box * 1.7, wide - box * 1.7]
    table = Table([row], widths)
    table.setStyle(_PLAIN)
    return table


class _Box(Flowable):
    """A box to be ticked by hand."""

    def __init__(self, side: float):
        super().__init__()
        self.width = self.height = side

    def draw(self) -> None:
        self.canv.setLineWidth(0.8)
        self.canv.rect(0.5, 0.5, self.width - 1, self.height - 1)


def _drawings(drawings: Sequence[Drawing], styles: Styles, wide: float) -> Iterator[Flowable]:
    """One alone as wide as the column, several two beside each other."""
    if len(drawings) == 1:
        yield make_flowable(drawings[0], wide)
        return
    two = (wide - _BESIDE) / 2
    for n in range(0, len(drawings), 2):
        pair = [
            [words(each.title, styles.small), make_flowable(each, two)]
            for each in drawings[n : n + 2]
        ]
        yield Table([pair], [two + _BESIDE, two][: len(pair)], hAlign="LEFT", style=_PLAIN)
