"""Everything a screen shows for one stick position, as plain JSON values."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from mint_lever.axes import FUNCTIONS, SENT, Function, Sent
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.model.chain.control_chain import Chain, Run
from mint_lever.model.chain.dimensions import dimension
from mint_lever.model.chain.heading_hold import heading_hold
from mint_lever.model.chain.pose_evaluation import Evaluation, evaluate_pose
from mint_lever.model.chain.scene import Scene, place_parts
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.chain.tail_path import TailRun, tail_path
from mint_lever.model.transmitter.channel_pulses import ChannelStages
from mint_lever.setup.parts.flight_modes import ModeName

_MAX_EXAGGERATION = 5.0
_SWASH = 3
"""The first three of SENT move the swash."""
_CHANNEL = (
    "directed_pct",
    "travelled_pct",
    "trimmed_pct",
    "limited_pct",
    "pulse_us",
    "limit_acts",
)


def compute_frame(
    chain: Chain,
    sticks: Sticks,
    azimuth_deg: float,
    mode: ModeName = "normal",
    exaggerate: float = 1.0,
    measured: str = "",
) -> dict[str, Any]:
    """Compute one frame: each function's stages, servos, swash, blade A, tail, drawing, warnings.

    ``sticks`` is one position. ``measured`` is the path of a length to draw; what is none of the
    drawn linkage draws nothing. Lengths mm, angles deg, pulses µs, percent as numbers; null where
    a link does not reach. Raises InvalidRequest for an exaggeration outside 1…5.
    """
    if not 1.0 <= exaggerate <= _MAX_EXAGGERATION:
        allowed = f"1 to {_MAX_EXAGGERATION:g}"
        raise InvalidRequest([Fault("exaggerate", f"{exaggerate:g}", allowed)])
    result = evaluate_pose(chain, sticks, [azimuth_deg], mode)
    row = result.as_row(0)
    tail = tail_path(chain, result.run)
    drawn = place_parts(chain, result.run, azimuth_deg, exaggerate)
    warnings = [{"path": n.path, "text": n.text} for n in result.notices(0)]
    if tail is not None:
        warnings += [{"path": "airframe.tail", "text": text} for text in tail.warnings(0)]
    return {
        "mode": mode,
        "functions": _stages(result.run, sticks),
        "servos": _servos(result),
        "swash": {
            "reachable": bool(result.run.swash.reachable[0]),
            **{key: row[key] for key in ("height_mm", "tilt_right_deg", "tilt_forward_deg")},
            "residual_mm": row["residual_mm"],
        },
        "blade": {
            "azimuth_deg": azimuth_deg,
            "pitch_deg": next(iter(row["pitch_deg"].values())),
            "collective_deg": row["collective_deg"],
            "cyclic_deg": row["cyclic_deg"],
            "cyclic_azimuth_deg": row["cyclic_azimuth_deg"],
            "phase_error_deg": (
                float(result.phase_error_deg[0])
                if result.phase_known[0] and row["cyclic_azimuth_deg"] is not None
                else None
            ),
        },
        "scene": {
            **_drawn(drawn),
            "dimension": _dimension(chain, drawn, measured),
            "tail": _drawn_tail(chain, tail),
        },
        "tail": None if tail is None else _tail(chain, tail, mode),
        "warnings": warnings,
    }


def _stages(run: Run, sticks: Sticks) -> dict[Sent, dict[str, float | bool | None]]:
    """What each function is after each stage; null where it does not pass through one.

    The throttle hangs on the collective stick. Where the transmitter mixes, the three swash
    functions have no channel of their own.
    """
    values: dict[Sent, dict[str, float | bool | None]] = {}
    for i, name in enumerate(SENT):
        stick: Function = "collective" if name == "throttle" else name
        mixed_away = run.arrival is None and i < _SWASH
        sees = run.arrival if name in FUNCTIONS else None
        values[name] = {
            "stick_pct": float(sticks.of(stick)[0]),
            "shaped_pct": float(run.shaped_pct[i, 0]),
            "mixed_pct": float(run.mixed_pct[i, 0]),
            **(dict.fromkeys(_CHANNEL) if mixed_away else _channel(run.channel, i)),
            "seen_pct": None if sees is None else float(sees.seen_pct[i, 0]),
            "demand_pct": float(run.demand[i, 0]) * 100.0 if i < _SWASH else None,
        }
    return values


def _channel(channel: ChannelStages, row: int) -> dict[str, float | bool]:
    return {name: getattr(channel, name)[row, 0].item() for name in _CHANNEL}


def _servos(result: Evaluation) -> list[dict[str, Any]]:
    run = result.run
    channel, bank = run.servo_channel, result.chain.servo_bank
    low, high = bank.stops_us()
    return [
        {
            "role": ball.role,
            "throw_pct": float(run.throw[i, 0]) * 100.0,
            "channel": None if channel is None else _channel(channel, i),
            "pulse_us": float(run.servo.sent_us[i, 0]),
            "low_us": float(low[i]),
            "centre_us": bank.centre_us,
            "high_us": float(high[i]),
            "held": bool(run.servo.held[i, 0]),
            "horn_deg": float(run.horn_deg[i, 0]),
        }
        for i, ball in enumerate(result.chain.setup.airframe.swash.balls)
    ]


def _tail(chain: Chain, run: TailRun, mode: ModeName) -> dict[str, Any]:
    held = heading_hold(chain, run, mode)
    return {
        **run.as_row(0),
        "pushes": run.pushes(0),
        "heading_hold": None if held is None else asdict(held),
    }


def _dimension(chain: Chain, drawn: Scene, path: str) -> dict[str, Any] | None:
    found = dimension(chain, drawn, path) if path else None
    if found is None:
        return None
    return {
        "path": path,
        "ends": None if found.ends is None else [end.tolist() for end in found.ends],
        "value_mm": found.value_mm,
    }


def _drawn_tail(chain: Chain, run: TailRun | None) -> dict[str, Any] | None:
    tail = chain.setup.airframe.tail
    if tail is None or run is None:
        return None
    return {"side": tail.side, **run.drawn(0, tail)}


def _drawn(drawing: Scene) -> dict[str, Any]:
    return {
        "centre": drawing.centre.tolist(),
        "normal": drawing.normal.tolist(),
        "shafts": drawing.shafts.tolist(),
        "horn_balls": drawing.horn_balls.tolist(),
        "swash_balls": drawing.swash_balls.tolist(),
        "blades": [
            {
                "azimuth_deg": blade.azimuth_deg,
                "pitch_deg": blade.pitch_deg,
                "inner_ball": blade.inner_ball.tolist(),
                "grip_ball": blade.grip_ball.tolist(),
            }
            for blade in drawing.blades
        ],
    }
