"""One result for stick positions: what the servos, the swash and one blade do, with warnings."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Any

import numpy as np

from mint_lever.axes import FUNCTIONS, SENT, Array, Mask
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.model.chain.control_chain import Chain, Run
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.rotor.harmonics import (
    NO_CYCLIC_DEG,
    ROUND_DEG,
    HeadMotion,
    head_motion,
    phase_error_deg,
)
from mint_lever.setup.parts.flight_modes import ModeName
from mint_lever.sources import MEMORY

FIGHT_MM: Annotated[float, MEMORY] = 0.05
"""Four-servo mismatch above which the servos are said to fight. From memory: about what a ball
link's play takes up."""

LEAST_COMMAND_PCT = 20.0
"""Cyclic command below which its direction is not judged: a swash is never quite level at rest,
and that remainder would turn a small command's answer by many degrees."""


@dataclass(frozen=True)
class Notice:
    """A warning: the setting (path) it comes from, and one plain sentence."""

    path: str
    text: str


@dataclass(frozen=True)
class Evaluation:
    """Everything computed for some stick positions; arrays end in (poses,)."""

    run: Run
    azimuth_deg: Array
    pitch_deg: Array
    head: HeadMotion
    phase_error_deg: Array
    phase_known: Mask
    """Where a cyclic command and a cyclic answer are both there to be compared."""
    reachable: Mask
    chain: Chain

    def notices(self, row: int) -> list[Notice]:
        """Warnings for one position: stops that act, links that don't reach, servos that fight."""
        return [
            *_channel_notices(self, row),
            *_servo_notices(self, row),
            *_pose_notices(self, row),
        ]

    def as_row(self, row: int) -> dict[str, Any]:
        """One position as plain JSON values (setup-file contract); null where not reachable."""
        swash, pose = self.run.swash, self.run.swash.pose
        met = bool(swash.reachable[row])
        turned = met and bool(self.reachable[row])
        has_cyclic = turned and float(self.head.cyclic_deg[row]) > NO_CYCLIC_DEG

        def given(value: Array, known: bool) -> float | None:
            return float(value[row]) if known else None

        return {
            "pulse_us": self.run.servo.sent_us[:, row].tolist(),
            "horn_deg": self.run.horn_deg[:, row].tolist(),
            "height_mm": given(pose.height_mm, met),
            "tilt_right_deg": given(pose.tilt_right_deg, met),
            "tilt_forward_deg": given(pose.tilt_forward_deg, met),
            "residual_mm": float(swash.residual_mm[row]),
            "pitch_deg": {
                f"{azimuth:g}": given(self.pitch_deg[i], turned)
                for i, azimuth in enumerate(self.azimuth_deg)
            },
            "collective_deg": given(self.head.collective_deg, turned),
            "cyclic_deg": given(self.head.cyclic_deg, turned),
            "cyclic_azimuth_deg": given(self.head.cyclic_azimuth_deg, has_cyclic),
            "warnings": [notice.text for notice in self.notices(row)],
        }


def evaluate_pose(
    chain: Chain,
    sticks: Sticks,
    azimuth_deg: Sequence[float] = (0.0, 90.0, 180.0, 270.0),
    mode: ModeName = "normal",
    blade: int = 0,
) -> Evaluation:
    """Run the chain and read one blade at azimuths (deg) and round the whole turn.

    ``blade`` counts from 0 (blade A). Raises InvalidRequest for an azimuth that is not finite, a
    blade or a mode the setup does not have.
    """
    azimuth = np.atleast_1d(np.asarray(azimuth_deg, dtype=float))
    if not np.isfinite(azimuth).all() or (np.abs(azimuth) > 720).any():
        found = ", ".join(f"{a:g}" for a in azimuth)
        raise InvalidRequest([Fault("azimuth", found, "degrees from the nose, -720 to 720")])
    if not 0 <= blade < len(chain.grip.link_mm):
        allowed = f"0 to {len(chain.grip.link_mm) - 1}"
        raise InvalidRequest([Fault("blade", str(blade), allowed)])
    run = chain.run(sticks, mode)
    everywhere = chain.grip.pitch(run.swash.pose, np.concatenate([azimuth, ROUND_DEG]), blade)
    head = head_motion(everywhere.pitch_deg[len(azimuth) :])
    aileron = run.shaped_pct[FUNCTIONS.index("aileron")]
    elevator = run.shaped_pct[FUNCTIONS.index("elevator")]
    turn = chain.setup.airframe.head.turn_sign
    phase = phase_error_deg(head.cyclic_azimuth_deg, aileron, elevator, turn)
    commanded = np.hypot(aileron, elevator) > LEAST_COMMAND_PCT
    return Evaluation(
        run=run,
        azimuth_deg=azimuth,
        pitch_deg=everywhere.pitch_deg[: len(azimuth)],
        head=head,
        phase_error_deg=phase,
        phase_known=(head.cyclic_deg > NO_CYCLIC_DEG) & commanded,
        reachable=everywhere.reachable.all(axis=0) & run.swash.reachable,
        chain=chain,
    )


def _channel_notices(result: Evaluation, row: int) -> list[Notice]:
    channel, arrival = result.run.channel, result.run.arrival
    notices = []
    for i, name in enumerate(SENT):
        if arrival is None and name not in ("rudder", "throttle"):
            continue  # its way leads through the servos' channels
        if channel.limit_acts[i, row]:
            notices.append(
                Notice(
                    f"transmitter.channels.{name}",
                    f"{name}: the limit holds the channel at {channel.limited_pct[i, row]:.1f} %, "
                    f"{channel.trimmed_pct[i, row]:.1f} % was asked",
                )
            )
        if arrival is not None and name in FUNCTIONS and arrival.clamp_acts[i, row]:
            notices.append(
                Notice(
                    f"transmitter.channels.{name}",
                    f"{name}: {arrival.seen_pct[i, row]:.1f} % arrives at the unit, "
                    "which stops at 100 %",
                )
            )
    return notices


def _servo_notices(result: Evaluation, row: int) -> list[Notice]:
    servo = result.run.servo
    balls = result.chain.setup.airframe.swash.balls
    device = "unit.servos" if result.run.arrival is not None else "transmitter.servo_channels"
    return [
        Notice(
            f"{device}.{i}",
            f"servo {i + 1} ({balls[i].role}): held at {servo.sent_us[i, row]:.0f} µs, "
            f"{servo.asked_us[i, row]:.0f} µs was asked",
        )
        for i in np.flatnonzero(servo.held[:, row])
    ]


def _pose_notices(result: Evaluation, row: int) -> list[Notice]:
    swash = result.run.swash
    if not swash.reachable[row]:
        return [
            Notice(
                "airframe.servos",
                "the horns ask for a pose the links cannot reach: the swash would bind",
            )
        ]
    notices = []
    if result.chain.linkage.servos == 4 and swash.residual_mm[row] > FIGHT_MM:
        notices.append(
            Notice(
                "airframe.servos",
                f"the four servos fight: their links miss each other by "
                f"{swash.residual_mm[row]:.2f} mm",
            )
        )
    if not result.reachable[row]:
        notices.append(
            Notice("airframe.head", "a blade link cannot reach its grip: the head would bind")
        )
    return notices
