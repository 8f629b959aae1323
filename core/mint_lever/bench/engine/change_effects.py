"""What was touched: settings by what the catalogue says of them, the metal by what was done.

Everything here ends in touches, from which the graph derives what is undone.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from sys import intern
from typing import Any, Literal

from mint_lever.bench.engine.dependency_graph import Touch
from mint_lever.setup.arrangement import ARRANGEMENTS, ArrangementName
from mint_lever.setup.catalogue.setting_rows import SettingRow, find_row, list_rows, name_path
from mint_lever.setup.document import Setup
from mint_lever.setup.identity_key import remember
from mint_lever.setup.parts.number_kinds import Part
from mint_lever.setup.plain_values import walk_values
from mint_lever.setup.setting_description import Device

Aspect = Literal[
    "power",
    "servo",
    "servo_direction",
    "swash_link",
    "level_links",
    "ball",
    "blade_link",
    "blade",
    "head",
    "unit_mount",
    "model_memory",
    "unit_memory",
    "channel_ends",
    "tail",
    "tail_servo",
    "tail_rod",
    "tail_case",
    "tail_blades",
    "head_speed",
    "drive",
    "gear",
    "controller",
    "pack",
    "receiver",
    "gauge",
]
"""Work by hand, as the log keeps it."""


@dataclass(frozen=True)
class Handwork:
    """What work by hand is called, the steps it touches, the device whose memory it empties.

    ``not_mixing``: what it touches besides where the unit does not mix.
    """

    words: str
    touches: tuple[Touch, ...] = ()
    empties: Device | None = None
    not_mixing: tuple[Touch, ...] = ()


def _metal(*steps: str) -> tuple[Touch, ...]:
    return tuple(Touch(step, "metal") for step in steps)


def _settings(*steps: str) -> tuple[Touch, ...]:
    return tuple(Touch(step, "settings") for step in steps)


def _alone(*steps: str) -> tuple[Touch, ...]:
    return tuple(Touch(step, "alone") for step in steps)


# The head speeds a mode asks for, and the tail's gain, hang on what turns the rotor.
_TARGETS = ("drive_data", "flight_modes", "tail_gain")
_GEAR = ("governor", *_TARGETS)
_CONTROLLER = (
    *_GEAR,
    "governor_place",
    "throttle",
    "controller_ends",
    "controller_card",
    "bec_voltage",
    "unit_throttle",
)
_UNIT_AND_DRIVE = ("unit_throttle", "governor_settings", "yaw_feed", "governor", "throttle_curves")
_SITS = ("unit_itself", "tail_mount")
HANDWORK: dict[Aspect, Handwork] = {
    "power": Handwork("the power", _metal("make_safe", "unit_still")),
    "servo": Handwork("a servo or its horn", _metal("horns")),
    "servo_direction": Handwork("the servos' leads", _settings("together")),
    "swash_link": Handwork("a swash link", _metal("level")),
    "level_links": Handwork("the swash links", _settings("level")),
    "ball": Handwork("a ball's place", _metal("cyclic_throw")),
    "blade_link": Handwork("a pitch link", _metal("zero_pitch")),
    "blade": Handwork("the blades", _metal("zero_pitch")),
    "head": Handwork("the rotor head", (*_metal("cyclic_throw"), *_alone("mechanical_look"))),
    "unit_mount": Handwork("how the unit sits", _metal(*_SITS, "corrections", "yaw_feed")),
    "model_memory": Handwork(
        "the transmitter's memory", _settings("model_memory"), empties="transmitter"
    ),
    # What the setup keeps of the tail says which step held it; the rest no setting stands for. A
    # unit that mixes only corrects: the stick's direction is the channel's.
    "unit_memory": Handwork(
        "the unit's memory",
        (*_settings(*_SITS), *_alone("tail_delay", "tail_gain", *_UNIT_AND_DRIVE)),
        empties="unit",
        not_mixing=_alone("tail_stick"),
    ),
    "channel_ends": Handwork(
        "end points, reversing or trims",
        (*_settings("arrival", "throttle"), *_alone("tail_square", "tail_stick", "tail_limits")),
    ),
    "gauge": Handwork("the gauge's zero", _settings("zero_pitch")),
    # All of it: what older logs kept of the tail, and what a crash leaves.
    "tail": Handwork("the tail's metal", _metal("tail_mechanics", "tail_horn", "tail_square")),
    "tail_servo": Handwork("the tail servo or its horn", _metal("tail_square")),
    "tail_rod": Handwork("the tail's push rod", _metal("tail_offset")),
    "tail_case": Handwork("the tail's belt or case", _metal("tail_mechanics")),
    "tail_blades": Handwork("the tail blades", _alone("tail_limits", "tail_gain")),
    "head_speed": Handwork("the head speed", _alone("tail_gain")),
    # All of it: what older logs kept of the drive.
    "drive": Handwork("motor, gear or speed controller", _alone(*_CONTROLLER)),
    "gear": Handwork("motor, pinion or gear", _alone(*_GEAR)),
    "controller": Handwork("the speed controller", _alone(*_CONTROLLER)),
    # The cut-off under load goes by the cells; it stands in the card.
    "pack": Handwork("the cell count", _alone(*_TARGETS, "controller_card")),
    # Another receiver may send another frame, on other plugs, and goes elsewhere when the signal is
    # lost; what the transmitter and the unit hold stands.
    "receiver": Handwork(
        "the receiver",
        (
            *_alone("servo_basics", "throttle", "unit_throttle", "tail_servo"),
            *_settings("arrival"),
        ),
        not_mixing=_alone("together"),
    ),
}

# What a pilot says was touched, as what it touches. Common practice, no source.
WORKED_ON: dict[str, tuple[Aspect, ...]] = {
    "servo or horn replaced, spline moved": ("servo",),
    "pitch link turned or replaced": ("blade_link",),
    "blades changed": ("blade",),
    # After a crash or a rebuilt head nobody knows that the geometry is what it was, so the cyclic
    # is measured again as well (F27).
    "crash": ("blade_link", "head"),
    "head, grip or feathering shaft rebuilt": ("blade_link", "head"),
    "swash link or swash replaced": ("swash_link",),
    "ball moved on a horn or ring": ("ball",),
    "ball moved, links changed to suit": ("ball", "level_links"),
    "tail servo or its horn": ("tail_servo",),
    "tail push rod": ("tail_rod",),
    "tail belt or tail case opened": ("tail_case",),
    "tail blades changed": ("tail_blades",),
    "head speed changed by more than a tenth": ("head_speed",),
    "motor, pinion or gear changed": ("gear",),
    "speed controller changed or reset": ("controller",),
    "pack with another cell count": ("pack",),
    "unit remounted or turned": ("unit_mount",),
    "unit reset to its delivered settings": ("unit_memory",),
    "transmitter changed or model memory reset": ("model_memory",),
    "receiver changed or bound anew": ("receiver",),
    "end points, reversing or trims touched": ("channel_ends",),
    "powered up again": ("power",),
}


def handwork(aspect: Aspect) -> Handwork:
    """Give what work by hand is called and touches. A log of another version may name work that is
    called otherwise today: nobody knows what it touched, so it counts as a servo's."""
    return HANDWORK.get(aspect) or HANDWORK["servo"]


