"""A paper as a PDF: pages, columns, drawings, fonts."""

from records.pdf.made import as_pdf
from records.pdf.sizes import SIZES, PaperSize

__all__ = ["SIZES", "PaperSize", "as_pdf"]
