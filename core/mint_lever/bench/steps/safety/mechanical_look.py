"""Step 1, part 1: the mechanical look before any electronics, and where the power comes from.

F25 and the first step of the trade; common practice, no source.
"""

from __future__ import annotations

from mint_lever.bench.engine.advice import Advice, Answer, Ask
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.questions.confirm_points import confirmed, points
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import done_as_asked

_POINTS = (
    (
        "shaft",
        "The main shaft has no play up and down, and turns freely",
        "Lift the head and let it down: nothing clicks. The autorotation hub runs free one way.",
    ),
    (
        "bolts",
        "Mast bolt and pinch bolts are thread-locked",
        "Thread lock on every screw that goes from metal into metal.",
    ),
    (
        "belt",
        "The tail's drive is firm and turns the way it should",
        "Turn the head by hand: a belt twisted the wrong way turns the tail backward.",
    ),
    (
        "leads",
        "Leads are tied away from motor and gear, antennas at right angles",
        "The canopy touches neither unit nor leads.",
    ),
    (
        "supply",
        "Servos and receiver run from a pack of their own",
        "Without the speed controller: nothing can start the motor, and no BEC runs hot.",
    ),
)


def _advise(run: Readings) -> Advice:
    asks = points(run, "mechanical_look", _POINTS)
    outcome = confirmed(asks)
    summary = {
        "out": "Mend it first: no setting makes up for it.",
        "good": "Sound enough to be set up.",
    }.get(outcome or "", "Two minutes with the fingers before a lead is connected.")
    return Advice(
        step="mechanical_look",
        do=("Turn the head by hand, pull at every link and lead, look along the belt.",),
        asks=asks,
        summary=summary,
        outcome=outcome,
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    return done_as_asked(*(key for key, *_ in _POINTS))(ask.key)


STEP = Step(
    name="mechanical_look",
    number=1,
    part=1,
    title="Mechanical look",
    why="What is loose, bound or hooked up wrong spoils every reading after it.",
    advise=_advise,
    simulate=_simulate,
)
