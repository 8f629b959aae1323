"""Step 15, part 7: the supply of servos and unit, measured at the receiver, against the ratings."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Number, Outcome, Work
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.head_speed_part import DRIVE
from mint_lever.bench.steps.shared.propulsion_text import MOTOR_OFF
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.measure.verdict import VerdictWord
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.supply_ratings import Rated, fed_parts

NAME = "bec_voltage"
_PATH = "speed_controller.bec_volt"
_LEAST_VOLT, _MOST_VOLT = 3.0, 13.0
_SWASH = "airframe.servos."
_RATING = "rating."


def _advise(run: Readings) -> Advice:
    rated = [_rating(run, parts) for parts in _asked_together(run)]
    known = [ask.answer for ask in rated if ask.answer is not None]
    lowest = min(known, default=None)
    volt = run.answer(NAME, "volt")
    word: VerdictWord | None = None
    if volt is not None:
        word = "out" if lowest is not None and volt > lowest else "in"
    asks: tuple[Ask, ...] = (
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
        ),
        *rated,
    )
    unknown = [ask.label for ask in rated if ask.answer is None]
    outcome: Outcome | None = find_outcome((asks[0],))
    if outcome is not None and unknown:
        # What nobody looked up is not allowed.
        outcome = "out"
    return Advice(
        step=NAME,
        do=(
            "Measure at the receiver, not at the controller.",
            "Servo leads stay out while the supply is unknown or above a rating.",
        ),
        asks=asks,
        summary=_summary(outcome, unknown),
        actions=(_lower(run, lowest),) if word == "out" and lowest is not None else (),
        outcome=outcome,
    )


def _summary(outcome: Outcome | None, unknown: list[str]) -> str:
    if outcome == "good":
        return "Servos and unit are fed within their ratings."
    if outcome == "out" and unknown:
        return f"Not known: {', '.join(each[0].lower() + each[1:] for each in unknown)}."
    return ""


def _asked_together(run: Readings) -> list[tuple[Rated, ...]]:
    """The fed parts, question by question: swash servos of one rating are asked for as one."""
    parts = fed_parts(run.setup)
    swash = tuple(part for part in parts if part.path.startswith(_SWASH))
    others = [(part,) for part in parts if part not in swash]
    alike = len({part.volt for part in swash}) <= 1
    return [*([swash] if alike and swash else [(part,) for part in swash]), *others]


def _rating(run: Readings, parts: tuple[Rated, ...]) -> Number:
    """What is written down answers it, whoever wrote it, until something undoes what was read."""
    name = parts[0].name if len(parts) == 1 else "the swash servos"
    key = _RATING + (parts[0].path.removesuffix(".rated_volt") if len(parts) == 1 else "swash")
    undone = bool(run.all(NAME, key)) and not run.held(NAME, key)
    volt = run.answer(NAME, key) if parts[0].volt is None else parts[0].volt
    volt = None if undone else volt
    return Number(
        key=key,
        label=f"Rating of {name}",
        hint="The highest supply its maker allows, from the data sheet.",
        unit="V",
        low=_LEAST_VOLT,
        high=_MOST_VOLT,
        nudge=0.1,
        answer=volt,
        word=None if volt is None else "in",
        writes=tuple(part.path for part in parts),
    )


def _lower(run: Readings, lowest: float) -> Action:
    whose = next(part.name for part in fed_parts(run.setup) if part.volt == lowest)
    return Action(
        key="lower",
        text=f"Set the BEC to {lowest:g} V, what {whose} is rated, or less, as the makers' manuals "
        "allow.",
        expect="Then measure again.",
        device="speed controller",
        changes=(Change(_PATH, lowest),),
        work=(Work("set_bec", 0, lowest),),
        keys=("volt",),
    )


def _spares(run: Readings, key: str, path: str) -> bool:
    """A rating hangs on no supply; what was measured, on no rating."""
    return key.startswith(_RATING) or path != _PATH


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == "volt":
        return bench.drive.read_bec()
    if ask.key.startswith(_RATING):
        return bench.drive.rating(tail=".tail." in ask.key)
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=DRIVE,
    part=7,
    title="Supply of servos and unit",
    why="Over its rating a servo or a unit burns out, sooner or later in the air.",
    repeats=0.05,
    spares=_spares,
    cautions=(
        MOTOR_OFF,
        "BEC voltage within the ratings of every servo, the tail servo included, and of the unit.",
    ),
    advise=_advise,
    simulate=_simulate,
)
