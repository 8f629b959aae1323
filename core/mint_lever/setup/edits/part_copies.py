"""One part's figures for every part of its kind: servos bought together are the same."""

from __future__ import annotations

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.setup.catalogue.setting_rows import list_rows
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change


def copy_to_all(setup: Setup, part: str) -> tuple[Change, ...]:
    """Give the changes that carry what is alike of one entry (``airframe.servos.0``) over to the
    others of its list, left-out figures too; what differs from place to place stays.

    A length of 0 marks a part of another kind (the lift of mechanical mixing): it gives and takes
    nothing. Raises InvalidRequest for what is no entry with anything alike.
    """
    of, _, index = part.rpartition(".")
    keys = [
        row.path.removeprefix(f"{of}.*.")
        for row in list_rows()
        if row.path.startswith(f"{of}.*.") and row.about.alike
    ]
    entries: object = setup.as_document()
    for key in of.split("."):
        entries = entries.get(key) if isinstance(entries, dict) else None
    there = isinstance(entries, list) and index.isdecimal() and int(index) < len(entries)
    if not keys or not there:
        allowed = "an entry of a list whose parts are alike, airframe.servos.0 for one"
        raise InvalidRequest([Fault("part", part, allowed)])
    assert isinstance(entries, list)
    model = entries[int(index)]
    return tuple(
        Change(f"{of}.{n}.{key}", model.get(key))
        for n, entry in enumerate(entries)
        for key in keys
        if n != int(index)
        and entry.get(key) != model.get(key)
        and 0 not in (entry.get(key), model.get(key))
    )
