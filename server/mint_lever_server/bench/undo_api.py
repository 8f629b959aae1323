"""Undo and redo over the API."""

import uuid

from django.http import HttpRequest
from ninja import Router

from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.bench.change_stamp import Stamp
from mint_lever_server.bench.request_types import AtVersion
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.bench.undo import Hands, UndoOut, redo, undo, undo_at

router = Router(tags=["bench"])


class RedoRequest(AtVersion, Stamp):
    """The newest version of the draft that the page shows."""


class UndoRequest(RedoRequest):
    """``hands``: whether work by hand was turned back, or never happened."""

    hands: Hands | None = None


@router.get("/{helicopter_id}/bench/undo", response=UndoOut)
def get_undo(request: HttpRequest, helicopter_id: uuid.UUID) -> UndoOut:
    """Show what was done last with the model on the table, and what was undone."""
    return undo_at(bench_of(pilot_of(request), helicopter_id))


@router.post("/{helicopter_id}/bench/undo", response=UndoOut)
def undo_last(request: HttpRequest, helicopter_id: uuid.UUID, given: UndoRequest) -> UndoOut:
    """Take back what was done last, reading or setting."""
    return undo(pilot_of(request), helicopter_id, given.version, given.hands, given.sender())


@router.post("/{helicopter_id}/bench/redo", response=UndoOut)
def redo_last(request: HttpRequest, helicopter_id: uuid.UUID, given: RedoRequest) -> UndoOut:
    """Do again what was undone last."""
    return redo(pilot_of(request), helicopter_id, given.version, given.sender())
