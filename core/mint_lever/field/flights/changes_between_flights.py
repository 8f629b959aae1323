"""What was changed between two flights, whoever changed it and wherever."""

from __future__ import annotations

from collections.abc import Sequence

from mint_lever.bench.run.setting_differences import list_differences
from mint_lever.field.flights.flight import SettingChange
from mint_lever.setup.document import Setup


def list_changes(
    before: Setup, now: Setup, noted: Sequence[SettingChange] = ()
) -> tuple[SettingChange, ...]:
    """Give every setting that is another than on the flight before, with what for where that was
    ``noted``; what only records is none of them. What was noted and put back is left out."""
    why = {each.path: each.against for each in noted}
    found = [
        SettingChange(each.path, each.old, each.new, why.get(each.path))
        for each in list_differences(before, now)
        if not each.row.about.record
    ]
    order = {each.path: n for n, each in enumerate(noted)}
    return tuple(sorted(found, key=lambda each: order.get(each.path, len(order))))
