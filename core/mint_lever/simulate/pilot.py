"""A pilot's eyes and hands on the simulated bench: answer a step's question, do what it advises."""

from __future__ import annotations

from typing import Any, cast

from mint_lever.axes import Function
from mint_lever.bench.advice import Action, Ask, Work
from mint_lever.diagnose.hypotheses import Command
from mint_lever.procedure.steps import StepName
from mint_lever.simulate.helicopter import Axis, SimulatedHelicopter, Sweep, Wheel

_AXES: dict[str, Axis] = {"nose_down": "pitch", "roll_right": "roll", "pirouette": "pirouette"}


def take(bench: SimulatedHelicopter, step: StepName, ask: Ask) -> Any:
    """Take the reading a question asks for, as its entry; None where the bench has no such thing.

    Lists of holes, the counts of a horn's wheel and makers' limits are not there to be read.
    """
    bench.move_sticks(*(ask.sticks or (0.0, 0.0, 0.0)))
    if ask.key.startswith("horn."):
        return bench.read_horn(int(ask.key.split(".")[1]))
    if step == "arrival":
        return _arrival(bench, ask.key)
    if step == "teach_throws":
        return _taught(bench, ask.key)
    if step == "level":
        return bench.read_leveller()[ask.key.endswith("forward")]
    if ask.azimuth is not None and ask.kind == "number":
        return bench.read_gauge(ask.blade or 0, ask.azimuth)
    return _looked(bench, step, ask)


def _arrival(bench: SimulatedHelicopter, key: str) -> float:
    function, end = key.split(".")
    stick = {"low": -100.0, "centre": 0.0, "high": 100.0}[end]
    bench.move_sticks(**{function: stick})
    return bench.read_arrival(function)


def _taught(bench: SimulatedHelicopter, key: str) -> bool | float | None:
    """Teach a function, or read what the taught unit shows of it."""
    name, _, end = key.removeprefix("shown.").partition(".")
    function = cast(Function, name)
    if key.startswith("shown."):
        return bench.read_taught(function, end == "high")
    if function != "rudder":  # the tail's throw is not the swash's affair
        bench.teach(function)
    return True


def _looked(bench: SimulatedHelicopter, step: StepName, ask: Ask) -> Any:
    kind, _, which = ask.key.partition(".")
    if kind == "look":
        return list(bench.look(cast(Command, which)))
    if kind == "lead":
        return str(bench.follow_lead(int(which)))
    if kind == "sweep":
        return "clear" if bench.sweep(cast(Sweep, which)) else "touches"
    if ask.key == "pitch":
        return "up" if bench.pitch_rises() else "down"
    if ask.key == "rated":
        return bench.truth.rated_hz
    if ask.key == "behave":
        return bench.servos_behave()
    if step == "corrections":
        right = bench.tip(_AXES[ask.key])
        if ask.key == "pirouette":
            return "holds" if right else "turns"
        return "against" if right else "with"
    if step == "final_directions":
        return "right" if _last_look(bench, ask.key) else "wrong"
    return True if ask.kind == "confirm" else None


def _last_look(bench: SimulatedHelicopter, key: str) -> bool:
    if key in _AXES:
        return bench.tip(_AXES[key])
    if key == "collective":
        return bench.pitch_rises()
    if key in ("right", "back"):
        return bench.tilts(cast(Command, key))
    return True


def do(bench: SimulatedHelicopter, action: Action, wheel: Wheel | None = None) -> None:
    """Do what is advised: the settings, and the work by hand."""
    if action.changes:
        bench.change(action.changes)
    for work in action.work:
        by_hand(bench, work, wheel or Wheel())


def by_hand(bench: SimulatedHelicopter, work: Work, wheel: Wheel) -> None:
    """Do one piece of work by hand."""
    if work.kind == "turn_swash_link":
        bench.turn_swash_link(work.index, work.amount)
    elif work.kind == "turn_blade_link":
        bench.turn_blade_link(work.index, work.amount)
    elif work.kind == "press_horn":
        bench.press_horn(work.index, work.arm, int(work.amount), wheel)
    elif work.kind == "exchange_plugs":
        bench.exchange_plugs(work.index, int(work.amount))
    # The simulated unit is always set to the draft's layout, and no lead of it is ever dead.
