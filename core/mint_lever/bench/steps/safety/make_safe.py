"""Step 1: make safe. Nothing else starts before it, and every power-up asks it anew."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Advice, Answer, Ask
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.questions.confirm_points import confirmed, points
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import done_as_asked

_POINTS = (
    ("motor", "The motor cannot drive", "Unplug it, or move its pinion out of mesh."),
    ("hold", "Throttle hold is on", "And it stays on for everything on the bench."),
    (
        "blades",
        "No blade is on that no step asks for",
        "Main blades come on at zero pitch; tail blades better stay off.",
    ),
)


def _advise(run: Readings) -> Advice:
    """Ask for every point of a safe bench."""
    asks = points(run, "make_safe", _POINTS)
    outcome = confirmed(asks)
    summary = {
        "out": "Stop here. Nothing else starts before every point is so.",
        "good": "Safe to work until the model is powered up again.",
    }.get(outcome or "", "Look at the model, not at the screen, and confirm each point.")
    return Advice(
        step="make_safe",
        do=(
            "Unplug the motor, or move its pinion out of mesh.",
            "Put throttle hold on before the model is powered.",
            "Take the main blades off, and better the tail blades too.",
        ),
        asks=asks,
        summary=summary,
        outcome=outcome,
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    return done_as_asked("motor", "hold", "blades")(ask.key)


STEP = Step(
    name="make_safe",
    number=1,
    title="Make safe",
    why="A motor that starts on the bench takes fingers with it.",
    every_power_up=True,
    bars_all=True,
    cautions=(
        "Propulsion off for all bench work: a motor that starts takes fingers with it. Asked "
        "again at every power-up.",
        "Never power the model in an idle-up mode. Before any lead is connected with propulsion "
        "present, test throttle hold: stick up, nothing turns.",
        "The makers' manuals come before anything said here.",
    ),
    advise=_advise,
    simulate=_simulate,
)
