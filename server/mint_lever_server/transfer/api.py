"""A helicopter carried over the API: as one file, out and in, and as a copy."""

import uuid
from collections.abc import Iterator
from tempfile import SpooledTemporaryFile

from django.conf import settings
from django.http import FileResponse, HttpRequest
from ninja import Router, Schema, Status
from pydantic import BaseModel

from mint_lever.records import list_uncopied
from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.config.request_fields import Yes, bytes_of
from mint_lever_server.hangar.api import draft_out, file_stem
from mint_lever_server.hangar.schemas import DraftOut
from mint_lever_server.hangar.services import owned, present_setup
from mint_lever_server.transfer.export import one_file
from mint_lever_server.transfer.helicopter_copy import add_copy, radio_of
from mint_lever_server.transfer.import_file import take_in

router = Router(tags=["hangar"])
_PIECE = 64 * 1024
_IN_MEMORY = 1_000_000


# Before the other: its address would be taken for a helicopter's.
@router.post(
    "/import/archive", response={201: DraftOut}, openapi_extra=bytes_of(settings.WHOLE_LIMIT)
)
def import_helicopter(request: HttpRequest) -> Status[DraftOut]:
    """Add a helicopter from its one file; all of it or nothing."""
    pilot = pilot_of(request)
    with SpooledTemporaryFile(max_size=_IN_MEMORY) as file:
        for piece in _pieces(request):
            file.write(piece)
        file.seek(0)
        return Status(201, draft_out(take_in(pilot, file).draft))


@router.get(
    "/{helicopter_id}/archive",
    openapi_extra={
        "responses": {
            200: {
                "content": {"application/zip": {"schema": {"type": "string", "format": "binary"}}}
            }
        }
    },
)
def export_helicopter(request: HttpRequest, helicopter_id: uuid.UUID) -> FileResponse:
    """Download everything of a helicopter as one file."""
    helicopter = owned(pilot_of(request), helicopter_id)
    stem = file_stem(present_setup(helicopter.real_draft).name, "helicopter")
    return FileResponse(one_file(helicopter), as_attachment=True, filename=f"{stem}.zip")


class NeverCarriesOut(BaseModel):
    """A kind of settings that are of one helicopter alone, and those of them that were entered."""

    kind: str
    names: list[str]


class CopyAsked(BaseModel):
    """What to know before a helicopter is copied. ``radio`` is the transmitter it has on board, ""
    where none is described."""

    never_carries: list[NeverCarriesOut]
    radio: str


class CopyGiven(Schema):
    """``same_radio``: another helicopter on the same radio, with another receiver: what never
    carries over is left as delivered."""

    same_radio: Yes = False


@router.get("/{helicopter_id}/copy", response=CopyAsked)
def check_copy(request: HttpRequest, helicopter_id: uuid.UUID) -> CopyAsked:
    """Say what never carries over to a copy."""
    pilot = pilot_of(request)
    setup = present_setup(owned(pilot, helicopter_id).real_draft)
    radio = radio_of(pilot, helicopter_id)
    return CopyAsked(
        never_carries=[
            NeverCarriesOut(kind=each.kind, names=list(each.names)) for each in list_uncopied(setup)
        ],
        radio="" if radio is None else radio.name,
    )


@router.post("/{helicopter_id}/copy", response={201: DraftOut})
def copy_helicopter(
    request: HttpRequest, helicopter_id: uuid.UUID, given: CopyGiven | None = None
) -> Status[DraftOut]:
    """Add a helicopter with another one's setup, as it stands or as one on the same radio begins.
    What was measured on the other is none of it: its bench is empty."""
    shared = given is not None and given.same_radio
    return Status(201, draft_out(add_copy(pilot_of(request), helicopter_id, shared).draft))


def _pieces(request: HttpRequest) -> Iterator[bytes]:
    while piece := request.read(_PIECE):
        yield piece
