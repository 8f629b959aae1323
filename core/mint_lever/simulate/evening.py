"""An evening on the simulated bench: every step worked through by the product's own advice only."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np

from mint_lever.diagnose.directions import Mend, NextLook, Sight, diagnose
from mint_lever.diagnose.hypotheses import COMMANDS
from mint_lever.measure.level import level_turns
from mint_lever.measure.next_value import Control, next_value
from mint_lever.measure.spline import best_horn_places, sub_trim_us
from mint_lever.measure.tracking import degrees_per_turn, tracking_turns
from mint_lever.simulate.helicopter import Axis, SimulatedHelicopter, Wheel

_PERCENT = Control(1.0, 150.0)
_WHEEL = Wheel()


@dataclass
class Evening:
    """How often each step was looked at or read, and how it ended (deg)."""

    counts: dict[str, int] = field(default_factory=dict)
    rounds: int = 0
    """Rounds of mending until every direction was right."""
    level_deg: float = np.inf
    zero_deg: list[float] = field(default_factory=list)
    cyclic_deg: float = np.inf
    collective_deg: tuple[float, float] = (np.inf, np.inf)


def work_through(
    bench: SimulatedHelicopter, cyclic_target: float = 9.0, collective_target: float = 12.0
) -> Evening:
    """Do horns, directions, level, zero pitch, cyclic, collective and corrections in order."""
    evening = Evening()
    evening.counts["horns"] = _square_horns(bench)
    evening.counts["directions"], evening.rounds = _directions(bench)
    evening.counts["level"], evening.level_deg = _level(bench)
    evening.counts["zero_pitch"], evening.zero_deg = _zero_pitch(bench)
    evening.counts["cyclic_throw"], evening.cyclic_deg = _cyclic(bench, cyclic_target)
    found = _collective(bench, collective_target)
    evening.counts["collective_range"], evening.collective_deg = found
    for axis in ("roll", "pitch"):
        _correction(bench, axis)
    return evening


def _square_horns(bench: SimulatedHelicopter) -> int:
    """Spline first, sub-trim for the rest; a sub-trim the wrong way shows at the next reading."""
    readings = 0
    for i, servo in enumerate(bench.setup.airframe.servos):
        error = bench.read_horn(i)
        place = best_horn_places(error, _WHEEL.arms, _WHEEL.teeth)[0]
        bench.press_horn(i, place.arm, place.teeth, _WHEEL)
        error = bench.read_horn(i)
        readings += 2
        trim = round(sub_trim_us(error, servo.us_per_deg, servo.mounted))
        if trim:
            path = f"unit.servos.{i}.subtrim_us"
            bench.change(path, float(trim))
            readings += 1
            if abs(bench.read_horn(i)) > abs(error):
                bench.change(path, float(-trim))
    return readings


def _directions(bench: SimulatedHelicopter) -> tuple[int, int]:
    """Ask the solver until it is sure, do what it says, and look once more at every movement.

    Give the looks until it was sure the first time, and the rounds of mending it took: many faults
    at once can look like few others, and only the last look shows it.
    """
    sight, looks, rounds, first = Sight(), 0, 0, 0
    while looks < 30:
        unit = bench.setup.unit
        assert unit is not None
        now = [servo.reversed for servo in unit.servos]
        found = diagnose(bench.setup.airframe.swash, now, sight)
        if found.settled and not found.explanations[0].mends:
            _up_means_more(bench)
            return first or looks, rounds
        if found.settled:
            rounds += 1
            first = first or looks
            for mend in found.explanations[0].mends:
                _do(bench, mend)
            sight = Sight({command: bench.look(command) for command in COMMANDS})
            looks += len(COMMANDS)
        elif found.ask is not None:
            looks += 1
            sight = _looked(bench, sight, found.ask)
    raise RuntimeError("the directions were never settled")


def _looked(bench: SimulatedHelicopter, sight: Sight, ask: NextLook) -> Sight:
    if ask.kind == "command" and ask.command is not None:
        seen = {**sight.commands, ask.command: bench.look(ask.command)}
        return Sight(seen, sight.drives, sight.layout_checked)
    if ask.kind == "output" and ask.output is not None:
        drives = {**sight.drives, ask.output: bench.follow_lead(ask.output)}
        return Sight(sight.commands, drives, sight.layout_checked)
    if ask.kind == "layout":
        return Sight(sight.commands, sight.drives, True)
    raise RuntimeError(ask.text)


def _do(bench: SimulatedHelicopter, mend: Mend) -> None:
    if mend.kind == "reverse_servo":
        bench.reverse_servo(mend.servos[0])
    elif mend.function is not None:
        bench.reverse_function(mend.function)
    elif mend.kind == "exchange_plugs":
        bench.exchange_plugs(mend.servos[0], mend.servos[1])
    else:
        raise RuntimeError(f"the simulated bench has no such fault: {mend.text}")


def _up_means_more(bench: SimulatedHelicopter) -> None:
    """Positive collective must give positive pitch; some heads want the swash to go down."""
    bench.move_sticks(collective=-60)
    low = bench.read_gauge(0, 180.0)
    bench.move_sticks(collective=60)
    if bench.read_gauge(0, 180.0) < low:
        bench.reverse_function("collective")


def _level(bench: SimulatedHelicopter) -> tuple[int, float]:
    balls = bench.setup.airframe.swash.balls
    thread = bench.setup.airframe.head.link_thread_mm
    bench.move_sticks()
    for reading in range(1, 5):
        right, forward = bench.read_leveller()
        advice = level_turns(balls, right, forward, thread)
        if not advice.turns.any():
            return reading, float(np.hypot(right, forward))
        for i, turns in enumerate(advice.turns):
            bench.turn_swash_link(i, float(turns), thread)
    return 5, float(np.hypot(*bench.read_leveller()))


def _zero_pitch(bench: SimulatedHelicopter) -> tuple[int, list[float]]:
    head = bench.setup.airframe.head
    per_turn = degrees_per_turn(head.link_thread_mm, head.link_ends, head.grip_arm_mm)
    # A single link goes on in half turns; a turnbuckle stays wherever it is left.
    step = 0.5 if head.link_ends == 1 else 0.1
    bench.move_sticks()
    for reading in range(1, 5):
        pitch = [bench.read_gauge(blade, 180.0) for blade in range(head.blades)]
        advice = tracking_turns(pitch, per_turn, step)
        if not advice.turns.any() or _zero_is_good(pitch):
            return reading, pitch
        for blade, turns in enumerate(advice.turns):
            bench.turn_blade_link(blade, float(turns))
    return 5, [bench.read_gauge(blade, 180.0) for blade in range(head.blades)]


def _zero_is_good(pitch: list[float]) -> bool:
    return max(map(abs, pitch)) <= 0.4 and float(np.ptp(pitch)) <= 0.3


def _cyclic(bench: SimulatedHelicopter, target: float) -> tuple[int, float]:
    values: list[float] = []
    gauges: list[float] = []
    for reading in range(1, 6):
        bench.move_sticks(aileron=100)
        one = bench.read_gauge(0, 180.0)
        bench.move_sticks(aileron=-100)
        gauge = abs(one - bench.read_gauge(0, 180.0)) / 2
        if abs(gauge - target) <= 0.3:
            return reading, gauge
        values.append(_figure(bench, "cyclic_pct"))
        gauges.append(gauge)
        bench.change("unit.cyclic_pct", next_value(values, gauges, target, _PERCENT).value)
    return 6, gauge


def _collective(bench: SimulatedHelicopter, target: float) -> tuple[int, tuple[float, float]]:
    values: list[float] = []
    gauges: list[float] = []
    for reading in range(1, 6):
        ends = []
        for stick in (100.0, -100.0):
            bench.move_sticks(collective=stick)
            ends.append(bench.read_gauge(0, 180.0))
        gauge = (ends[0] - ends[1]) / 2
        if abs(gauge - target) <= 0.3:
            return reading, (ends[0], ends[1])
        values.append(_figure(bench, "collective_pct"))
        gauges.append(gauge)
        bench.change("unit.collective_pct", next_value(values, gauges, target, _PERCENT).value)
    return 6, (ends[0], ends[1])


def _figure(bench: SimulatedHelicopter, name: str) -> float:
    return float(getattr(bench.setup.unit, name))


def _correction(bench: SimulatedHelicopter, axis: Axis) -> None:
    if not bench.tip(axis):
        bench.reverse_correction(axis)
