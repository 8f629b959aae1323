"""Step 1, part 2: the unit itself, before any direction is judged by what it does."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Advice, Answer, Ask
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.questions.confirm_points import points
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.steps.shared.unit_mounting import sits_actions, sits_questions, sits_simulated
from mint_lever.bench.wording.number_text import find_outcome

NAME = "unit_itself"
_DELIVERED = (
    (
        "delivered",
        "The unit is back at its delivered settings",
        "What another model left in it acts unseen. A unit fresh from its box is.",
    ),
)
_SIZE = (
    (
        "size",
        "It is told what size of model it flies",
        "Its control goes by that. Where the unit has no such setting, answer yes.",
    ),
)


def _advise(run: Readings) -> Advice:
    """Ask whether the unit starts from nothing, how it sits, and for what size of model."""
    asks: tuple[Ask, ...] = (
        *points(run, NAME, _DELIVERED),
        *sits_questions(run, NAME),
        *points(run, NAME, _SIZE),
    )
    actions, outcome = sits_actions(run, NAME), find_outcome(asks)
    if actions and outcome == "good":
        outcome = "begun"
    done = "It starts from nothing and knows how it sits."
    return Advice(
        step=NAME,
        do=(
            "Reset the unit as its manual says, before anything is set in it.",
            "Firm on its pad, square to the model, away from motor and heat.",
            "Tell it how it sits and what it flies: a remount later may turn its corrections.",
        ),
        asks=asks,
        summary=done if outcome == "good" else "",
        actions=actions,
        outcome=outcome,
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key in ("delivered", "size"):
        return True
    return sits_simulated(bench, ask.key)


STEP = Step(
    name=NAME,
    number=1,
    part=2,
    title="The unit itself",
    why="A direction is judged by what the unit does: it has to know how it sits first.",
    here=lambda arrangement: arrangement.stabilised,
    absent="No unit has the cyclic in hand.",
    advise=_advise,
    simulate=_simulate,
)
