"""Step 16, part 4: in every mode the head speed asked for arrives at the governor (F17).

More than that no bench shows: a governor that holds shows its target, whatever it was told of poles
and gear. Agreed is said of a speed that something else has measured. Common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from mint_lever.bench.engine.advice import (
    Action,
    Advice,
    Answer,
    Ask,
    Cell,
    Choice,
    Number,
    Outcome,
    Work,
)
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.agreement_by_hand import advise_by_hand, ask_display, unseen
from mint_lever.bench.steps.shared.engaging_faults import search
from mint_lever.bench.steps.shared.head_speed_part import (
    AGREEMENT,
    CANNOT_DRIVE,
    GOVERNOR,
    LIMITS,
    LOCK,
    MOVES_THE_THROTTLE,
)
from mint_lever.bench.wording.number_text import worst
from mint_lever.measure.verdict import VerdictWord
from mint_lever.model.drive.governor_device import governed_modes, meant
from mint_lever.setup.parts.flight_modes import MODE_WORDS, MODES, ModeName
from mint_lever.sources import MEMORY

NAME = AGREEMENT
_DISPLAY_RPM: Annotated[float, MEMORY] = 10.0
"""The display's own step; figures that differ by no more are one."""
_GRID = "head speed by mode"


@dataclass(frozen=True)
class _Shown:
    """One mode: what is asked for (0: the governor is off there) and what is shown."""

    mode: ModeName
    asked: float
    ask: Number


def _advise(run: Readings) -> Advice:
    if meant(run.setup) == "none":
        return advise_by_hand(run)
    display = ask_display(run)
    if display and display[0].answer != "shows":
        return unseen(run, display[0])
    modes = [_shown(run, name) for name in _gone_through(run)]
    asks: list[Ask] = [*display, *(mode.ask for mode in modes)]
    summary, actions = "", []
    if all(mode.ask.answer is not None for mode in modes):
        more, action, summary = _search(run, modes)
        asks += more
        actions = [] if action is None else [action]
    outcome: Outcome | None = None
    if any(mode.ask.answer is not None for mode in modes):
        outcome = worst(mode.ask.word for mode in modes)
    if outcome == "good":
        summary = "The request arrives in every mode. That the head turns so fast is seen outside."
    return Advice(
        step=NAME,
        do=(
            "Start in normal, then every mode, up and down; read the governor's own display.",
            "It shows its target: the head itself is measured at the first spool-up outside, by "
            "a tachometer, an optical reader or a logger's own sensor.",
            "Off on the transmitter is off at the governor.",
            "A mode left on a default figure is the classic mistake.",
        ),
        asks=tuple(asks),
        summary=summary,
        actions=tuple(actions),
        outcome=outcome,
    )


def _gone_through(run: Readings) -> list[ModeName]:
    """Every mode: those in which it holds a speed, and those in which it must be off."""
    return list(run.setup.transmitter.modes.names())


def _shown(run: Readings, name: ModeName) -> _Shown:
    governed = name in governed_modes(run.setup)
    rpm = getattr(run.setup.transmitter.modes, name).head_speed_rpm
    asked = float(rpm) if governed else 0.0
    answer = run.answer(NAME, _key(name))
    word: VerdictWord | None = None
    if answer is not None:
        word = "in" if abs(answer - asked) <= _DISPLAY_RPM else "out"
    wanted = f"{asked:g} rpm is asked for" if asked else "In this mode it is to be off"
    return _Shown(
        name,
        asked,
        Number(
            key=_key(name),
            label=f"{MODE_WORDS[name]}: the governor shows",
            hint=f"{wanted}. Enter 0 where it is off or does not engage.",
            unit="rpm",
            low=0.0,
            high=20_000.0,
            nudge=10.0,
            answer=answer,
            word=word,
            cell=Cell(
                _GRID,
                f"{MODE_WORDS[name]}, asked {asked:g} rpm" if asked else f"{MODE_WORDS[name]}, off",
                "shown",
            ),
        ),
    )


def _key(name: ModeName) -> str:
    return f"shown.{name}"


def _search(
    run: Readings, modes: list[_Shown]
) -> tuple[tuple[Choice | Number, ...], Action | None, str]:
    """What to look at next, what to do, and what it looks like, once every mode was read."""
    wrong = [mode for mode in modes if mode.ask.word == "out"]
    if not wrong:
        return (), None, ""
    silent = [mode for mode in wrong if mode.asked and not mode.ask.answer]
    if silent:
        again = tuple(_key(mode.mode) for mode in silent)
        found = search(run, NAME, silent[0].mode, again)
        ruled = f" Ruled out: {', '.join(found.ruled_out)}." if found.ruled_out else ""
        where = ", ".join(MODE_WORDS[mode.mode].lower() for mode in silent)
        return found.asks, found.action, f"It does not engage in {where}.{ruled}"
    on = next((mode for mode in wrong if not mode.asked), None)
    if on is not None:
        said = f"It is on in {MODE_WORDS[on.mode].lower()}, where it is to be off."
        return (), _set_mode(on), said
    one = wrong[0]
    return (
        (),
        _set_mode(one),
        f"{MODE_WORDS[one.mode]} shows {one.ask.answer:g} where {one.asked:g} is asked for: a "
        "figure left at a default.",
    )


def _set_mode(one: _Shown) -> Action:
    to = f"{one.asked:g} rpm" if one.asked else "off"
    return Action(
        key=f"set.{one.mode}",
        text=f"Set {MODE_WORDS[one.mode].lower()} to {to} where the governor takes it from: on the "
        "transmitter's channel, or in the governor's own menu for this mode.",
        expect="Then read this mode again.",
        device="transmitter",
        work=(Work("set_mode_speed", MODES.index(one.mode), one.asked),),
        keys=(_key(one.mode),),
    )


def _spares(run: Readings, key: str, path: str) -> bool:
    """A mode's figure is its own."""
    if not path.endswith(".head_speed_rpm"):
        return False
    return not key.startswith("shown.") or f".{key.removeprefix('shown.')}." not in path


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    drive, (kind, _, of) = bench.drive, ask.key.partition(".")
    if kind == "display":
        return "shows"
    if kind == "none":
        return not drive.any_governor_on()
    if kind == "found":
        return True
    if kind == "locked":
        return "on" if drive.truth.locked else "low"
    if kind == "sensor":
        return drive.truth.sensor_pct
    mode = next((name for name in MODES if name == of), None)
    if mode is None:
        raise not_simulated(ask.key)
    return drive.shows(mode) if kind == "shown" else drive.lowest_throttle(mode)


STEP = Step(
    name=NAME,
    number=GOVERNOR,
    part=4,
    title="Head speeds asked for arrive",
    why="A mode left on a default figure over-speeds the head.",
    rests_on=("unit_throttle", "governor_settings"),
    settings_of=("model_memory",),
    repeats=0.0,
    spares=_spares,
    opens_after=(*MOVES_THE_THROTTLE, "governor_settings"),
    cautions=(CANNOT_DRIVE, LIMITS, LOCK),
    advise=_advise,
    simulate=_simulate,
)
