"""Step 14: the tail. Directions, limits and the yaw correction, each seen by the pilot.

Common practice, no source. The program cannot see the tail; it asks what the pilot sees and says
what to set when that is wrong.
"""

from __future__ import annotations

from mint_lever.run.advice import Action, Advice, Answer, Ask, Choice, Option, Work
from mint_lever.run.readings import Readings
from mint_lever.run.step import Step
from mint_lever.run.words import outcome_of
from mint_lever.setup.edit import Change
from mint_lever.simulate.answers import not_simulated
from mint_lever.simulate.helicopter import SimulatedHelicopter
from mint_lever.steps.looked_at import first_said, looked_at

_SIDES = ("left", "right")
_LOWER_PCT, _RAISE_PCT, _MOST_PCT = 5.0, 10.0, 150.0
_EDGE = "Fold one tail blade back: its edge swings toward the side the nose would go."
_TURNS = (
    Option("leading", "leading edge first, into the main rotor's downwash"),
    Option("trailing", "trailing edge first", False),
)
_STICK = (Option("right", "right"), Option("left", "left", False))
_LIMIT = (
    Option("clear", "just short of its contact"),
    Option("touches", "touching: it groans or binds", False),
    Option("short", "far short of its contact", False),
)
_ANSWERS = (
    Option("right", "nose right, against it"),
    Option("left", "nose left, along with it", False),
    Option("still", "not at all", False),
)
_TURN_BELT = Action(
    key="turn.belt",
    text="Take the tail apart and twist the belt the other way, or turn the blades round.",
    expect="Turn the main rotor by hand again before anything else of the tail is judged.",
    device="helicopter",
    work=(Work("turn_belt", 0),),
    aspects=("tail",),
)
_SAID = {
    ("correction", "still"): "No answer: wait until the unit is ready, start from a fresh centre "
    "(rate mode and back, or powered up again), then turn the nose again.",
}


def _advise(run: Readings) -> Advice:
    """Ask what the tail does, and say what to turn round or limit."""
    asks = (
        looked_at(
            run,
            "tail",
            "turns",
            "Main rotor turned by hand its own way: the tail blades go",
            "Through the side where the main rotor's air comes down. The maker's manual comes "
            "first.",
            _TURNS,
        ),
        looked_at(
            run,
            "tail",
            "stick",
            "Right stick: the tail would push the nose",
            f"{_EDGE} Wrong is an edge that swings left with right stick.",
            _STICK,
        ),
        *(_limit(run, side) for side in _SIDES),
        looked_at(
            run,
            "tail",
            "correction",
            "Nose pushed left by hand, sticks let go: the tail answers",
            f"{_EDGE} Wrong is an answer along with your push: the model spins up and turns "
            "round by itself.",
            _ANSWERS,
        ),
    )
    actions = _actions(run, {ask.key: ask.answer for ask in asks})
    outcome = outcome_of(asks)
    done = "The tail goes the right way, answers the right way and binds nowhere."
    return Advice(
        step="tail",
        do=(
            "Gyro in rate mode for the directions and the limits; heading hold runs to an end.",
            "No sub-trim, trim or mix on the rudder: the gyro takes it for a held stick.",
            "Limits one at a time: stick slowly to one side, hold it there, listen.",
        ),
        asks=asks,
        summary=first_said(asks, _SAID)
        or (done if outcome == "good" else "Look at the tail itself, not at a screen."),
        actions=actions,
        outcome=outcome,
    )


def _limit(run: Readings, side: str) -> Choice:
    return looked_at(
        run,
        "tail",
        f"limit_{side}",
        f"Full {side} stick, rate mode: the slider stops",
        "Wrong is a servo that hums or binds, or a slider that stops far short: the tail is weak "
        "that way. If one side binds while the other is short, recentre the push rod first.",
        _LIMIT,
    )


def _actions(run: Readings, answers: dict[str, str | None]) -> tuple[Action, ...]:
    """One thing at a time: the direction, the limits, then the correction."""
    if answers["turns"] == "trailing":
        return (_TURN_BELT,)
    if answers["stick"] == "left":
        return (_turn_stick(run),)
    limits = [
        _set_limit(run, side, answer == "touches")
        for side in _SIDES
        if (answer := answers[f"limit_{side}"]) in ("touches", "short")
    ]
    if limits or answers["correction"] != "left":
        return tuple(limits)
    return (_turn_correction(run),)


