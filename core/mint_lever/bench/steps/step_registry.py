"""Every step, in one list: the only place that knows them all."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from functools import cache

from mint_lever.bench.engine.dependency_graph import Graph
from mint_lever.bench.engine.log import Entry, Event, HeldSetting
from mint_lever.bench.engine.step import Step
from mint_lever.bench.run.bench_run import BenchRun
from mint_lever.bench.steps.head_speed import PARTS as HEAD_SPEED
from mint_lever.bench.steps.radio import (
    arrival,
    mode_check,
    model_memory,
    servo_basics,
    teach_throws,
)
from mint_lever.bench.steps.safety import (
    final_directions,
    make_safe,
    mechanical_look,
    second_look,
    unit_condition,
    unit_stillness,
)
from mint_lever.bench.steps.swash import (
    clearance,
    collective_range,
    cyclic_throw,
    level,
    phase,
    servo_directions,
    square_horns,
    swash_corrections,
    tilt_directions,
    zero_pitch,
)
from mint_lever.bench.steps.tail import PARTS as TAIL
from mint_lever.devices import DeviceProfile
from mint_lever.setup.arrangement import ARRANGEMENTS, ArrangementName
from mint_lever.setup.document import Setup

STEPS: tuple[Step, ...] = (
    make_safe.STEP,
    mechanical_look.STEP,
    unit_condition.STEP,
    unit_stillness.STEP,
    model_memory.STEP,
    arrival.STEP,
    servo_basics.STEP,
    square_horns.STEP,
    servo_directions.STEP,
    tilt_directions.STEP,
    level.STEP,
    zero_pitch.STEP,
    cyclic_throw.STEP,
    collective_range.STEP,
    clearance.STEP,
    phase.STEP,
    second_look.STEP,
    teach_throws.STEP,
    swash_corrections.STEP,
    *TAIL,
    *HEAD_SPEED,
    mode_check.STEP,
    final_directions.STEP,
)


def make_bench_run(
    setup: Setup,
    entries: Iterable[Entry] = (),
    events: Iterable[Event] = (),
    devices: Sequence[DeviceProfile] = (),
    holds: Iterable[HeldSetting] = (),
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
