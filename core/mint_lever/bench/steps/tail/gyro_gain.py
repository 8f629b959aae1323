"""Step 14, part 11: gain and mode of the gyro, for every flight mode."""

from __future__ import annotations

from mint_lever.bench.engine.advice import (
    Action,
    Advice,
    Answer,
    Ask,
    Choice,
    GainLine,
    Number,
    Option,
    Outcome,
    Work,
)
from mint_lever.bench.engine.log import read_setting
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.gain_ceiling import Ceiling, ceiling_of
from mint_lever.bench.steps.shared.tail_part import NUMBER
from mint_lever.bench.wording.number_text import worst
from mint_lever.measure.tail_bands import GAIN, SPEED_SHARE
from mint_lever.measure.verdict import VerdictWord, judge
from mint_lever.model.tail.gain_scales import (
    MODE_MEANS,
    convert_to_one_channel,
    find_tail_mode,
    in_change_over,
    practice_start,
    spread_by_head_speed,
    use_one_gain,
)
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName

NAME = "tail_gain"
_SPEED = ".head_speed_rpm"
_GAIN = ".tail_gain_pct"
_SHOWS = ("holds", "rate", "flickers")
_WORDS = {"holds": "heading hold", "rate": "rate mode", "flickers": "neither: it flickers"}
_MEANT = {"heading_hold": "holds", "rate": "rate", None: ""}


def _advise(run: Readings) -> Advice:
    modes = run.setup.transmitter.modes
    names = modes.names()
    # Without a gain there is nothing to see yet.
    there = [name for name in names if getattr(modes, name).tail_gain_pct is not None]
    looks = {name: _look(run, name) for name in there}
    ceilings = {name: ceiling_of(run, name) for name in names}
    words = {name: _word(getattr(modes, name).tail_gain_pct, ceilings[name]) for name in names}
    asks: list[Choice | Number] = [*looks.values()]
    asks += [_wagged(run, name) for name in names]
    outcome: Outcome | None = "out" if "out" in words.values() else None
    if any(look.answer is not None for look in looks.values()):
        outcome = worst([*(look.word for look in looks.values()), *words.values()])
    return Advice(
        step=NAME,
        do=(
            "Gain fixed for each flight mode, or on a switch: both are in use.",
            "Move the flight-mode switch through, and look at the gyro's own light or display.",
            "Wag in the air is too much gain, a slow drift too little: 3 to 5 points at a time.",
        ),
        asks=tuple(asks),
        summary=_summary(run, names, words, ceilings),
        actions=_actions(run, names, words, ceilings),
        outcome=outcome,
        gains=tuple(_line(run, name, ceilings[name]) for name in names),
    )


def _look(run: Readings, name: ModeName) -> Choice:
    """Ask what the gyro shows in a mode that has a gain."""
    gain = getattr(run.setup.transmitter.modes, name).tail_gain_pct
    meant = _MEANT[find_tail_mode(gain)]
    options = tuple(Option(value, _WORDS[value], value == meant) for value in _SHOWS)
    shown = f"set to {gain:+g}, {convert_to_one_channel(gain):g} of 0 to 100"
    return ask_what_is_seen(
        run,
        NAME,
        f"mode.{name}",
        f"In {MODE_WORDS[name]} the gyro shows",
        f"The gain is {shown}. Wrong: another mode than the figure means. Some channels show it "
        "the other way round.",
        options,
    )


def _wagged(run: Readings, name: ModeName) -> Number:
    held = run.all(NAME, f"wag.{name}")
    return Number(
        key=f"wag.{name}",
        label=f"In the air, {MODE_WORDS[name]}: gain at which the tail began to wag",
        hint="On the scale of 0 to 100. It is carried to other horns, servos and head speeds; "
        "nothing of it is seen on a bench.",
        low=52.0,
        high=100.0,
        nudge=1.0,
        optional=True,
        answer=held[-1].value if held else None,  # type: ignore[arg-type]
    )


