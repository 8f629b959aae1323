"""The sizes of paper that can be printed on, in points."""

from typing import Literal

from reportlab.lib.pagesizes import A4, LETTER

PaperSize = Literal["a4", "letter"]
SIZES: dict[PaperSize, tuple[float, float]] = {"a4": A4, "letter": LETTER}
