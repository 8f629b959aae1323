"""Step 14, part 10: the gyro's correction, seen by turning the nose by hand."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.slider_doubt import DOUBT, put_right, slider_is_doubted
from mint_lever.bench.steps.shared.tail_part import EDGE, NUMBER, goes, look, seen_by_edge, sketch
from mint_lever.bench.steps.shared.tail_reversal import turning
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.diagnose.tail_directions import fewest_turns

NAME = "tail_correction"


def _advise(run: Readings) -> Advice:
    hand = look(
        run,
        NAME,
        "hand",
        "Nose pushed left by hand, sticks let go: what you see at the tail",
        f"{EDGE} Right is an answer against the push: toward nose right.",
    )
    seen = goes(hand)
    actions: tuple[Action, ...] = ()
    if seen == "left":
        # With the stick's way right, or not known, it is the gyro that goes wrong.
        turned = fewest_turns("right", seen, run.setup.arranged.unit_mixes)
        actions = (turning(run, turned, ("hand",)),)
    doubted, outcome = slider_is_doubted(run), find_outcome([hand])
    mended = put_right(run) if doubted and seen in ("right", "left") else None
    if mended is not None:
        outcome, actions = "begun", (mended,)
    return Advice(
        step=NAME,
        do=(
            "Sticks let go. In heading hold the slider stays where it was pushed and creeps back: "
            "start from a fresh centre, by rate mode and back, or powered up again.",
            "Push the nose left with your hand, quickly, and watch the tail; then the other way.",
        ),
        asks=(hand,),
        summary=DOUBT
        if doubted
        else {
            "right": "The tail answers against the push, as it must.",
            "left": "Wrong: it answers along with the push. The model would spin up and turn "
            "round by itself. Reverse the gyro; not flyable as it is.",
            "still": "No answer: wait until the gyro is ready, start from a fresh centre.",
        }.get(seen or "", ""),
        actions=actions,
        outcome=outcome,
        tail_sketch=sketch(
            run,
            "Nose pushed left by hand: the tail answers nose right",
            "It answers along with the push, nose left",
        ),
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == "hand":
        return seen_by_edge(bench.tail.answers())
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=NUMBER,
    part=10,
    title="Yaw correction",
    why="A tail that answers the wrong way spins the model up in the first second.",
    rests_on=("unit_itself", "tail_mount", "tail_offset"),
    metal_of=("tail_square",),
    cautions=(
        "A yaw correction the wrong way crashes the model as it gets light on the skids. Nobody "
        "can see it but you, turning the nose by hand.",
    ),
    advise=_advise,
    simulate=_simulate,
)
