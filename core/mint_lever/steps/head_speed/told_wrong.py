"""Which of the figures a governor was told is wrong: looked at one by one, the likeliest first."""

from __future__ import annotations

from dataclasses import dataclass

from mint_lever.drive.described import own_figures
from mint_lever.drive.multiples import FORGOTTEN, INPUTS, TWICE, Input, Told, explain
from mint_lever.measure.verdict import Word
from mint_lever.run.advice import Action, Choice, Number, Option, Work
from mint_lever.run.readings import Readings
from mint_lever.steps.looked_at import looked_at

_LABEL: dict[Input, str] = {
    "poles": "The governor is told so many poles",
    "pinion": "The governor is told a ratio that belongs to a pinion of",
    "stage": "The second gear stage, as the governor is told it",
    "cells": "The governor is told so many cells",
}
_UNIT: dict[Input, str] = {"poles": "", "pinion": "teeth", "stage": "", "cells": "cells"}
_NAME: dict[Input, str] = {
    "poles": "the poles",
    "pinion": "the gear ratio",
    "stage": "the second stage",
    "cells": "the cells",
}
_STAGE = (
    Option("right", "it is in the ratio once"),
    Option(FORGOTTEN, "it is left out", False),
    Option(TWICE, "it is in it twice", False),
)
_SAME = (
    Option("right", "as it is on the parts"),
    Option("other", "something else, or nobody knows", False),
)


@dataclass(frozen=True)
class Looks:
    """The looks that were asked for so far, the next one last; and what is found wrong."""

    asks: tuple[Choice | Number, ...]
    action: Action | None
    explains: str
    """In words, what the ratio would be explained by."""

    @property
    def all_right(self) -> bool:
        """Whether every figure was looked at and none is wrong."""
        return self.action is None and all(ask.word == "in" for ask in self.asks)


def looks(run: Readings, step: str, ratio: float | None, again: tuple[str, ...]) -> Looks:
    """Ask for the figures in the order in which they explain a ratio; None: for all in order.

    A figure that was looked at and is right is out of every explanation. ``again`` are the step's
    other readings that a mended figure asks for anew.
    """
    own = own_figures(run.setup)
    order = [what for what in INPUTS if what != "stage" or own.stage is not None]
    # A governor in a unit counts turns: it is never told the cells, unless the setup says so.
    asks: list[Choice | Number] = []
    right: set[Input] = set()
    told = explain(ratio, own) if ratio is not None else ()
    while True:
        likely = [set_ for set_ in told if not any(each.what in right for each in set_)]
        by_set = [each.what for set_ in likely for each in set_]
        after = [what for what in dict.fromkeys((*by_set, *order)) if what not in right]
        if not after:
            break
        ask = _look(run, step, after[0])
        asks.append(ask)
        if ask.word != "in":
            break
        right.add(after[0])
    last = asks[-1] if asks else None
    action = _mend(last, after[0], again) if last is not None and last.word == "out" else None
    return Looks(tuple(asks), action, _words(told, right))


def _look(run: Readings, step: str, what: Input) -> Choice | Number:
    true = getattr(own_figures(run.setup), what)
    key = f"told.{what}"
    if what == "stage" or true is None:
        options = _STAGE if what == "stage" else _SAME
        return looked_at(
            run, step, key, _LABEL[what], "Read it off the governor's own menu.", options
        )
    answer = run.answer(step, key)
    word: Word | None = None if answer is None else "in" if answer == true else "out"
    return Number(
        key=key,
        label=_LABEL[what],
        hint=f"Read it off the governor's own menu; {true:g} is what this model has.",
        unit=_UNIT[what],
        low=0.0,
        high=400.0,
        nudge=1.0,
        answer=answer,
        word=word,
    )


def _mend(ask: Choice | Number, what: Input, again: tuple[str, ...]) -> Action:
    return Action(
        key=f"tell.{what}",
        text=f"Put {_NAME[what]} right at the governor"
        + (f": it was told {ask.answer:g}." if isinstance(ask, Number) else "."),
        expect="Then go through the modes again.",
        device="unit",
        work=(Work("tell_governor", INPUTS.index(what)),),
        keys=(ask.key, *again),
    )


def _words(told: tuple[tuple[Told, ...], ...], right: set[Input]) -> str:
    """The nearest explanation that is left, in words; "" without one."""
    for set_ in told:
        if not any(each.what in right for each in set_):
            return " and ".join(_said(each) for each in set_)
    return ""


def _said(told: Told) -> str:
    if told.what == "stage":
        return (
            "a second stage that is left out"
            if told.value == FORGOTTEN
            else ("a second stage that is in the ratio twice")
        )
    what = {"poles": "poles", "pinion": "teeth on the pinion", "cells": "cells"}[told.what]
    return f"{told.value} {what}"
