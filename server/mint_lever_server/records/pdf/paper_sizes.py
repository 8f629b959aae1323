"""The sizes a paper comes in, in points: what is printed on, and a phone's screen."""

from typing import Literal

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm

PaperSize = Literal["a4", "letter", "phone"]
SIZES: dict[PaperSize, tuple[float, float]] = {
    "a4": A4,
    "letter": LETTER,
    # As wide as is read without enlarging it on a phone held upright.
    "phone": (72 * mm, 144 * mm),
}
