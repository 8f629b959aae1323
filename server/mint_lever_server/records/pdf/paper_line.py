"""One line of a paper: what it is, its value, what kind of figure it is, a note, a ruler.

Drawn by itself, not as a table's row: a sheet has some hundred of them, and has to be there at
once.
"""

from __future__ import annotations

from reportlab.graphics import renderPDF
from reportlab.graphics.shapes import Drawing
from reportlab.lib.utils import simpleSplit
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.platypus import Flowable

from mint_lever.records import Figure
from mint_lever_server.records.pdf.drawing import make_flowable
from mint_lever_server.records.pdf.fonts import BOLD, PLAIN, printable
from mint_lever_server.records.pdf.paper_style import Look

_LEADING = 1.2
_HAIR = 0.25
_GAP = 3.0
_LEAST = 0.4
"""The share of the width that a name keeps beside its value; a longer value goes below it."""


class FigureLine(Flowable):
    """A figure on a line of its own."""

    def __init__(self, figure: Figure, look: Look):
        super().__init__()
        self.look = look
        self.label, self.note = printable(figure.label), printable(figure.note)
        gap = "" if figure.unit.startswith("°") else " "
        self.value = printable(f"{figure.value}{gap}{figure.unit}".strip())
        self.mark = "" if figure.mark == figure.value else figure.mark
        self.ruler = figure.ruler
        self.drawing: Drawing | None = None

    def wrap(self, wide: float, high: float) -> tuple[float, float]:
        """Say how high the line is in a column so ``wide`` (points)."""
        look = self.look
        at = stringWidth("computed", PLAIN, look.small) + _GAP
        self.ends = wide - (at if self.mark else 0.0)
        value = stringWidth(self.value, BOLD, look.text)
        beside = self.ends - value - _GAP
        self.below = beside < _LEAST * wide and stringWidth(self.label, PLAIN, look.text) > beside
        self.labels = simpleSplit(self.label, PLAIN, look.text, self.ends if self.below else beside)
        self.values = simpleSplit(self.value, BOLD, look.text, self.ends)
        room = self.ends
        if self.ruler is not None:
            self.drawing = make_flowable(self.ruler, wide)
            room -= self.drawing.width + _GAP
        self.notes = simpleSplit(self.note, PLAIN, look.small, room) if self.note else []
        self.beside = None
        if len(self.notes) == 1 and len(self.labels) == 1 and not self.below and not self.ruler:
            used = stringWidth(self.label, PLAIN, look.text) + _GAP
            if used + stringWidth(self.note, PLAIN, look.small) <= beside:
                self.beside, self.notes = used, []
        lines = len(self.labels) + (len(self.values) if self.below else 0)
        notes = len(self.notes) * look.small * _LEADING
        if self.drawing is not None:
            notes = max(notes, self.drawing.height)
        self.width, self.height = wide, lines * look.text * _LEADING + notes + 2.0
        return self.width, self.height

    def draw(self) -> None:
        """Draw it from its lower left corner."""
        look, y = self.look, self.height
        small, canvas = look.small * _LEADING, self.canv
        canvas.setLineWidth(_HAIR)
        canvas.line(0, 0, self.width, 0)
        y -= look.text
        canvas.setFont(PLAIN, look.small)
        canvas.drawRightString(self.width, y, self.mark)
        canvas.setFont(BOLD, look.text)
        first = y - (len(self.labels) * look.text * _LEADING if self.below else 0)
        for n, value in enumerate(self.values):
            canvas.drawRightString(self.ends, first - n * look.text * _LEADING, value)
        canvas.setFont(PLAIN, look.text)
        for n, label in enumerate(self.labels):
            canvas.drawString(0, y - n * look.text * _LEADING, label)
        if self.beside is not None:
            canvas.setFont(PLAIN, look.small)
            canvas.drawString(self.beside, y, self.note)
        lines = len(self.labels) + (len(self.values) if self.below else 0)
        y = self.height - lines * look.text * _LEADING - look.small
        canvas.setFont(PLAIN, look.small)
        for n, note in enumerate(self.notes):
            canvas.drawString(0, y - n * small, note)
        if self.drawing is not None:
            renderPDF.draw(self.drawing, canvas, self.ends - self.drawing.width, 1.0)
