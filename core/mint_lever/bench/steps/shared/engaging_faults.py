"""A governor that does not engage: what to look at in which order, and what each answer rules out.

Locked; below the on-point; sensor; poles or gear. Common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass

from mint_lever.bench.engine.advice import Action, Choice, Number, Option, Work
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.lowest_throttle import lift, on_point
from mint_lever.measure.verdict import VerdictWord
from mint_lever.model.drive.governor_device import meant
from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName

_SENSOR = (60.0, 80.0)
"""The least signal of a governor's sensor that will do, and what is good (percent)."""
_LOCKED = (
    Option("low", "normal mode, stick low, throttle hold on, governor switch off"),
    Option("on", "in an idle-up, stick raised, or with the governor's switch on", False),
)


@dataclass(frozen=True)
class Search:
    """The questions asked so far, the next one last; the cause once it is found."""

    asks: tuple[Choice | Number, ...]
    action: Action | None
    ruled_out: tuple[str, ...]


def search(run: Readings, step: str, mode: ModeName, again: tuple[str, ...]) -> Search:
    """Ask one after another until something is found. ``mode`` is one in which it does not engage;
    ``again`` are the readings to take anew once the cause is mended."""
    asks: list[Choice | Number] = []
    out: list[str] = []
    for question in (_locked, _on_point, _sensor):
        if question is not _locked and meant(run.setup) != "unit":
            continue
        ask, action, ruled_out = question(run, step, mode, again)
        asks.append(ask)
        if ask.word not in ("in", "workable"):
            return Search(tuple(asks), action, tuple(out))
        out.append(ruled_out)
    # Poles and gear were read off its menu before anything of this was asked.
    return Search(tuple(asks), _manual(again), (*out, "poles and gear"))


def _manual(again: tuple[str, ...]) -> Action:
    """Nothing of the usual is left: this program does not know what keeps it off."""
    return Action(
        key="manual",
        text="Nothing of the usual is left. Look in part 3 whether it is switched on, then in its "
        "manual for what keeps it off.",
        expect="Then go through the modes again.",
        device="helicopter",
        keys=again,
    )


_Asked = tuple[Choice | Number, Action | None, str]


def _locked(run: Readings, step: str, mode: ModeName, again: tuple[str, ...]) -> _Asked:
    ask = ask_what_is_seen(
        run,
        step,
        "locked",
        "It does not engage. When it was powered up, the transmitter stood",
        "Powered while the throttle would say “on” it refuses to run: protection, not a fault.",
        _LOCKED,
    )
    action = Action(
        key="unlock",
        text="Throttle low; or unplug, then normal mode, stick low, throttle hold on, plug in.",
        expect="The lock is gone; never switch it off.",
        device="helicopter",
        work=(Work("unlock_governor", 0),),
        keys=("locked", *again),
    )
    return ask, action if ask.word == "out" else None, "not locked"


def _on_point(run: Readings, step: str, mode: ModeName, again: tuple[str, ...]) -> _Asked:
    on = on_point(run.setup)
    answer = run.answer(step, f"throttle.{mode}")
    word: VerdictWord | None = None if answer is None else "in" if answer > on else "out"
    ask = Number(
        key=f"throttle.{mode}",
        label=f"{MODE_WORDS[mode]}: the lowest throttle the unit shows over the stick's way",
        hint=f"It engages above {on:g} % only.",
        unit="%",
        low=0.0,
        high=150.0,
        nudge=1.0,
        answer=answer,
        word=word,
    )
    action = lift(run.setup, mode, ask.key, *again) or _key_in(mode, on, ask.key, again)
    return ask, action if word == "out" else None, "throttle above the on-point"


def _key_in(mode: ModeName, on: float, key: str, again: tuple[str, ...]) -> Action:
    """The curve as it is written down lies above the on-point: it is not what is sent."""
    return Action(
        key=f"raise.{mode}",
        text=f"The curve of {MODE_WORDS[mode].lower()} that is written down lies above {on:g} %: "
        "key it into the transmitter, and let the unit be taught the throttle's ends.",
        device="transmitter",
        keys=(key, *again),
    )


def _sensor(run: Readings, step: str, mode: ModeName, again: tuple[str, ...]) -> _Asked:
    answer = run.answer(step, "sensor")
    word: VerdictWord | None = None
    if answer is not None:
        good = "in" if answer >= _SENSOR[1] else "workable"
        word = "out" if answer < _SENSOR[0] else good  # type: ignore[assignment]
    ask = Number(
        key="sensor",
        label="Signal of the governor's sensor",
        hint="At least 60 %, 80 % is good, 90 % with a magnet. 0 where nothing is shown.",
        unit="%",
        low=0.0,
        high=100.0,
        nudge=1.0,
        answer=answer,
        word=word,
    )
    action = Action(
        key="sensor",
        text="Mend the sensor: its distance, its plug, its lead on two of the motor's wires.",
        expect="At least 60 %, better 80.",
        device="helicopter",
        work=(Work("mend_sensor", 0),),
        keys=("sensor", *again),
    )
    return ask, action if word == "out" else None, "a clean sensor"
