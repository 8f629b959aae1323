"""What the unit on the bench was taught, by the log, and what it reads of today's throws."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from mint_lever.axes import FUNCTIONS
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.teaching_scheme import is_taught_by_one_end, swash_functions_taught
from mint_lever.model.chain.control_chain import chain_of
from mint_lever.model.chain.full_stick_arrival import full_stick_reads, throws_shown_by
from mint_lever.model.unit.taught_throws import ShownThrows
from mint_lever.modes.bench_mode import bench_mode
from mint_lever.setup.document import Setup
from mint_lever.setup.identity_key import remember

SIDES = ("low", "high")


def reads_now(run: Readings) -> dict[str, float]:
    """Say what the unit reads (percent) of full throws, by "aileron.high": ±100 where all is well.

    What it was shown is in the log: each function's throws as the setup then had them, whether or
    not the teaching still holds. What the unit itself shows, where that was read and holds, has
    the last word. Empty until every function was taught once.
    """
    computed = run.memo("taught reads", lambda: _computed(run))
    reads = dict(computed)
    for key in computed:
        read = run.mean("teach_throws", f"shown.{key}")
        if read is not None:  # some units show an end without its sign
            reads[key] = abs(read) if key.endswith("high") else -abs(read)
    return reads


def _computed(run: Readings) -> dict[str, float]:
    taken = []
    taught = swash_functions_taught(run)
    for function in FUNCTIONS[:3]:
        if function not in taught:  # nothing was shown of it, and nothing is read of it
            taken.append(run.setup)
            continue
        entries = [entry for entry in run.all("teach_throws", function) if entry.value]
        if not entries:
            return {}
        taken.append(entries[-1].setup)
    reads = _reads(run.setup, is_taught_by_one_end(run), *taken)
    return {key: value for key, value in reads.items() if key.split(".")[0] in taught}


@remember(32)
def _reads(now: Setup, one_end: bool, *taken: Setup) -> dict[str, float]:
    """``taken`` are the setups that each function was taught on."""
    taught = _taught(now, taken)
    if taught is not None and one_end:
        taught = taught.mirrored()
    if taught is None:
        return {}
    reads = full_stick_reads(chain_of(now), bench_mode(now), taught)
    return {
        f"{function}.{side}": float(reads[s, f])
        for f, function in enumerate(FUNCTIONS[:3])
        for s, side in enumerate(SIDES)
    }


def _taught(now: Setup, taken: Sequence[Setup]) -> ShownThrows | None:
    if any(len(then.airframe.servos) != len(now.airframe.servos) for then in taken):
        return None
    shown = [throws_shown_by(chain_of(then), bench_mode(then)) for then in taken]
    ends = np.stack([each.ends_us[:, f] for f, each in enumerate(shown)], axis=1)
    return ShownThrows(shown[-1].rest_us, ends)
