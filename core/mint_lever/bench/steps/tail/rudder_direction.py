"""Step 14, part 6: the rudder stick's direction."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Choice
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.slider_doubt import DOUBT, put_right, slider_is_doubted
from mint_lever.bench.steps.shared.tail_part import (
    EDGE,
    NUMBER,
    PROPULSION,
    goes,
    look,
    seen_by_edge,
    sketch,
    tail_of,
)
from mint_lever.bench.steps.shared.tail_reversal import turning
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.diagnose.tail_directions import Goes, fewest_turns
from mint_lever.setup.edits.path_edit import Change

NAME = "tail_stick"
_MOUNTED = "airframe.tail.servo.mounted"


def _advise(run: Readings) -> Advice:
    stick = look(
        run,
        NAME,
        "stick",
        "Right stick: what you see at the tail",
        f"{EDGE} Right is an edge that swings right with right stick.",
    )
    asks = [stick]
    actions: tuple[Action, ...] = ()
    seen, hand = goes(stick), None
    if seen == "left" and not run.setup.arranged.unit_mixes:
        # Which device is turned round hangs on how a push is answered.
        by_hand = _by_hand(run)
        asks.append(by_hand)
        hand = goes(by_hand)
    if seen == "left" and (len(asks) == 1 or hand in ("right", "left")):
        actions = _turn(run, seen, hand or "right")
    noted = _note(run) if seen == "right" else None
    outcome = find_outcome([stick])
    doubted = slider_is_doubted(run)
    mended = put_right(run) if doubted and seen in ("right", "left") else None
    if mended is not None:
        outcome, actions, noted = "begun", (mended,), None
    if noted is not None and outcome == "good":
        outcome, actions = "begun", (noted,)
    return Advice(
        step=NAME,
        do=(
            "Gyro in rate mode, heading hold off.",
            "Tail blades on, folded back; move the stick right and watch, then take them off.",
        ),
        asks=tuple(asks),
        summary=DOUBT if doubted else _summary(seen, hand, len(asks)),
        actions=actions,
        outcome=outcome,
        tail_sketch=sketch(
            run, "Right stick: the nose is pushed right", "Right stick pushes the nose left"
        ),
    )


def _by_hand(run: Readings) -> Choice:
    return look(
        run,
        NAME,
        "hand",
        "Nose pushed left by hand, stick let go: what you see at the tail",
        f"{EDGE} It tells whether the servo or the channel is to be turned round.",
    )


def _turn(run: Readings, stick: Goes, hand: Goes) -> tuple[Action, ...]:
    turned = fewest_turns(stick, hand, run.setup.arranged.unit_mixes)
    return (turning(run, turned, ("stick", "hand")),)


def _summary(seen: Goes | None, hand: Goes | None, looks: int) -> str:
    if seen == "right":
        return "Right stick pushes the nose right."
    if seen == "still":
        return "Nothing moves: is the rate mode on, the servo plugged in, the unit ready?"
    if seen == "left" and looks > 1 and hand is None:
        return "Wrong way round. Pushing the nose by hand shows which device does it."
    if hand == "still":
        return "No answer by hand: wait until the gyro is ready, start from a fresh centre."
    return "" if seen is None else "Wrong: right stick pushes the nose left."


def _note(run: Readings) -> Action | None:
    """Write down which way a longer pulse pushes the nose, now that it was seen."""
    tail = tail_of(run)
    if tail is None:
        return None
    longer = run.unit_way("rudder") * (-1 if run.setup.tail_box.reversed else 1)
    if tail.servo.mounted == longer:
        return None
    return Action(
        key="note",
        text=f"Write down that a longer pulse pushes the nose {'right' if longer > 0 else 'left'}.",
        expect="Drawing and limits then follow this tail; nothing is touched.",
        device="helicopter",
        changes=(Change(_MOUNTED, longer),),
        learned=True,
    )


def _spares(run: Readings, key: str, path: str) -> bool:
    """How far the stick goes decides no direction; the look by hand rests on no channel."""
    if path.startswith("transmitter.channels.rudder."):
        return key == "hand" or not path.endswith(".reversed")
    # How the linkage is written down was learned from this very look.
    return path == _MOUNTED


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == "stick":
        return seen_by_edge(bench.tail.pushes())
    if ask.key == "hand":
        return seen_by_edge(bench.tail.answers())
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=NUMBER,
    part=6,
    title="Rudder direction",
    why="Right stick that turns left cannot be flown.",
    settings_of=("model_memory",),
    metal_of=("tail_square",),
    spares=_spares,
    cautions=(PROPULSION,),
    advise=_advise,
    simulate=_simulate,
)
