"""The fonts that are printed with: they come along, so that every reader shows the same."""

from functools import cache
from pathlib import Path

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

PLAIN, BOLD = "Paper", "Paper-Bold"
_HERE = Path(__file__).parent / "fonts"
_MISSING = "\N{WHITE SQUARE}"


@cache
def use_fonts() -> frozenset[int]:
    """Make the fonts known, once; give the signs they have."""
    faces = []
    for name, file in ((PLAIN, "DejaVuSansCondensed"), (BOLD, "DejaVuSansCondensed-Bold")):
        font = TTFont(name, str(_HERE / f"{file}.ttf"))
        pdfmetrics.registerFont(font)
        faces.append(frozenset(font.face.charToGlyph))
    pdfmetrics.registerFontFamily(PLAIN, normal=PLAIN, bold=BOLD, italic=PLAIN, boldItalic=BOLD)
    return faces[0] & faces[1]


def printable(text: str) -> str:
    """The text with a square for every sign that the fonts have not."""
    has = use_fonts()
    return "".join(each if ord(each) in has else _MISSING for each in text)
