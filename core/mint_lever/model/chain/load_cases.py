"""The two loads a head speed is judged by: hover, and full collective of a mode."""

from __future__ import annotations

from dataclasses import dataclass

from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.tail_report import full_collective_deg
from mint_lever.model.rotor.hover_power import MOST_PITCH_DEG, TurningRotor
from mint_lever.model.rotor.main_rotor import weight_n
from mint_lever.setup.parts.flight_modes import ModeName


@dataclass(frozen=True, kw_only=True)
class Loads:
    """Main blades' pitch (deg) of both; None is what cannot be given, and ``warnings`` says why.

    ``full_deg`` is what the chain makes at full collective, ``computed_deg`` the same where the
    theory goes that far.
    """

    weight_n: float | None
    hover_deg: float | None
    full_deg: float | None
    computed_deg: float | None
    warnings: tuple[str, ...]


def loads(chain: Chain, mode: ModeName, rotor: TurningRotor | None) -> Loads:
    """Find hover's and full collective's pitch for a rotor; None where its blades are unknown."""
    warnings = []
    weight = weight_n(chain.setup)
    hover = None
    if rotor is not None and weight is not None:
        hover = rotor.pitch_for(weight)
        if hover is None:
            warnings.append("no pitch carries the weight at this head speed: the blades stall")
    full = computed = full_collective_deg(chain, mode)
    if full is None:
        warnings.append("full collective: the links do not reach")
    elif abs(full) > MOST_PITCH_DEG:
        computed = None
        warnings.append(f"full collective: more than {MOST_PITCH_DEG:g}° is not computed")
    elif rotor is not None and bool(rotor.stalls(full)):
        warnings.append(
            "full collective: the blades stall, thrust is counted no higher than they can"
        )
    return Loads(
        weight_n=weight,
        hover_deg=hover,
        full_deg=full,
        computed_deg=computed,
        warnings=tuple(warnings),
    )
