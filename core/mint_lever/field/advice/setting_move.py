"""From a remedy to a figure: which setting, from what, to what."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Any, Literal

import numpy as np

from mint_lever.bench.engine.change_effects import list_values
from mint_lever.bench.engine.readings import Readings
from mint_lever.devices import DeviceProfile, round_to_devices
from mint_lever.field.advice.flight_evidence import (
    headroom,
    phase_is_clean,
    phase_to_set,
    tail_gain_ends,
)
from mint_lever.field.flights.log_evidence import LogEvidence
from mint_lever.field.flights.observation import Observation
from mint_lever.field.symptoms.symptom import Amount, Remedy
from mint_lever.model.tail.gain_scales import CHANGE_OVER
from mint_lever.model.tail.slider_limits import just_clear
from mint_lever.setup.catalogue.setting_rows import SettingRow, find_row
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import Mode, ModeName
from mint_lever.sources import MEMORY

_CURVE = ".pitch_curve"
_TAIL_GAIN = ".tail_gain_pct"
_PHASE = "unit.phase_deg"
_GOVERNOR, _GOVERNOR_GAIN = "drive.governor.", "drive.governor.gain"


@dataclass(frozen=True)
class Move:
    """A setting with its value and the next one; ``way`` is 1 where that is more, −1 where less.

    ``stopped`` says why there is no next one: ``unknown`` where nobody wrote the present
    value down, ``end`` where the setting, or what is known of the metal, ends there.
    """

    path: str
    old: Any
    new: Any
    way: int
    stopped: Literal["", "unknown", "end"] = ""


def path_of(remedy: Remedy, seen: Observation) -> str:
    """The path of the setting a remedy moves, for what was seen."""
    side = seen.toward if seen.toward in ("left", "right") else ""
    return remedy.path.format(
        mode=seen.mode, side=side, axis=seen.axis or "", function=seen.function
    )


def find_figure_row(path: str) -> SettingRow | None:
    """What is known of a setting; of a curve, what is of its points."""
    return find_row(f"{path}.0") if path.endswith(_CURVE) else find_row(path)


def move_of(
    run: Readings, remedy: Remedy, seen: Observation, log: LogEvidence | None = None
) -> Move | None:
    """Give the next figure of a remedy's setting, as the devices can hold it; None where this
    helicopter has no such setting, or where what is known of it says that it is not the one."""
    path, setup = path_of(remedy, seen), run.setup
    row = find_figure_row(path)
    if row is None or not row.in_play(setup.arranged, setup.unit is not None):
        return None
    if not _described(setup, path) or _cannot_help(run, remedy, seen, log):
        return None
    if path.endswith(_CURVE):
        return _curve(setup, remedy, seen, path)
    old = list_values(setup).get(path)
    way = _way(setup, remedy, seen)
    if old is None:
        return Move(path, None, None, way, "unknown")
    new = _next(float(old), remedy, row, way)
    if path == _PHASE:
        measured = phase_to_set(run)
        if measured is None and remedy.of == "measured":
            return None
        new = new if measured is None else measured
    new = _inside(run, remedy, seen, row, float(old), new)
    new = _held(run.devices, path, row, float(old), new)
    if new == old:
        return Move(path, old, old, way, "end")
    return Move(path, old, new, 1 if new > old else -1)


def _described(setup: Setup, path: str) -> bool:
    """Whether the parts a setting stands in are there: a drive nobody described has no governor,
    and one that has none has no gain of one."""
    if path.startswith(_GOVERNOR) and (setup.drive is None or setup.drive.governor.place == "none"):
        return False
    part: Any = setup
    for name in path.split(".")[:-1]:
        part = getattr(part, name, None)
        if part is None:
            return name == "cyclic_gains" or name in ("roll", "pitch")
    return True


def _way(setup: Setup, remedy: Remedy, seen: Observation) -> int:
    """1 for more of what the remedy counts by."""
    if remedy.of == "against":
        return -seen.sign * remedy.way
    if remedy.of == "by torque":
        clockwise = setup.airframe.head.rotation == "clockwise"
        # A rotor that turns clockwise pushes the nose left.
        with_torque = seen.sign == (-1 if clockwise else 1)
        return remedy.way if with_torque else -remedy.way
    return remedy.way


def _next(old: float, remedy: Remedy, row: SettingRow, way: int) -> float:
    by = _by(remedy.by, abs(old), row)
    if remedy.of in ("size", "by torque"):
        # Its sign is another matter: the size alone is moved, and never through nothing.
        sign = -1.0 if old < 0 else 1.0
        return sign * max(abs(old) + way * by, 0.0)
    return old + way * by


def _by(amount: Amount, size: float, row: SettingRow) -> float:
    if amount.share:
        steps = max(round(amount.share * size / row.nudge), 1)
        return steps * row.nudge
    scales = [scale for scale in row.about.scales if scale.words == amount.on]
    return amount.points / abs(scales[0].factor) if scales else amount.points


def _cannot_help(run: Readings, remedy: Remedy, seen: Observation, log: LogEvidence | None) -> bool:
    """A governor that asks for more than the drive has is not helped by asking harder, nor a phase
    that was measured and is clean by turning it."""
    if remedy.path == _PHASE:
        return phase_is_clean(run)
    harder = remedy.path == _GOVERNOR_GAIN and remedy.way > 0
    spent = log is not None and log.at_its_end
    return harder and (spent or headroom(run, seen.mode) == "out")


def _inside(
    run: Readings, remedy: Remedy, seen: Observation, row: SettingRow, old: float, new: float
) -> float:
    """The figure within what the setting and the metal allow; the old one where nothing is left."""
    least, most = row.least, row.most
    if least is not None:
        new = max(new, least)
    if most is not None:
        new = min(new, most)
    if remedy.path.endswith(_TAIL_GAIN):
        return _tail_gain(run, seen, old, new)
    if remedy.path.startswith("unit.tail.limit_"):
        return _clear(run.setup, seen, old, new)
    if row.above and least is not None and new <= least:
        return old
    return new


def _tail_gain(run: Readings, seen: Observation, old: float, new: float) -> float:
    """Never so low that it is no heading hold for sure, nor up to where it is known to wag; and
    where it stands above that, down to where it is to begin."""
    size, ends = abs(new), tail_gain_ends(run, seen.mode)
    if ends is not None:
        most, start = ends
        if size < abs(old):
            size = start if abs(old) > most else size
        else:
            size = max(min(size, most), abs(old))
    sign = -1.0 if old < 0 else 1.0
    return old if size < CHANGE_OVER else sign * size


def _clear(setup: Setup, seen: Observation, old: float, new: float) -> float:
    """A tail limit goes no further than just short of the slider's contact."""
    tail = setup.airframe.tail
    if tail is None or seen.toward not in ("left", "right"):
        return old
    clear = just_clear(tail, setup.tail_box, seen.toward).percent
    if clear is None:
        return old
    return max(old, min(new, clear))


