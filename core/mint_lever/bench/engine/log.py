"""The log of a bench run: readings and events in the order they happened; nothing is forgotten.

A reading belongs to the setup it was taken on. An event says what was worked on.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from mint_lever.bench.engine.advice import Action, Answer, Prediction, Work
from mint_lever.bench.engine.change_effects import Aspect
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.setup.document import Setup
from mint_lever.setup.setting_description import Device

MOST_OF_A_QUESTION = 40
"""Readings of one question that are looked at, from the newest back: far more than anybody takes of
one thing, and a bound to what a log of years costs with every further reading."""


@dataclass(frozen=True)
class Entry:
    """One answer to one question of a step; ``sequence`` counts up over the whole log.

    ``joins`` asks for the mean with the readings before it; else a new reading replaces the older
    ones it does not agree with.
    """

    sequence: int
    step: StepName
    key: str
    value: Answer
    setup: Setup
    joins: bool = False


@dataclass(frozen=True)
class Event:
    """Something happened to the helicopter.

    ``aspects`` were touched. ``step`` is the step whose advice was followed, if any: its own
    readings with these ``keys`` (all when empty) are then to be taken anew, as that step expects.
    ``changed`` are the settings that were changed with it; ``predicts`` what it expects to be read;
    ``work`` what was done by hand, how far. A log of an older version has none.
    ``learned`` maps settings that were only known better afterwards to (before, after): the
    helicopter itself did not change.
    """

    sequence: int
    aspects: tuple[Aspect, ...] = ()
    step: StepName | None = None
    keys: tuple[str, ...] = ()
    changed: tuple[str, ...] = ()
    learned: Mapping[str, tuple[Any, Any]] = field(default_factory=dict)
    predicts: tuple[Prediction, ...] = ()
    work: tuple[Work, ...] = ()


@dataclass(frozen=True)
class HeldSetting:
    """A device is said to hold a value now; what is still to be keyed in goes by it."""

    sequence: int
    device: Device
    path: str
    value: Any


def make_action_event(sequence: int, step: StepName, action: Action, before: Setup) -> Event:
    """Make the event of an action that was done on a setup.

    One that only wrote down what the helicopter was found to be keeps every reading.
    """
    changed = tuple(change.path for change in action.changes)
    if action.learned:
        document = before.as_document()
        learned = {c.path: (read_setting(document, c.path), c.value) for c in action.changes}
        return Event(sequence, changed=changed, learned=learned)
    return Event(
        sequence,
        action.aspects,
        step,
        action.keys,
        changed,
        predicts=action.predicts,
        work=action.work,
    )


def read_setting(document: Any, path: str) -> Any:
    """Give the value at a dotted path of a setup document; None where a part is left out, or a
    list has no such entry."""
    for part in path.split("."):
        if isinstance(document, list):
            document = document[int(part)] if int(part) < len(document) else None
        elif document is not None:
            document = document.get(part)
    return document
