"""Where a flight mode hovers, by the best that is known: flown, on paper, or as it was typed."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np

from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.rotor.air import GRAVITY, air_density
from mint_lever.model.rotor.hover_calibration import calibrate_hover
from mint_lever.model.rotor.main_rotor import main_rotor
from mint_lever.model.rotor.rotor_batch import pitches_for
from mint_lever.model.rotor.rotor_figures import RAD_S
from mint_lever.modes.hover_on_paper import OnPaper, hover_on_paper
from mint_lever.modes.pitch_degrees import sticks_for
from mint_lever.setup.document import Setup
from mint_lever.setup.identity_key import remember
from mint_lever.setup.parts.flight_modes import Mode, ModeName
from mint_lever.sources import MEMORY

_GRAMS, _RPM = 100.0, 100.0
NORMAL_STICK: Annotated[tuple[float, float], MEMORY] = (55.0, 75.0)
"""Where normal mode hovers comfortably (percent of stick)."""
MOST_STICK: Annotated[float, MEMORY] = 80.0
"""Above this there is too little pitch or head speed."""
HoverSource = Literal["air", "paper", "typed"]


@dataclass(frozen=True, kw_only=True)
class ModeHover:
    """A mode's hover. ``stick_pct`` (0…100) is None where the curve never gives it.

    ``band_pct`` is how far that stick moves with 100 g or 100 rpm more or less, None where it
    cannot be computed. ``said`` is what that stick means, "" where nothing is to be said.
    """

    pitch_deg: float
    stick_pct: float | None
    by: HoverSource
    paper: OnPaper
    factor: float | None
    band_pct: tuple[float, float] | None
    said: str


def find_hover(chain: Chain, name: ModeName, own: Mode | None = None) -> ModeHover:
    """Find a mode's hover; ``own`` is a mode to take the pitch curve from instead.

    Theory replaces the typed pitch wherever it can be computed; a hover that was flown calibrates
    it. Both stay, told apart by ``by``.
    """
    paper = hover_on_paper(chain, name, own)
    found = calibrate_hover(chain.setup)
    pitch, by = chain.setup.targets.hover_deg, "typed"
    if paper.pitch_deg is not None:
        pitch, by = paper.pitch_deg * (found.factor or 1.0), "air" if found.factor else "paper"
    (stick,) = sticks_for(chain, name, pitch, own)
    return ModeHover(
        pitch_deg=pitch,
        stick_pct=stick,
        by=by,  # type: ignore[arg-type]
        paper=paper,
        factor=found.factor,
        band_pct=_band(chain, name, own, found.factor or 1.0) if by != "typed" else None,
        said=_said(name, stick),
    )


def _band(
    chain: Chain, name: ModeName, own: Mode | None, factor: float
) -> tuple[float, float] | None:
    pitches = _band_pitches(chain.setup, name)
    if pitches is None:
        return None
    sticks = sticks_for(chain, name, np.array(pitches) * factor, own)
    known = [stick for stick in sticks if stick is not None]
    return (min(known), max(known)) if len(known) == len(sticks) else None


@remember(64)
def _band_pitches(setup: Setup, name: ModeName) -> tuple[float, ...] | None:
    """The pitches on paper (deg) with a little more and less weight and speed; kept while a curve
    is drawn, which changes none of them."""
    mode = getattr(setup.transmitter.modes, name)
    rpm, mass_g = mode.head_speed_rpm, setup.airframe.mass_g
    rotor = main_rotor(setup, 1.0, air_density())
    if rpm is None or mass_g is None or rotor is None:
        return None
    grams = mass_g + np.array([-_GRAMS, _GRAMS, 0.0, 0.0])
    speed = np.maximum(rpm + np.array([0.0, 0.0, -_RPM, _RPM]), 1.0) * RAD_S
    blades = rotor.blades
    force = rotor.density * blades.area_m2 * (speed * blades.radius_m) ** 2
    weight = np.maximum(grams, 0.0) / 1e3 * GRAVITY
    found = pitches_for(weight / force, blades.solidity, blades.root, blades.count)
    return tuple(found.pitch_deg.tolist()) if bool(found.carried.all()) else None


def _said(name: ModeName, stick: float | None) -> str:
    if stick is None or name == "hold":
        return ""
    if stick > MOST_STICK:
        return f"Above {MOST_STICK:g} % of stick there is too little pitch or head speed."
    if name == "normal" and not NORMAL_STICK[0] <= stick <= NORMAL_STICK[1]:
        return f"Normal hovers comfortably between {NORMAL_STICK[0]:g} and {NORMAL_STICK[1]:g} %."
    return ""
