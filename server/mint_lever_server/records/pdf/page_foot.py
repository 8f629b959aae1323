"""The foot of every page: whose paper it is, and which page of how many."""

from __future__ import annotations

from typing import Any

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from mint_lever_server.records.pdf.fonts import PLAIN

_LETTERS = 6.0


def numbered(named: str, middle: float) -> type[Canvas]:
    """Make a canvas that writes the foot about its ``middle`` (points): how many pages there are is
    known only at the end."""

    class Numbered(Canvas):
        def __init__(self, *given: Any, **more: Any):
            super().__init__(*given, **more)
            self._pages: list[dict[str, Any]] = []

        def showPage(self) -> None:  # noqa: N802 (the package's own name)
            self._pages.append(dict(self.__dict__))
            self._startPage()  # type: ignore[attr-defined]

        def save(self) -> None:
            for n, page in enumerate(self._pages, start=1):
                self.__dict__.update(page)
                self.setFont(PLAIN, _LETTERS)
                foot = f"{named}. Page {n} of {len(self._pages)}"
                self.drawCentredString(middle, 7 * mm, foot)
                super().showPage()
            super().save()

    return Numbered