def _turn_stick(run: Readings) -> Action:
    keys = ("stick", "correction", *(f"limit_{side}" for side in _SIDES))
    unit = run.setup.unit
    if run.setup.arranged.unit_mixes:
        channel = run.setup.transmitter.channels.rudder
        return Action(
            key="turn.stick",
            text="Reverse the rudder channel in the transmitter.",
            expect="The unit may then show it the other way: the tail has the last word.",
            device="transmitter",
            changes=(Change("transmitter.channels.rudder.reversed", not channel.reversed),),
            keys=keys,
        )
    return Action(
        key="turn.stick",
        text="Reverse the tail servo at the gyro.",
        expect="Then right stick again, and the correction after it.",
        changes=() if unit is None else (Change("unit.tail.reversed", not unit.tail.reversed),),
        keys=keys,
    )


def _set_limit(run: Readings, side: str, touches: bool) -> Action:
    unit, keys = run.setup.unit, (f"limit_{side}",)
    if unit is None:
        way = "Lower" if touches else "Raise"
        return Action(
            key=f"limit.{side}", text=f"{way} the gyro's limit for {side} a little.", keys=keys
        )
    name = _limit_of(run, side)
    old = getattr(unit.tail, name)
    new = max(old - _LOWER_PCT, 0.0) if touches else min(old + _RAISE_PCT, _MOST_PCT)
    if new == old:
        text = f"No limit helps for {side} stick: recentre the push rod, or take another horn hole."
        return Action(key=f"rod.{side}", text=text, device="helicopter", aspects=("tail",))
    return Action(
        key=f"limit.{side}",
        text=f"Set the tail limit for {side} stick from {old:g} to {new:g} %.",
        expect="Then full stick that way again.",
        changes=(Change(f"unit.tail.{name}", new),),
        keys=keys,
        together="limits",
    )


def _limit_of(run: Readings, side: str) -> str:
    """The limit that full stick to a side runs into: left and right are the command's sides."""
    same = (side == "right") == (run.unit_way("rudder") > 0)
    return "limit_right_pct" if same else "limit_left_pct"


def _turn_correction(run: Readings) -> Action:
    unit, path = run.setup.unit, "unit.tail.gyro_reversed"
    return Action(
        key="turn.correction",
        text="Reverse the gyro's yaw correction: the gyro, not the servo and not the channel.",
        expect="Start from a fresh centre, then push the nose left again.",
        changes=() if unit is None else (Change(path, not unit.tail.gyro_reversed),),
        keys=("correction",),
    )


_DIRECTION = (".rudder.reversed", "unit.tail.reversed")
_AMOUNTS = ("transmitter.channels.rudder.", "unit.tail.")


def _spares(run: Readings, key: str, path: str) -> bool:
    """What each look rests on: a limit on its own figure, the correction on how the gyro sits and
    its own direction; which way the rotor turns on none of the settings."""
    if path == "unit.tail.gyro_reversed" or path.startswith("unit.mounting."):
        return key != "correction"
    if path.startswith("unit.tail.limit_"):
        side = key.removeprefix("limit_")
        return side == key or path != f"unit.tail.{_limit_of(run, side)}"
    if path.endswith(_DIRECTION):
        return key == "turns"
    return path.startswith(_AMOUNTS) and not key.startswith("limit_")


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    tail = bench.tail
    if ask.key == "turns":
        return "trailing" if tail.truth.belt_twisted else "leading"
    if ask.key == "stick":
        return "right" if tail.stick_goes_right() else "left"
    if ask.key == "correction":
        return "right" if tail.answers_right() else "left"
    if ask.key.startswith("limit_"):
        return tail.limit_sounds(ask.key.removeprefix("limit_"))
    raise not_simulated(ask.key)


STEP = Step(
    name="tail",
    number=14,
    title="Tail",
    why="A tail that answers the wrong way spins the model up in the first second.",
    settings_of=("model_memory",),
    spares=_spares,
    cautions=(
        "Propulsion disabled, main blades off. Tail blades on only while a pitch is looked at.",
        "A yaw correction the wrong way crashes the model as it gets light on the skids.",
    ),
    advise=_advise,
    simulate=_simulate,
)
