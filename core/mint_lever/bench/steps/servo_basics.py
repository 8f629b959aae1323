"""Step 4: servo basics: pulse family and frame rate.

F5, F6 (common practice, no source): when the rating is unknown 166 Hz; a pulse of the wide family
up to 333 Hz, of the narrow one up to 560 Hz, and it must fit its frame with 200 µs to spare.
"""

from __future__ import annotations

from mint_lever.bench.advice import Action, Advice, Ask, Option, Ruler
from mint_lever.bench.run import BenchRun
from mint_lever.bench.words import worst
from mint_lever.measure.verdict import Band, Word
from mint_lever.setup.edit import Change

SAFE_HZ = 166.0
_SPARE_US = 200.0
_QUIET = (
    Option("quiet", "Holds centre, cool and quiet"),
    Option("runs", "One runs to one end", False),
    Option("hot", "One hums or gets warm", False),
)


def highest_rate_hz(rated_hz: float, centre_us: float, longest_us: float) -> float:
    """Give the highest frame rate (Hz, whole) for a servo; a rating of 0 is an unknown one."""
    family = 560.0 if centre_us < 900 else 333.0
    fits = 1e6 / (longest_us + _SPARE_US)
    return float(int(min(rated_hz or SAFE_HZ, family, fits)))


def servo_basics(run: BenchRun) -> Advice:
    """Advise on pulse family and frame rate from the servos' rating and what they do."""
    unit = run.setup.stabilising_unit
    if unit is None:
        return _without_unit(run)
    rated, behave = run.answer("servo_basics", "rated"), run.answer("servo_basics", "behave")
    longest = max(servo.max_us for servo in unit.servos)
    highest = None if rated is None else highest_rate_hz(rated, unit.centre_us, longest)
    over = highest is not None and unit.frame_rate_hz > highest
    word: Word | None = None if rated is None else "out" if over else "in"
    asks = (
        Ask(
            key="rated",
            label="The slowest servo's rated frame rate",
            kind="number",
            hint="From its maker's data; 0 when nobody knows it.",
            unit="Hz",
            low=0.0,
            high=600.0,
            nudge=1.0,
            answer=rated,
            word=word,
        ),
        Ask(
            key="behave",
            label=f"Powered on {unit.centre_us:g} µs, the servos",
            kind="choice",
            options=_QUIET,
            answer=behave,
            word=None if behave is None else "in" if behave == "quiet" else "out",
        ),
    )
    actions, rulers = [], []
    if highest is not None:
        band = Band(25.0, highest, 25.0, highest)
        marks = run.marks("servo_basics", "rated")[:0]
        rulers.append(
            Ruler(
                label=f"frame rate, now {unit.frame_rate_hz:g} Hz",
                unit="Hz",
                band=band,
                marks=marks,
                predicted=min(unit.frame_rate_hz, highest),
            )
        )
    if over and highest is not None:
        actions.append(
            Action(
                key="frame_rate",
                text=f"Lower the frame rate from {unit.frame_rate_hz:g} to {highest:g} Hz.",
                expect="Every pulse then fits its frame and the servo's rating.",
                changes=(Change("unit.frame_rate_hz", highest),),
                keys=("behave",),
            )
        )
    summary = {
        "runs": "Wrong pulse family: unplug at once and set the servos' own centre pulse.",
        "hot": "Too fast a frame rate, or something binds: lower the rate, then look again.",
    }.get(behave or "", "")
    if not summary:
        summary = "The servos get what they are made for." if word == "in" and behave else ""
    outcome = None if rated is None and behave is None else worst(ask.word for ask in asks)
    return Advice(
        step="servo_basics",
        do=(
            f"Choose the servos' pulse family in the unit; the draft says {unit.centre_us:g} µs.",
            f"Set the frame rate; the draft says {unit.frame_rate_hz:g} Hz.",
            "Power up with horns off or links free, and watch.",
        ),
        asks=asks,
        summary=summary,
        actions=tuple(actions),
        rulers=tuple(rulers),
        outcome=outcome,
    )


def _without_unit(run: BenchRun) -> Advice:
    behave = run.answer("servo_basics", "behave")
    word: Word | None = None if behave is None else "in" if behave == "quiet" else "out"
    ask = Ask(
        key="behave",
        label="Powered from the receiver, the servos",
        kind="choice",
        options=_QUIET,
        answer=behave,
        word=word,
    )
    return Advice(
        step="servo_basics",
        do=("Choose the receiver's frame rate no higher than the servos' rating.",),
        asks=(ask,),
        outcome=None if word is None else worst([word]),
    )
