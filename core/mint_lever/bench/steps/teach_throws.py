"""Step 12.5: a unit that rides behind a transmitter that mixes is taught the throws.

Common practice, no source: each stick is moved to its ends while the unit watches, last of all,
because every figure of the mixing changes what there is to learn.
"""

from __future__ import annotations

import numpy as np

from mint_lever.bench.advice import Advice
from mint_lever.bench.run import BenchRun
from mint_lever.bench.steps.confirming import confirmed, points
from mint_lever.chain.sticks import Sticks

_FUNCTIONS = (
    ("collective", "Collective", "low, then high"),
    ("aileron", "Aileron", "left, then right"),
    ("elevator", "Elevator", "back, then forward"),
    ("rudder", "Rudder", "left, then right"),
)


def teach_throws(run: BenchRun) -> Advice:
    """Ask for each stick's ends while the unit watches, with the pulses it should be shown."""
    asks = points(
        run,
        "teach_throws",
        tuple(
            (name, f"{label}: full {ends}, and the unit has taken both", _pulses(run, name))
            for name, label, ends in _FUNCTIONS
        ),
    )
    outcome = confirmed(asks)
    return Advice(
        step="teach_throws",
        do=(
            "Sticks centred, trims at zero: start the unit's learning as its manual says.",
            "Move one stick at a time to both ends, slowly, and back to the middle.",
            "Save, power the model again, and see that the unit rests with the sticks centred.",
        ),
        asks=asks,
        summary=(
            "The unit knows this transmitter's throws."
            if outcome == "good"
            else "Teach it again after any change of a swash mix, end point, sub-trim or direction."
        ),
        outcome=outcome,
    )


def _pulses(run: BenchRun, function: str) -> str:
    """What each servo's pulse runs between as a stick goes from end to end."""
    if function == "rudder":
        return "The tail servo alone moves."
    sent = run.chain.run(Sticks.at(**{function: np.array([-100.0, 100.0])}), run.mode).servo.sent_us
    ranges = [f"{low:.0f} to {high:.0f}" for low, high in sent]
    return "Servo by servo: " + "; ".join(ranges) + " µs."
