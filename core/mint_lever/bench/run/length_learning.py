"""The model learns: which of a run's readings can teach which lengths, and what they come to."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated

from mint_lever.bench.engine.advice import Action
from mint_lever.bench.run.bench_run import BenchRun
from mint_lever.devices.dials import ring
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.measure.geometry_fit import GAUGE_SD_DEG, Fit, Parameter, Reading, fit_geometry
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.setup.document import Setup
from mint_lever.setup.document_reader import read_setup
from mint_lever.setup.edits.path_edit import Change, apply_changes
from mint_lever.sources import MEMORY

MEASURED_SD_MM: Annotated[dict[Parameter, float], MEMORY] = {
    "grip_arm": 0.8,
    "inner_radius": 0.8,
    "head_height": 1.0,
    "horn_length": 0.4,
}
"""How well a pilot's ruler knows each length, standard deviation in mm."""

_TOLD_SHARE: Annotated[float, MEMORY] = 0.08
"""A length known no better than this share of itself is not told by the readings. From memory: a
ruler alone does better."""

_NAMES: dict[Parameter, str] = {
    "grip_arm": "grip arm",
    "inner_radius": "inner ring's balls",
    "head_height": "head height",
    "horn_length": "servo horns",
}


@dataclass(frozen=True)
class Learned:
    """One length before and after (mm), with its standard deviation."""

    name: str
    before_mm: float
    after_mm: float
    sd_mm: float


@dataclass(frozen=True)
class Lesson:
    """What the readings teach. Misses are gauge less prediction (deg) in the readings' order;
    ``action`` writes the lengths down, None when nothing would change."""

    readings: tuple[str, ...]
    lengths: tuple[Learned, ...]
    before_deg: tuple[float, ...]
    after_deg: tuple[float, ...]
    action: Action | None


def learn_lengths(
    run: BenchRun,
    parameters: Sequence[Parameter],
    measured_sd_mm: Mapping[Parameter, float] | None = None,
) -> Lesson:
    """Fit lengths to the gauge readings that hold.

    A length counts as measured with ``MEASURED_SD_MM`` unless another figure is given: a gauge
    alone cannot tell a long horn from a short grip arm. Raises InvalidRequest when no gauge reading
    holds, or they cannot determine the lengths asked for, or tell one only so roughly that it is
    worth nothing.
    """
    named, readings = _readings(run)
    if not readings:
        allowed = "a reading of zero pitch, cyclic throw or collective range"
        raise InvalidRequest([Fault("readings", "none that holds", allowed)])
    known = {**MEASURED_SD_MM, **(measured_sd_mm or {})}
    fit = fit_geometry(_as_read(run), readings, parameters, known, GAUGE_SD_DEG, run.mode)
    _refuse_rough(fit)
    return Lesson(
        tuple(named),
        tuple(_lengths(run, fit)),
        tuple(fit.before_deg.tolist()),
        tuple(fit.after_deg.tolist()),
        _action(run, fit),
    )


def _readings(run: BenchRun) -> tuple[list[str], list[Reading]]:
    """The readings off centre, each counted from its blade's zero pitch where that was read."""
    named, readings = [], []
    for step in [step.name for step in run.steps if step.teaches]:
        for ask in run.advice(step).asks:
            value = run.mean(step, ask.key) if ask.azimuth is not None else None
            if value is None or ask.azimuth is None or not any(ask.sticks or ()):
                continue
            zero = run.mean("zero_pitch", f"blade.{ask.blade or 0}")
            collective, aileron, elevator = _as_the_model_has_it(run, *(ask.sticks or (0, 0, 0)))
            named.append(ask.label)
            readings.append(
                Reading(
                    collective,
                    aileron,
                    elevator,
                    ask.azimuth,
                    value - (zero or 0.0),
                    ask.blade or 0,
                    from_rest=zero is not None,
                )
            )
    return named, readings


def _refuse_rough(fit: Fit) -> None:
    """Nothing is written down that the readings do not tell: collective alone, say, tells nothing
    of the ring that the cyclic works by."""
    found = _written(fit.setup)
    rough = [
        f"{_NAMES[name]} {found[name]:.1f} ± {sd:.1f} mm"
        for name, sd in zip(fit.parameters, fit.sd_mm, strict=True)
        if sd > _TOLD_SHARE * found[name]
    ]
    if rough:
        allowed = "lengths that these readings tell; measure it, or read the other steps too"
        raise InvalidRequest([Fault("parameters", ", ".join(rough), allowed)])


def _as_read(run: BenchRun) -> Setup:
    """The setup with the ring that was in force when the cyclic throw was read: clearance narrows
    it afterwards, and no reading has to be taken anew for that."""
    held = [e for key in ("right", "left") for e in run.counted("cyclic_throw", key)]
    present = ring(run.setup)
    read_at = ring(held[-1].setup).value if held else present.value
    if read_at == present.value:
        return run.setup
    return read_setup(apply_changes(run.setup.as_document(), [present.set(read_at)]))


def _as_the_model_has_it(
    run: BenchRun, collective: float, aileron: float, elevator: float
) -> tuple[float, float, float]:
    """The sticks that make the model do what these make the helicopter do.

    Directions were confirmed on the helicopter: up is more pitch, right tilts right, forward
    forward. Where the written channels would send a function the other way, its sign is turned.
    """
    tried = run.chain.run(
        Sticks.at([0.0, 50.0, 0.0, 0.0], [0.0, 0.0, 50.0, 0.0], [0.0, 0.0, 0.0, 50.0]),
        run.mode,
    )
    pose = tried.swash.pose
    pitch = run.chain.grip.pitch(pose, [180.0], 0).pitch_deg[0]
    right, forward = pose.tilt_right_deg, pose.tilt_forward_deg
    ways = (pitch[1] < pitch[0], right[2] < right[0], forward[3] < forward[0])
    given = (collective, aileron, elevator)
    turned = [-stick if wrong else stick for stick, wrong in zip(given, ways, strict=True)]
    return turned[0], turned[1], turned[2]


def _lengths(run: BenchRun, fit: Fit) -> list[Learned]:
    old, new = _written(run.setup), _written(fit.setup)
    return [
        Learned(_NAMES[name], old[name], new[name], float(sd))
        for name, sd in zip(fit.parameters, fit.sd_mm, strict=True)
    ]


def _written(setup: Setup) -> dict[Parameter, float]:
    head = setup.airframe.head
    return {
        "grip_arm": head.grip_arm_mm,
        "inner_radius": head.inner_ball_radius_mm,
        "head_height": head.head_height_mm,
        "horn_length": sum(s.arm_mm for s in setup.airframe.servos) / len(setup.airframe.servos),
    }


_PATHS: dict[Parameter, str] = {
    "grip_arm": "airframe.head.grip_arm_mm",
    "inner_radius": "airframe.head.inner_ball_radius_mm",
    "head_height": "airframe.head.head_height_mm",
}


def _action(run: BenchRun, fit: Fit) -> Action | None:
    new = _written(fit.setup)
    changes = [
        Change(_PATHS[name], round(new[name], 2)) for name in fit.parameters if name in _PATHS
    ]
    if "horn_length" in fit.parameters:
        changes += [
            Change(f"airframe.servos.{i}.arm_mm", round(servo.arm_mm, 2))
            for i, servo in enumerate(fit.setup.airframe.servos)
        ]
    if not changes:
        return None
    return Action(
        key="learn",
        text="Write these lengths down in the setup.",
        expect="Predictions then start from this helicopter; no reading has to be taken anew.",
        device="helicopter",
        changes=tuple(changes),
        learned=True,
    )
