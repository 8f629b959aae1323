"""A pilot's eyes and hands on the simulated bench: answer a step's question, do what it advises."""

from __future__ import annotations

from mint_lever.run.advice import Action, Answer, Ask, Work
from mint_lever.run.signs import SHOWN, SIGN
from mint_lever.run.step import Step
from mint_lever.simulate.helicopter import SimulatedHelicopter


def take(bench: SimulatedHelicopter, step: Step, ask: Ask) -> Answer:
    """Take the reading a question asks for, as its entry.

    Raises NotSimulated where the bench has no such thing to read; it never guesses.
    """
    if ask.key.startswith(SIGN):
        return SHOWN  # its gauge and its unit show every sign
    bench.move_sticks(*(ask.sticks or (0.0, 0.0, 0.0)))
    return step.simulate(bench, ask)


def do(bench: SimulatedHelicopter, action: Action) -> None:
    """Do what is advised: the settings, and the work by hand."""
    if action.changes:
        bench.change(action.changes)
    for work in action.work:
        by_hand(bench, work)


def by_hand(bench: SimulatedHelicopter, work: Work) -> None:
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
    elif work.kind == "tell_mounting":
        bench.truth.tail.told_wrong = False
    elif work.kind == "set_delay":
        bench.truth.tail.delay = "set"
    elif work.kind == "teach_throttle":
        bench.truth.throttle_taught = bench.throttle_low_at_low_stick()
    else:
        bench.drive.do(work.kind, work.index, work.amount)
    # The simulated unit is always set to the draft's layout, and no lead of it is ever dead.
