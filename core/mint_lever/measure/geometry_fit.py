"""The model learns: uncertain geometry fitted to gauge readings, with honest uncertainty."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Literal, get_args

import numpy as np

from mint_lever.axes import Array
from mint_lever.faults import Fault, InvalidRequest, InvalidSetup
from mint_lever.model.chain.control_chain import Chain, build_chain
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.flight_modes import ModeName
from mint_lever.sources import fact

Parameter = Literal["grip_arm", "inner_radius", "head_height", "horn_length"]
PARAMETERS: tuple[Parameter, ...] = get_args(Parameter)

GAUGE_SD_DEG: Annotated[float, fact("F23")] = 0.1
"""Standard deviation of one gauge reading (F23, common practice, no source)."""
FINEST_SD_MM = 0.001
"""Nobody measures a length of a helicopter finer; nearer to zero the fit loses its figures."""
_ROUNDS = 25


@dataclass(frozen=True)
class Reading:
    """One gauge reading: sticks (percent), which blade (from 0) at which azimuth, pitch (deg).

    ``from_rest`` marks a pitch counted from the same blade's with the sticks centred, which leaves
    how far its link is turned out of account.
    """

    collective: float
    aileron: float
    elevator: float
    azimuth_deg: float
    pitch_deg: float
    blade: int = 0
    from_rest: bool = False


@dataclass(frozen=True)
class Fit:
    """The fitted lengths (mm) in the order asked, their covariance (mm²), and the setup with them.

    ``before_deg`` and ``after_deg`` are the readings' misses (gauge less prediction) with the old
    and the new lengths; after the fit less what the zero that readings share was off.
    """

    parameters: tuple[Parameter, ...]
    value_mm: Array
    covariance_mm2: Array
    setup: Setup
    before_deg: Array
    after_deg: Array

    @property
    def sd_mm(self) -> Array:
        """Standard deviation of each length, mm."""
        return np.asarray(np.sqrt(np.diag(self.covariance_mm2)))


def fit_geometry(
    setup: Setup,
    readings: Sequence[Reading],
    parameters: Sequence[Parameter],
    measured_sd_mm: Mapping[Parameter, float] | None = None,
    gauge_sd_deg: float = GAUGE_SD_DEG,
    mode: ModeName = "normal",
) -> Fit:
    """Fit lengths to readings by least squares (Gauss–Newton on the exact chain).

    ``measured_sd_mm`` says how well a length was known beforehand: the setup's own value then
    counts as one measurement with that standard deviation, which is what keeps two lengths apart
    that the blade cannot tell apart. Without it only the readings count. The covariance is
    (JᵀWJ)⁻¹ with the gauge's and the measurements' own variances: it does not shrink because the
    readings happen to agree. Raises InvalidRequest when the readings cannot determine the lengths,
    or a standard deviation is finer than anybody measures.
    """
    names = tuple(parameters)
    _check(setup, readings, names)
    _check_measured(measured_sd_mm or {})
    start = np.array([_length(setup, name) for name in names])
    prior = np.array([(measured_sd_mm or {}).get(name, np.inf) for name in names])
    gauge = np.array([reading.pitch_deg for reading in readings])
    weights = _weights(readings, gauge_sd_deg)
    value = start.copy()
    for _ in range(_ROUNDS):
        miss, slope = _linear(setup, names, value, readings, gauge, mode)
        normal, wanted = _weighed(slope, miss, start - value, weights, prior)
        _refuse_undetermined(normal, names)
        step = np.linalg.solve(normal, wanted)
        # A fifth of a length in one step: beyond it the linkage may not go together any more.
        value = value + np.clip(step, -0.2 * value, 0.2 * value)
        if np.abs(step).max() < 1e-9:
            break
    fitted = _with(setup, names, value)
    _, slope = _linear(setup, names, value, readings, gauge, mode)
    normal, _ = _weighed(slope, gauge * 0, start - value, weights, prior)
    return Fit(
        names,
        value,
        np.asarray(np.linalg.inv(normal), dtype=float),
        fitted,
        gauge - predict(build_chain(setup), readings, mode),
        _less_zero(gauge - predict(build_chain(fitted), readings, mode), readings),
    )


def predict(chain: Chain, readings: Sequence[Reading], mode: ModeName = "normal") -> Array:
    """Give the pitch (deg) the chain gives where each reading was taken."""
    counted = np.array([r.from_rest for r in readings], dtype=float)
    rest = [replace(r, collective=0.0, aileron=0.0, elevator=0.0) for r in readings]
    pitch = _pitch(chain, readings, mode)
    return pitch - counted * _pitch(chain, rest, mode) if counted.any() else pitch


def _pitch(chain: Chain, readings: Sequence[Reading], mode: ModeName) -> Array:
    sticks = Sticks.at(
        collective=[r.collective for r in readings],
        aileron=[r.aileron for r in readings],
        elevator=[r.elevator for r in readings],
    )
    pose = chain.run(sticks, mode).swash.pose
    azimuth = np.array([r.azimuth_deg for r in readings])
    blade = np.array([r.blade for r in readings], dtype=np.intp)
    return np.asarray(np.diagonal(chain.grip.pitch(pose, azimuth, blade).pitch_deg)).copy()


def _check(setup: Setup, readings: Sequence[Reading], names: Sequence[Parameter]) -> None:
    faults = []
    if not names or len(set(names)) != len(names) or set(names) - set(PARAMETERS):
        found = ", ".join(names) or "none"
        faults.append(Fault("parameters", found, f"some of {', '.join(PARAMETERS)}, each once"))
    if not readings:
        faults.append(Fault("readings", "none", "at least one reading"))
    blades = setup.airframe.head.blades
    for i, reading in enumerate(readings):
        if not np.isfinite([reading.pitch_deg, reading.azimuth_deg]).all():
            faults.append(Fault(f"readings.{i}", f"{reading.pitch_deg}", "finite degrees"))
        if not 0 <= reading.blade < blades:
            allowed = f"0 to {blades - 1}"
            faults.append(Fault(f"readings.{i}.blade", str(reading.blade), allowed))
    if faults:
        raise InvalidRequest(faults)


def _check_measured(measured_sd_mm: Mapping[Parameter, float]) -> None:
    faults = [
        Fault(f"measured_sd_mm.{name}", f"{sd:g}", f"a number of at least {FINEST_SD_MM:g}")
        for name, sd in measured_sd_mm.items()
        if not sd >= FINEST_SD_MM
    ]
    if faults:
        raise InvalidRequest(faults)


def _linear(
    setup: Setup,
    names: tuple[Parameter, ...],
    value: Array,
    readings: Sequence[Reading],
    gauge: Array,
    mode: ModeName,
) -> tuple[Array, Array]:
    """The misses (deg) at some lengths and how predictions change with each (deg/mm)."""
    here = predict(build_chain(_with(setup, names, value)), readings, mode)
    slope = np.empty((len(readings), len(names)))
    for k in range(len(names)):
        small = np.zeros(len(names))
        small[k] = 1e-4
        up = predict(build_chain(_with(setup, names, value + small)), readings, mode)
        down = predict(build_chain(_with(setup, names, value - small)), readings, mode)
        slope[:, k] = (up - down) / 2e-4
    return gauge - here, slope


def _shares_zero(readings: Sequence[Reading]) -> Array:
    """1 where two readings are counted from the same blade's zero, and share what it was off."""
    blade = np.array([r.blade for r in readings])
    from_rest = np.array([r.from_rest for r in readings], dtype=bool)
    shared = (blade[:, None] == blade) & from_rest[:, None] & from_rest
    return np.asarray(shared, dtype=float)


