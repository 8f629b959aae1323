"""What the unit's own display was found to show of each function, written down as learned.

A straight line through what was read, against what the transmitter sent: shown = scale · sent +
offset (formulas §3.1; least squares). Swash and tail have the last word over its direction.
"""

from __future__ import annotations

from typing import Annotated

import numpy as np

from mint_lever.axes import FUNCTIONS, SENT, Function
from mint_lever.bench.engine.advice import Action
from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.model.chain.control_chain import chain_of
from mint_lever.model.chain.motion_directions import find_directions
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.modes.bench_mode import bench_mode
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.identity_key import remember
from mint_lever.setup.parts.unit_display import ShownFunction
from mint_lever.setup.setting_description import DIRECTION_SHOWN_AT
from mint_lever.sources import MEMORY

STICK = {"low": -100.0, "centre": 0.0, "high": 100.0}
_NEAR_SHARE = 0.015
_NEAR_PCT: Annotated[float, MEMORY] = 1.0
"""Nearer than this, whole percent of a display tell no other line."""
_BOUNDS_SHARE = (0.2, 5.0)
_BOUND_PCT = 50.0


def note_display(run: Readings) -> Action | None:
    """Write down what the unit shows of what is sent, where the setup says otherwise.

    Only of functions read at both ends; None where nothing is to be written. Once one is written,
    every one is: a percent between two functions would pass for a length.
    """
    unit = run.setup.mixing_unit
    assert unit is not None  # the step is there only where a unit mixes
    pairs = []
    for function in FUNCTIONS:
        written: ShownFunction = getattr(unit.display, function)
        found = _found(run, function, written)
        if found is not None:
            pairs.append((function, written, found))
    if not any(_is_other(written, found) for _, written, found in pairs):
        return None
    return _action(
        [
            Change(_path(function, name), getattr(found, name))
            for function, written, found in pairs
            for name in ("reversed", "scale", "offset_pct")
            if getattr(found, name) != getattr(written, name)
        ]
    )


def note_direction(run: Readings) -> Action | None:
    """Write down which way the unit works, where the model was seen to go with the stick and the
    chain goes against it: its display then shows another direction than it works by."""
    if run.setup.mixing_unit is None:
        return None
    now = find_directions(run.chain, bench_mode(run.setup))
    against = {"aileron": now.aileron, "elevator": now.elevator}
    changes = [
        Change(_path(name, "reversed"), not getattr(run.setup.mixing_unit.display, name).reversed)
        for name, way in against.items()
        if way < 0
    ]
    return _action(changes) if changes else None


def _action(changes: list[Change]) -> Action:
    return Action(
        key="note",
        text="Write down what the unit shows of what is sent.",
        expect="Path and predictions then go by it; nothing is touched.",
        device="unit",
        changes=tuple(changes),
        learned=True,
    )


def _is_other(written: ShownFunction, found: ShownFunction) -> bool:
    return (
        found.reversed != written.reversed
        or abs(found.scale - written.scale) > _NEAR_SHARE
        or abs(found.offset_pct - written.offset_pct) > _NEAR_PCT
    )


def _found(run: Readings, function: Function, written: ShownFunction) -> ShownFunction | None:
    sent, seen = [], []
    for end in STICK:
        for entry in run.counted("arrival", f"{function}.{end}"):
            sent.append(_sent(entry.setup, function, STICK[end]))
            seen.append(figure(entry))
    if min(sent, default=0.0) >= 0 or max(sent) <= 0:
        return None
    way = _way(run, function, sent, seen, written)
    if way is None:
        return None
    away = [s for s in sent if s]
    if all(s * f * way >= 0 for s, f in zip(sent, seen, strict=True)):
        scale, offset = np.polyfit(sent, seen, 1)
        scale *= way
    else:  # no signs were typed: the size alone tells
        sizes = [abs(f) for s, f in zip(sent, seen, strict=True) if s]
        scale, offset = float(np.dot(np.abs(away), sizes) / np.dot(away, away)), 0.0
    if not _BOUNDS_SHARE[0] <= scale <= _BOUNDS_SHARE[1] or abs(offset) > _BOUND_PCT:
        return None
    offset = 0.0 if abs(offset) <= _NEAR_PCT else round(float(offset), 1)
    return ShownFunction(reversed=way < 0, scale=round(float(scale), 3), offset_pct=offset)


def _way(
    run: Readings, function: Function, sent: list[float], seen: list[float], written: ShownFunction
) -> int | None:
    """1 where what is sent is taken as it is, −1 the other way round. None where figures of both
    signs stand on one side."""
    shown = 1 if not written.reversed else -1
    if run.done(DIRECTION_SHOWN_AT[function]):
        return shown
    signs = {np.sign(s * f) for s, f in zip(sent, seen, strict=True) if s and f}
    if len(signs) == 1:
        return int(signs.pop())
    return shown if all(f >= 0 for f in seen) or all(f <= 0 for f in seen) else None


@remember(4096)
def _sent(then: Setup, function: Function, stick_pct: float) -> float:
    """What the transmitter sent of a function (percent) as it was set when it was read."""
    chain, mode = chain_of(then), bench_mode(then)
    signals = chain.signals(chain.shaped(Sticks.at(**{function: stick_pct}), mode), mode)
    return float(signals.channel.limited_pct[SENT.index(function), 0])


def _path(function: str, name: str) -> str:
    return f"unit.display.{function}.{name}"
