"""How a unit or gyro is stuck into the model, and what it is told of that."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Answer, Choice, Option, Work
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.setup.catalogue.setting_rows import find_row
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.unit import Mounting

_PATH = "unit.mounting"
_TOLD = (
    Option("as_it_sits", "just so"),
    Option("finds_out", "nothing: it has no such setting"),
    Option("otherwise", "something else", False),
)


def sits_questions(run: Readings, step: StepName) -> tuple[Choice, ...]:
    """Ask which face is up, where the leads point, and what the unit is told of it."""
    return (
        ask_what_is_seen(
            run,
            step,
            "face_up",
            "Which face of the unit or gyro points up",
            "Look at the part itself.",
            _words("face_up"),
        ),
        ask_what_is_seen(
            run,
            step,
            "leads_toward",
            "Its leads point to",
            "Where its servo leads come out.",
            _words("leads_toward"),
        ),
        ask_what_is_seen(
            run,
            step,
            "told",
            "The unit's own setting says that it sits",
            "Where the setting says otherwise, the corrections go the wrong way.",
            _TOLD,
        ),
    )


def sits_actions(run: Readings, step: StepName) -> tuple[Action, ...]:
    """Tell the unit how it sits where it is told otherwise; else write down what was seen."""
    if run.answer(step, "told") == "otherwise":
        return (_TELL,)
    noted = _note(run, step)
    return () if noted is None else (noted,)


def sits_simulated(bench: SimulatedHelicopter, key: str) -> Answer:
    """Answer one of the questions on a simulated model."""
    truth = bench.truth.tail
    if key == "face_up":
        return truth.face_up
    if key == "leads_toward":
        return truth.leads_toward
    if key == "told":
        return "otherwise" if truth.told_wrong else "as_it_sits"
    raise not_simulated(key)


_TELL = Action(
    key="tell",
    text="Set at the unit or gyro how it sits: which face is up, where its leads point.",
    expect="Every correction is tested after it, swash and tail.",
    work=(Work("tell_mounting", 0),),
    aspects=("unit_mount",),
    keys=("told",),
)


def _words(key: str) -> tuple[Option, ...]:
    row = find_row(f"{_PATH}.{key}")
    assert row is not None
    return tuple(Option(value, words) for value, words in row.words)


def _note(run: Readings, step: StepName) -> Action | None:
    """Keep with the helicopter how the unit was seen to sit. Nothing is touched by that."""
    unit = run.setup.unit
    face, leads = run.answer(step, "face_up"), run.answer(step, "leads_toward")
    if unit is None or face is None or leads is None:
        return None
    kept = unit.mounting or Mounting()
    if (kept.face_up, kept.leads_toward) == (face, leads):
        return None
    return Action(
        key="note",
        text="Write down how the unit sits.",
        expect="A remount is then seen from it; nothing is touched.",
        changes=(
            Change(f"{_PATH}.face_up", face),
            Change(f"{_PATH}.leads_toward", leads),
        ),
        learned=True,
    )
