"""Everything the tail of a setup comes to at a head speed, as plain figures (the contract of
``mint-lever tail``)."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

import numpy as np

from mint_lever.model.chain.control_chain import Chain, chain_of
from mint_lever.model.chain.pose_evaluation import evaluate_pose
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.chain.tail_path import NO_BOX
from mint_lever.model.rotor.hover_power import MOST_PITCH_DEG
from mint_lever.model.tail.rudder_pulse import TailOutput
from mint_lever.model.tail.slider_limits import Side, just_clear
from mint_lever.model.tail.tail_authority import TailAtSpeed, TailDemand, tail_at_speed
from mint_lever.model.tail.tail_linkage import TailLinkage
from mint_lever.setup.catalogue.setting_rows import name_path
from mint_lever.setup.document import Setup
from mint_lever.setup.identity_key import remember
from mint_lever.setup.parts.flight_modes import ModeName

SIDES: tuple[Side, Side] = ("left", "right")


def tail_report(chain: Chain, mode: ModeName, rpm: float, density: float) -> dict[str, Any]:
    """Give torque, pitch needed, what is left over and the limits that just clear.

    ``density`` in kg/m³. What cannot be given is None, and ``warnings`` says why.
    """
    at = tail_at_speed(chain.setup, rpm, density)
    warnings = [f"not filled in: {name_path(path)}" for path in at.unknown]
    full_deg = full_collective_deg(chain, mode)
    hover, full = at.held(at.hover_pitch_deg()), at.held(full_deg)
    warnings += _not_held(at, hover, "hover") + _not_held(at, full, "full collective")
    warnings += _stalled(at)
    if chain.setup.unit is None:
        warnings.append(NO_BOX)
    if at.main is not None and chain.setup.airframe.mass_g and hover.torque_nm is None:
        warnings.append("no main pitch carries the weight at this head speed")
    if full_deg is None:
        warnings.append("full collective: the links do not reach")
    centre, centre_warnings = _at_centre(at)
    limits, limit_warnings = _limits(at)
    return {
        "rpm": rpm,
        **asdict(hover),
        "pitch_at_centre_deg": centre,
        "full_collective": {"collective_deg": full_deg, **asdict(full)},
        **limits,
        "warnings": warnings + centre_warnings + limit_warnings,
    }


def full_collective_deg(chain: Chain, mode: ModeName) -> float | None:
    """Blade A's collective at full stick up, cyclic centred; None where the links do not reach."""
    return _full_collective(chain.setup, mode)


@remember(256)
def _full_collective(setup: Setup, mode: ModeName) -> float | None:
    row = evaluate_pose(chain_of(setup), Sticks.at(collective=100.0), mode=mode).as_row(0)
    found: float | None = row["collective_deg"]
    return found


def _not_held(at: TailAtSpeed, held: TailDemand, when: str) -> list[str]:
    if held.thrust_needed_n is None or at.rotor is None or at.tail is None:
        return []
    warnings = []
    if held.pitch_needed_deg is None:
        warnings.append(f"{when}: no tail pitch makes the thrust that is needed")
    if at.tail.grip_arm_mm is None:
        return warnings
    for side, left in (("left", held.left_nm_left), ("right", held.left_nm_right)):
        if left is None:
            warnings.append(f"{when}: full {side} rudder puts the tail linkage out of reach")
        elif left < 0:
            warnings.append(f"{when}: full {side} rudder does not hold the nose")
    return warnings


def _stalled(at: TailAtSpeed) -> list[str]:
    if at.rotor is None or at.tail is None:
        return []
    output = TailOutput(at.box, at.tail.servo)
    pose = TailLinkage(at.tail).stopped(output.horn_for([-1.0, 1.0]))
    most = np.clip(pose.pitch_deg, -MOST_PITCH_DEG, MOST_PITCH_DEG)
    return [
        f"full {side} rudder: the tail blades stall, more pitch makes no more thrust"
        for side, stalls in zip(SIDES, pose.pitch_known & at.rotor.stalls(most), strict=True)
        if stalls
    ]


def _at_centre(at: TailAtSpeed) -> tuple[float | None, list[str]]:
    if at.tail is None or at.tail.grip_arm_mm is None:
        return None, []
    output = TailOutput(at.box, at.tail.servo)
    pose = TailLinkage(at.tail).pose(output.horn_for(0.0))
    if not bool(pose.pitch_known):
        return None, ["rudder at centre: the tail linkage does not reach"]
    return float(pose.pitch_deg), []


def _limits(at: TailAtSpeed) -> tuple[dict[str, float | None], list[str]]:
    if at.tail is None:
        return {f"limit_{side}_pct": None for side in SIDES}, ["no tail is described"]
    limits, warnings = {}, []
    for side in SIDES:
        found = just_clear(at.tail, at.box, side)
        limits[f"limit_{side}_pct"] = found.percent
        if found.none is not None:
            warnings.append(f"limit {side}: {found.why_none}")
    return limits, warnings
