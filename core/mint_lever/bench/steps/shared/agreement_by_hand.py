"""Agreement where no figure can be read on the bench: no governor, or one that shows nothing.

Common practice, no source.
"""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Advice, Ask, Choice, Option, Outcome
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.questions.confirm_points import points
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.head_speed_part import AGREEMENT
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.model.drive.governor_device import governed_modes, meant
from mint_lever.setup.parts.flight_modes import MODE_WORDS


def ask_display(run: Readings) -> tuple[Choice, ...]:
    """A governor in the unit shows its speed; one in the controller may show none on the bench."""
    if meant(run.setup) == "unit":
        return ()
    options = (
        Option("shows", "its speed is shown: on a screen, a telemetry page, a phone"),
        Option("silent", "nothing is shown on the bench"),
    )
    hint = "Where nothing is shown, every mode's head speed is measured outside instead."
    return (
        ask_what_is_seen(run, AGREEMENT, "display", "The controller's governor", hint, options),
    )


def unseen(run: Readings, display: Choice) -> Advice:
    """What nobody can read on the bench is measured at the spool-up, mode by mode."""
    asks: tuple[Ask, ...] = (display,)
    if display.answer == "silent":
        modes = run.setup.transmitter.modes
        names = ", ".join(
            f"{MODE_WORDS[name].lower()} {getattr(modes, name).head_speed_rpm:g}"
            for name in governed_modes(run.setup)
        )
        asks += points(
            run,
            AGREEMENT,
            (
                (
                    "outside",
                    "Every mode's speed will be measured at the first spool-up outside",
                    f"Asked for: {names or 'no mode has a head speed'} rpm. From the lowest up, a "
                    "tachometer or a log; stop at once where it goes beyond the makers' limits.",
                ),
            ),
        )
    outcome: Outcome | None = find_outcome(asks)
    if outcome == "good":
        # Nobody has seen a figure yet: what is only told right is no agreement.
        outcome = "workable"
    return Advice(
        step=AGREEMENT,
        do=("Read the controller's own screen or telemetry, if it has one.",),
        asks=asks,
        summary="Told right; that it holds them is measured outside, under Head speed."
        if outcome == "workable"
        else "",
        actions=tuple(_settle(ask) for ask in asks if ask.answer is False),
        outcome=outcome,
    )


def advise_by_hand(run: Readings) -> Advice:
    """No governor: what the head speed is, the curves and the ear decide."""
    asks = points(
        run,
        AGREEMENT,
        (
            (
                "none",
                "No device holds the head speed, in any mode",
                "On the devices' own menus. Wrong: one that is on unseen. The head surges when "
                "the curve moves.",
            ),
            (
                "found",
                "How the head speed of every mode will be found is settled",
                "By a tachometer, a log, or by ear against one that is known: at the first "
                "spool-up outside, from low to high, never beyond the makers' limits.",
            ),
        ),
    )
    outcome: Outcome | None = find_outcome(asks)
    return Advice(
        step=AGREEMENT,
        do=("Without a governor the throttle curves alone make the head speed.",),
        asks=asks,
        summary="The curves make the head speed; it is measured outside."
        if outcome == "good"
        else "",
        actions=tuple(_settle(ask) for ask in asks if ask.answer is False),
        outcome=outcome,
    )


def _settle(ask: Ask) -> Action:
    text = {
        "none": "Switch it off as part 3 of step 15 has it, or write down there that it is meant.",
        "outside": "Find somebody with a tachometer, or a log that shows the head speed, first.",
        "found": "Find somebody with a tachometer, or a log that shows the head speed, first.",
    }
    return Action(key=f"settle.{ask.key}", text=text[ask.key], device="helicopter", keys=(ask.key,))
