"""Step 14, part 5: how the gyro sits, before anything that relies on directions."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Advice, Answer, Ask
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.steps.shared.tail_part import NUMBER, PROPULSION
from mint_lever.bench.steps.shared.unit_mounting import sits_actions, sits_questions, sits_simulated
from mint_lever.bench.wording.number_text import find_outcome

NAME = "tail_mount"


def _advise(run: Readings) -> Advice:
    asks, actions = sits_questions(run, NAME), sits_actions(run, NAME)
    outcome = find_outcome(asks)
    if actions and outcome == "good":
        outcome = "begun"
    done = "How it sits is written down. Upside down or turned, the yaw correction may flip."
    return Advice(
        step=NAME,
        do=(
            "Firm on its pad, square to the model, away from motor and heat.",
            "Before anything that relies on directions.",
        ),
        asks=asks,
        summary=done if outcome == "good" else "",
        actions=actions,
        outcome=outcome,
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    return sits_simulated(bench, ask.key)


STEP = Step(
    name=NAME,
    number=NUMBER,
    part=5,
    title="How the gyro sits",
    why="Upside down, turned or moved to another place, its correction may go the other way.",
    metal_of=("tail_square",),
    here=lambda arrangement: not arrangement.stabilised,
    absent="The unit is the gyro: how it sits is asked before anything else, in step 1.",
    cautions=(PROPULSION,),
    advise=_advise,
    simulate=_simulate,
)
