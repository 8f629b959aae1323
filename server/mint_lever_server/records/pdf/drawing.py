"""A drawing of the core as vectors on a page."""

from reportlab.graphics.shapes import Circle, Drawing, PolyLine, String
from reportlab.lib.colors import black
from reportlab.lib.units import mm

from mint_lever.records import Drawing as Drawn
from mint_lever.records import Weight
from mint_lever_server.records.pdf.fonts import PLAIN, printable

_WIDTHS: dict[Weight, float] = {"thin": 0.3, "plain": 0.6, "thick": 1.4}
_LETTERS = 5.5
_DASHES = [1.5, 1.5]


def make_flowable(drawing: Drawn, wide: float) -> Drawing:
    """Draw it, at most so ``wide`` (points); y goes up on a page."""
    scale = min(1.0, wide / (drawing.width * mm)) * mm
    made = Drawing(drawing.width * scale, drawing.height * scale)

    def at(x: float, y: float) -> tuple[float, float]:
        return x * scale, (drawing.height - y) * scale

    for stroke in drawing.strokes:
        line = PolyLine([part for point in stroke.points for part in at(*point)])
        line.strokeWidth, line.strokeColor = _WIDTHS[stroke.weight], black
        if stroke.dashed:
            line.strokeDashArray = _DASHES
        made.add(line)
    for ring in drawing.rings:
        circle = Circle(*at(ring.x, ring.y), ring.radius * scale)
        circle.strokeWidth, circle.strokeColor = _WIDTHS[ring.weight], black
        circle.fillColor = black if ring.filled else None
        made.add(circle)
    for letters in drawing.letters:
        text = String(*at(letters.x, letters.y), printable(letters.text))
        text.fontName, text.fontSize, text.textAnchor = PLAIN, _LETTERS, letters.anchor
        made.add(text)
    return made
