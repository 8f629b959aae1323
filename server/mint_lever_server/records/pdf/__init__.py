"""A paper as a PDF: pages, columns, drawings, fonts."""

from mint_lever_server.records.pdf.paper_file import as_pdf
from mint_lever_server.records.pdf.paper_sizes import SIZES, PaperSize

__all__ = ["SIZES", "PaperSize", "as_pdf"]
