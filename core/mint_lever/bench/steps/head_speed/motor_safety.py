"""Step 15, part 1: the motor cannot drive, seen again at this very power-up.

For the parts that move the throttle it stands in for "Make safe": there hold is off, on purpose.
"""

from __future__ import annotations

from mint_lever.bench.engine.advice import Advice, Answer, Ask
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.questions.confirm_points import confirmed, points
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import done_as_asked
from mint_lever.bench.steps.shared.head_speed_part import CANNOT_DRIVE, DRIVE, SAFE

_POINTS = (
    (
        "motor",
        "The motor cannot drive: looked at just now",
        "Its leads are off, or the pinion is out of mesh. Pull at it; do not trust memory.",
    ),
    (
        "blades",
        "No main blade and no tail blade is on",
        "Nothing here asks for one.",
    ),
    (
        "hold",
        "Powered up in normal, stick low; throttle hold is off on purpose",
        "Hold stays on until the model is powered. Never in an idle-up: a governor that wakes with "
        "the throttle high locks, and a motor that can drive starts.",
    ),
)


def _advise(run: Readings) -> Advice:
    """Ask once more, for what follows takes throttle hold off."""
    asks = points(run, SAFE, _POINTS)
    outcome = confirmed(asks)
    return Advice(
        step=SAFE,
        do=(
            "Servo work runs safest from a pack on the receiver, without the speed controller.",
            "The parts after this one take throttle hold off: the throttle then moves for real.",
        ),
        asks=asks,
        summary="The parts that move the throttle are open until the model is powered up again."
        if outcome == "good"
        else "The parts that move the throttle open once every point is so.",
        outcome=outcome,
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    return done_as_asked("motor", "blades", "hold")(ask.key)


STEP = Step(
    name=SAFE,
    number=DRIVE,
    part=1,
    title="The motor cannot drive",
    why="What follows moves the throttle, with throttle hold off: a motor that can would start.",
    every_power_up=True,
    stands_in_for="make_safe",
    metal_of=("make_safe",),
    cautions=(
        CANNOT_DRIVE,
        "Before any lead is connected with propulsion present, test throttle hold: stick up, "
        "nothing turns.",
    ),
    advise=_advise,
    simulate=_simulate,
)
