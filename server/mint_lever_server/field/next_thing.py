"""The one next thing in words, the same on the page and on paper."""

from __future__ import annotations

from mint_lever.bench.run.setting_differences import said
from mint_lever.field import Changed, FieldWords, advice_said, made_said
from mint_lever.field.advice.setting_move import row_at
from mint_lever.setup.catalogue.setting_rows import name_of
from mint_lever_server.bench.models import Bench
from mint_lever_server.field.stored import FieldNow, changed_of, last_flown, open_flight


def next_words(bench: Bench, now: FieldNow) -> FieldWords | None:
    """Say the next thing; None where nothing was flown.

    While a change is made and not flown, or nobody said yet what was seen on the newest flight,
    nothing more is advised from what was seen before.
    """
    ready, newest = open_flight(bench), last_flown(bench)
    if ready is not None and ready.noted:
        return made_said([changed_words(changed_of(each)) for each in ready.noted], now.run)
    if newest is None:
        return None
    if newest.seen is None:
        return FieldWords(headline=f"Say first what was seen on flight {newest.number}")
    return advice_said(now.run, now.advice, now.log)


def changed_words(changed: Changed) -> str:
    """Say a change: "Tail gain, normal: 27 → 19 %"."""
    row = row_at(changed.path)
    if row is None:
        return name_of(changed.path)
    unit = f" {row.unit}" if row.unit else ""
    return f"{name_of(changed.path)}: {said(row, changed.old)} → {said(row, changed.new)}{unit}"
