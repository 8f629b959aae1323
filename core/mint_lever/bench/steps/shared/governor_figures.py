"""What a governor was told of motor and gear, read off its own menu and compared, always.

A governor that holds shows its target, and with a motor that cannot drive it can show nothing
else: a wrong figure is seen in its menu, or by something that counts the turns of the head itself.
Common practice, no source.
"""

from __future__ import annotations

from typing import Annotated

from mint_lever.bench.engine.advice import Action, Ask, Choice, Number, Option, Work
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.measure.verdict import VerdictWord
from mint_lever.model.drive.drive_description import gear_of, gear_told_as
from mint_lever.model.drive.governor_device import electric, meant
from mint_lever.model.drive.speed_multiples import TOLD, ToldFigure
from mint_lever.setup.document import Setup
from mint_lever.sources import MEMORY

MENU = "told.menu"
_RATIO_CLOSE: Annotated[float, MEMORY] = 0.003
"""A menu writes a ratio with two decimals; a tooth of the main gear is more."""
_LABEL: dict[ToldFigure, str] = {
    "poles": "The governor's menu: poles of the motor",
    "ratio": "The governor's menu: gear ratio",
    "cells": "The governor's menu: cells",
}
_NAME: dict[ToldFigure, str] = {"poles": "poles", "ratio": "gear ratio", "cells": "cells"}
_NUDGE: dict[ToldFigure, float] = {"poles": 2.0, "ratio": 0.01, "cells": 1.0}
_SAME = (
    Option("right", "as it is on the parts"),
    Option("other", "something else, or nobody knows", False),
)
_ASKS = (
    Option("asks", "asks for poles and gear ratio"),
    Option("percent", "knows a percent of throttle only"),
)


def menu_figures(run: Readings, step: str) -> tuple[Ask, ...]:
    """Ask for every figure the governor was told."""
    asks: list[Ask] = []
    figures: list[ToldFigure] = ["poles", "ratio"] if electric(run.setup) else ["ratio"]
    if meant(run.setup) == "speed_controller":
        menu = ask_what_is_seen(
            run,
            step,
            MENU,
            "The controller's governor",
            "Where it knows a percent only, the head speed is what is measured outside.",
            _ASKS,
        )
        asks.append(menu)
        figures = [*figures, "cells"] if menu.answer == "asks" else []
    return (*asks, *(_figure(run, step, what) for what in figures))


def mends(run: Readings, asks: tuple[Ask, ...]) -> tuple[Action, ...]:
    """Give what puts each figure right that was told wrong."""
    return tuple(
        _mend(run, ask, what)
        for what in TOLD
        for ask in asks
        if isinstance(ask, Number | Choice) and ask.key == f"told.{what}" and ask.word == "out"
    )


def _figure(run: Readings, step: str, what: ToldFigure) -> Ask:
    key, true = f"told.{what}", true_figure(run.setup, what)
    if true is None:
        return ask_what_is_seen(run, step, key, _LABEL[what], "Read it off the menu.", _SAME)
    answer = run.answer(step, key)
    close = _RATIO_CLOSE * true if what == "ratio" else 0.0
    word: VerdictWord | None = None
    if isinstance(answer, str):
        answer = None  # it was compared with the parts, before the figure was known
    if answer is not None:
        word = "in" if abs(answer - true) <= close else "out"
    hint = f"{_figured(what, true)} is what this model has. Read it off; do not trust memory."
    if what == "ratio":
        hint += " Where the menu asks for teeth: main gear over pinion, times a second stage."
    return Number(
        key=key,
        label=_LABEL[what],
        hint=hint,
        low=0.0,
        high=400.0,
        nudge=_NUDGE[what],
        answer=answer,
        word=word,
    )


def true_figure(setup: Setup, what: ToldFigure) -> float | None:
    """What the governor has to be told, None where it is not known."""
    if what == "ratio":
        return gear_of(setup)
    drive = setup.drive
    found = None if drive is None else drive.motor.poles if what == "poles" else drive.pack.cells
    return None if found is None else float(found)


def _mend(run: Readings, ask: Number | Choice, what: ToldFigure) -> Action:
    true = true_figure(run.setup, what)
    to = "" if true is None else f" to {_figured(what, true)}"
    told = ""
    if isinstance(ask, Number) and ask.answer is not None:
        told = f"; it was told {_figured(what, ask.answer)}"
        if what == "ratio" and ask.answer and (by := gear_told_as(run.setup, ask.answer)):
            told += f", as {by} would make"
    return Action(
        key=f"tell.{what}",
        text=f"Set the governor's {_NAME[what]}{to}{told}.",
        expect="Then read it off the menu again.",
        device="unit" if meant(run.setup) == "unit" else "speed controller",
        work=(Work("tell_governor", TOLD.index(what)),),
        keys=(ask.key,),
    )


def _figured(what: ToldFigure, value: float) -> str:
    return f"{value:.2f}".rstrip("0").rstrip(".") if what == "ratio" else f"{value:g}"
