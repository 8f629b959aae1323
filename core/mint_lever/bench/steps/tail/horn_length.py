"""Step 14, part 2: the length of the tail servo's horn, before any gyro setting."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Choice, Number, Option, Work
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.tail_part import NUMBER, PROPULSION, tail_of
from mint_lever.bench.wording.number_text import worst
from mint_lever.measure.tail_bands import MICRO_HORN_MM
from mint_lever.measure.verdict import VerdictWord, judge

NAME = "tail_horn"
_MAKER = (
    Option("named", "the one the maker names for this tail"),
    Option("unnamed", "one of several: the maker names none"),
    Option("other", "another than the maker names", False),
)
_TAKE_MM = 4.8


def _advise(run: Readings) -> Advice:
    micro = run.setup.airframe.size_class == "micro"
    arm = run.answer(NAME, "arm")
    asks: list[Number | Choice] = [_arm(run, arm, micro)]
    if not micro:
        label = "The hole its ball is in is"
        hint = "Wrong: a horn longer than the maker wants. No gain is then ever free of wag."
        asks.append(ask_what_is_seen(run, NAME, "hole", label, hint, _MAKER))
    answered = any(ask.answer is not None for ask in asks)
    outcome = worst(ask.word for ask in asks) if answered else None
    return Advice(
        step=NAME,
        do=(
            "Measure from the tail servo's shaft to the middle of the ball.",
            "A short horn with all of its travel beats a long one with little: finer steps.",
        ),
        asks=tuple(asks),
        summary=_summary(run, outcome),
        actions=_actions(asks),
        outcome=outcome,
    )


def _arm(run: Readings, arm: float | None, micro: bool) -> Number:
    word: VerdictWord | None = None
    if arm is not None:
        word = judge(arm, MICRO_HORN_MM, 0.0) if micro else "in"
    return Number(
        key="arm",
        label="Tail servo's horn, shaft to ball",
        hint="4.5 to 5 mm on a micro helicopter."
        if micro
        else "Kept with the helicopter; the limits and the gain go by it.",
        unit="mm",
        low=2.0,
        high=60.0,
        answer=arm,
        word=word,
        writes=("airframe.tail.servo.arm_mm",) if tail_of(run) is not None else (),
    )


def _summary(run: Readings, outcome: str | None) -> str:
    if outcome == "good":
        return "The horn is as long as it should be."
    if run.setup.airframe.size_class is None:
        return "The size of the model is not written down: on a micro the horn is 4.5 to 5 mm."
    return "Too long a horn wags at every gain; less gain only makes the tail drift."


def _actions(asks: list[Number | Choice]) -> tuple[Action, ...]:
    if all(ask.word in (None, "in", "workable") for ask in asks):
        return ()
    wrong = next(ask for ask in asks if ask.word == "out")
    micro = wrong.key == "arm"
    return (
        Action(
            key="move.ball",
            text="Move the ball to a hole 4.5 to 5 mm from the shaft, or take a horn that has one."
            if micro
            else "Move the ball to the hole the maker names for this tail.",
            expect="Then measure it again, and square the horn anew.",
            device="helicopter",
            work=(Work("move_tail_ball", 0, _TAKE_MM if micro else 0.0),),
            aspects=("tail_servo",),
            keys=("arm", "hole"),
        ),
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == "arm":
        return bench.tail.read_arm()
    if ask.key == "hole":
        return "other" if bench.truth.tail.wrong_hole else "named"
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=NUMBER,
    part=2,
    title="Tail horn, length",
    why="Too long a horn can never be made free of wag by gain.",
    repeats=0.1,
    cautions=(PROPULSION,),
    advise=_advise,
    simulate=_simulate,
)
