"""Rules about what the transmitter sends and how it arrives."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import numpy as np

from mint_lever.audit.finding import Audited, Finding, percent
from mint_lever.audit.rule import rule
from mint_lever.axes import FUNCTIONS, SENT, Function
from mint_lever.model.chain.control_chain import Chain, build_chain
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.transmitter.channel_pulses import ChannelStages
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import ModeName
from mint_lever.setup.parts.transmitter import FreeMix

_LOW_RATE_PCT = 60.0
_SWASH = ("collective", "aileron", "elevator")


@rule(110)
def double_mixing(at: Audited) -> Iterator[Finding]:
    """Mixing happens in exactly one device. Common practice, no source."""
    if at.setup.mixing_unit is None:
        return
    why = "Mixed twice, every servo gets all three functions twice over and none goes straight."
    if at.setup.transmitter.swash_mix is not None:
        yield Finding(
            severity="fault",
            path="transmitter.swash_mix",
            found="a swash mix in the transmitter, and a unit that mixes",
            why=why,
            fix="Set the transmitter to its plainest swash type and take its swash mix out.",
            device="transmitter",
            rests_on="the arrangement",
            changes=(
                Change("transmitter.swash_mix", None),
                Change("transmitter.servo_channels", None),
            ),
        )
    for i, mix in enumerate(at.setup.transmitter.free_mixes):
        if mix.master in _SWASH and mix.slave in _SWASH and (mix.low_pct or mix.high_pct):
            yield Finding(
                severity="fault",
                path=f"transmitter.free_mixes.{i}",
                found=f"a free mix from {mix.master} to {mix.slave}, and a unit that mixes",
                why="The unit reads it as the stick being moved, and holds against nothing.",
                fix="Take the mix out; level the swash with the unit's own trims.",
                device="transmitter",
                rests_on="the arrangement",
                changes=tuple(
                    Change(f"transmitter.free_mixes.{i}.{side}_pct", 0.0)
                    for side in ("low", "high")
                ),
            )


@rule(120)
def sub_trim_on_a_unit_function(at: Audited) -> Iterator[Finding]:
    """A sub-trim on a function a unit reads is a held stick. Common practice, no source."""
    yield from _held_stick(at, "subtrim_pct", "sub-trim")


@rule(130)
def trim_on_a_unit_function(at: Audited) -> Iterator[Finding]:
    """A trim lever off its middle likewise. Common practice, no source."""
    yield from _held_stick(at, "trim_pct", "trim")


def _held_stick(at: Audited, key: str, name: str) -> Iterator[Finding]:
    """What a unit reads as a held stick; the rudder has a gyro behind it in every arrangement."""
    for function in _used(at):
        value = getattr(getattr(at.setup.transmitter.channels, function), key)
        if value:
            path = f"transmitter.channels.{function}.{key}"
            instead = "move the horn a tooth, or turn the push rod"
            yield Finding(
                severity="fault",
                path=path,
                found=f"{function} {name} {percent(value)}",
                why="It is read as a stick that is held over: the model turns all by itself.",
                fix=f"Set the {function} {name} to 0; "
                + (f"{instead}." if function == "rudder" else "trim in the unit."),
                device="transmitter",
                rests_on="the arrangement",
                changes=(Change(path, 0.0),),
            )


@rule(170)
def mix_past_a_limit(at: Audited) -> Iterator[Finding]:
    """A free mix that drives a channel past its limit leaves the stick's last part dead: every
    corner of the sticks is tried with the mix and without it. Exact arithmetic."""
    mixes = at.setup.transmitter.free_mixes
    for i, mix in enumerate(mixes):
        without = [other for n, other in enumerate(mixes) if n != i]
        driven = _driven(at, mix.modes, without)
        if driven is not None:
            yield Finding(
                severity="fault",
                path=f"transmitter.free_mixes.{i}",
                found=f"a free mix from {mix.master} to {mix.slave}: {driven}",
                why="The channel stops at its limit: there the sticks do nothing any more.",
                fix="Take less mix or less travel: the corners of the sticks are to arrive.",
                device="transmitter",
                rests_on="exact arithmetic",
            )


_THREE = [-100.0, 0.0, 100.0]
_ENDS = np.array(np.meshgrid(*[_THREE] * len(FUNCTIONS))).reshape(len(FUNCTIONS), -1)


def _driven(at: Audited, modes: Sequence[ModeName], without: list[FreeMix]) -> str | None:
    """What is asked of a channel that is held at its limit, and is not so with the mixes
    ``without``; None where none is."""
    sticks, here = Sticks.at(*_ENDS), at.setup.transmitter.modes.names()
    for mode in (name for name in modes if name in here):
        mixed = _sent(at, at.chain, sticks, mode)
        if not any(stages.limit_acts[row].any() for _, stages, row in mixed):
            continue
        before = _sent(at, _with_mixes(at.setup, without), sticks, mode)
        for (name, stages, row), (_, other, _) in zip(mixed, before, strict=True):
            asked = float(np.abs(stages.trimmed_pct[row]).max())
            more = asked > float(np.abs(other.trimmed_pct[row]).max()) + 1e-9
            if more and stages.limit_acts[row].any():
                stops = float(np.abs(stages.limited_pct[row]).max())
                return f"{name} would go to {percent(asked)} and stops at {percent(stops)}"
    return None


def _with_mixes(setup: Setup, mixes: list[FreeMix]) -> Chain:
    transmitter = setup.transmitter.model_copy(update={"free_mixes": mixes})
    return build_chain(setup.model_copy(update={"transmitter": transmitter}))


def _sent(
    at: Audited, chain: Chain, sticks: Sticks, mode: ModeName
) -> list[tuple[str, ChannelStages, int]]:
    """Every channel that is sent, by name, with its row of the stages."""
    run = chain.signals(chain.shaped(sticks, mode), mode)
    sent = [(name, run.channel, SENT.index(name)) for name in (*_used(at), "throttle")]
    if run.servo_channel is not None:
        servos = len(at.setup.airframe.servos)
        sent += [(f"servo {i + 1}", run.servo_channel, i) for i in range(servos)]
    return sent


@rule(160)
def limits_below_travel(at: Audited) -> Iterator[Finding]:
    """A limit inside the travel cuts the stick off (F3, common practice, no source)."""
    transmitter = at.setup.transmitter
    named = [
        (f"channels.{n}", n, getattr(transmitter.channels, n)) for n in (*_used(at), "throttle")
    ]
    if at.setup.mixing_unit is None:
        named += [
            (f"servo_channels.{i}", f"servo {i + 1}", channel)
            for i, channel in enumerate(transmitter.servo_channels or [])
        ]
    for place, name, channel in named:
        for side in ("low", "high"):
            travel = getattr(channel, f"travel_{side}_pct")
            limit = getattr(channel, f"limit_{side}_pct")
            if limit < travel:
                path = f"transmitter.{place}.limit_{side}_pct"
                yield Finding(
                    severity="fault",
                    path=path,
                    found=f"{name}: limit {percent(limit)} inside a travel of {percent(travel)}",
                    why="The last part of the stick does nothing on that side.",
                    fix=f"Open the {name} limit to at least {percent(travel)}.",
                    device="transmitter",
                    rests_on="the channel's own figures",
                )


def _used(at: Audited) -> tuple[Function, ...]:
    return FUNCTIONS if at.setup.mixing_unit is not None else ("rudder",)