def _word(gain: float | None, ceiling: Ceiling | None) -> VerdictWord:
    if gain is None or in_change_over(gain):
        return "out"
    if gain < 0:
        return "workable"
    if ceiling is not None and ceiling.amount is not None and gain > ceiling.amount:
        return "out"
    return judge(convert_to_one_channel(gain), GAIN, 0.0)


def _actions(
    run: Readings,
    names: tuple[ModeName, ...],
    words: dict[ModeName, VerdictWord],
    ceilings: dict[ModeName, Ceiling | None],
) -> tuple[Action, ...]:
    wrong = [name for name in names if words[name] == "out"]
    over = [name for name in wrong if (found := ceilings[name]) and found.start is not None]
    if over:
        return tuple(_below(name, ceilings[name]) for name in over)  # type: ignore[arg-type]
    if not wrong:
        return _looked_wrong(run, names)
    gains = {name: getattr(run.setup.transmitter.modes, name).tail_gain_pct for name in names}
    fresh: dict[ModeName, float | None] = dict.fromkeys(names)
    usual = gains if all(_word(gain, None) != "out" for gain in gains.values()) else fresh
    return (
        _start("by_speed", "By head speed", spread_by_head_speed(usual)),
        _start("same", "The same everywhere", use_one_gain(usual)),
    )


def _looked_wrong(run: Readings, names: tuple[ModeName, ...]) -> tuple[Action, ...]:
    """A gain channel the other way round is one channel: it is turned once, for every mode."""
    looks = {name: _look(run, name) for name in names}
    wrong = [name for name in names if looks[name].word == "out"]
    seen = [name for name in names if looks[name].answer is not None]
    if wrong and wrong == seen and all(looks[name].answer != "flickers" for name in wrong):
        return (_other_way(seen),)
    return tuple(_flickers(name) for name in wrong)


def _start(key: str, words: str, to: dict[ModeName, float]) -> Action:
    said = ", ".join(
        f"{MODE_WORDS[name]} {value:+g} ({convert_to_one_channel(value):g})"
        for name, value in to.items()
    )
    return Action(
        key=f"start.{key}",
        text=f"{words}: set the tail gain to {said}.",
        expect="In brackets on the scale of 0 to 100. Then look at each mode again.",
        device="transmitter",
        changes=tuple(
            Change(f"transmitter.modes.{name}.tail_gain_pct", value) for name, value in to.items()
        ),
        keys=tuple(f"mode.{name}" for name in to),
    )


def _below(name: ModeName, ceiling: Ceiling) -> Action:
    start = ceiling.start or 0.0
    return Action(
        key=f"below.{name}",
        text=f"{MODE_WORDS[name]}: set the tail gain to {start:+.0f} "
        f"({convert_to_one_channel(round(start)):g} of 0 to 100).",
        expect="That is 0.85 of the gain at which this tail wags.",
        device="transmitter",
        changes=(Change(f"transmitter.modes.{name}.tail_gain_pct", float(round(start))),),
        keys=(f"mode.{name}",),
    )


def _other_way(names: list[ModeName]) -> Action:
    return Action(
        key="turn.gain",
        text="The gyro shows another mode than the figure means. Turn the gain channel round in "
        "the transmitter.",
        expect="It is one channel: every mode turns with it. Then look at each mode again.",
        device="transmitter",
        work=(Work("turn_gain_channel", 0),),
        keys=tuple(f"mode.{name}" for name in names),
    )


def _flickers(name: ModeName) -> Action:
    return Action(
        key=f"scale.{name}",
        text=f"{MODE_WORDS[name]}: the gyro takes the figure on another scale than it is written "
        "on. Find the figure at which it holds, and key that in.",
        expect="Then look at this mode again.",
        device="transmitter",
        keys=(f"mode.{name}",),
    )


