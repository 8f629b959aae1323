"""Step 16, part 5: every mode's throttle curve as it arrives, against the governor's on-point.

Common practice, no source.
"""

from __future__ import annotations

from typing import Annotated

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Number
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.head_speed_part import CANNOT_DRIVE, GOVERNOR, MOVES_THE_THROTTLE
from mint_lever.bench.steps.shared.lowest_throttle import lift, lowest_throttle
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.measure.verdict import VerdictWord
from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName
from mint_lever.sources import MEMORY

NAME = "throttle_curves"
_NEAR_PCT: Annotated[float, MEMORY] = 3.0
"""How near a display comes to what the curve sends."""


def _advise(run: Readings) -> Advice:
    names = run.setup.transmitter.modes.names()
    asks = tuple(_ask(run, name) for name in names)
    mends = [
        lift(run.setup, name, f"lowest.{name}") or (_enter(name) if ask.word == "out" else None)
        for name, ask in zip(names, asks, strict=True)
    ]
    outcome = find_outcome(asks)
    actions = tuple(action for action in mends if action is not None)
    if actions and outcome is not None:
        outcome = "out"
    return Advice(
        step=NAME,
        do=(
            "Through every mode: move the stick from end to end, watch the lowest throttle shown.",
            "Under a governor the curve is only a background: flat, U or V, all of it above the "
            "on-point.",
        ),
        asks=asks,
        summary="Each mode sends the throttle it is meant to." if outcome == "good" else "",
        actions=actions if outcome is not None else (),
        outcome=outcome,
    )


def _ask(run: Readings, name: ModeName) -> Number:
    read, written = run.answer(NAME, f"lowest.{name}"), lowest_throttle(run.setup, name)
    word: VerdictWord | None = None
    if read is not None:
        word = "in" if abs(read - written) <= _NEAR_PCT else "out"
    return Number(
        key=f"lowest.{name}",
        label=f"{MODE_WORDS[name]}: the lowest throttle shown over the stick's way",
        hint=f"The curve as it is written down sends {written:.0f} %. Read it on the unit's or the "
        "transmitter's own display of the channel.",
        unit="%",
        low=0.0,
        high=125.0,
        nudge=1.0,
        answer=read,
        word=word,
    )


def _enter(name: ModeName) -> Action:
    return Action(
        key=f"enter.{name}",
        text=f"Key the throttle curve of {MODE_WORDS[name].lower()} into the transmitter as it is "
        "written down here; or write down here what it is to be.",
        expect="Then read it again.",
        device="transmitter",
        keys=(f"lowest.{name}",),
    )


def _spares(run: Readings, key: str, path: str) -> bool:
    """A mode's reading goes by its own curve."""
    return f"transmitter.modes.{key.removeprefix('lowest.')}." not in path


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if not ask.key.startswith("lowest."):
        raise not_simulated(ask.key)
    name = next(each for each in MODE_WORDS if ask.key == f"lowest.{each}")
    return float(round(bench.drive.lowest_throttle(name)))


STEP = Step(
    name=NAME,
    number=GOVERNOR,
    part=5,
    title="Throttle curves",
    why="A curve below the on-point switches the governor off in the air.",
    rests_on=("governor_settings",),
    settings_of=("model_memory",),
    repeats=1.0,
    spares=_spares,
    opens_after=MOVES_THE_THROTTLE,
    cautions=(CANNOT_DRIVE,),
    advise=_advise,
    simulate=_simulate,
)
