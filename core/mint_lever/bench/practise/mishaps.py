"""What happens to a simulated helicopter in mid-evening: what the pilot says was touched, and what
then is different in the metal or in a device's memory."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.reshaping import with_arrangement
from mint_lever.setup.new_setup import make_fresh_setup

Happens = Callable[[SimulatedHelicopter, np.random.Generator], None]


def happen(bench: SimulatedHelicopter, rng: np.random.Generator) -> str:
    """Let one thing happen; give what the pilot says was touched."""
    what = str(rng.choice(sorted(MISHAPS)))
    MISHAPS[what](bench, rng)
    return what


def _servo_replaced(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    """The new one may turn the other way, and its horn is pressed on anywhere."""
    truth, one = bench.truth, int(rng.integers(len(bench.truth.mounted)))
    truth.mounted[one] = int(rng.choice([1, -1]))
    truth.horn_error_deg[one] = float(rng.uniform(-7, 7))
    if truth.servo_share:
        low, high = rng.uniform(0.95, 1.05, 2)
        truth.servo_share[one] = (float(low), float(high))


def _pitch_link(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    links = bench.truth.blade_extra_mm
    links[int(rng.integers(len(links)))] = float(rng.uniform(-1, 1))


def _swash_link(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    links = bench.truth.swash_extra_mm
    links[int(rng.integers(len(links)))] = float(rng.uniform(-1.2, 1.2))


def _ball_moved(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    bench.truth.ring_share = float(rng.uniform(0.95, 1.05))


def _head_rebuilt(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    bench.truth.grip_share = float(rng.uniform(0.95, 1.05))
    _pitch_link(bench, rng)


def _tail_servo(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    """The new one may turn the other way, and its horn is pressed on anywhere."""
    tail = bench.truth.tail
    mounted = 1 if rng.integers(2) else -1
    tail.change_servo(mounted=mounted, horn_error_deg=float(rng.uniform(-25, 25)))


def _tail_rod(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    bench.truth.tail.change(offset_mm=float(rng.uniform(-1.5, 1.5)))


def _tail_case(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    tail = bench.truth.tail
    tail.belt_twisted = bool(rng.random() < 0.3)
    written = bench.setup.airframe.tail or tail.metal
    minus, plus = written.slider.minus_mm, written.slider.plus_mm
    more = rng.uniform(0.95, 1.05, 2)
    slider = {"minus_mm": minus * float(more[0]), "plus_mm": plus * float(more[1])}
    tail.change(slider=written.slider.model_copy(update=slider))
    _tail_rod(bench, rng)


def _gear_changed(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    """Another pinion, which nobody tells the governor."""
    drive = bench.truth.drive
    drive.told.setdefault("pinion", drive.facts["pinion"])
    drive.facts["pinion"] = float(max(drive.facts["pinion"] + rng.choice([-1, 1]), 5))


def _controller_changed(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    """A new one: as it was delivered, and its card anyhow."""
    bench.truth.throttle_taught = False
    drive = bench.truth.drive
    drive.card = {str(item): int(rng.integers(2)) for item in range(6)}
    drive.governor_on["speed_controller"] = bool(rng.integers(2))


def _remounted(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    truth = bench.truth
    for axis in truth.correction_reversed:
        truth.correction_reversed[axis] = bool(rng.integers(2))
    truth.tail.gyro_turned = bool(rng.integers(2))
    truth.drive.yaw_feed_right = bool(rng.integers(2))
    truth.tail.face_up = "base" if rng.random() < 0.5 else "label"


def _unit_reset(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    """Half of the pilots key the sheet in again, the others begin with what the unit then holds."""
    fresh = _delivered(bench)
    bench.truth.taught_us.clear()
    bench.truth.drive.unit_reset()
    if fresh.unit is not None and rng.random() < 0.5:
        bench.setup = bench.setup.model_copy(update={"unit": fresh.unit})


def _memory_reset(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    """As with the unit: keyed in again, or begun anew."""
    if rng.random() < 0.5:
        transmitter = _delivered(bench).transmitter
        bench.setup = bench.setup.model_copy(update={"transmitter": transmitter})


def _delivered(bench: SimulatedHelicopter) -> Setup:
    """What devices hold that nobody has set."""
    setup = bench.setup
    fresh = make_fresh_setup(setup.name, setup.airframe.swash.layout)
    return with_arrangement(fresh, setup.arrangement)


def _nothing(bench: SimulatedHelicopter, rng: np.random.Generator) -> None:
    """Powered up again: nothing is different, but nobody has seen that."""


MISHAPS: dict[str, Happens] = {
    "servo or horn replaced, spline moved": _servo_replaced,
    "pitch link turned or replaced": _pitch_link,
    "crash": _head_rebuilt,
    "head, grip or feathering shaft rebuilt": _head_rebuilt,
    "swash link or swash replaced": _swash_link,
    "ball moved on a horn or ring": _ball_moved,
    "tail servo or its horn": _tail_servo,
    "tail push rod": _tail_rod,
    "tail belt or tail case opened": _tail_case,
    "tail blades changed": _nothing,
    "motor, pinion or gear changed": _gear_changed,
    "speed controller changed or reset": _controller_changed,
    "pack with another cell count": _nothing,
    "unit remounted or turned": _remounted,
    "unit reset to its delivered settings": _unit_reset,
    "transmitter changed or model memory reset": _memory_reset,
    "powered up again": _nothing,
}
"""By the list the pilot says it from (``run.touched.WORKED_ON``)."""