@lru_cache(maxsize=256)
def touches_of_work(aspect: Aspect, arrangement: ArrangementName) -> tuple[Touch, ...]:
    """Give what work by hand touches. What a memory held, it held in this arrangement."""
    done, arranged = handwork(aspect), ARRANGEMENTS[arrangement]
    held: list[Touch] = [] if arranged.unit_mixes else [*done.not_mixing]
    if done.empties is not None:
        for row in list_rows():
            if row.device == done.empties and row.in_play(arranged):
                # A direction that arrival shows is put right there, before the model shows it.
                shown_there = row.about.turns and row.about.steps
                held += _touches(row, row.about.steps if shown_there else row.emptied)
    return tuple(dict.fromkeys((*done.touches, *held)))


@lru_cache(maxsize=8192)
def touches_of(path: str, arrangement: ArrangementName) -> tuple[Touch, ...]:
    """Give what a change of one setting touches; nothing for what only records, and for what does
    nothing in this arrangement."""
    turned = path.endswith(_WAY)
    row = find_row(path.removesuffix(_WAY))
    if row is None or row.about.record or not row.in_play(ARRANGEMENTS[arrangement]):
        return ()
    if turned and row.about.sign_step is not None:
        return (Touch(row.about.sign_step),)
    return _touches(row, row.steps)


def _touches(row: SettingRow, steps: tuple[str, ...]) -> tuple[Touch, ...]:
    if row.about.record:
        return ()
    what: Literal["metal", "settings", "alone"] = "metal" if row.metal else "settings"
    return tuple(Touch(step, "alone" if step in row.lone else what) for step in steps)


@lru_cache(maxsize=2048)
def words_of(path: str) -> str:
    """What a changed setting is called."""
    return name_path(path.removesuffix(_WAY))


def touched_by_difference(before: Setup, after: Setup) -> set[Touch]:
    """Give everything in which two setups differ, as what it touches."""
    arrangement = after.arrangement
    return {t for path in changed_paths(before, after) for t in touches_of(path, arrangement)}


@remember(2048)
def changed_paths(before: Setup, after: Setup) -> frozenset[str]:
    """Give the path of every setting in which two setups differ; kept for setups asked about
    again."""
    changed: set[str] = set()
    for name, old in before:
        new = getattr(after, name)
        # Setups at hand share their equal parts, so this is all there is to most of them.
        if old is not new:
            changed |= differing(_settings_of(name, old), _settings_of(name, new))
    return frozenset(changed)


@remember(32)
def list_values(setup: Setup) -> Mapping[str, Any]:
    """Give every setting of a setup by its path; kept for setups asked about again."""
    return {path: value for name, held in setup for path, value in _settings_of(name, held).items()}


def differing(old: Mapping[str, Any], new: Mapping[str, Any]) -> set[str]:
    """Give the paths whose values differ, or that only one side has."""
    if old is new:
        return set()
    return {path for path, _ in old.items() ^ new.items()}


_WAY = ".way"


def _settings_of(name: str, held: Any) -> Mapping[str, Any]:
    """The settings in what a setup holds under a name; one whose sign is a setting of its own is
    two: how far, and (``.way``) which way round."""
    if isinstance(held, Part):
        return _settings_in(name, held)
    return {} if held is None else {name: held}


@remember(512)
def _settings_in(name: str, part: Part) -> dict[str, Any]:
    plain = part.model_dump(mode="json", exclude_none=True)
    # The same few hundred paths, over and over: one of each in memory is enough.
    every = {intern(path): value for path, value in walk_values(plain, name)}
    for row in _signed():
        if row.path in every:
            every[f"{row.path}{_WAY}"] = every[row.path] < 0
            every[row.path] = abs(every[row.path])
    return every


@lru_cache(maxsize=1)
def _signed() -> tuple[SettingRow, ...]:
    return tuple(row for row in list_rows() if row.about.sign_step is not None)
