"""What the pilot keyed in at the field: its device is said to hold it."""

from __future__ import annotations

from collections.abc import Sequence

from django.contrib.auth.models import User

from mint_lever.bench import read_setting
from mint_lever.setup import find_device
from mint_lever_server.bench.device_holds import hold_on_devices
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.run_log import Sender
from mint_lever_server.bench.stored_run import setup_at


def say_held(pilot: User, bench: Bench, paths: Sequence[str]) -> None:
    """Note that devices hold the draft's values at these paths, of a curve at each of its points;
    what the helicopter itself holds is keyed in nowhere."""
    setup = setup_at(bench)
    document = setup.as_document()
    held: list[str] = []
    for path in paths:
        value = read_setting(document, path)
        each = [f"{path}.{n}" for n in range(len(value))] if isinstance(value, list) else [path]
        held += [point for point in each if find_device(point, setup) != "helicopter"]
    if held:
        version = bench.helicopter.draft.version
        hold_on_devices(
            pilot, bench.helicopter_id, version, held, Sender(place=LogEntry.Place.FIELD)
        )
        bench.refresh_from_db(fields=["sequence"])
