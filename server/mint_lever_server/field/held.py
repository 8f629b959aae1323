"""What the pilot keyed in at the field: its device is said to hold it."""

from __future__ import annotations

from collections.abc import Sequence

from django.contrib.auth.models import User

from mint_lever.bench.engine.log import setting_at
from mint_lever.setup.device_of_setting import held_by
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.services import Sender, device_holds
from mint_lever_server.bench.stored_run import setup_at


def say_held(pilot: User, bench: Bench, paths: Sequence[str]) -> None:
    """Note that devices hold the draft's values at these paths, of a curve at each of its points;
    what the helicopter itself holds is keyed in nowhere."""
    setup = setup_at(bench)
    document = setup.as_document()
    held: list[str] = []
    for path in paths:
        value = setting_at(document, path)
        each = [f"{path}.{n}" for n in range(len(value))] if isinstance(value, list) else [path]
        held += [point for point in each if held_by(point, setup) != "helicopter"]
    if held:
        version = bench.helicopter.draft.version
        device_holds(pilot, bench.helicopter_id, version, held, Sender(place=LogEntry.Place.FIELD))
        bench.refresh_from_db(fields=["sequence"])
