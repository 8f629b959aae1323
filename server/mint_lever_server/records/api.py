"""Records over the API: two setups compared, papers to print, tables out."""

from __future__ import annotations

import uuid
from collections.abc import Callable, Iterator, Sequence
from tempfile import SpooledTemporaryFile
from typing import Any, Literal

from django.http import FileResponse, HttpRequest, HttpResponse
from ninja import Router

from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.config.request_fields import CountAsked
from mint_lever_server.hangar.api import file_stem
from mint_lever_server.hangar.services import present_setup
from mint_lever_server.records.csv_tables import (
    CHANGES,
    FLIGHTS,
    READINGS,
    as_csv,
    changes,
    flights,
    readings,
)
from mint_lever_server.records.papers import PaperOut, Which, paper_of, paper_out
from mint_lever_server.records.pdf import PaperSize, as_pdf
from mint_lever_server.records.setup_comparison import CompareOut, Side, comparison

router = Router(tags=["records"])
_IN_MEMORY = 4_000_000

Table = Literal["readings", "changes", "flights"]
_TABLES: dict[Table, tuple[Sequence[str], Callable[[Bench], Iterator[Sequence[Any]]]]] = {
    "readings": (READINGS, readings),
    "changes": (CHANGES, changes),
    "flights": (FLIGHTS, flights),
}


@router.get("/{helicopter_id}/compare", response=CompareOut)
def compare_setups(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    one_revision: CountAsked | None = None,
    revision: CountAsked | None = None,
    helicopter: uuid.UUID | None = None,
) -> CompareOut:
    """Compare the draft, or ``one_revision``, with a revision, another helicopter, or a revision of
    that one; without either, with the draft."""
    one, other = Side(one_revision), Side(revision, helicopter)
    return comparison(pilot_of(request), helicopter_id, one, other)


@router.get("/{helicopter_id}/papers/{which}", response=PaperOut)
def get_paper(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    which: Which,
    revision: CountAsked | None = None,
) -> PaperOut:
    """Show the bench sheet, of the draft or of a ``revision``, or the field card."""
    return paper_out(pilot_of(request), helicopter_id, which, revision)


@router.get(
    "/{helicopter_id}/papers/{which}/pdf",
    openapi_extra={
        "responses": {
            200: {
                "content": {"application/pdf": {"schema": {"type": "string", "format": "binary"}}}
            }
        }
    },
)
def get_paper_pdf(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    which: Which,
    size: PaperSize = "a4",
    revision: CountAsked | None = None,
) -> HttpResponse:
    """Download the bench sheet or the field card as a PDF, on A4 or letter, or for a phone."""
    found = paper_of(pilot_of(request), helicopter_id, which, revision)
    kind = "bench-sheet" if which == "bench" else "field-card"
    name = f"{file_stem(found.name, 'helicopter')}-{kind}.pdf"
    answer = HttpResponse(as_pdf(found, size, card=which == "field"), "application/pdf")
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer


@router.get(
    "/{helicopter_id}/tables/{table}",
    openapi_extra={"responses": {200: {"content": {"text/csv": {"schema": {"type": "string"}}}}}},
)
def export_table(request: HttpRequest, helicopter_id: uuid.UUID, table: Table) -> FileResponse:
    """Download readings, changes or flights as CSV."""
    bench = bench_of(pilot_of(request), helicopter_id)
    head, rows = _TABLES[table]
    stem = file_stem(present_setup(bench.helicopter.real_draft).name, "helicopter")

    # On the disk, not in memory: a log may be long.
    file = SpooledTemporaryFile(max_size=_IN_MEMORY)  # noqa: SIM115 (closed once it is sent)
    for part in as_csv(head, rows(bench)):
        file.write(part.encode())
    file.seek(0)
    return FileResponse(
        file,
        as_attachment=True,
        filename=f"{stem}-{table}.csv",
        content_type="text/csv; charset=utf-8",
    )