def _summary(
    run: Readings,
    names: tuple[ModeName, ...],
    words: dict[ModeName, VerdictWord],
    ceilings: dict[ModeName, Ceiling | None],
) -> str:
    said = [found.why for name in names if (found := ceilings[name]) and found.why]
    if said:
        return said[0]
    if "out" in words.values():
        first = next(name for name in names if words[name] == "out")
        gain = getattr(run.setup.transmitter.modes, first).tail_gain_pct
        if gain is None:
            return f"No tail gain is set in {MODE_WORDS[first]}."
        if in_change_over(gain):
            return (
                f"{gain:+g} in {MODE_WORDS[first]} lies in the change-over: between 48 and 52 of "
                "the one-channel scale the gyro flickers between its modes."
            )
        return f"The gain of {MODE_WORDS[first]} is out of what a tail holds with."
    if "workable" in words.values():
        return "It flies; most tails end up between 60 and 80 of the scale of 0 to 100."
    return "Every mode holds with a usual gain; the last points are found in the air."


def _line(run: Readings, name: ModeName, ceiling: Ceiling | None) -> GainLine:
    gain = getattr(run.setup.transmitter.modes, name).tail_gain_pct
    known = ceiling if ceiling is not None and ceiling.amount is not None else None
    return GainLine(
        mode=name,
        signed=gain,
        one_channel=None if gain is None else convert_to_one_channel(gain),
        means="not set" if gain is None else MODE_MEANS[find_tail_mode(gain)],
        ceiling=None if known is None else convert_to_one_channel(known.amount or 0.0),
        start=None if known is None else convert_to_one_channel(known.start or 0.0),
        practice=practice_start(name),
    )


def _spares(run: Readings, key: str, path: str) -> bool:
    """A mode's gain rests on its own figure and on its head speed, as far as a tenth (F29). What
    was seen in the air was seen, whatever is changed after it."""
    if key.startswith("wag."):
        return True
    mode = key.removeprefix("mode.")
    if path.startswith("transmitter.modes."):
        if f".{mode}." not in path:
            return True
        if path.endswith(_SPEED):
            return not _speed_changed(run, key, path)
        if path.endswith(_GAIN):
            return _same_mode(run, key, path)
    return False


def _same_mode(run: Readings, key: str, path: str) -> bool:
    """Whether a gain that was keyed in since, by the pilot's own word, means what it meant: a few
    points, well away from the change-over, as after a flight."""
    if not run.held_since(NAME, key, path):
        return False
    then = read_setting(run.all(NAME, key)[-1].setup.as_document(), path)
    now = read_setting(run.setup.as_document(), path)
    if then is None or now is None or in_change_over(then) or in_change_over(now):
        return False
    return find_tail_mode(then) == find_tail_mode(now)


def _speed_changed(run: Readings, key: str, path: str) -> bool:
    entries = run.all(NAME, key)
    if not entries:
        return False
    then = read_setting(entries[-1].setup.as_document(), path)
    now = read_setting(run.setup.as_document(), path)
    if then is None or now is None:
        return then is not None
    return bool(abs(now - then) > SPEED_SHARE * then)


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    kind, _, name = ask.key.partition(".")
    if kind == "mode" and name in MODE_WORDS:
        gain = getattr(bench.setup.transmitter.modes, name).tail_gain_pct
        meant = _MEANT[None if gain is None else find_tail_mode(gain)]
        if bench.truth.tail.gain_turned:
            meant = {"holds": "rate", "rate": "holds"}.get(meant, meant)
        return meant or "flickers"
    if kind == "wag" and name in MODE_WORDS:
        seen = bench.wags_at(name)
        if seen is not None:
            return seen
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=NUMBER,
    part=11,
    title="Tail gain and mode",
    why="Too much gain wags, too little drifts; next to the change-over the gyro flickers.",
    settings_of=("model_memory",),
    spares=_spares,
    acts_as_read=True,
    cautions=(
        "Propulsion disabled while the flight-mode switch is moved.",
        "First flight after a change of gain: hover low, land at the first wag.",
    ),
    advise=_advise,
    simulate=_simulate,
)
