"""Random drives worked through by the product's advice, judged by tests/judge_drive.py.

    PYTHONPATH=tests .venv/bin/python benchmarks/drive_builds.py 500

Seeds from 300,000 on unless a second number says where they begin (0: anywhere). Prints every
failure, how many asks it took to name a figure the governor was told wrong, and how the head-room
was judged. Ends with 1 where one ended wrong.
"""

from __future__ import annotations

import sys
from collections import Counter

import judge_drive
from drawing import arguments, drawn
from drive_pilot import work_the_drive
from mint_lever.bench.simulate.random_drives import random_drive_build
from mint_lever.measure.throttle_headroom import headroom_word
from mint_lever.model.chain.control_chain import build_chain
from mint_lever.model.chain.drive_report import drive_report
from mint_lever.model.chain.tail_report import full_collective_deg

FIRST_SEED = 300_000
_TOLD = ("poles", "pinion", "cells", "stage")
Outcome = tuple[int, tuple[str, ...], list[str], int, list[str]]


def drive(seed: int) -> Outcome:
    """Say of one drive what was hidden, what is wrong in the end, the asks and the head-rooms."""
    bench, faults = random_drive_build(seed)
    try:
        _, _, reads = work_the_drive(bench)
    except Exception as trouble:
        return seed, faults, [f"{type(trouble).__name__}: {trouble}"], 0, []
    found = bench.setup.model_dump(mode="json"), bench.truth.model_dump(mode="json")
    wrong, rooms = judge_drive.wrong_with_drive(*found), []
    chain = build_chain(bench.setup)
    for name in ("idle_up_1", "idle_up_2"):
        rpm = getattr(bench.setup.transmitter.modes, name).head_speed_rpm
        full = full_collective_deg(chain, name)
        resting = drive_report(chain, name, rpm)["packs"]["resting"]
        said = headroom_word(resting["headroom_full_pct"])
        rooms.append(said)
        if said not in judge_drive.headroom_words(*found, rpm, full):
            wrong.append(f"{name}: head-room called {said}")
    asks = sum(reads["governor", f"told.{what}"] for what in _TOLD)
    return seed, faults, wrong, asks, rooms


def main() -> int:
    """Print how many ended right, every one that did not, and the counts."""
    asked = arguments(500, FIRST_SEED, "Drives, judged.")
    seeds = range(asked.seed, asked.seed + asked.count)
    done, right, kinds, asks_by, rooms = 0, 0, Counter[str](), Counter[int](), Counter[str]()
    for seed, faults, wrong, asks, words in drawn(drive, seeds, asked.minutes):
        done += 1
        right += not wrong
        kinds.update(faults or ("none",))
        rooms.update(words)
        if set(faults) & set(_TOLD):
            asks_by[asks] += 1
        if wrong:
            print(f"{seed} {', '.join(faults)}: {'; '.join(wrong)}", flush=True)
    print(f"{right} of {done} drives ended right")
    print("faults hidden:", _counts(kinds))
    few = sum(count for asks, count in asks_by.items() if asks <= 3)
    print(f"a figure told wrong: named in at most 3 asks in {few} of {asks_by.total()}")
    print("drives by their asks:", _counts(asks_by))
    print("head-room judged:", _counts(rooms))
    return 0 if right == done else 1


def _counts(of: Counter) -> str:
    return ", ".join(f"{what}: {count}" for what, count in sorted(of.items()))


if __name__ == "__main__":
    sys.exit(main())
