"""Step 18: every direction once more, and the fail-safe: a fixed short list after any change."""

from __future__ import annotations

from mint_lever.bench.advice import Advice, Ask, Option
from mint_lever.bench.run import BenchRun
from mint_lever.bench.words import worst
from mint_lever.measure.verdict import Word

_ANSWERS = (Option("right", "As it should"), Option("wrong", "Not so", False))
_LIST: tuple[tuple[str, str, tuple[float, float, float] | None, str], ...] = (
    ("collective", "Collective up: pitch rises", (60.0, 0.0, 0.0), "All together"),
    ("right", "Stick right: swash tilts right", (0.0, 60.0, 0.0), "Tilts"),
    ("back", "Stick back: swash tilts back", (0.0, 0.0, -60.0), "Tilts"),
    ("nose_down", "Tipped nose down: swash goes back", None, "Swash corrections"),
    ("roll_right", "Rolled right: swash goes left", None, "Swash corrections"),
    ("fail_safe", "Radio off: throttle goes to its low end", None, "Fresh model memory"),
)


def final_directions(run: BenchRun) -> Advice:
    """Ask the fixed list; anything wrong names the step to go back to."""
    stabilised = run.setup.arrangement != "transmitter_mixes"
    asks: list[Ask] = []
    back_to = ""
    for key, label, sticks, step in _LIST:
        if key in ("nose_down", "roll_right") and not stabilised:
            continue
        answer = run.answer("final_directions", key)
        word: Word | None = None if answer is None else "in" if answer == "right" else "out"
        asks.append(
            Ask(
                key=key,
                label=label,
                kind="choice",
                options=_ANSWERS,
                sticks=sticks,
                answer=answer,
                word=word,
            )
        )
        if word == "out" and not back_to:
            back_to = f"Not fit. Go back to “{step}”, then this list again from its top."
    nothing = all(ask.answer is None for ask in asks)
    outcome = None if nothing else worst(ask.word for ask in asks)
    done = "Every direction is right and the fail-safe cuts the throttle."
    return Advice(
        step="final_directions",
        do=(
            "Propulsion still disabled. Go down the list once, without skipping.",
            "Tail and governor have their own steps; this program does not judge them yet.",
        ),
        asks=tuple(asks),
        summary=back_to or (done if outcome == "good" else "The same short list every time."),
        outcome=outcome,
    )
