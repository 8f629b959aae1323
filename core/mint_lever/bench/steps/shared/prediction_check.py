"""After a change the reading must follow what was predicted.

Where it does not, beyond what gauge and model allow, nothing of the explanation behind the
prediction is kept, and the one look is asked that tells the remaining ones apart: raise what was
changed a little and see which way the reading goes.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Annotated, Literal

import numpy as np

from mint_lever.bench.engine.advice import Action, Choice, Number, Option, Prediction, Probe, Work
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.log import Event
from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.bench.wording.number_text import signed
from mint_lever.setup.edits.path_edit import Change
from mint_lever.sources import MEMORY

Verdict = Literal["look", "read again", "turned", "dead"]
LOOK = "follows."
"""What the keys of these looks begin with."""
_GOES = (
    Option("up", "up"),
    Option("down", "down"),
    Option("still", "nowhere"),
)
_MODEL_SHARE: Annotated[float, MEMORY] = 0.6
"""How much of a predicted change may be missing or too much before it counts as not followed: links
and horns are known to a few percent, a change the wrong way misses by twice its size. From memory.
"""


@dataclass(frozen=True, kw_only=True)
class Lever:
    """What a prediction was moved by.

    ``raised`` says in words what it is to raise it; ``reads`` is the question that watches it, and
    ``rises`` whether that reading goes up (1) or down (−1) then, as the model has it. The little
    change itself is a setting's, or work by hand.
    """

    raised: str
    reads: Number
    rises: int
    change: Change | None = None
    work: Work | None = None


@dataclass(frozen=True)
class Doubt:
    """A reading that did not follow.

    ``verdict``: the ``look`` is to be made; or it says that the model was right about the way and
    the reading is to be taken again; that the way is ``turned``; that the reading is ``dead`` to
    the change.
    """

    expected: float
    read: float
    look: Choice
    verdict: Verdict
    words: str


def predicted(key: str, before: float, after: float, repeats: float) -> Prediction:
    """Make a prediction with what gauge and model allow round it."""
    return Prediction(key, after, repeats + _MODEL_SHARE * abs(after - before))


def doubt(
    run: Readings, step: StepName, lever: Lever, shifted_with: tuple[StepName, ...] = ()
) -> Doubt | None:
    """Say whether the newest reading of a question follows the newest prediction of it.

    ``shifted_with`` are steps whose work by hand shifts this reading without undoing its step.
    """
    key = lever.reads.key
    stray = _stray(run, step, key, shifted_with)
    if stray is None:
        return None
    looks = [e for e in run.held(step, f"{LOOK}{key}") if e.sequence > stray.after]
    answer = str(looks[-1].value) if looks else None
    if answer is not None and stray.newest > looks[-1].sequence:
        return None  # read anew with the way known: what was learned stands in `way`
    verdict: Verdict = "look"
    if answer is not None:
        verdict = _verdict(answer, lever)
    unit = lever.reads.unit
    words = (
        f"{lever.reads.label}: {signed(stray.expected, unit)} was to be expected, "
        f"{signed(stray.read, unit)} is read. Look first: nothing is advised on it."
    )
    return Doubt(stray.expected, stray.read, _look(lever, answer), verdict, words)


def strays(run: Readings, step: StepName, key: str) -> bool:
    """Whether the newest reading of a question is not what was predicted of it; without that
    nothing is doubted, and no lever need be made."""
    return _stray(run, step, key, ()) is not None


@dataclass(frozen=True)
class _Stray:
    """A prediction made at ``after`` in the log, and what was read since instead."""

    after: int
    expected: float
    read: float
    newest: int


def _stray(
    run: Readings, step: StepName, key: str, shifted_with: tuple[StepName, ...]
) -> _Stray | None:
    event = _newest_prediction(run, step, key)
    if event is None:
        return None
    expected = next(p for p in event.predicts if p.key == key)
    since = [e for e in run.counted(step, key) if e.sequence > event.sequence]
    metal = {step, *shifted_with}
    if not since or run.work_undoing(metal, event.sequence, since[0].sequence, but_of=step):
        return None  # what was predicted was of other metal
    read = float(np.mean([figure(entry) for entry in since]))
    if abs(read - expected.value) <= expected.within:
        return None
    return _Stray(event.sequence, expected.value, read, since[-1].sequence)


def _newest_prediction(run: Readings, step: StepName, key: str) -> Event | None:
    for event in reversed(run.events):
        if event.step == step and any(each.key == key for each in event.predicts):
            return event
    return None


def first_look(lever: Lever) -> Choice:
    """The look at a lever whose way nobody knows yet, to be made before it is used."""
    return _look(lever, None)


def way(run: Readings, step: StepName, lever: Lever) -> int:
    """Give 1 where raising a lever moves the reading as the model has it, −1 where the other way
    was seen, 0 where the reading did not move."""
    looks = run.held(step, f"{LOOK}{lever.reads.key}")
    if not looks:
        return 1
    return {"read again": 1, "turned": -1, "dead": 0, "look": 1}[
        _verdict(str(looks[-1].value), lever)
    ]


def seen_dead(run: Readings, step: StepName, key: str) -> bool:
    """Whether a reading was ever seen not to move with what should move it. A later look
    is at what was tried instead, and takes nothing of that back."""
    return any(look.value == "still" for look in run.held(step, f"{LOOK}{key}"))


def predicting(action: Action, *predictions: Prediction) -> Action:
    """Give an action what its readings must follow."""
    return replace(action, predicts=predictions)


def _verdict(answer: str, lever: Lever) -> Verdict:
    if answer == "still":
        return "dead"
    return "read again" if (answer == "up") == (lever.rises > 0) else "turned"


def _look(lever: Lever, answer: str | None) -> Choice:
    return Choice(
        key=f"{LOOK}{lever.reads.key}",
        label=f"{lever.raised} a little: the reading goes",
        hint="Only to see which way it goes; then put it back.",
        options=_GOES,
        sticks=lever.reads.sticks,
        azimuth=lever.reads.azimuth,
        blade=lever.reads.blade,
        answer=answer,
        word=None if answer is None else "in",
        probe=Probe(lever.reads, lever.change, lever.work),
    )
