"""The trim flight: what was trimmed out hands off becomes the unit's own centre.

Common practice, no source: the cyclic gyros in rate mode at a middling gain, the tail in heading
hold, best in a flight mode kept for it; after landing the trim goes into the unit's centre and the
transmitter's trims go back to zero.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated

import numpy as np

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.model.chain import Chain, Sticks
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import MODE_WORDS, Mode, ModeName
from mint_lever.sources import MEMORY, fact

_GAIN_PCT: Annotated[tuple[float, float], fact("F30"), MEMORY] = (35.0, 65.0)
"""F30: about 50 of 100; how far round it is still middling is from memory."""
_FINEST_PCT = 0.1
_MOST_PCT: Annotated[float, MEMORY] = 20.0
"""More than this is no trim any more but something out of true."""
_CENTRE = "unit.centre_trim"


@dataclass(frozen=True)
class TrimObstacle:
    """Why a flight mode would not show the lean, with the setting that makes it so and the value
    it should have; None where the pilot has to say it first."""

    text: str
    path: str
    wanted: str | float | None


@dataclass(frozen=True)
class TrimMove:
    """What a trim flight comes to: ``changes`` write the new centre, from ``old`` to ``new``
    (percent of full servo throw, aileron and elevator; + is right and forward). ``suspect`` says
    why it should be looked at on the bench instead; empty where it need not be."""

    old: tuple[float, float]
    new: tuple[float, float]
    changes: tuple[Change, ...]
    suspect: str = ""


def list_obstacles(setup: Setup, name: ModeName) -> tuple[TrimObstacle, ...]:
    """Say what hides a lean in this flight mode: hold mode most of all. Empty where it shows."""
    mode: Mode | None = getattr(setup.transmitter.modes, name)
    where = f"transmitter.modes.{name}"
    if mode is None:
        return (TrimObstacle(f"There is no mode “{MODE_WORDS[name]}”.", where, None),)
    found = []
    gains = mode.cyclic_gains
    for axis in ("roll", "pitch"):
        at = f"{where}.cyclic_gains.{axis}"
        if gains is None:
            found.append(
                TrimObstacle(f"Nobody wrote down the {axis} gyro's mode.", f"{at}.mode", None)
            )
            continue
        gyro = getattr(gains, axis)
        if gyro.mode == "hold":
            found.append(
                TrimObstacle(
                    f"The {axis} gyro is in hold mode: it hides the lean.", f"{at}.mode", "rate"
                )
            )
        if not _GAIN_PCT[0] <= gyro.gain_pct <= _GAIN_PCT[1]:
            found.append(
                TrimObstacle(
                    f"The {axis} gyro's gain is {gyro.gain_pct:g}, not middling.",
                    f"{at}.gain_pct",
                    50.0,
                )
            )
    if mode.tail_gain_pct is not None and mode.tail_gain_pct < 0:
        found.append(
            TrimObstacle(
                "The tail is in rate mode: it wants to be held meanwhile.",
                f"{where}.tail_gain_pct",
                -mode.tail_gain_pct,
            )
        )
    return tuple(found)


def move_trim_into_centre(
    setup: Setup, aileron_pct: float, elevator_pct: float, name: ModeName = "normal"
) -> TrimMove:
    """Move trims as they were found in flight (percent of the channel, as the transmitter shows
    them) into the unit's centre.

    The swash then stands, sticks at rest and trims at zero, where it was flown, to a tenth of a
    percent. Raises InvalidRequest where the transmitter mixes, for then no unit has such a centre.
    """
    if setup.mixing_unit is None:
        allowed = "a helicopter whose unit does the mixing"
        raise InvalidRequest([Fault("arrangement", setup.arranged.words, allowed)])
    flown = _demand(setup, (aileron_pct, elevator_pct), name)
    still = _demand(setup, (0.0, 0.0), name)
    centre = setup.mixing_unit.centre_trim
    old = (centre.aileron_pct, centre.elevator_pct)
    moved = [
        round((was + 100.0 * (there - here)) / _FINEST_PCT) * _FINEST_PCT
        for was, there, here in zip(old, flown, still, strict=True)
    ]
    new = (round(moved[0], 6) + 0.0, round(moved[1], 6) + 0.0)
    functions = ("aileron", "elevator")
    return TrimMove(
        old=old,
        new=new,
        changes=tuple(
            Change(f"{_CENTRE}.{function}_pct", value)
            for function, before, value in zip(functions, old, new, strict=True)
            if value != before
        ),
        suspect=_suspect(new),
    )


def _demand(setup: Setup, trims: Sequence[float], name: ModeName) -> list[float]:
    """Aileron and elevator (shares of full servo throw) with the sticks at rest."""
    channels = setup.transmitter.channels
    trimmed = channels.model_copy(
        update={
            function: getattr(channels, function).model_copy(update={"trim_pct": trim})
            for function, trim in zip(("aileron", "elevator"), trims, strict=True)
        }
    )
    transmitter = setup.transmitter.model_copy(update={"channels": trimmed})
    chain = Chain(setup.model_copy(update={"transmitter": transmitter}))
    sticks = Sticks.at(0.0)
    demand = chain.signals(chain.shaped(sticks, name), name).demand
    return [float(each) for each in np.asarray(demand)[1:, 0]]


def _suspect(new: Sequence[float]) -> str:
    if max(map(abs, new)) <= _MOST_PCT:
        return ""
    return (
        "So much is no trim any more: look at the swash, the links and the centre of gravity "
        "before it goes into the unit."
    )
