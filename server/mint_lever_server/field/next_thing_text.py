"""The one next thing in words, the same on the page and on paper."""

from __future__ import annotations

from mint_lever.bench import write_setting
from mint_lever.field import (
    FieldWords,
    SettingChange,
    find_figure_row,
    write_advice,
    write_changes_made,
)
from mint_lever.setup import name_path
from mint_lever_server.bench.models import Bench
from mint_lever_server.field.stored_flights import FieldNow, changed_of, last_flown, open_flight


def next_words(bench: Bench, now: FieldNow) -> FieldWords | None:
    """Say the next thing; None where nothing was flown.

    While a change is made and not flown, or nobody said yet what was seen on the newest flight,
    nothing more is advised from what was seen before.
    """
    ready, newest = open_flight(bench), last_flown(bench)
    if ready is not None and ready.noted:
        return write_changes_made(
            [changed_words(changed_of(each)) for each in ready.noted], now.run
        )
    if newest is None:
        return None
    if newest.seen is None:
        return FieldWords(headline=f"Say first what was seen on flight {newest.number}")
    return write_advice(now.run, now.advice, now.log)


def changed_words(changed: SettingChange) -> str:
    """Say a change: "Tail gain, normal: 27 → 19 %"."""
    row = find_figure_row(changed.path)
    if row is None:
        return name_path(changed.path)
    unit = f" {row.unit}" if row.unit else ""
    old, new = write_setting(row, changed.old), write_setting(row, changed.new)
    return f"{name_path(changed.path)}: {old} → {new}{unit}"
