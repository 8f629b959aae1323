"""Many gauges and units show an amount without its sign, and the pilot types it without one.

Where the pilot was asked and meant the other sign, a figure counts so; the log keeps what was
typed.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.log import Entry

SIGN = "sign."
"""What the keys of the questions begin with that ask for a figure's sign."""
GAUGE_SIGN = "gauge.signed"
"""Whether the gauge shows a sign: it is of the gauge, and no change of a helicopter undoes it."""
MEANT, SHOWN = "meant", "shown"


def as_meant(entries: Iterable[Entry]) -> list[Entry]:
    """Give the entries, oldest first, each with the sign that the pilot meant.

    An answer is about the newest figure before it, and about those before that were typed with the
    same sign since the last such answer.
    """
    kept: list[Entry] = []
    unsure: dict[tuple[StepName, str], list[int]] = {}
    for entry in sorted(entries, key=lambda entry: entry.sequence):
        if entry.key.startswith(SIGN):
            about = unsure.pop((entry.step, entry.key.removeprefix(SIGN)), [])
            if entry.value == MEANT and about:
                typed = [float(kept[i].value) for i in about]  # type: ignore[arg-type]
                for i, value in zip(about, typed, strict=True):
                    if value * typed[-1] > 0:
                        kept[i] = replace(kept[i], value=-value)
        elif isinstance(entry.value, int | float) and not isinstance(entry.value, bool):
            unsure.setdefault((entry.step, entry.key), []).append(len(kept))
        kept.append(entry)
    return kept
