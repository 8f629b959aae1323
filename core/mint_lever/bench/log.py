"""The log of a bench run: readings and events in the order they happened; nothing is forgotten.

A reading belongs to the setup it was taken on. An event says what was worked on.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from mint_lever.bench.advice import Action
from mint_lever.procedure.steps import Aspect, StepName
from mint_lever.setup.document import Setup


@dataclass(frozen=True)
class Entry:
    """One answer to one question of a step; ``moment`` counts up over the whole log."""

    moment: int
    step: StepName
    key: str
    value: Any
    setup: Setup


@dataclass(frozen=True)
class Event:
    """Something happened to the helicopter at a moment.

    ``aspects`` were touched. ``step`` is the step whose advice was followed, if any: its own
    readings with these ``keys`` (all when empty) are then to be taken anew, as that step expects.
    ``changed`` are the settings that were changed with it.
    ``learned`` maps settings that were only known better afterwards to (before, after): the
    helicopter itself did not change.
    """

    moment: int
    aspects: tuple[Aspect, ...] = ()
    step: StepName | None = None
    keys: tuple[str, ...] = ()
    changed: tuple[str, ...] = ()
    learned: Mapping[str, tuple[Any, Any]] = field(default_factory=dict)


def action_event(moment: int, step: StepName, action: Action, before: Setup) -> Event:
    """Make the event of an action that was done on a setup.

    One that only wrote down what the helicopter was found to be keeps every reading.
    """
    changed = tuple(change.path for change in action.changes)
    if action.learned:
        document = before.as_document()
        learned = {c.path: (setting_at(document, c.path), c.value) for c in action.changes}
        return Event(moment, changed=changed, learned=learned)
    return Event(moment, action.aspects, step, action.keys, changed)


def setting_at(document: Any, path: str) -> Any:
    """Give the value at a dotted path of a setup document."""
    for part in path.split("."):
        document = document[int(part)] if isinstance(document, list) else document[part]
    return document
