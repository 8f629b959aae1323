"""Step 14, part 4: the tail servo's horn square by its mounting, never by a trim."""

from __future__ import annotations

from typing import Annotated

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Number, Ruler, Wheel, Work
from mint_lever.bench.engine.log import read_setting
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.tail_part import NUMBER, PROPULSION, RATE_MODE, tail_of
from mint_lever.bench.wording.number_text import degrees, word_for, worst
from mint_lever.measure.horn_spline import best_horn_places, spline_step_deg
from mint_lever.measure.tail_bands import SQUARE_DEG
from mint_lever.measure.verdict import judge
from mint_lever.setup.catalogue.setting_rows import name_path
from mint_lever.setup.edits.path_edit import Change
from mint_lever.sources import MEMORY

NAME = "tail_square"
_REPEATS_DEG: Annotated[float, MEMORY] = 0.3
"""Half of the last digit a horn is read to, with a little of the hand's."""
_TRIMS = (
    "transmitter.channels.rudder.trim_pct",
    "transmitter.channels.rudder.subtrim_pct",
    "unit.tail.subtrim_us",
)


def _advise(run: Readings) -> Advice:
    off, wheel = run.mean(NAME, "off"), [run.answer(NAME, key) for key in ("arms", "teeth")]
    arms, teeth = (None if each is None else int(each) for each in wheel)
    times = len(run.counted(NAME, "off"))
    word = None if off is None else word_for(off, SQUARE_DEG, times, _REPEATS_DEG)
    counted = off is not None and word != "in"
    held = _held_as_a_stick(run)
    outcome = None if off is None and not held else worst([word])
    if held and outcome is not None:
        outcome = "out"
    actions = _take_out(held)
    predicted = None
    if not actions and counted and arms and teeth and off is not None:
        actions, predicted = _press(off, arms, teeth)
    return Advice(
        step=NAME,
        do=(
            RATE_MODE,
            "Push rod on. Try every arm of the wheel: the horn must stand square by itself.",
            "No sub-trim, trim or mix on the rudder, ever: the gyro takes it for a held stick.",
        ),
        asks=(
            Number(
                key="off",
                label="Tail horn off square to its push rod",
                hint="Degrees from 90°; + when its ball stands toward the tail.",
                unit="°",
                low=-60.0,
                high=60.0,
                nudge=0.5,
                answer=run.answer(NAME, "off"),
                word=word,
                writes=("airframe.tail.servo.horn_error_deg",) if tail_of(run) is not None else (),
            ),
            _wheel("arms", "Arms on the tail horn's wheel", 1, 12, arms, counted),
            _wheel("teeth", "Teeth on the tail servo's spline", 10, 60, teeth, counted),
        ),
        summary=_summary(held, off, arms, teeth, outcome),
        actions=actions,
        rulers=_rulers(run, predicted),
        outcome=outcome,
    )


def _wheel(
    key: str, label: str, low: float, high: float, answer: int | None, needed: bool
) -> Number:
    return Number(
        key=key,
        label=label,
        hint="Count them; they say what places the horn has.",
        low=low,
        high=high,
        nudge=1.0,
        optional=not needed,
        answer=None if answer is None else float(answer),
        word=None if answer is None else "in",
    )


def _held_as_a_stick(run: Readings) -> list[Change]:
    """What the gyro would take for a held stick, each as the change that takes it out."""
    document = run.setup.as_document()
    found = [Change(path, 0.0) for path in _TRIMS if read_setting(document, path)]
    for i, mix in enumerate(run.setup.transmitter.free_mixes):
        if mix.slave == "rudder" and run.mode in mix.modes and (mix.low_pct or mix.high_pct):
            path = f"transmitter.free_mixes.{i}"
            found += [Change(f"{path}.{side}_pct", 0.0) for side in ("low", "high")]
    return found


def _take_out(held: list[Change]) -> tuple[Action, ...]:
    if not held:
        return ()
    names = ", ".join(name_path(change.path) for change in held)
    return (
        Action(
            key="trims",
            text=f"Set to 0: {names}.",
            expect="Then look at the horn again; it is squared by another tooth or the push rod.",
            device="unit" if held[0].path.startswith("unit.") else "transmitter",
            changes=tuple(held),
            keys=("off",),
        ),
    )


def _press(off: float, arms: int, teeth: int) -> tuple[tuple[Action, ...], float | None]:
    best = best_horn_places(off, arms, teeth, 1)[0]
    if abs(best.left_deg) > abs(off) - 0.75:
        return (), off
    count, arm = abs(best.teeth), best.arm
    way = "toward the tail" if best.teeth > 0 else "toward the nose"
    where = (
        f"arm {arm + 1} of the wheel (arm 1 is the one on now; count the way that moves the ball "
        "toward the tail)"
        if arm
        else "the same arm"
    )
    turn = f", {count} {'tooth' if count == 1 else 'teeth'} {way}" if count else ""
    action = Action(
        key="press",
        text=f"Press the tail servo's horn on with {where}{turn}.",
        expect=f"Expect {degrees(best.left_deg)} off square.",
        device="helicopter",
        work=(Work("press_tail_horn", 0, best.teeth, arm),),
        aspects=("tail_servo",),
        keys=("off",),
        wheel=Wheel(arms, arm + 1) if arm else None,
        needed=judge(off, SQUARE_DEG, 0.0) == "out",
    )
    return (action,), best.left_deg


def _summary(
    held: list[Change], off: float | None, arms: int | None, teeth: int | None, outcome: str | None
) -> str:
    if held:
        return "A trim or a mix holds the rudder off its centre: the gyro cannot tell it from you."
    if outcome == "good":
        return "The horn stands square by itself."
    if off is None:
        return "Look at the horn with the gyro in rate mode and the sticks let go."
    if not (arms and teeth):
        return "How many arms and teeth has this horn's wheel? They say what places it has."
    left = spline_step_deg(arms, teeth) / 2
    said = f"This wheel's best place leaves at most {left:.1f}°."
    if outcome == "out" and abs(off) <= left + 0.5:
        said += " Take a horn with another number of arms: no trim makes up for it."
    return said


def _rulers(run: Readings, predicted: float | None) -> tuple[Ruler, ...]:
    marks = run.marks(NAME, "off")
    if not marks:
        return ()
    return (
        Ruler(
            label="tail horn, off square",
            unit="°",
            band=SQUARE_DEG,
            marks=marks,
            predicted=predicted,
        ),
    )


def _spares(run: Readings, key: str, path: str) -> bool:
    """A wheel's arms are counted once; of the rudder's channel only its trims move the horn."""
    if key in ("arms", "teeth"):
        return True
    return path.startswith("transmitter.channels.rudder.") and path not in _TRIMS


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == "off":
        return bench.tail.read_square()
    if ask.key == "arms":
        return float(bench.truth.tail.wheel_arms)
    if ask.key == "teeth":
        return float(bench.truth.tail.spline_teeth)
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=NUMBER,
    part=4,
    title="Tail horn, square",
    why="A horn off square moves the slider further one way than the other.",
    spares=_spares,
    repeats=1.0,
    cautions=(PROPULSION,),
    advise=_advise,
    simulate=_simulate,
)
