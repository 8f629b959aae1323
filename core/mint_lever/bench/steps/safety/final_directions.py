"""Step 18: every direction once more, and the fail-safe: a fixed short list after any change."""

from __future__ import annotations

from typing import cast

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Choice, Option
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import AXES, not_simulated
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.diagnose.direction_faults import Command
from mint_lever.measure.verdict import VerdictWord
from mint_lever.model.chain.motion_directions import Direction
from mint_lever.setup.edits.path_edit import Change

_ANSWERS = (Option("right", "As it should"), Option("wrong", "Not so", False))
_LIST: tuple[tuple[str, str, tuple[float, float, float] | None, str], ...] = (
    ("collective", "Collective up: pitch rises", (60.0, 0.0, 0.0), "together"),
    ("right", "Stick right: swash tilts right", (0.0, 60.0, 0.0), "tilts"),
    ("back", "Stick back: swash tilts back", (0.0, 0.0, -60.0), "tilts"),
    ("nose_down", "Tipped nose down: swash goes back", None, "corrections"),
    ("roll_right", "Rolled right: swash goes left", None, "corrections"),
    ("tail_right", "Stick right: tail pushes the nose right", None, "tail_stick"),
    ("tail_answers", "Nose pushed left: tail answers nose right", None, "tail_correction"),
    ("tail_travel", "Full rudder both ways: nothing binds", None, "tail_limits"),
    ("fail_safe", "Radio off: throttle goes to its low end", None, "model_memory"),
    ("others_safe", "Radio off: every other channel goes where you want it", None, "model_memory"),
    (
        "range",
        "Range check as the radio's maker says: every function answers",
        None,
        "mechanical_look",
    ),
)
_SWASH = ("together", "tilts")
_SAME: dict[str, tuple[tuple[StepName, str], ...]] = {
    "collective": tuple(
        (step, key) for step in _SWASH for key in ("look.collective", "balls.collective", "pitch")
    ),
    "right": tuple((step, key) for step in _SWASH for key in ("look.right", "balls.right")),
    "back": tuple((step, key) for step in _SWASH for key in ("look.back", "balls.back")),
    "nose_down": (("corrections", "nose_down"),),
    "roll_right": (("corrections", "roll_right"),),
    "tail_right": (("tail_stick", "stick"),),
    "tail_answers": (("tail_correction", "hand"),),
    "tail_travel": (("tail_limits", "gap_left"), ("tail_limits", "gap_right")),
}
"""The questions of other steps that look at the same thing: what is wrong here was wrong there, or
has become so since, and is looked at anew."""


_FAIL_SAFE = "transmitter.fail_safe_throttle_pct"
_SET_FAIL_SAFE = Action(
    key="set.fail_safe",
    text="Set the receiver's fail-safe to the throttle's low end.",
    expect="Then switch the radio off and look once more.",
    device="transmitter",
    changes=(Change(_FAIL_SAFE, 0.0),),
    keys=("fail_safe",),
)


def _advise(run: Readings) -> Advice:
    """Ask the fixed list; anything wrong names the step to go back to."""
    asks: list[Ask] = []
    back_to = ""
    for key, label, sticks, step in _LIST:
        if key in AXES and not run.setup.arranged.stabilised:
            continue
        answer = None if _looked_at_since(run, key) else run.answer("final_directions", key)
        word: VerdictWord | None = None if answer is None else "in" if answer == "right" else "out"
        asks.append(
            Choice(key=key, label=label, options=_ANSWERS, sticks=sticks, answer=answer, word=word)
        )
        if word == "out" and not back_to:
            title = run.rules_of[step].title
            back_to = f"Not fit. Go back to “{title}”, then this list again from its top."
    outcome = find_outcome(asks)
    done = "Every direction is right and the fail-safe cuts the throttle."
    # Seen to cut is one thing; a value that is written down nowhere is gone with the next receiver.
    actions = () if run.setup.transmitter.fail_safe_throttle_pct == 0 else (_SET_FAIL_SAFE,)
    if actions and outcome == "good":
        outcome = "begun"
    return Advice(
        step="final_directions",
        do=(
            "Propulsion still disabled. Go down the list once, without skipping.",
            "A fixed list: nothing of it is taken over from before.",
        ),
        asks=tuple(asks),
        summary=back_to or (done if outcome == "good" else "The same short list every time."),
        actions=actions,
        outcome=outcome,
    )


def _looked_at_since(run: Readings, key: str) -> bool:
    """Whether what was wrong here was looked at again where it belongs: then here as well."""
    held = run.held("final_directions", key)
    if not held or held[-1].value != "wrong":
        return False
    again = [entry.sequence for of in _SAME.get(key, ()) for entry in run.held(*of)]
    return max(again, default=-1) > held[-1].sequence


def _refutes(entry: Entry) -> tuple[tuple[StepName, str], ...]:
    return _SAME.get(entry.key, ()) if entry.value == "wrong" else ()


def _spares(run: Readings, key: str, path: str) -> bool:
    """What the fail-safe is set to moves nothing but the throttle."""
    return path == _FAIL_SAFE and key != "fail_safe"


_DIRECTION: dict[str, Direction] = {
    "collective": "collective",
    "right": "aileron",
    "back": "elevator",
}


def _shows(entry: Entry) -> dict[Direction, bool]:
    if entry.key not in _DIRECTION:
        return {}
    return {_DIRECTION[entry.key]: entry.value == "right"}


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key in AXES:
        seen = bench.tip(AXES[ask.key])
    elif ask.key == "collective":
        seen = bench.pitch_rises()
    elif ask.key in ("right", "back"):
        seen = bench.tilts(cast(Command, ask.key))
    elif ask.key == "tail_right":
        seen = bench.tail.pushes() == "right"
    elif ask.key == "tail_answers":
        seen = bench.tail.answers() == "right"
    elif ask.key == "tail_travel":
        seen = all(bench.tail.read_gap(side) > 0 for side in ("left", "right"))
    elif ask.key in ("others_safe", "range"):
        seen = True
    elif ask.key == "fail_safe":
        seen = bench.fail_safe_cuts()
    else:
        raise not_simulated(ask.key)
    return "right" if seen else "wrong"


STEP = Step(
    name="final_directions",
    number=18,
    title="Final directions and fail-safe",
    why="Every direction once more, and the fail-safe cuts the throttle.",
    always_last=True,
    spares=_spares,
    shows=_shows,
    refutes=_refutes,
    cautions=(
        "Fail-safe must cut the throttle; test it with propulsion disabled.",
        "First flight after a change: stand well back, outdoors, hover low, land at the first "
        "wrong response.",
        "Registration, height, distance and people: your local rules and your club decide, not "
        "this program.",
    ),
    advise=_advise,
    simulate=_simulate,
)
