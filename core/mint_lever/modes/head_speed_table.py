"""Every head speed a helicopter is flown at, side by side: load, head-room, pinions, safety."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np

from mint_lever.measure.throttle_headroom import GOOD_PCT, headroom_word
from mint_lever.measure.verdict import VerdictWord
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.drive_report import drive_report
from mint_lever.model.chain.load_cases import loads
from mint_lever.model.drive.drive_description import CAPACITY, LOADED, gear_of, machine_of
from mint_lever.model.drive.drive_machine import VOLTS, Machine
from mint_lever.model.drive.pinion_choice import (
    PinionRow,
    RotorLoad,
    most_omega,
    pinion_rows,
    suits,
)
from mint_lever.model.rotor.air import SEA_LEVEL_C, air_density
from mint_lever.model.rotor.main_rotor import BLADE_MASS, MAIN, MASS, main_rotor
from mint_lever.model.rotor.rotor_figures import RAD_S
from mint_lever.model.tail.tail_authority import tail_at_speed
from mint_lever.modes.hover_report import hover_report
from mint_lever.modes.hover_table import HoverRow, hover_table
from mint_lever.modes.mode_hover import ModeHover, find_hover
from mint_lever.setup.catalogue.missing_settings import missing
from mint_lever.setup.catalogue.setting_rows import name_path
from mint_lever.setup.parts.flight_modes import ModeName

_BESIDE = 3
"""How many teeth more and fewer the table of pinions goes."""
_LEAST_TEETH = 5


@dataclass(frozen=True, kw_only=True)
class HeldSpeed:
    """The highest head speeds (rpm) a pack still holds: at full collective with room to spare, at
    full collective to the last percent, and in hover. None is not known."""

    unloaded_rpm: float | None
    roomy_rpm: float | None
    most_rpm: float | None
    hover_rpm: float | None


@dataclass(frozen=True, kw_only=True)
class ModeSpeed:
    """One mode at its head speed (rpm). ``paper`` and ``drive`` are the contract's reports,
    ``hover`` what is used of them; ``word`` judges the head-room at full collective on a resting
    pack, None while it cannot be computed; ``shop_pct`` is the shop rule beside it;
    ``tail_share_pct`` what the described tail takes in hover, of the main rotor's power."""

    mode: ModeName
    rpm: float
    tail_rpm: float | None
    tail_share_pct: float | None
    hover: ModeHover
    paper: Mapping[str, Any]
    drive: Mapping[str, Any]
    word: VerdictWord | None
    shop_pct: float | None
    held: Mapping[str, HeldSpeed]
    pinions: tuple[PinionRow, ...]
    suits: int | None
    pinion_says: str
    table: tuple[HoverRow, ...]


@dataclass(frozen=True, kw_only=True)
class HeadSpeeds:
    """All of it; ``lacks`` are the settings that figures are missing for, path and name."""

    gear: float | None
    pinion: int | None
    modes: tuple[ModeSpeed, ...]
    lacks: tuple[tuple[str, str], ...]


def compare_head_speeds(chain: Chain, wanted_pct: float = GOOD_PCT) -> HeadSpeeds:
    """Work every mode's head speed out; a mode without one has none (sea level, 15 °C).

    ``wanted_pct`` is the head-room that pinions and roomy speeds are to leave at full collective.
    """
    duty = 1 - wanted_pct / 100
    setup = chain.setup
    speeds: dict[ModeName, float] = {}
    for name in setup.transmitter.modes.names():
        rpm = chain.mode(name).head_speed_rpm
        if rpm is not None and name != "hold":
            speeds[name] = rpm
    table = hover_table(chain, speeds)
    lacks = missing(setup, [*MAIN, MASS, BLADE_MASS, *LOADED, CAPACITY])
    return HeadSpeeds(
        gear=gear_of(setup),
        pinion=None if setup.drive is None else setup.drive.gear.pinion,
        modes=tuple(_mode(chain, name, rpm, table[name], duty) for name, rpm in speeds.items()),
        lacks=tuple((path, name_path(path)) for path in lacks),
    )


