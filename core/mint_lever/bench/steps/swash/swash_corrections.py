"""Step 13: swash corrections, seen by tipping the model. The step nobody may skip."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Choice, Option
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import AXES, not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.function_reversal import turns_a_function
from mint_lever.bench.steps.shared.tipped_model import Axis, tip_question, turn_correction
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.bench.wording.sketches import sketch_of
from mint_lever.setup.edits.path_edit import Change

_TIPS: tuple[tuple[str, Axis], ...] = (("nose_down", "pitch"), ("roll_right", "roll"))
_PIROUETTE = (
    Option("holds", "The tilt keeps pointing at the same place in the room"),
    Option("turns", "The tilt turns along with the model, or twice as fast", False),
    Option("none", "This unit has no pirouette compensation"),
)


def _advise(run: Readings) -> Advice:
    """Advise on what the pilot saw when tipping and turning the model."""
    asks: list[Choice] = []
    actions: list[Action] = []
    unit = run.setup.stabilising_unit
    for key, axis in _TIPS:
        ask = tip_question(run, "corrections", key, axis)
        asks.append(ask)
        if ask.answer == "with" and unit is not None:
            actions.append(turn_correction(unit, key, axis))
    turning = run.answer("corrections", "pirouette")
    asks.append(
        ask_what_is_seen(
            run,
            "corrections",
            "pirouette",
            "Test tilt shown, turn the model about its shaft",
            "",
            _PIROUETTE,
        )
    )
    if turning == "turns" and unit is not None:
        actions.append(
            Action(
                key="turn.pirouette",
                text="Reverse the unit's pirouette compensation.",
                expect="Then turn the model again.",
                changes=(Change("unit.pirouette_reversed", not unit.pirouette_reversed),),
                keys=("pirouette",),
                together="corrections",
            )
        )
    answers = [ask.answer for ask in asks]
    seen_nose = asks[0].answer is not None and asks[1].answer is None
    summary = (
        "The swash must tilt against the motion. Where it goes along with it, the model crashes."
    )
    if "still" in answers:
        summary = "No movement: wait until the unit is ready, then tip again."
    if run.setup.airframe.head.blades > 2:
        summary += " A head of three or more blades may want a phase: see Path."
    return Advice(
        step="corrections",
        do=(
            "Lift the model, let the sticks go, and tip it by hand.",
            "Look at the swash against the frame, not against the room.",
        ),
        asks=tuple(asks),
        summary=summary,
        actions=tuple(actions),
        outcome=find_outcome(asks),
        sketch=sketch_of("roll_right" if seen_nose else "nose_down"),
    )


def _spares(run: Readings, key: str, path: str) -> bool:
    """What was seen on one axis rests on no other axis' correction. Where the unit itself mixes it
    rests on no stick's direction either; one that was taught its throws goes by them."""
    if turns_a_function(path) and run.setup.mixing_unit is not None:
        return True
    own = {"nose_down": "correction_reversed.pitch", "roll_right": "correction_reversed.roll"}
    if not path.startswith(("unit.correction_reversed.", "unit.pirouette_reversed")):
        return False
    return path != f"unit.{own.get(key, 'pirouette_reversed')}"


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key not in AXES:
        raise not_simulated(ask.key)
    right = bench.tip(AXES[ask.key])
    if ask.key == "pirouette":
        return "holds" if right else "turns"
    return "against" if right else "with"


STEP = Step(
    name="corrections",
    number=13,
    title="Swash corrections",
    why="A correction the wrong way crashes the model as it gets light on the skids.",
    rests_on=("teach_throws",),
    settings_of=("together",),
    metal_of=("horns", "level"),
    here=lambda arrangement: arrangement.stabilised,
    absent="No unit has the cyclic in hand: there is nothing that could answer the wrong way.",
    spares=_spares,
    cautions=(
        "A correction the wrong way crashes the model as it gets light on the skids. Nobody can "
        "see it but you, tipping the model by hand.",
    ),
    advise=_advise,
    simulate=_simulate,
)
