"""Every step, in one list: the only place that knows them all."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from functools import cache

from mint_lever.devices import DeviceProfile
from mint_lever.run.graph import Graph
from mint_lever.run.log import Entry, Event, Held
from mint_lever.run.run import BenchRun
from mint_lever.run.step import Step
from mint_lever.setup.arrangement import ARRANGEMENTS, ArrangementName
from mint_lever.setup.document import Setup
from mint_lever.steps import (
    arrival,
    clearance,
    collective_range,
    corrections,
    cyclic_throw,
    final_directions,
    flight_modes,
    horns,
    level,
    make_safe,
    mechanical_look,
    model_memory,
    phase,
    second_look,
    servo_basics,
    teach_throws,
    tilts,
    together,
    unit_itself,
    unit_still,
    zero_pitch,
)
from mint_lever.steps.head_speed import PARTS as HEAD_SPEED
from mint_lever.steps.tail import PARTS as TAIL

STEPS: tuple[Step, ...] = (
    make_safe.STEP,
    mechanical_look.STEP,
    unit_itself.STEP,
    unit_still.STEP,
    model_memory.STEP,
    arrival.STEP,
    servo_basics.STEP,
    horns.STEP,
    together.STEP,
    tilts.STEP,
    level.STEP,
    zero_pitch.STEP,
    cyclic_throw.STEP,
    collective_range.STEP,
    clearance.STEP,
    phase.STEP,
    second_look.STEP,
    teach_throws.STEP,
    corrections.STEP,
    *TAIL,
    *HEAD_SPEED,
    flight_modes.STEP,
    final_directions.STEP,
)


def bench_run(
    setup: Setup,
    entries: Iterable[Entry] = (),
    events: Iterable[Event] = (),
    devices: Sequence[DeviceProfile] = (),
    holds: Iterable[Held] = (),
    before: BenchRun | None = None,
) -> BenchRun:
    """Give the run of a log on a setup, over every step, with the devices the helicopter has and
    what these are said to hold. ``before`` is a run of the same helicopter, of which what still
    stands need not be worked out again."""
    return BenchRun(setup, entries, events, STEPS, devices, holds, before)


@cache
def graph_of(arrangement: ArrangementName) -> Graph:
    """Give the graph of an arrangement's steps."""
    return Graph(step for step in STEPS if step.here(ARRANGEMENTS[arrangement]))
