"""What kind of links a helicopter has: asked once, kept with it, and every step goes by it."""

from __future__ import annotations

from typing import Literal

from mint_lever.bench.engine.advice import Choice, Option
from mint_lever.bench.engine.readings import Readings

_STEPS = (
    Option("stepless", "Stepless: a turnbuckle stays anywhere", kept=0.0),
    Option("half", "Half a turn: a plain cup", kept=0.5),
    Option("whole", "One whole turn: the cup has a face that must point the right way", kept=1.0),
)
_ENDS = (
    Option("one", "One end: the link comes off for it", kept=1),
    Option("both", "Both ends at once: a turnbuckle", kept=2),
)


def link_questions(run: Readings, of: Literal["head", "swash"]) -> tuple[Choice, Choice]:
    """Ask for the smallest step of the blades' or the swash's links, and which ends turn."""
    part = run.setup.airframe.head if of == "head" else run.setup.airframe.swash
    which = "a pitch link" if of == "head" else "a swash link"
    step, ends = f"airframe.{of}.link_step_turns", f"airframe.{of}.link_ends"
    return (
        _kept("link_step", f"Smallest step of {which}", _STEPS, part.link_step_turns, step),
        _kept("link_ends", f"What turns of {which}", _ENDS, part.link_ends, ends),
    )


def _kept(
    key: str, label: str, options: tuple[Option, ...], now: float | None, path: str
) -> Choice:
    answer = next((o.value for o in options if now is not None and o.kept == now), None)
    return Choice(
        key=key,
        label=label,
        hint="Asked once and kept with the helicopter.",
        options=options,
        optional=True,
        answer=answer,
        word=None if answer is None else "in",
        writes=(path,),
    )
