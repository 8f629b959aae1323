"""Step 1, part 3: the unit keeps its hands off the swash while it is measured. At every power-up.

A unit that mixes is left in its own holding state; one that rides behind is powered up bypassed.
Common practice, no source.
"""

from __future__ import annotations

from mint_lever.bench.engine.advice import Advice, Answer, Ask, Option
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.propulsion_text import MOTOR_OFF
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.bench.wording.still_unit import how_it_is_kept_still, state_wanted
from mint_lever.bench.wording.unit_indicator import shows_it

NAME = "unit_still"
_SEEN = (
    Option("still", "The swash keeps still"),
    Option("moves", "The swash moves", False),
)


def _advise(run: Readings) -> Advice:
    """Ask what a live unit would betray: tip the model, and see that the swash stays."""
    ask = ask_what_is_seen(
        run,
        NAME,
        "tipped",
        "Tip the model a little by hand, sticks let go",
        " ".join(filter(None, ["Only the swash against the frame counts.", _shown(run)])),
        _SEEN,
    )
    said = {
        "still": "Nothing moves the swash but the sticks.",
        "moves": f"A live unit moves the swash under the gauge: {how_it_is_kept_still(run)}",
    }
    return Advice(
        step=NAME,
        do=(how_it_is_kept_still(run), "It is asked again at every power-up."),
        asks=(ask,),
        summary=said.get(ask.answer or "", "What is measured must not be moved by the unit."),
        outcome=find_outcome((ask,)),
    )


def _shown(run: Readings) -> str:
    return shows_it(run, state_wanted(run))


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key != "tipped":
        raise not_simulated(ask.key)
    return "still"


STEP = Step(
    name=NAME,
    number=1,
    part=3,
    title="Unit held still",
    why="A live unit moves the swash under the gauge, and every reading with it.",
    every_power_up=True,
    here=lambda arrangement: arrangement.stabilised,
    absent="No unit has the cyclic in hand.",
    cautions=(MOTOR_OFF,),
    advise=_advise,
    simulate=_simulate,
)
