"""Step 12, part 1: a unit that rides behind a transmitter that mixes is taught the throws.

Common practice, no source: each stick is moved to its ends while the unit watches, last of all,
because every figure of the mixing changes what there is to learn. Then full stick reads as full.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from typing import Annotated

import numpy as np

from mint_lever.axes import FUNCTIONS
from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Cell, Number, Outcome, Ruler
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.engine.teaching_scheme import is_taught_by_one_end, swash_functions_taught
from mint_lever.bench.questions.confirm_points import points
from mint_lever.bench.run.taught_reading import SIDES, reads_now
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.rates_off import full_rates
from mint_lever.bench.steps.shared.tipped_model import Axis, tip_question, turn_correction
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.measure.verdict import Band, VerdictWord, judge
from mint_lever.model.chain.full_stick_arrival import most_sent
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.setup.parts.flight_modes import MODE_WORDS
from mint_lever.sources import MEMORY

_ENDS = {
    "collective": ("low", "high"),
    "aileron": ("left", "right"),
    "elevator": ("back", "forward"),
    "rudder": ("left", "right"),
}
_AXES: dict[str, Axis] = {"aileron": "roll", "elevator": "pitch"}
_WAY = "way."
_FULL: Annotated[Band, MEMORY] = Band.around(100.0, 1.0, 3.0)
"""From memory: a unit that was shown the whole throw shows 100, give or take its last digit."""


def _advise(run: Readings) -> Advice:
    """Ask for each stick's ends while the unit watches, then for what it makes of full stick."""
    brief = _brief(run)
    asks = tuple(
        replace(ask, hint=_pulses(run, ask.key)) if ask.key in _ENDS else ask for ask in brief.asks
    )
    return replace(
        brief,
        do=(
            *_plain_first(run),
            *full_rates(run),
            "Sticks centred, trims at zero: start the unit's learning as its manual says.",
            "One end of each cyclic axis, held till the unit has it; in between, set which way it "
            "corrects that axis."
            if is_taught_by_one_end(run)
            else "Move one stick at a time to both ends, slowly, and back to the middle.",
            "Save, power the model again, and see that the unit rests with the sticks centred.",
            "Where the unit shows what it reads, move each stick to its ends once more.",
        ),
        asks=asks,
        summary=_summary(run, brief.outcome),
        rulers=tuple(_rulers(run, tuple(_shown(run)))),
    )


def _brief(run: Readings) -> Advice:
    """The questions without their pulses, what is to be taught again, and the outcome."""
    taught = _each_axis(run) if is_taught_by_one_end(run) else _every_end(run)
    outcome: Outcome | None = find_outcome(taught)
    again = tuple(_again(run)) if outcome == "good" else ()
    if again:
        outcome = "out" if any(action.needed for action in again) else "workable"
    elif outcome == "good" and _other_side(run):
        outcome = "workable"
    return Advice(
        step="teach_throws",
        do=(),
        asks=(*taught, *_shown(run)),
        summary="",
        actions=(*_turned(run, taught), *again),
        outcome=outcome,
    )


def _every_end(run: Readings) -> tuple[Ask, ...]:
    named = tuple(
        (name, f"{name.capitalize()}: full {low}, then {high}, and the unit has taken both", "")
        for name, (low, high) in _ENDS.items()
    )
    return points(run, "teach_throws", named)


def _each_axis(run: Readings) -> tuple[Ask, ...]:
    """One end of each cyclic axis, with the direction of its correction in between."""
    asks: list[Ask] = []
    for function, axis in _AXES.items():
        label = f"{function.capitalize()}: full {_ENDS[function][1]}, and the unit has taken it"
        asks += points(run, "teach_throws", ((function, label, ""),))
        asks.append(tip_question(run, "teach_throws", f"{_WAY}{function}", axis))
    return tuple(asks)


def _turned(run: Readings, taught: tuple[Ask, ...]) -> Iterator[Action]:
    """Turn the corrections round that were seen to go along with a tip."""
    unit = run.setup.stabilising_unit
    for ask in taught:
        if unit is not None and ask.answer == "with":
            yield turn_correction(unit, ask.key, _AXES[ask.key.removeprefix(_WAY)])


def _summary(run: Readings, outcome: Outcome | None) -> str:
    if outcome == "good":
        return "The unit knows this transmitter's throws."
    if other := _other_side(run):
        (key, value), *_ = other.items()
        return (
            f"It was shown one end of the {key.split('.')[0]} and takes the other for as far; it "
            f"is {abs(value):.0f} % of it: the travels of a servo are not equal."
        )
    off = [f"{key.replace('.', ' ')} {value:+.0f} %" for key, value in _strayed(run).items()]
    if not off:
        return "Teach it again after any change of a swash mix, end point, sub-trim or direction."
    because = (
        "The unit did not take the whole throw."
        if outcome in ("out", "workable")
        else "Something it was taught by has changed since."
    )
    reads = ", ".join(off)
    return f"{because} It reads full stick as: {reads}. Teach it again."


def _strayed(run: Readings) -> dict[str, float]:
    """What the unit reads of full sticks where that is off."""
    return {
        key: value
        for key, value in reads_now(run).items()
        if judge(value if key.endswith("high") else -value, _FULL, 0.0) != "in"
    }


def _other_side(run: Readings) -> dict[str, float]:
    """What a unit that was shown one side reads of the other, where the two are not alike: no
    teaching mends it."""
    strayed = _strayed(run) if is_taught_by_one_end(run) else {}
    return {
        key: value
        for key, value in strayed.items()
        if key.endswith(".low") and value < 0 and key.replace(".low", ".high") not in strayed
    }


