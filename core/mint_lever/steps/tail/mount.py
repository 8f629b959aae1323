"""Step 14, part 5: how the gyro sits, before anything that relies on directions."""

from __future__ import annotations

from mint_lever.run.advice import Action, Advice, Answer, Ask, Option, Work
from mint_lever.run.readings import Readings
from mint_lever.run.step import Step
from mint_lever.run.words import outcome_of
from mint_lever.setup.catalogue import row_of
from mint_lever.setup.edit import Change
from mint_lever.setup.unit import Mounting
from mint_lever.simulate.answers import not_simulated
from mint_lever.simulate.helicopter import SimulatedHelicopter
from mint_lever.steps.looked_at import looked_at
from mint_lever.steps.tail.common import NUMBER, PROPULSION

NAME = "tail_mount"
_PATH = "unit.mounting"
_TOLD = (
    Option("as_it_sits", "just so"),
    Option("finds_out", "nothing: it has no such setting"),
    Option("otherwise", "something else", False),
)


def _words(key: str) -> tuple[Option, ...]:
    row = row_of(f"{_PATH}.{key}")
    assert row is not None
    return tuple(Option(value, words) for value, words in row.words)


def _advise(run: Readings) -> Advice:
    asks = (
        looked_at(
            run,
            NAME,
            "face_up",
            "The unit or gyro is stuck in with what up",
            "Look at the part itself.",
            _words("face_up"),
        ),
        looked_at(
            run,
            NAME,
            "leads_toward",
            "Its leads point to",
            "Where its servo leads come out.",
            _words("leads_toward"),
        ),
        looked_at(
            run,
            NAME,
            "told",
            "It is told that it sits",
            "Wrong is a setting that says otherwise: its corrections then go the wrong way.",
            _TOLD,
        ),
    )
    answers = {ask.key: ask.answer for ask in asks}
    outcome = outcome_of(asks)
    noted = _note(run, answers)
    if noted is not None and outcome == "good":
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
        actions=_tell(answers["told"]) or (() if noted is None else (noted,)),
        outcome=outcome,
    )


def _tell(told: str | None) -> tuple[Action, ...]:
    if told != "otherwise":
        return ()
    return (
        Action(
            key="tell",
            text="Set at the unit or gyro how it sits: which face is up, where its leads point.",
            expect="Every correction is tested after it, swash and tail.",
            work=(Work("tell_mounting", 0),),
            aspects=("unit_mount",),
            keys=("told",),
        ),
    )


def _note(run: Readings, answers: dict[str, str | None]) -> Action | None:
    """Keep with the helicopter how the unit was seen to sit. Nothing is touched by that."""
    unit = run.setup.stabilising_unit
    face, leads = answers["face_up"], answers["leads_toward"]
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


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    truth = bench.truth.tail
    if ask.key == "face_up":
        return truth.face_up
    if ask.key == "leads_toward":
        return truth.leads_toward
    if ask.key == "told":
        return "otherwise" if truth.told_wrong else "as_it_sits"
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=NUMBER,
    part=5,
    title="How the gyro sits",
    why="Upside down, turned or moved to another place, its correction may go the other way.",
    metal_of=("tail_square",),
    cautions=(PROPULSION,),
    advise=_advise,
    simulate=_simulate,
)
