"""What the unit on the bench was taught, by the log, and what it reads of today's throws."""

from __future__ import annotations

import numpy as np

from mint_lever.axes import FUNCTIONS
from mint_lever.chain.full_stick_reads import full_stick_reads, throws_shown_by
from mint_lever.modes.on_the_bench import bench_mode
from mint_lever.run.readings import Readings, chain_of
from mint_lever.unit.shown_throws import ShownThrows

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
    taught = _taught(run)
    if taught is None:
        return {}
    now = full_stick_reads(run.chain, run.mode, taught)
    return {
        f"{function}.{side}": float(now[s, f])
        for f, function in enumerate(FUNCTIONS[:3])
        for s, side in enumerate(SIDES)
    }


def _taught(run: Readings) -> ShownThrows | None:
    shown = []
    for function in FUNCTIONS[:3]:
        taken = [entry for entry in run.all("teach_throws", function) if entry.value]
        if not taken:
            return None
        then = taken[-1].setup
        if len(then.airframe.servos) != len(run.setup.airframe.servos):
            return None
        shown.append(throws_shown_by(chain_of(then), bench_mode(then)))
    ends = np.stack([each.ends_us[:, f] for f, each in enumerate(shown)], axis=1)
    return ShownThrows(shown[-1].rest_us, ends)
