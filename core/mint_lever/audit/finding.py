"""What the audit says: one finding, and what a rule has to go by."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import SENT, Array, Mask, Sent
from mint_lever.model.chain.control_chain import Chain, chain_of
from mint_lever.model.chain.motion_directions import Direction
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.transmitter.free_mixes import add_mixes
from mint_lever.model.transmitter.stick_shaping import curve_of
from mint_lever.modes.pitch_degrees import collective_of_modes, compute_collective
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import MODE_WORDS, MODES, Mode, ModeName

AT_STICK = np.array([-100.0, *np.linspace(0.0, 100.0, 11)])
"""Collective sticks (percent): full down, and those at which the switch is moved in flight, from
the middle up."""

Severity = Literal["danger", "fault", "look", "not_set"]
Device = Literal["transmitter", "unit", "helicopter", "speed controller"]
SEVERITIES: tuple[Severity, ...] = ("danger", "fault", "look", "not_set")


@dataclass(frozen=True, kw_only=True)
class Finding:
    """One thing that does not agree.

    ``danger`` can hurt or cost the model, ``fault`` is wrong, ``look`` is worth a look. ``not_set``
    is no fault: only the pilot can say it, and has not yet. ``withholds``: no helicopter is fit to
    fly while it stands, as with every danger. ``path`` is the setting, ``found`` what stands there,
    ``why`` it matters, ``fix`` what to set it to and on which ``device``. ``rests_on`` says what
    the judgement goes by. ``changes`` make the fix where there is only one way to make it. ``also``
    are the settings of other flight modes of which the same was said, see
    :mod:`mint_lever.audit.finding_groups`.
    """

    severity: Severity
    path: str
    found: str
    why: str
    fix: str
    device: Device
    rests_on: str
    changes: tuple[Change, ...] = ()
    rule: str = ""
    withholds: bool = False
    also: tuple[str, ...] = ()

    @property
    def keeps_from_flying(self) -> bool:
        """Whether no helicopter is fit to fly while this stands."""
        return self.severity == "danger" or self.withholds


@dataclass(frozen=True)
class Audited:
    """A setup under audit, and what is worked out of it once for all rules.

    ``read`` is what was read on the model and still holds, by step and question: what the unit
    shows ("arrival.aileron.high", "unit_throttle.low", percent), the gauge at the collective's ends
    ("collective_range.up", degrees). It has the last word over what is computed. What a unit
    that was taught its throws makes of full stick ("teach_throws.aileron.high", percent) is there
    as soon as it was taught. ``ways`` are the ways of the chain (1 with the stick, −1 against it)
    at which the model was seen to go right, by "collective", "aileron", "elevator" and ball by ball
    for "balls"; empty where nobody can know.
    """

    setup: Setup
    read: Mapping[str, float] = field(default_factory=dict)
    ways: Mapping[Direction, tuple[int, ...]] = field(default_factory=dict)

    @cached_property
    def chain(self) -> Chain:
        """The chain of the setup."""
        return chain_of(self.setup)

    @property
    def modes(self) -> list[tuple[ModeName, Mode]]:
        """The flight modes this setup has, by name."""
        every = self.setup.transmitter.modes
        return [(name, getattr(every, name)) for name in MODES if getattr(every, name) is not None]

    @cached_property
    def collective(self) -> dict[ModeName, tuple[Array, Mask]]:
        """Collective pitch (deg) of every flight mode at ``AT_STICK``, and where it is reached."""
        curves: dict[ModeName, ArrayLike] = {
            name: curve_of(mode, "pitch", AT_STICK) for name, mode in self.modes
        }
        return collective_of_modes(self.chain, curves)

    @cached_property
    def straight_ends_deg(self) -> tuple[float, float]:
        """Collective pitch (deg) at both ends of a straight curve in the first mode, the lower
        first."""
        pitch, _ = compute_collective(self.chain, self.modes[0][0], [0.0, 100.0])
        low, high = sorted(pitch.tolist())
        return low, high

    def sent_pct(self, mode: ModeName, what: Sent) -> Array:
        """What a function's channel sends (percent, direction apart) over the collective stick."""
        shaped = self.chain.shaped(Sticks.at([-100.0, -50.0, 0.0, 50.0, 100.0]), mode)
        value: Array = self.mixed(shaped, mode)[SENT.index(what)]
        return value

    def mixed(self, shaped_pct: Array, mode: ModeName) -> Array:
        """Shaped values (percent, (SENT, poses)) with the mode's free mixes added."""
        return add_mixes(shaped_pct, self.setup.transmitter.free_mixes, mode)


def percent(value: float) -> str:
    """Write a percentage with at most one decimal."""
    return f"{value:.1f}".rstrip("0").rstrip(".") + " %"


def signed(value: float) -> str:
    """Write a figure that has no unit with its sign."""
    return f"{value:+g}".replace("-", "−")


def degrees(value: float) -> str:
    """Write degrees to a tenth with their sign."""
    return f"{value:+.1f}°".replace("-", "−")


def mode_words(name: ModeName) -> str:
    """Name a mode as a pilot does."""
    return MODE_WORDS[name].lower()
