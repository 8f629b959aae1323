"""Random drives with hidden faults, for the steps of the head speed and for the field."""

from __future__ import annotations

from collections.abc import Callable
from typing import cast

import numpy as np

from mint_lever.bench.simulate.drive_truth import DriveTruth, true_facts
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.hidden_truth import Truth, random_truth
from mint_lever.bench.simulate.random_builds import with_governor
from mint_lever.model.drive.governor_device import GovernorPlace, meant
from mint_lever.setup.document import Setup
from mint_lever.setup.new_setup import make_fresh_setup
from mint_lever.setup.parts.airframe import Rotor

_WITHOUT = 0.1
"""The share of drives in which nothing is wrong."""
_MOST_FAULTS = 3
Hide = Callable[[Setup, Truth, np.random.Generator], None]


def random_drive_build(seed: int) -> tuple[SimulatedHelicopter, tuple[str, ...]]:
    """Make a helicopter with a described, governed drive; give it and the faults hidden in it.

    One to three faults of different kinds, each equally often; one drive in ten has none.
    """
    rng = np.random.default_rng([seed, 7])
    place = cast(GovernorPlace, str(rng.choice(["unit", "speed_controller"])))
    setup = with_governor(make_fresh_setup("Chervil 450", "three_120"), place, rng)
    setup = _with_rotor(setup, rng)
    count = 0 if rng.random() < _WITHOUT else int(rng.integers(1, _MOST_FAULTS + 1))
    faults = tuple(str(kind) for kind in rng.choice(sorted(FAULTS), count, replace=False))
    if "stage" in faults:
        setup = _with_second_stage(setup)
    truth = random_truth(setup, rng)
    truth.throttle_turned, truth.throttle_taught = False, True
    truth.drive = DriveTruth(
        facts=_as_written(setup, rng),
        limit_rpm=2800.0,
        governor_on={box: box == place for box in ("unit", "speed_controller")},
        unit_taught=True,
        card={"1": 1, "2": 2, "4": 2, "5": 1},
    )
    for kind in faults:
        FAULTS[kind](setup, truth, rng)
    return SimulatedHelicopter(setup, truth, seed), faults


def _with_rotor(setup: Setup, rng: np.random.Generator) -> Setup:
    """Blades and weight as their pilot has measured them. Figures from memory."""
    radius_mm = float(rng.integers(360, 720))
    rotor = Rotor(radius_mm=radius_mm, root_mm=80.0, chord_mm=float(rng.integers(32, 60)))
    mass_g = 1000.0 * (radius_mm / 1000) ** 2 * float(rng.uniform(7.0, 9.0))
    airframe = setup.airframe.model_copy(update={"rotor": rotor, "mass_g": round(mass_g)})
    return setup.model_copy(update={"airframe": airframe})


def _with_second_stage(setup: Setup) -> Setup:
    assert setup.drive is not None
    gear = setup.drive.gear.model_copy(update={"second": [18, 22]})
    return setup.model_copy(update={"drive": setup.drive.model_copy(update={"gear": gear})})


def _as_written(setup: Setup, rng: np.random.Generator) -> dict[str, float]:
    facts = true_facts(setup.drive, rng)
    assert setup.drive is not None
    assert setup.drive.gear.pinion is not None
    return {**facts, "pinion": float(setup.drive.gear.pinion)}


def _other(rng: np.random.Generator, among: tuple[int, ...], than: float) -> float:
    return float(rng.choice([each for each in among if each != than]))


def _reversed(setup: Setup, truth: Truth, rng: np.random.Generator) -> None:
    truth.throttle_turned = True


def _ends(setup: Setup, truth: Truth, rng: np.random.Generator) -> None:
    truth.throttle_taught = False
    truth.drive.unit_taught = False


def _poles(setup: Setup, truth: Truth, rng: np.random.Generator) -> None:
    truth.drive.told["poles"] = _other(rng, (2, 4, 6, 8, 10, 12, 14), truth.drive.facts["poles"])


def _pinion(setup: Setup, truth: Truth, rng: np.random.Generator) -> None:
    """Another pinion than the one written down, and the governor goes by what is written."""
    truth.drive.told["pinion"] = truth.drive.facts["pinion"]
    truth.drive.facts["pinion"] += float(rng.choice([-1, 1]))


def _cells(setup: Setup, truth: Truth, rng: np.random.Generator) -> None:
    """A governor in a unit counts turns and never knows of the cells."""
    if meant(setup) == "speed_controller":
        truth.drive.told["cells"] = _other(rng, (3, 4, 6, 10, 12), truth.drive.facts["cells"])


def _stage(setup: Setup, truth: Truth, rng: np.random.Generator) -> None:
    truth.drive.stage = "forgotten" if rng.random() < 0.5 else "twice"


def _locked(setup: Setup, truth: Truth, rng: np.random.Generator) -> None:
    truth.drive.locked = True


def _two(setup: Setup, truth: Truth, rng: np.random.Generator) -> None:
    truth.drive.governor_on = {"unit": True, "speed_controller": True}


def _off(setup: Setup, truth: Truth, rng: np.random.Generator) -> None:
    truth.drive.governor_on[meant(setup)] = False


def _weak(setup: Setup, truth: Truth, rng: np.random.Generator) -> None:
    truth.drive.facts["pack_mohm"] = 3.0 * truth.drive.facts["pack_mohm"]


def _default(setup: Setup, truth: Truth, rng: np.random.Generator) -> None:
    truth.drive.asks[str(rng.choice(["idle_up_1", "idle_up_2"]))] = 1500.0


def _sensor(setup: Setup, truth: Truth, rng: np.random.Generator) -> None:
    truth.drive.sensor_pct = 40.0


def _bec(setup: Setup, truth: Truth, rng: np.random.Generator) -> None:
    """Above every rating, or above the tail servo's alone."""
    truth.drive.bec_volt = 8.0
    if rng.random() < 0.5:
        truth.drive.rating_volt = 6.0
    else:
        truth.drive.tail_rating_volt = 6.0


FAULTS: dict[str, Hide] = {
    "reversed": _reversed,
    "ends": _ends,
    "poles": _poles,
    "pinion": _pinion,
    "cells": _cells,
    "stage": _stage,
    "locked": _locked,
    "two_governors": _two,
    "governor_off": _off,
    "weak_pack": _weak,
    "default": _default,
    "sensor": _sensor,
    "bec": _bec,
}
"""What can be wrong with a drive, and how it is hidden."""
