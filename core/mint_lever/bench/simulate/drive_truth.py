"""The simulated helicopter's drive: motor, gear, pack, speed controller and governor.

What the setup says of the devices is what they are set to; the metal, what a governor was told in
its own menu, a lock, a sensor are the hidden truth.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, Literal

import numpy as np
from pydantic import BaseModel, ConfigDict

from mint_lever.axes import SENT
from mint_lever.faults import Fault, NotSimulated
from mint_lever.model.chain.control_chain import build_chain
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.drive.governor_device import governed_modes, meant, switched_on
from mint_lever.model.drive.speed_multiples import FORGOTTEN, TOLD, TWICE
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.drive import Drive, Governor
from mint_lever.setup.parts.flight_modes import MODES, ModeName
from mint_lever.sources import PRACTICE

Stage = Literal["right", "forgotten", "twice"]
_SENSOR_PCT: Annotated[float, PRACTICE] = 60.0
"""The least signal a governor works with (common practice, no source)."""
_DISPLAY_RPM = 10.0
_STICKS = tuple(-100.0 + 10 * i for i in range(21))
_FIGURES = {
    "on_above": "on_above_pct",
    "band_low": "band_low_rpm",
    "band_high": "band_high_rpm",
    "gain": "gain",
}
_DELIVERED = {"band_low": 1000.0, "band_high": 4000.0}


class DriveTruth(BaseModel):
    """What nobody knows of the drive.

    ``facts`` are teeth, poles, Kv, cells and resistances as they are; ``told`` what the governor
    was told of poles, pinion and cells where that is not so, ``stage`` what of a second stage.
    ``governor_on`` are the devices' own switches, ``asks`` the figures (rpm) of modes that were
    left at a default.
    """

    model_config = ConfigDict(extra="forbid")

    facts: dict[str, float] = {}
    limit_rpm: float = 6000.0
    governor_on: dict[str, bool] = {}
    told: dict[str, float] = {}
    stage: Stage = "right"
    asks: dict[str, float] = {}
    through_unit: bool = True
    unit_taught: bool = False
    locked: bool = False
    sensor_pct: float = 90.0
    has_card: bool = True
    """Whether the controller has anything to set."""
    card: dict[str, int] = {}
    bec_volt: float = 5.5
    rating_volt: float = 8.4
    tail_rating_volt: float | None = None
    """Of the tail servo; None is as the others'."""
    yaw_feed_right: bool = True

    def unit_reset(self) -> None:
        """What a unit forgets with its memory."""
        self.governor_on["unit"] = False
        self.unit_taught = False
        self.told.update({"poles": 2.0})


class SimulatedDrive:
    """The drive with the devices' settings as they are now."""

    def __init__(self, setup: Setup, truth: DriveTruth, throttle_right: bool):
        self.setup = setup
        self.truth = truth
        self._throttle_right = throttle_right
        self._does: dict[str, Callable[[int, float], None]] = {
            "teach_unit_throttle": self._teach_unit,
            "lead_throttle": self._lead,
            "switch_governor": self._switch,
            "program_card": self._program,
            "set_bec": self._set_bec,
            "set_yaw_feed": self._set_yaw_feed,
            "tell_governor": self._tell,
            "unlock_governor": self._unlock,
            "mend_sensor": self._mend_sensor,
            "set_mode_speed": self._set_mode,
        }

    # What a pilot does.

    def do(self, kind: str, index: int, amount: float) -> None:
        """Do one piece of work by hand; work on something else is not the drive's."""
        if kind in self._does:
            self._does[kind](index, amount)

    def _teach_unit(self, index: int, amount: float) -> None:
        self.truth.unit_taught = self._throttle_right

    def _lead(self, index: int, amount: float) -> None:
        self.truth.through_unit = True

    def _switch(self, index: int, amount: float) -> None:
        self.truth.governor_on[("unit", "speed_controller")[index]] = bool(amount)

    def _program(self, index: int, amount: float) -> None:
        self.truth.card[str(index)] = int(amount)

    def _set_bec(self, index: int, amount: float) -> None:
        self.truth.bec_volt = amount

    def _set_yaw_feed(self, index: int, amount: float) -> None:
        self.truth.yaw_feed_right = True

    def _tell(self, index: int, amount: float) -> None:
        if TOLD[index] == "ratio":
            self.truth.stage = "right"
            self.truth.told.pop("pinion", None)
        else:
            self.truth.told.pop(TOLD[index], None)

    def _unlock(self, index: int, amount: float) -> None:
        self.truth.locked = False

    def _mend_sensor(self, index: int, amount: float) -> None:
        self.truth.sensor_pct = 85.0

    def _set_mode(self, index: int, amount: float) -> None:
        self.truth.asks.pop(MODES[index], None)

    # What a pilot sees.

    def fact(self, key: str) -> float:
        """Count or read off one figure of the drive."""
        if key not in self.truth.facts:
            raise NotSimulated(
                [Fault(key, "nothing of it on the simulated model", "a described drive")]
            )
        return self.truth.facts[key]

    def makers_limit(self) -> float:
        """Look up the lowest head speed that a maker allows."""
        return self.truth.limit_rpm

    def governor_on(self, box: str) -> bool:
        """Look whether a device's own governor is switched on."""
        return self.truth.governor_on.get(box, box in switched_on(self.setup))

    def any_governor_on(self) -> bool:
        """Look whether any device's governor is switched on."""
        return any(self.governor_on(box) for box in ("unit", "speed_controller"))

    def card_took(self, item: int) -> str:
        """Say which choice of an item the controller holds."""
        return str(self.truth.card.get(str(item), 0))

    def read_bec(self) -> float:
        """Measure the supply at the receiver (V)."""
        return round(self.truth.bec_volt, 1)

    def rating(self, *, tail: bool) -> float:
        """Look up what a part is rated for (V): the tail servo, or any other that is fed."""
        own = self.truth.tail_rating_volt if tail else None
        return self.truth.rating_volt if own is None else own

    def unit_shows_throttle(self, pct: float) -> float:
        """Read the unit's throttle display (percent) at a throttle of so many percent."""
        shown = pct if self._throttle_right else 100.0 - pct
        return shown if self.truth.unit_taught else round(50.0 + 0.78 * (shown - 50.0))

    def lowest_throttle(self, mode: ModeName) -> float:
        """Read the lowest throttle (percent) of a mode over the stick's way."""
        sent = build_chain(self.setup).shaped(Sticks.at(_STICKS), mode)[SENT.index("throttle")]
        return float((sent.min() + 100.0) / 2)

    def governor_figure(self, key: str) -> float:
        """Read one figure off the governor's own menu."""
        drive = self.setup.drive
        governor = Governor() if drive is None else drive.governor
        value = getattr(governor, _FIGURES[key])
        return _DELIVERED[key] if value is None else float(value)

    def told(self, what: str) -> float:
        """Read a figure off the governor's own menu: poles, cells, or the ratio of the gear."""
        facts, told = self.truth.facts, self.truth.told
        if what != "ratio":
            return told.get(what, facts.get(what, 0.0))
        teeth = facts.get("main", 0.0) / told.get("pinion", facts.get("pinion", 1.0))
        return round(teeth * self._stage_told(), 2)

    def _stage_told(self) -> float:
        """What of a second stage is in the ratio that the governor was told."""
        drive = self.setup.drive
        if drive is None or drive.gear.second is None:
            return 1.0
        stage = drive.gear.second[1] / drive.gear.second[0]
        return {FORGOTTEN: 1.0, TWICE: stage * stage}.get(self.truth.stage, stage)

    def shows(self, mode: ModeName) -> float:
        """Read the head speed (rpm, to the display's step) the governor shows in a mode; 0 while it
        is off or does not engage.

        It shows its target: with a motor that cannot drive, and with a governor that holds, what
        it was told of poles and gear does not show.
        """
        truth, place = self.truth, meant(self.setup)
        if mode not in governed_modes(self.setup) or not self.governor_on(place):
            return 0.0
        if truth.locked or (place == "unit" and truth.sensor_pct < _SENSOR_PCT):
            return 0.0
        if place == "unit" and self.lowest_throttle(mode) <= self.governor_figure("on_above"):
            return 0.0
        rpm = truth.asks.get(mode, getattr(self.setup.transmitter.modes, mode).head_speed_rpm)
        return float(_DISPLAY_RPM * round(rpm / _DISPLAY_RPM))


