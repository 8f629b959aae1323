"""Step 12, part 1: the phase of the cyclic, measured with the gauge or by the swash.

At full stick to one side a blade's pitch goes round as a sine: two readings at right angles say
where it is greatest, and that is compared with where the command wants it (formulas 6). Some heads
of three or more blades need the unit to turn the tilt round for it. Common practice, no source.
"""

from __future__ import annotations

from typing import Annotated

import numpy as np

from mint_lever.axes import wrap_deg
from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Number, Option
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.questions.gauge_sign import LEANS, side_question
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import gauge, not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.wording.gauge_instructions import GAUGE_DISCIPLINE, pitch_of_blade
from mint_lever.bench.wording.number_text import worst
from mint_lever.measure.verdict import Band, VerdictWord, judge
from mint_lever.model.chain.pose_evaluation import evaluate_pose
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.rotor.harmonics import phase_error_deg
from mint_lever.setup.edits.path_edit import Change
from mint_lever.sources import MEMORY, fact

NAME = "phase"
_BAND: Annotated[Band, MEMORY] = Band.around(0.0, 5.0, 10.0)
"""Off its direction by more than this a model answers a stick with a little of the other. From
memory."""
_REPEATS_DEG: Annotated[float, fact("F23"), MEMORY] = 1.0
"""A tenth of a degree of a gauge (F23) at nine degrees of throw, as an angle."""
_PLACES = ((180.0, "over the boom"), (90.0, "on the right"))
_KEYS = {
    f"{side}.{int(azimuth)}": (stick, azimuth, f"Blade A {where}, stick full {side}")
    for azimuth, where in _PLACES
    for side, stick in (("right", 100.0), ("left", -100.0))
}
LOWEST, WANTED = "lowest", "wanted"
_WANTED = (
    Option("not now", "No: two blades seldom need one"),
    Option("measure", "Yes: rolls come with a little nod, or the maker names one"),
)


def _advise(run: Readings) -> Advice:
    """Ask for the blade at two places, or for the swash's lowest place; advise on the phase."""
    many = run.setup.airframe.head.blades > 2
    needed = many or run.answer(NAME, WANTED) == "measure"
    by_swash = run.answer(NAME, LOWEST) is not None
    error = phase_off(run)
    word = None if error is None else phase_word(error)
    read = [
        pitch_of_blade(
            run,
            key,
            label,
            hint="Enter the sign also where the gauge shows none.",
            sticks=(0.0, stick, 0.0),
            azimuth=azimuth,
            optional=by_swash or not needed,
            answer=run.answer(NAME, key),
            word=None if run.answer(NAME, key) is None else word,
        )
        for key, (stick, azimuth, label) in _KEYS.items()
    ]
    sides = {ask.key: side_question(run, NAME, ask, *LEANS) for ask in read}
    asks: list[Ask] = [each for ask in read for each in (ask, sides[ask.key]) if each is not None]
    asks.append(_lowest(run, word))
    if any(sides.values()):
        error, word = None, None
    outcome = None if error is None else worst([word])
    if error is None and any(ask.answer is not None for ask in asks):
        outcome = "begun"
    if not many:
        asks.insert(
            0, ask_what_is_seen(run, NAME, WANTED, "Measure the phase of this head?", "", _WANTED)
        )
        if run.answer(NAME, WANTED) == "not now" and error is None:
            outcome = "good"
    return Advice(
        step=NAME,
        do=(
            "Collective at centre. The stick full to one side, then to the other.",
            "Blade A over the boom, then a quarter turn round, on the right.",
            *GAUGE_DISCIPLINE,
            "Or look where the swash is really lowest at full right stick, and say it in degrees.",
        ),
        asks=tuple(asks),
        summary=_summary(run, error, needed),
        actions=_turn(run, error, word),
        outcome=outcome,
    )


