"""How a paper looks: letters for a sheet that holds much, and larger ones for a card."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib.colors import black
from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Paragraph

from mint_lever_server.records.pdf.fonts import BOLD, PLAIN, printable


@dataclass(frozen=True)
class Look:
    """Sizes in points: of the ``text``, what is ``small`` beside it, a section's ``title``, and the
    helicopter's ``name``."""

    text: float
    small: float
    title: float
    name: float


SHEET = Look(text=6.6, small=5.4, title=8.5, name=17)
CARD = Look(text=9.5, small=7.5, title=11.5, name=15)


@dataclass(frozen=True)
class Styles:
    """The paragraphs of a look."""

    text: ParagraphStyle
    small: ParagraphStyle
    title: ParagraphStyle
    group: ParagraphStyle
    name: ParagraphStyle
    head: ParagraphStyle
    fitness: ParagraphStyle


def styles_of(look: Look) -> Styles:
    """Make the paragraphs of a look."""

    def style(size: float, bold: bool = False, **more: Any) -> ParagraphStyle:
        font = BOLD if bold else PLAIN
        return ParagraphStyle("", fontName=font, fontSize=size, leading=size * 1.22, **more)

    return Styles(
        text=style(look.text),
        small=style(look.small),
        title=style(look.title, bold=True, spaceBefore=look.title * 0.6),
        group=style(look.small, bold=True, spaceBefore=2),
        name=style(look.name, bold=True),
        head=style(look.title * 0.95),
        fitness=style(
            look.title * 1.2,
            bold=True,
            spaceBefore=3,
            spaceAfter=2,
            borderWidth=1,
            borderColor=black,
            borderPadding=(1, 3, 3, 3),
        ),
    )


def words(text: str, style: ParagraphStyle) -> Paragraph:
    """A paragraph of plain words: nothing in them is read as anything else."""
    return Paragraph(escape(printable(text)), style)
