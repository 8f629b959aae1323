"""A setting on the scale of the device that holds it, and the nearest figure it can hold."""

from __future__ import annotations

from dataclasses import dataclass
from math import inf
from typing import Any

from mint_lever.devices.device_profile import DeviceProfile, DeviceSetting, in_every_mode
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.setup.catalogue.setting_rows import find_pattern

_EXPO = (".expo_pct", ".expo_low_pct")
_SAME = 1e-9


@dataclass(frozen=True)
class DeviceFigure:
    """A value as a device shows it.

    ``order`` is the setting's place in the device's own work, from 0. ``exact`` is the value on the
    device's scale (None for a choice), ``held`` the nearest it can hold, ``kept`` what the setup
    document then means by it. ``text`` is what stands on the display, without the unit. ``own``:
    the device has a word or a scale of its own here, or cannot hold the figure.
    """

    called: str
    menu: str
    order: int
    unit: str
    exact: float | None
    held: float | None
    kept: Any
    text: str
    own: bool

    @property
    def rounded(self) -> bool:
        """Whether the device cannot hold the value as it is wanted."""
        return self.held is not None and abs(self.held - (self.exact or 0.0)) > _SAME


def show_on_device(profile: DeviceProfile, path: str, value: Any) -> DeviceFigure | None:
    """Show a document's value at a path (entries by number); None where the profile says nothing of
    it, or where there is no value to show."""
    found = _setting(profile, path)
    if found is None or value is None:
        return None
    order, setting = found
    if isinstance(value, bool | str):
        ours = {_key(known): label for known, label in setting.row.words}
        key = _key(value)
        word = ours.get(key, str(value))
        text = setting.words.get(key) or word
        own = _called_otherwise(setting) or text != word
        return DeviceFigure(setting.called, setting.menu, order, "", None, None, value, text, own)
    factor, zero = _scale(profile, setting, path)
    signed = zero + factor * float(value)
    exact = abs(signed) if setting.amount else signed
    held = _nearest(setting, exact)
    back = held if not setting.amount or signed >= 0 else -held
    # On a scale of its own, our unit would be a wrong one.
    unit = setting.unit or (
        setting.row.unit if (abs(setting.factor), setting.zero) == (1.0, 0.0) else ""
    )
    return DeviceFigure(
        setting.called,
        setting.menu,
        order,
        unit,
        exact,
        held,
        round((back - zero) / factor, 9),
        f"{held:.10g}",
        _called_otherwise(setting)
        or (factor, zero, setting.amount) != (1.0, 0.0, False)
        or abs(held - exact) > _SAME,
    )


def read_device_figure(profile: DeviceProfile, path: str, figure: float, now: float = 0.0) -> float:
    """Give what the document keeps for a figure on the device's display.

    An amount shows no sign: it keeps the side on which the document's value stands ``now``. Raises
    InvalidRequest for a setting that the profile says nothing of, and for a figure the device
    cannot show.
    """
    found = _setting(profile, path)
    if found is None:
        raise InvalidRequest([Fault("path", path, "a setting that the device profile has")])
    _, setting = found
    low, high = setting.low, setting.high
    if setting.amount:
        low = max(low or 0.0, 0.0)
    if (low is not None and figure < low) or (high is not None and figure > high):
        allowed = " to ".join("…" if end is None else f"{end:g}" for end in (low, high))
        raise InvalidRequest([Fault(path, f"{figure:g}", f"{allowed}, as the device has it")])
    near = _nearest(setting, figure)
    if abs(near - figure) > _SAME:
        allowed = f"its steps of {setting.step:g}, {near:g} for one"
        raise InvalidRequest([Fault(path, f"{figure:g}", allowed)])
    factor, zero = _scale(profile, setting, path)
    side = -1.0 if setting.amount and zero + factor * now < 0 else 1.0
    return round((side * figure - zero) / factor, 9)


def _setting(profile: DeviceProfile, path: str) -> tuple[int, DeviceSetting] | None:
    """The profile's own words for one entry of a list come before those for all of them."""
    known = profile.by_path
    pattern = find_pattern(path)
    names = (path, pattern, in_every_mode(path), in_every_mode(pattern))
    return next((known[name] for name in names if name in known), None)


def _scale(profile: DeviceProfile, setting: DeviceSetting, path: str) -> tuple[float, float]:
    """Factor and zero; the document's expo is softer with plus, and a device may mean minus."""
    turned = profile.expo_softer == "minus" and path.endswith(_EXPO)
    return (-setting.factor if turned else setting.factor), setting.zero


def _nearest(setting: DeviceSetting, exact: float) -> float:
    """The nearest figure the device can hold: whole steps from its low end, or from nothing where
    it has none, within its range."""
    low = -inf if setting.low is None else setting.low
    high = inf if setting.high is None else setting.high
    held = min(max(exact, low), high)
    if setting.step is not None:
        base = setting.low or 0.0
        steps = round((held - base) / setting.step)
        if base + steps * setting.step > high + _SAME:
            steps -= 1
        held = base + steps * setting.step
    return round(held, 9)


def _called_otherwise(setting: DeviceSetting) -> bool:
    return setting.called != setting.label


def _key(value: Any) -> str:
    """A choice's value as the key of its words."""
    return str(value).lower() if isinstance(value, bool) else str(value)
