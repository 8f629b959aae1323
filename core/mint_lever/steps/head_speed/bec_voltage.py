"""Step 15, part 7: the supply of servos and unit, measured at the receiver, against the ratings."""

from __future__ import annotations

from mint_lever.measure.verdict import Word
from mint_lever.run.advice import Action, Advice, Answer, Ask, Choice, Number, Option, Work
from mint_lever.run.readings import Readings
from mint_lever.run.step import Step
from mint_lever.run.words import outcome_of
from mint_lever.setup.edit import Change
from mint_lever.setup.ratings import all_rated, ratings
from mint_lever.simulate.answers import not_simulated
from mint_lever.simulate.helicopter import SimulatedHelicopter
from mint_lever.steps.head_speed.common import DRIVE
from mint_lever.steps.looked_at import looked_at

NAME = "bec_voltage"
_PATH = "speed_controller.bec_volt"
_LEAST_VOLT, _MOST_VOLT = 3.0, 13.0


def _advise(run: Readings) -> Advice:
    rated = ratings(run.setup)
    lowest = min(rated, default=None)
    volt = run.answer(NAME, "volt")
    word: Word | None = None
    if volt is not None:
        word = "out" if lowest is not None and volt > lowest[0] else "in"
    asks: list[Number | Choice] = [
        Number(
            key="volt",
            label="Measured at a free socket of the receiver",
            hint="With a meter, everything plugged in, servos moving. The setting on the card is "
            "not a measurement.",
            unit="V",
            low=_LEAST_VOLT,
            high=_MOST_VOLT,
            nudge=0.1,
            answer=volt,
            word=word,
            writes=(_PATH,),
        )
    ]
    if not all_rated(run.setup):
        asks.append(
            looked_at(
                run,
                NAME,
                "ratings",
                "The ratings of every servo, the tail's too, and of the unit",
                "From their data sheets; those written down are judged by themselves. Wrong: "
                "one that is rated for less than was measured.",
                (
                    Option("allow", "all of them allow what was measured"),
                    Option("less", "one is rated for less, or nobody knows", False),
                ),
            )
        )
    outcome = outcome_of(asks)
    over = any(ask.word == "out" for ask in asks)
    return Advice(
        step=NAME,
        do=("Measure at the receiver, not at the controller.",),
        asks=tuple(asks),
        summary="Servos and unit are fed within their ratings." if outcome == "good" else "",
        actions=(_lower(lowest),) if over else (),
        outcome=outcome,
    )


def _lower(lowest: tuple[float, str] | None) -> Action:
    to = "the lowest rating" if lowest is None else f"{lowest[0]:g} V, what {lowest[1]} is rated,"
    return Action(
        key="lower",
        text=f"Set the BEC to {to} or less, as the makers' manuals allow.",
        expect="Then measure again.",
        device="speed controller",
        changes=() if lowest is None else (Change(_PATH, lowest[0]),),
        work=(Work("set_bec", 0, 0.0 if lowest is None else lowest[0]),),
        keys=("volt", "ratings"),
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == "volt":
        return bench.drive.read_bec()
    if ask.key == "ratings":
        return "allow" if bench.drive.ratings_allow() else "less"
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=DRIVE,
    part=7,
    title="Supply of servos and unit",
    why="Over its rating a servo or a unit burns out, sooner or later in the air.",
    repeats=0.05,
    cautions=("BEC voltage within the ratings of every servo and of the unit.",),
    advise=_advise,
    simulate=_simulate,
)
