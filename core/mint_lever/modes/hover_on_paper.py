"""Where a flight mode hovers on paper, beside what the pilot says of it."""

from __future__ import annotations

from dataclasses import dataclass

from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.rotor.air import air_density
from mint_lever.model.rotor.main_rotor import MAIN, MASS, main_rotor, weight_n
from mint_lever.modes.pitch_degrees import sticks_for
from mint_lever.setup.catalogue.missing_settings import missing
from mint_lever.setup.catalogue.setting_rows import name_path
from mint_lever.setup.parts.flight_modes import Mode, ModeName


@dataclass(frozen=True, kw_only=True)
class OnPaper:
    """Hover by theory at a mode's head speed, sea level, 15 °C; the theory reads low.

    ``lacks`` names the settings it would need, then all else is None. ``pitch_deg`` is None where
    no pitch carries the weight, ``stick_pct`` (0…100) where the curve never gives it.
    """

    rpm: float | None
    pitch_deg: float | None
    stick_pct: float | None
    lacks: tuple[str, ...] = ()


def hover_on_paper(chain: Chain, name: ModeName, own: Mode | None = None) -> OnPaper:
    """Find a mode's hover; ``own`` is a mode to take the pitch curve from instead, as while it is
    being drawn."""
    rpm = chain.mode(name).head_speed_rpm
    wanted = [*MAIN, MASS, *([] if rpm else [f"transmitter.modes.{name}.head_speed_rpm"])]
    lacks = missing(chain.setup, wanted)
    weight = weight_n(chain.setup)
    rotor = None if rpm is None else main_rotor(chain.setup, rpm, air_density())
    if lacks or rotor is None or weight is None:
        words = tuple(name_path(path) for path in lacks) or ("blades that begin inside the radius",)
        return OnPaper(rpm=None, pitch_deg=None, stick_pct=None, lacks=words)
    pitch = rotor.pitch_for(weight)
    stick = None if pitch is None else sticks_for(chain, name, pitch, own)[0]
    return OnPaper(rpm=rpm, pitch_deg=pitch, stick_pct=stick)
