"""Devices are said to hold what the draft has. All or nothing, always."""

import uuid
from collections.abc import Sequence

from django.contrib.auth.models import User
from django.db import transaction

from mint_lever.bench import (
    read_setting,
)
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.setup import find_device, find_row, name_path
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.run_log import NOBODY, Sender, bench_of, claim_version, write_down
from mint_lever_server.bench.stored_run import setup_at
from mint_lever_server.hangar.services import taken_once


@transaction.atomic
def hold_on_devices(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    paths: Sequence[str],
    sender: Sender = NOBODY,
) -> Bench:
    """Note that devices hold the values of the draft, as of this version, at these paths."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    claim_version(bench, version)
    setup = setup_at(bench)
    held = []
    for path in paths:
        row = find_row(path)
        device = "helicopter" if row is None else find_device(path, setup)
        if device == "helicopter":
            allowed = "the path of a setting that a device holds"
            raise InvalidRequest([Fault("paths", path, allowed)])
        held.append((device, path, read_setting(setup.as_document(), path)))
    names = list(dict.fromkeys(name_path(path) for path in paths))
    label = names[0] if len(names) == 1 else f"{names[0]} and {len(names) - 1} more"
    one = paths[0] if len(paths) == 1 else ""
    kind = LogEntry.Kind.HOLDS
    write_down(bench, kind, sender, key=one, label=label[:500], value={"held": held})
    return bench
