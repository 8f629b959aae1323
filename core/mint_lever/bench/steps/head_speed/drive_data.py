"""Step 15, part 2: what the drive is made of, counted and read off; and the makers' limits."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Number, Outcome
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.head_speed_part import DRIVE, LIMITS
from mint_lever.bench.wording.number_text import worst
from mint_lever.measure.verdict import VerdictWord
from mint_lever.model.drive.governor_device import electric, meant
from mint_lever.setup.catalogue.missing_settings import missing
from mint_lever.setup.catalogue.setting_rows import find_row
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName

NAME = "drive_data"
Needs = Literal["governor", "controller", "figures"]
_LEAST_RPM, _MOST_RPM = 300.0, 6000.0


@dataclass(frozen=True)
class _Fact:
    """One figure of the drive: where it is kept, and who cannot do without it."""

    key: str
    path: str
    needs: Needs


_FACTS = (
    _Fact("pinion", "drive.gear.pinion", "governor"),
    _Fact("main", "drive.gear.main", "governor"),
    _Fact("poles", "drive.motor.poles", "governor"),
    _Fact("kv", "drive.motor.kv_rpm_per_v", "figures"),
    _Fact("cells", "drive.pack.cells", "controller"),
    _Fact("motor_mohm", "drive.motor.resistance_mohm", "figures"),
    _Fact("no_load", "drive.motor.no_load_a", "figures"),
    _Fact("pack_mohm", "drive.pack.resistance_mohm", "figures"),
    _Fact("capacity", "drive.pack.capacity_mah", "figures"),
)
_TEETH = ("pinion", "main")
PATHS = {fact.key: fact.path for fact in _FACTS}
"""The setting each question is written to."""


def _advise(run: Readings) -> Advice:
    """Ask for each figure. A governor in a device needs ratio and poles; the rest may be left
    out, and what it would tell is then not told."""
    facts = [_ask(run, fact) for fact in _FACTS] if electric(run.setup) else []
    limit = _limit(run)
    asks: tuple[Ask, ...] = (*facts, limit)
    asked = [ask for ask in asks if not ask.optional]
    outcome: Outcome | None = None
    if any(ask.answer is not None for ask in asks):
        outcome = worst(ask.word for ask in asked)
    return Advice(
        step=NAME,
        do=(
            "Count the teeth on the parts themselves; a part number is not a count.",
            "Poles are the magnets of the motor's bell, from its data; always an even number.",
            "What is not known is left out: every figure then says what it would need.",
        ),
        asks=asks,
        summary=_summary(run, limit, outcome),
        actions=(*_exchange(run), *_lower(run, limit)),
        outcome=outcome,
    )


def _ask(run: Readings, fact: _Fact) -> Number:
    row = find_row(fact.path)
    assert row is not None
    answer = run.answer(NAME, fact.key)
    word: VerdictWord | None = None if answer is None else "in"
    if fact.key == "poles" and answer is not None and answer % 2:
        word = "out"
    if fact.key in _TEETH and answer is not None and _turned_round(run):
        word = "out"
    return Number(
        key=fact.key,
        label=row.about.label,
        hint=row.about.help,
        unit=row.unit,
        low=row.least or 0.0,
        high=row.most or 0.0,
        nudge=row.nudge,
        answer=answer,
        word=word,
        writes=(fact.path,),
        optional=not _needed(run, fact),
    )


def _turned_round(run: Readings) -> bool:
    """Whether pinion and main gear were typed the wrong way round: a rotor turns slower than its
    motor."""
    pinion, main = (run.answer(NAME, key) for key in _TEETH)
    return pinion is not None and main is not None and pinion > main


def _exchange(run: Readings) -> tuple[Action, ...]:
    if not _turned_round(run):
        return ()
    pinion, main = (run.answer(NAME, key) for key in _TEETH)
    return (
        Action(
            key="exchange_teeth",
            text=f"Pinion {pinion:g}, main gear {main:g}? Count both again: the "
            "pinion sits on the motor and has the fewer teeth.",
            device="helicopter",
            keys=_TEETH,
        ),
    )


def _needed(run: Readings, fact: _Fact) -> bool:
    """A governor counts turns of the motor; one in the controller may go by the cells as well."""
    place = meant(run.setup)
    if fact.needs == "controller":
        return place == "speed_controller"
    return fact.needs == "governor" and place != "none"


def _limit(run: Readings) -> Number:
    """The lowest head speed that one of the makers still allows."""
    answer = run.answer(NAME, "limit")
    word: VerdictWord | None = None
    if answer is not None:
        word = "out" if any(rpm > answer for _, rpm in _targets(run)) else "in"
    return Number(
        key="limit",
        label="The lowest limit of the makers of blades, head and tail",
        hint="The head speed that none of their manuals lets you go beyond. Look it up, never "
        "guess: it is the one figure here that nothing can be worked out from.",
        unit="rpm",
        low=_LEAST_RPM,
        high=_MOST_RPM,
        nudge=10.0,
        answer=answer,
        word=word,
    )


def _targets(run: Readings) -> list[tuple[ModeName, float]]:
    modes = run.setup.transmitter.modes
    asked = [(name, getattr(modes, name).head_speed_rpm) for name in modes.names()]
    return [(name, rpm) for name, rpm in asked if rpm is not None]


def _lower(run: Readings, limit: Number) -> tuple[Action, ...]:
    if limit.answer is None:
        return ()
    over = [(name, rpm) for name, rpm in _targets(run) if rpm > limit.answer]
    return tuple(
        Action(
            key=f"lower.{name}",
            text=f"Set the head speed of {MODE_WORDS[name].lower()} from {rpm:g} to "
            f"{limit.answer:g} rpm or less.",
            expect="Then the governor's figures are gone through again.",
            device="transmitter",
            changes=(Change(f"transmitter.modes.{name}.head_speed_rpm", limit.answer),),
            keys=("targets",),
            together="targets",
        )
        for name, rpm in over
    )


def _summary(run: Readings, limit: Number, outcome: Outcome | None) -> str:
    if limit.word == "out":
        return "A flight mode asks for more than a maker allows: lower it first."
    if outcome == "good":
        unknown = missing(run.setup, list(PATHS.values()))
        if not electric(run.setup):
            return (
                "Another drive than electric is not computed here; its governor, sensor and "
                "throttle servo are another trade."
            )
        if unknown:
            names = ", ".join(_label(path) for path in unknown)
            return f"Enough to go on. Not known, and so not computed: {names}."
        return "Everything that head-room, pinions and minutes are worked out from is there."
    if electric(run.setup) and meant(run.setup) != "none":
        return "The governor needs teeth and poles exactly; the rest is for the figures."
    return "All but the makers' limit may be left out."


def _label(path: str) -> str:
    row = find_row(path)
    assert row is not None
    return row.about.label[0].lower() + row.about.label[1:]


def _spares(run: Readings, key: str, path: str) -> bool:
    """A count goes stale by its own setting alone."""
    return PATHS.get(key) != path


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == "limit":
        return bench.drive.makers_limit()
    if ask.key in PATHS:
        return bench.drive.fact(ask.key)
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=DRIVE,
    part=2,
    title="Motor, gear and pack",
    why="A governor told the wrong ratio or poles holds a wrong speed, and says it is right.",
    spares=_spares,
    repeats=0.0,
    cautions=(LIMITS,),
    advise=_advise,
    simulate=_simulate,
)