def _held(
    devices: Sequence[DeviceProfile], path: str, row: SettingRow, old: float, new: float
) -> float:
    """What the device can hold of it: at least one step of its own, where there is one that way."""
    if new == old:
        return old
    value = float(round_to_devices(devices, (Change(path, new),))[0].value)
    return value if (value - old) * (new - old) > 0 else old


def _curve(setup: Setup, remedy: Remedy, seen: Observation, path: str) -> Move | None:
    mode = getattr(setup.transmitter.modes, seen.mode)
    if mode is None:
        return None
    factor = 1.0 + remedy.way * remedy.by.share
    old = list(mode.pitch_curve)
    new = flatter_round_hover(setup, seen.mode, factor)
    return Move(path, old, new, remedy.way, "end" if new == old else "")


_REACH_PCT: Annotated[float, MEMORY] = 30.0
"""How far from the hover's stick points are moved; from memory: a hover is flown within that."""
_MIDDLE_PCT = 50.0


def flatter_round_hover(setup: Setup, name: ModeName, factor: float) -> list[float]:
    """Give a mode's pitch curve (percent a point) with its slope round the hover times ``factor``.

    The stick the hover was flown at keeps its pitch, and so do both ends. Never falls where it did
    not fall before: where a point would, the curve is given as it is.
    """
    mode: Mode = getattr(setup.transmitter.modes, name)
    values = np.array(mode.pitch_curve)
    at = np.array(mode.pitch_curve_at or np.linspace(0.0, 100.0, len(values)))
    hover = _hover_stick(setup, name)
    level = float(np.interp(hover, at, values))
    inner = (np.abs(at - hover) <= _REACH_PCT) & (at > 0.0) & (at < 100.0)
    moved = np.where(inner, level + (values - level) * factor, values)
    moved = np.round(np.clip(moved, 0.0, 100.0), 1)
    falls = (np.diff(moved) < 0) & (np.diff(values) >= 0)
    return [float(v) for v in (values if falls.any() else moved)]


def _hover_stick(setup: Setup, name: ModeName) -> float:
    hover = setup.flown.hover if setup.flown is not None else None
    return hover.stick_pct if hover is not None and hover.mode == name else _MIDDLE_PCT
