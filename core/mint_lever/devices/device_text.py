"""What to set, in the words and on the scale of the devices that hold it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from mint_lever.devices.device_profile import DeviceProfile, find_mode
from mint_lever.devices.device_scale import DeviceFigure, show_on_device
from mint_lever.faults import InvalidSetup
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import Change, Setup, apply_changes, read_setup
from mint_lever.setup.catalogue.setting_rows import find_row
from mint_lever.setup.parts.flight_modes import MODES, ModeName


@dataclass(frozen=True)
class OnDevice:
    """One setting as its device shows it once it is set.

    ``ours`` is our name of it. ``text`` is what then stands on the display, ``unit`` beside it.
    ``rounded``: the device cannot hold what was wanted; ``kept`` is then what the setup means by
    the nearest, and ``cost_deg`` how far that leaves a blade off at most, None where it does not
    reach the blades or nobody can tell. ``own``: the words or the scale are the device's.
    ``figure``: it is a number.
    """

    device: str
    path: str
    ours: str
    called: str
    menu: str
    text: str
    unit: str
    rounded: bool
    kept: float | None
    cost_deg: float | None
    own: bool
    figure: bool


def write_on_devices(
    profiles: Sequence[DeviceProfile],
    setup: Setup,
    changes: Sequence[Change],
    mode: ModeName = "normal",
) -> tuple[OnDevice, ...]:
    """Say changes of a setup as the devices show them, in the order of each device's own work.

    Settings that no device's profile speaks of are left out.
    """
    found = [
        (n, shown.order, change, profile, shown)
        for change in _single(changes)
        for n, profile in enumerate(profiles)
        if (shown := _shown(profile, change)) is not None
    ]
    return tuple(
        OnDevice(
            device=profile.name,
            path=change.path,
            ours=_ours(change.path),
            called=shown.called,
            menu=shown.menu,
            text=shown.text,
            unit=shown.unit,
            rounded=shown.rounded,
            kept=shown.kept if shown.rounded else None,
            cost_deg=_cost(setup, change, shown, mode),
            own=shown.own,
            figure=shown.held is not None,
        )
        for *_, change, profile, shown in sorted(found, key=lambda each: each[:2])
    )


def round_to_devices(
    profiles: Sequence[DeviceProfile], changes: Sequence[Change]
) -> tuple[Change, ...]:
    """Give changes with every figure as the device that holds it can hold it.

    A figure is left as it is where the device's nearest is none the setup document takes: then the
    profile says something of the device that cannot be so.
    """
    return tuple(_held(profiles, change) for change in changes)


def _ours(path: str) -> str:
    row = find_row(path)
    return path if row is None else row.name(path)


def _cost(setup: Setup, change: Change, shown: DeviceFigure, mode: ModeName) -> float | None:
    if not shown.rounded:
        return None
    # A flight mode's own setting does something in that mode alone.
    mode = next((name for name in MODES if name == find_mode(change.path)), mode)
    try:
        cost = cost_deg(setup, [change], [Change(change.path, shown.kept)], mode)
    except InvalidSetup:
        return None
    return cost or None


def _single(changes: Sequence[Change]) -> Iterator[Change]:
    """Take lists (a curve's points) apart: a device shows each figure by itself."""
    for change in changes:
        if isinstance(change.value, list | tuple):
            yield from (Change(f"{change.path}.{i}", each) for i, each in enumerate(change.value))
        else:
            yield change


def _shown(profile: DeviceProfile, change: Change) -> DeviceFigure | None:
    if isinstance(change.value, dict):
        return None
    return show_on_device(profile, change.path, change.value)


def _held(profiles: Sequence[DeviceProfile], change: Change) -> Change:
    if isinstance(change.value, list | tuple):
        parts = [_held(profiles, each) for each in _single([change])]
        return Change(change.path, [part.value for part in parts])
    shown = next((s for p in profiles if (s := _shown(p, change)) is not None), None)
    if shown is None or not shown.rounded or not _allowed(change.path, shown.kept):
        return change
    return Change(change.path, shown.kept)


def _allowed(path: str, value: float) -> bool:
    row = find_row(path)
    if row is None:
        return False
    low = row.least is None or value >= row.least
    return low and (row.most is None or value <= row.most)


_COLLECTIVE = np.linspace(-100.0, 100.0, 101)
_CYCLIC = np.linspace(-100.0, 100.0, 17)
_STICKS = Sticks.at(
    aileron=np.concatenate([0 * _COLLECTIVE, _CYCLIC, 0 * _CYCLIC]),
    elevator=np.concatenate([0 * _COLLECTIVE, 0 * _CYCLIC, _CYCLIC]),
    collective=np.concatenate([_COLLECTIVE, 0 * _CYCLIC, 0 * _CYCLIC]),
)
"""All along each stick, the others centred: a curve's point may lie anywhere."""


def cost_deg(
    setup: Setup, wanted: Sequence[Change], held: Sequence[Change], mode: ModeName = "normal"
) -> float | None:
    """Give how far (deg) any blade stands from where it was wanted, at most, anywhere along the
    collective, the aileron or the elevator stick with the others centred; None where the swash does
    not get there, so that nobody can tell.

    Raises InvalidSetup where what is wanted, or held, is no setup.
    """
    pitches = []
    for changes in (wanted, held):
        chain = build_chain(read_setup(apply_changes(setup.as_document(), changes)))
        found = evaluate_pose(chain, _STICKS, mode=mode)
        if not found.reachable.all():
            return None
        pitches.append(found.pitch_deg)
    return float(np.abs(pitches[0] - pitches[1]).max())