def _mode(
    chain: Chain, name: ModeName, rpm: float, table: list[HoverRow], duty: float
) -> ModeSpeed:
    setup = chain.setup
    drive = drive_report(chain, name, rpm)
    unloaded = drive["unloaded_rpm"]
    room = drive["packs"]["resting"]["headroom_full_pct"]
    machine, load = machine_of(setup), _load(chain, name, rpm)
    rows: tuple[PinionRow, ...] = ()
    fitted = None if setup.drive is None else setup.drive.gear.pinion
    if machine is not None and load is not None and fitted is not None:
        teeth = range(max(fitted - _BESIDE, _LEAST_TEETH), fitted + _BESIDE + 1)
        rows = tuple(pinion_rows(machine, fitted, teeth, load, duty))
    best = suits(rows, duty)
    tail = setup.airframe.tail
    ratio = None if tail is None else tail.turns_per_head_turn
    return ModeSpeed(
        mode=name,
        rpm=rpm,
        tail_rpm=None if ratio is None else rpm * ratio,
        tail_share_pct=_tail_share(chain, rpm),
        hover=find_hover(chain, name),
        paper=hover_report(chain, name, rpm, 0.0, SEA_LEVEL_C),
        drive=drive,
        word=None if machine is None or load is None else headroom_word(room),
        shop_pct=None if unloaded is None else 100 * (1 - rpm / unloaded),
        held=_held(machine, load, duty),
        pinions=rows,
        suits=None if best is None else best.teeth,
        pinion_says=pinion_advice(
            rows, fitted, None if best is None else best.teeth, round(100 * (1 - duty), 1)
        ),
        table=tuple(table),
    )


def _tail_share(chain: Chain, rpm: float) -> float | None:
    """The tail rotor's power in hover, percent of the main rotor's, as it is described."""
    at = tail_at_speed(chain.setup, rpm, air_density())
    pitch = at.hover_pitch_deg()
    needed = at.held(pitch).pitch_needed_deg
    if at.main is None or at.rotor is None or pitch is None or needed is None:
        return None
    return 100 * float(at.rotor.power_w(abs(needed)) / at.main.power_w(pitch))


def _load(chain: Chain, name: ModeName, rpm: float) -> RotorLoad | None:
    rotor = main_rotor(chain.setup, rpm, air_density())
    at = loads(chain, name, rotor)
    if rotor is None or at.hover_deg is None or at.computed_deg is None:
        return None
    return RotorLoad(
        rotor.omega, float(rotor.power_w(at.hover_deg)), float(rotor.power_w(at.computed_deg))
    )


def _held(machine: Machine | None, load: RotorLoad | None, duty: float) -> dict[str, HeldSpeed]:
    """What each pack holds, all packs at once."""
    if machine is None or load is None:
        return {
            pack: HeldSpeed(
                unloaded_rpm=None if machine is None else machine.unloaded_rpm(volt),
                roomy_rpm=None,
                most_rpm=None,
                hover_rpm=None,
            )
            for pack, volt in VOLTS.items()
        }
    volts = np.array(list(VOLTS.values()))
    duties = np.array([[duty], [1.0]])
    roomy, most = most_omega(machine, machine.gear, load, duties, volts) / RAD_S
    # Hover's power is counted as at one pitch, with the cube of the speed: a little too much above
    # the mode's own speed, where less pitch carries the weight. The safe side.
    hovering = RotorLoad(load.omega, load.hover_w, load.hover_w)
    hover = most_omega(machine, machine.gear, hovering, 1.0, volts) / RAD_S
    return {
        pack: HeldSpeed(
            unloaded_rpm=machine.unloaded_rpm(volt),
            roomy_rpm=float(roomy[i]),
            most_rpm=float(most[i]),
            hover_rpm=float(hover[i]),
        )
        for i, (pack, volt) in enumerate(VOLTS.items())
    }


def pinion_advice(
    rows: Sequence[PinionRow], fitted: int | None, suits: int | None, room_pct: float
) -> str:
    """Say what pinion to fit: larger, smaller or the one that is there; "" without a table.

    ``suits`` is the smallest of the rows that leaves ``room_pct`` percent, None where none does.
    """
    if not rows or fitted is None:
        return ""
    least = f"the smallest that leaves {room_pct:g} % at full collective"
    if suits == fitted:
        return f"The one that is fitted suits: {least}, so the motor runs coolest."
    if suits is not None and suits < fitted:
        return f"Smaller: {suits} teeth would suit as well: {least}, nearer to full throttle."
    if suits is not None:
        return f"Larger: {suits} teeth suit: {least}. The fitted one leaves less."
    ends = (rows[0], rows[-1])
    way = "larger" if ends[1].most_rpm > ends[0].most_rpm else "smaller"
    most = max(ends, key=lambda row: row.most_rpm)
    return (
        f"None of these leaves {room_pct:g} %. A {way} pinion comes nearest: {most.teeth} teeth "
        f"leave it at {most.most_rpm:.0f} rpm; or ask for less."
    )