def _plain_first(run: Readings) -> Iterator[str]:
    """Curves and rates that keep a stick from its full throw would be taken for the throw.

    A pitch curve that every mode shortens alike was meant so: nothing ever sends more.
    """
    sticks = Sticks.at(*np.concatenate([100.0 * np.eye(4), -100.0 * np.eye(4)], axis=1))
    shaped = np.abs(run.chain.shaped(sticks, run.mode)[:4])
    least = np.minimum(np.diagonal(shaped[:, :4]), np.diagonal(shaped[:, 4:]))
    most = np.abs(most_sent(run.chain)[0])
    full = (min(most[1], most[4]), *[100.0] * 3)
    short = [
        f"the {name} to {value:.0f} %"
        for name, value, wanted in zip(FUNCTIONS, least, full, strict=True)
        if value < wanted - 0.5
    ]
    if short:
        mode = MODE_WORDS[run.mode]
        yield (
            f"First straighten curve and rates: in {mode} a full stick brings "
            f"{', '.join(short)}, and the unit would take that for all there is."
        )


def _shown(run: Readings) -> Iterator[Number]:
    for f, function in enumerate(FUNCTIONS[:3]):
        if function not in swash_functions_taught(run):
            continue
        for side, place, stick in zip(SIDES, _ENDS[function], (-100.0, 100.0), strict=True):
            key = f"shown.{function}.{side}"
            at = [stick if i == f else 0.0 for i in range(3)]
            yield Number(
                key=key,
                label=f"{function.capitalize()}, stick {place}, as the unit shows it",
                hint="Only where the unit shows it; enter the sign too: +100 or −100 % is right.",
                unit="%",
                low=-200.0,
                high=200.0,
                nudge=1.0,
                sticks=(at[0], at[1], at[2]),
                optional=True,
                answer=run.answer("teach_throws", key),
                word=_word(run, key),
                cell=Cell(
                    "What the unit shows of full stick, %",
                    function.capitalize(),
                    "low, left, back" if side == "low" else "high, right, forward",
                ),
            )


def _word(run: Readings, key: str) -> VerdictWord | None:
    value = run.mean("teach_throws", key)
    # A unit may show an end with or without its sign; one the other way round is a wrong direction
    # only where the swash moves wrong, and the steps before this one have seen to that.
    return None if value is None else judge(abs(value), _FULL, 0.0)


def _again(run: Readings) -> Iterator[Action]:
    """One teaching for each function whose ends do not read as full."""
    other = _other_side(run)
    strayed = {key: value for key, value in _strayed(run).items() if key not in other}
    for function in swash_functions_taught(run):
        off = [abs(value) for key, value in strayed.items() if key.startswith(f"{function}.")]
        if not off:
            continue
        value = max(off, key=lambda each: abs(each - 100.0))
        yield Action(
            key=f"again.{function}",
            text=f"Teach the {function} again, its stick to {_to_where(run, function)}.",
            expect=(
                f"{value:.0f} % means the unit took {10000 / max(value, 1.0):.0f} % of the throw "
                "for all of it; it should then read 100 %."
            ),
            keys=(function, *(f"shown.{function}.{side}" for side in SIDES)),
            needed=any(judge(each, _FULL, 0.0) == "out" for each in off),
            together="teaching",
        )


def _to_where(run: Readings, function: str) -> str:
    return f"full {_ENDS[function][1]}" if is_taught_by_one_end(run) else "both ends"


def _rulers(run: Readings, shown: tuple[Number, ...]) -> Iterator[Ruler]:
    for ask in shown:
        marks = run.marks("teach_throws", ask.key)
        if marks and ask.word != "in":
            sized = tuple(replace(m, value=abs(m.value)) for m in marks)
            yield Ruler(label=ask.label, unit="%", band=_FULL, marks=sized)


def _pulses(run: Readings, function: str) -> str:
    """What each servo's pulse runs between as a stick goes from end to end."""
    if function == "rudder":
        return "The tail servo alone moves."
    sent = run.chain.run(Sticks.at(**{function: np.array([-100.0, 100.0])}), run.mode).servo.sent_us
    ranges = [f"{low:.0f} to {high:.0f}" for low, high in sent]
    return "Servo by servo: " + "; ".join(ranges) + " µs."


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    """Teach a function, or read what the taught unit shows of it."""
    if ask.key.startswith(_WAY):
        return "against" if bench.tip(_AXES[ask.key.removeprefix(_WAY)]) else "with"
    name, _, end = ask.key.removeprefix("shown.").partition(".")
    if name not in FUNCTIONS:
        raise not_simulated(ask.key)
    function = name
    if ask.key.startswith("shown."):
        return bench.read_taught(function, end == "high")
    if function != "rudder":  # the tail's throw is not the swash's affair
        bench.teach(function)
    return True


STEP = Step(
    name="teach_throws",
    number=12,
    part=1,
    title="Teach the throws",
    why="A unit that rides behind the mixing knows a command only by the throws it was shown.",
    settings_of=(
        "model_memory",
        "arrival",
        "horns",
        "together",
        "tilts",
        "cyclic_throw",
        "collective_range",
        "clearance",
    ),
    metal_of=("together",),
    here=lambda arrangement: arrangement.taught_by_throws,
    repeats=2.0,
    cautions=(
        "The unit moves the swash while it learns. Propulsion stays disabled, throttle hold on.",
    ),
    advise=_advise,
    brief=_brief,
    simulate=_simulate,
)