def _weights(readings: Sequence[Reading], gauge_sd: float) -> Array:
    """The inverse covariance of the readings (deg⁻²)."""
    covariance = gauge_sd**2 * (np.eye(len(readings)) + _shares_zero(readings))
    return np.asarray(np.linalg.inv(covariance), dtype=float)


def _less_zero(miss: Array, readings: Sequence[Reading]) -> Array:
    """The misses (deg) less what the shared zero was off: its best estimate, read once itself."""
    shared = _shares_zero(readings)
    return np.asarray(miss - shared @ miss / (shared.sum(axis=1) + 1.0))


def _weighed(
    slope: Array, miss: Array, off_prior: Array, weights: Array, prior_sd: Array
) -> tuple[Array, Array]:
    normal = slope.T @ weights @ slope + np.diag(prior_sd**-2)
    wanted = slope.T @ weights @ miss + off_prior * prior_sd**-2
    return normal, wanted


def _refuse_undetermined(normal: Array, names: tuple[Parameter, ...]) -> None:
    scale = np.sqrt(np.diag(normal))
    if (scale <= 0).any() or np.linalg.cond(normal / np.outer(scale, scale)) > 1e10:
        found = f"readings that cannot tell {', '.join(names)} apart"
        allowed = "readings at other sticks or azimuths, or how well each length was measured"
        raise InvalidRequest([Fault("readings", found, allowed)])


def _length(setup: Setup, name: Parameter) -> float:
    head = setup.airframe.head
    lengths: dict[Parameter, float] = {
        "grip_arm": head.grip_arm_mm,
        "inner_radius": head.inner_ball_radius_mm,
        "head_height": head.head_height_mm,
        "horn_length": float(np.mean([servo.arm_mm for servo in setup.airframe.servos])),
    }
    return lengths[name]


_HEAD: dict[Parameter, str] = {
    "grip_arm": "grip_arm_mm",
    "inner_radius": "inner_ball_radius_mm",
    "head_height": "head_height_mm",
}


def _with(setup: Setup, names: tuple[Parameter, ...], value: Array) -> Setup:
    """The setup with these lengths; horns are scaled together, so that their ratios stay."""
    airframe = setup.airframe
    head = {_HEAD[n]: float(v) for n, v in zip(names, value, strict=True) if n in _HEAD}
    update: dict[str, object] = {"head": airframe.head.model_copy(update=head)}
    if "horn_length" in names:
        share = value[names.index("horn_length")] / _length(setup, "horn_length")
        update["servos"] = [
            servo.model_copy(update={"arm_mm": float(servo.arm_mm * share)})
            for servo in airframe.servos
        ]
    if (np.asarray(value) <= 0).any():
        raise InvalidSetup([Fault("fit", "a length below zero", "readings of this helicopter")])
    return setup.model_copy(update={"airframe": airframe.model_copy(update=update)})
