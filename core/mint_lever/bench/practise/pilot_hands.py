"""A pilot's eyes and hands on the simulated bench: answer a step's question, do what it advises."""

from __future__ import annotations

from typing import cast

from mint_lever.bench.engine.advice import Action, Answer, Ask, Number, Work
from mint_lever.bench.engine.step import Step
from mint_lever.bench.engine.typed_signs import GAUGE_SIGN, MEANT, SHOWN, SIGN
from mint_lever.bench.questions.gauge_sign import AMOUNT, SIGNED
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter


def take_reading(bench: SimulatedHelicopter, step: Step, ask: Ask) -> Answer:
    """Take the reading a question asks for, as its entry.

    Raises NotSimulated where the bench has no such thing to read; it never guesses.
    """
    if ask.key.startswith(SIGN):
        return SHOWN  # its gauge and its unit show every sign
    if ask.key == GAUGE_SIGN:
        return SIGNED
    bench.move_sticks(*(ask.sticks or (0.0, 0.0, 0.0)))
    return step.simulate(bench, ask)


class Unsigned:
    """A gauge that shows no sign: its figures are typed as they stand, and what was really meant is
    only said when it is asked for."""

    def __init__(self) -> None:
        self._true: dict[tuple[str, str], float] = {}

    def take(self, bench: SimulatedHelicopter, step: Step, ask: Ask) -> Answer:
        """Take a reading; a pitch without its sign."""
        if ask.key.startswith(SIGN):
            true = self._true.get((step.name, ask.key.removeprefix(SIGN)))
            return SHOWN if true is None or true >= 0 else MEANT
        if ask.key == GAUGE_SIGN:
            return AMOUNT
        value = take_reading(bench, step, ask)
        if not isinstance(ask, Number) or (ask.blade is None and not ask.without_gauge):
            return value
        self._true[step.name, ask.key] = true = cast(float, value)
        return abs(true)


def do(bench: SimulatedHelicopter, action: Action) -> None:
    """Do what is advised: the settings, and the work by hand."""
    if action.changes:
        bench.change(action.changes)
    for work in action.work:
        work_by_hand(bench, work)


def work_by_hand(bench: SimulatedHelicopter, work: Work) -> None:
    """Do one piece of work by hand."""
    if work.kind == "turn_swash_link":
        bench.turn_swash_link(work.index, work.amount)
    elif work.kind == "turn_blade_link":
        bench.turn_blade_link(work.index, work.amount)
    elif work.kind == "press_horn":
        bench.press_horn(work.index, work.arm, int(work.amount))
    elif work.kind == "exchange_plugs":
        bench.exchange_plugs(work.index, int(work.amount))
    elif work.kind == "turn_belt":
        bench.truth.tail.belt_twisted = False
    elif work.kind == "tension_belt":
        bench.truth.tail.belt = "firm"
    elif work.kind == "free_slider":
        bench.truth.tail.slider = "free"
    elif work.kind == "move_tail_ball":
        bench.truth.tail.wrong_hole = False
        if work.amount:
            bench.truth.tail.change_servo(arm_mm=work.amount)
    elif work.kind == "press_tail_horn":
        bench.tail.press_horn(work.arm, int(work.amount))
    elif work.kind == "turn_tail_rod":
        bench.tail.turn_rod(work.amount)
    elif work.kind == "zero_gauge":
        bench.truth.gauge_off_deg = 0.0
    elif work.kind == "turn_gain_channel":
        bench.truth.tail.gain_turned = not bench.truth.tail.gain_turned
    elif work.kind == "tell_mounting":
        bench.truth.tail.told_wrong = False
    elif work.kind == "set_delay":
        bench.truth.tail.delay = "set"
    elif work.kind == "teach_throttle":
        bench.truth.throttle_taught = bench.throttle_low_at_low_stick()
    else:
        bench.drive.do(work.kind, work.index, work.amount)
    # The simulated unit is always set to the draft's layout, and no lead of it is ever dead.