def _lowest(run: Readings, word: VerdictWord | None) -> Number:
    answer = run.answer(NAME, LOWEST)
    return Number(
        key=LOWEST,
        label="The swash's lowest place at full right stick",
        hint="Degrees from the nose, clockwise seen from above: right is 90. Instead of the gauge.",
        unit="°",
        low=0.0,
        high=360.0,
        nudge=1.0,
        sticks=(0.0, 100.0, 0.0),
        optional=True,
        answer=answer,
        word=None if answer is None else word,
    )


def phase_word(error: float) -> VerdictWord:
    """Judge how far the cyclic stands off its direction (deg)."""
    word = judge(error, _BAND, _REPEATS_DEG)
    # Beside the band by what the gauge repeats: it flies.
    return "workable" if word == "read again" else word


def better_phase(now_deg: float, error: float) -> float:
    """Give the unit's phase (whole deg) at which nothing would be off."""
    return float(round(float(wrap_deg(now_deg - error))))


def phase_off(run: Readings) -> float | None:
    """How far the cyclic stands off its direction (deg, clockwise +), by what was read last."""
    turn = run.setup.airframe.head.turn_sign
    half = {}
    for azimuth, _ in _PLACES:
        right, left = (run.mean(NAME, f"{side}.{int(azimuth)}") for side in ("right", "left"))
        if right is None or left is None:
            return _by_swash(run)
        half[azimuth] = (right - left) / 2
    # β(ψ) = a·cos ψ + b·sin ψ: over the boom it is −a, on the right b.
    greatest = np.degrees(np.arctan2(half[90.0], -half[180.0]))
    return float(phase_error_deg(greatest, 100.0, 0.0, turn))


def _by_swash(run: Readings) -> float | None:
    """The blades follow the swash by the head's own lead: what the swash stands off, they do."""
    lowest = run.mean(NAME, LOWEST)
    if lowest is None:
        return None
    found = evaluate_pose(run.chain, Sticks.at(aileron=100.0), mode=run.mode)
    pose = found.run.swash.pose
    computed = np.degrees(np.arctan2(pose.tilt_right_deg.item(), pose.tilt_forward_deg.item()))
    return float(wrap_deg(found.phase_error_deg.item() + lowest - computed))


def _turn(run: Readings, error: float | None, word: VerdictWord | None) -> tuple[Action, ...]:
    unit = run.setup.mixing_unit
    if unit is None or error is None or word not in ("out", "workable"):
        return ()
    better = better_phase(unit.phase_deg, error)
    if better == unit.phase_deg:
        return ()
    text = f"Set the unit's phase from {unit.phase_deg:g} to {better:g}°."
    return (
        Action(
            key="phase",
            text=text,
            expect="The stick then tilts the disc where it points; read once more.",
            changes=(Change("unit.phase_deg", better),),
            keys=(*_KEYS, LOWEST),
            needed=word == "out",
        ),
    )


def _summary(run: Readings, error: float | None, needed: bool) -> str:
    if error is None:
        return (
            "A head of three or more blades may answer beside the stick: measure it once."
            if needed
            else "Two blades seldom need it: measure it where rolls come with a little nod."
        )
    way = "clockwise" if error > 0 else "against the clock"
    if abs(error) < 0.5:
        return "The cyclic comes where the stick points."
    return f"The cyclic comes {abs(error):.0f}° {way} of where the stick points, seen from above."


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == WANTED:
        return "not now"
    if ask.key not in _KEYS:
        raise not_simulated(ask.key)
    return gauge(bench, ask.sticks, ask.azimuth, ask.blade)


STEP = Step(
    name=NAME,
    number=12,
    part=1,
    title="Phase",
    why="The blades must answer where the stick points, not a few degrees beside it.",
    metal_of=("horns", "level", "cyclic_throw"),
    repeats=0.3,
    by_gauge=True,
    here=lambda arrangement: arrangement.unit_mixes,
    absent="Only a unit that mixes can turn the tilt round.",
    advise=_advise,
    simulate=_simulate,
)
