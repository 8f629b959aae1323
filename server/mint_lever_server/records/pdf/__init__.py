"""A paper as a PDF: pages, columns, drawings, fonts."""

from mint_lever_server.records.pdf.made import as_pdf
from mint_lever_server.records.pdf.sizes import SIZES, PaperSize

__all__ = ["SIZES", "PaperSize", "as_pdf"]
