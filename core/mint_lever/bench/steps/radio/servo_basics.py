"""Step 4: servo basics: pulse family and frame rate."""

from __future__ import annotations

from mint_lever.bench.engine.advice import (
    Action,
    Advice,
    Answer,
    Ask,
    Choice,
    Number,
    Option,
    Ruler,
)
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.wording.number_text import worst
from mint_lever.measure.frame_rate import STARTED_HIGHER, highest_rate_hz, started_higher
from mint_lever.measure.verdict import Band, VerdictWord
from mint_lever.setup.edits.path_edit import Change

_QUIET = (
    Option("quiet", "Holds centre, cool and quiet"),
    Option("runs", "One runs to one end", False),
    Option("hot", "One hums or gets warm", False),
)


def _advise(run: Readings) -> Advice:
    """Advise on pulse family and frame rate from the servos' rating and what they do."""
    unit = run.setup.stabilising_unit
    if unit is None:
        return _without_unit(run)
    rated, behave = run.answer("servo_basics", "rated"), run.answer("servo_basics", "behave")
    longest = max((servo.max_us for servo in unit.servos), default=2140.0)
    highest = None if rated is None else highest_rate_hz(rated, unit.centre_us, longest)
    higher = rated is not None and started_higher(rated, unit.frame_rate_hz)
    over = highest is not None and unit.frame_rate_hz > highest and not higher
    word: VerdictWord | None = None if rated is None else "out" if over else "in"
    if higher:
        word = "workable"
    asks = (
        Number(
            key="rated",
            label="The slowest servo's rated frame rate",
            hint="From its maker's data; 0 when nobody knows it.",
            unit="Hz",
            low=0.0,
            high=600.0,
            nudge=1.0,
            answer=rated,
            word=word,
        ),
        _behave(run, f"Powered on {unit.centre_us:g} µs, the servos"),
    )
    actions, rulers = [], []
    if highest is not None:
        band = Band(25.0, highest, 25.0, highest)
        rulers.append(
            Ruler(
                label=f"frame rate, now {unit.frame_rate_hz:g} Hz",
                unit="Hz",
                band=band,
                marks=(),
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
    if not summary and higher:
        summary = STARTED_HIGHER
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


def _without_unit(run: Readings) -> Advice:
    ask = _behave(run, "Powered from the receiver, the servos")
    return Advice(
        step="servo_basics",
        do=("Choose the receiver's frame rate no higher than the servos' rating.",),
        asks=(ask,),
        outcome=None if ask.word is None else worst([ask.word]),
    )


def _behave(run: Readings, label: str) -> Choice:
    behave = run.answer("servo_basics", "behave")
    return Choice(
        key="behave",
        label=label,
        options=_QUIET,
        answer=behave,
        word=None if behave is None else "in" if behave == "quiet" else "out",
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == "rated":
        return bench.truth.rated_hz
    if ask.key == "behave":
        return bench.servos_behave()
    raise not_simulated(ask.key)


STEP = Step(
    name="servo_basics",
    number=4,
    title="Servo basics",
    why="The wrong pulse family runs a servo to one end; too fast a frame rate heats it.",
    repeats=0.0,
    cautions=(
        "The receiver supply's voltage must lie within the servos' and the unit's rating; their "
        "manuals say.",
    ),
    advise=_advise,
    simulate=_simulate,
)
