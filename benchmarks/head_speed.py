"""Head speed: hover of four modes with what changes it, a punch, the whole place.

Ratios in one run, to one pose of the chain on the same machine; times beside them.
"""

from __future__ import annotations

import json
from timeit import repeat

from builds import with_tail
from mint_lever.model.chain.control_chain import build_chain
from mint_lever.model.chain.pose_evaluation import evaluate_pose
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.modes.head_speed_table import compare_head_speeds
from mint_lever.modes.hover_table import hover_table
from mint_lever.modes.mode_hover import find_hover
from mint_lever.modes.punch_trial import simulate_punch
from mint_lever.setup import read_setup
from mint_lever.setup.parts.flight_modes import ModeName

_SPEEDS: dict[ModeName, float] = {
    "normal": 1500.0,
    "idle_up_1": 1650.0,
    "idle_up_2": 1800.0,
    "trimming": 1550.0,
}
_DRIVE = {
    "motor": {"kv_rpm_per_v": 1100.0, "poles": 10, "resistance_mohm": 18.0, "no_load_a": 1.8},
    "gear": {"pinion": 12, "main": 112},
    "pack": {"cells": 6, "resistance_mohm": 20.0, "capacity_mah": 3300.0},
    "head_inertia_kg_m2": 0.04,
}


def main() -> None:
    """Print each figure in milliseconds and as a multiple of one pose."""
    document = with_tail(drive=_DRIVE)
    modes = {name: {"head_speed_rpm": rpm} for name, rpm in _SPEEDS.items()}
    setup = read_setup(json.loads(json.dumps({**document, "transmitter": {"modes": modes}})))
    chain = build_chain(setup)
    pose = _ms(lambda: evaluate_pose(chain, Sticks.at(collective=40.0), mode="normal"))
    print(f"one pose: {pose:.2f} ms")
    for words, run in (
        ("hover of 4 modes with the table, at most 20 ms", lambda: hover_table(chain, _SPEEDS)),
        ("a punch of 4 s, at most 30 ms", lambda: simulate_punch(chain, "normal", 6.0, "resting")),
        ("a mode's hover while its curve is drawn", lambda: find_hover(chain, "normal")),
        ("the whole place, 4 modes", lambda: compare_head_speeds(chain)),
    ):
        took = _ms(run)
        print(f"{words}: {took:.1f} ms, {took / pose:.1f} poses")


def _ms(run) -> float:
    run()
    return 1e3 * min(repeat(run, number=3, repeat=5)) / 3


if __name__ == "__main__":
    main()