def random_drive(setup: Setup, rng: np.random.Generator) -> DriveTruth:
    """Hide random mistakes in a drive: what is written down of it, what its governor is told, its
    switches, its card, its supply. Few at a time: the drive has builds of its own."""
    facts = true_facts(setup.drive, rng)
    told: dict[str, float] = {}
    if rng.random() < 0.25:
        told["poles"] = float(rng.choice([p for p in (2, 4, 6, 8, 12) if p != facts["poles"]]))
    return DriveTruth(
        facts=facts,
        limit_rpm=float(rng.choice([2500.0, 2800.0, 3200.0])),
        governor_on=_switches(setup, rng),
        told=told,
        locked=bool(rng.random() < 0.1),
        sensor_pct=45.0 if rng.random() < 0.1 else 90.0,
        through_unit=bool(rng.random() < 0.9),
        has_card=bool(rng.random() < 0.25),
        card={str(item): int(rng.integers(2)) for item in range(6)},
        bec_volt=8.0 if rng.random() < 0.2 else 5.5,
        rating_volt=float(rng.choice([6.0, 7.4, 8.4])),
        yaw_feed_right=bool(rng.integers(2)),
    )


def _switches(setup: Setup, rng: np.random.Generator) -> dict[str, bool]:
    """The devices' governors, one of them the wrong way round now and then."""
    on = {box: box == meant(setup) for box in ("unit", "speed_controller")}
    if rng.random() < 0.25:
        box = str(rng.choice(sorted(on)))
        on[box] = not on[box]
    return on


def true_facts(drive: Drive | None, rng: np.random.Generator) -> dict[str, float]:
    """Give what a drive really is: as written down where it is written down, else something
    plausible; the pinion one tooth beside now and then. Figures from memory."""
    written = Drive() if drive is None else drive
    pinion = written.gear.pinion or int(rng.integers(9, 16))
    if rng.random() < 0.2:
        pinion += 1
    return {
        "pinion": float(pinion),
        "main": float(written.gear.main or rng.integers(90, 160)),
        "poles": float(written.motor.poles or rng.choice([8, 10, 12, 14])),
        "kv": written.motor.kv_rpm_per_v or float(rng.integers(45, 160) * 10),
        "cells": float(written.pack.cells or rng.choice([6, 12])),
        "motor_mohm": written.motor.resistance_mohm or float(rng.integers(8, 30)),
        "no_load": written.motor.no_load_a or round(float(rng.uniform(1.0, 3.0)), 1),
        "pack_mohm": written.pack.resistance_mohm or float(rng.integers(8, 40)),
        "capacity": written.pack.capacity_mah or float(rng.integers(18, 50) * 100),
    }
