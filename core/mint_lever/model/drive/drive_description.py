"""The drive of a setup as it is described."""

from __future__ import annotations

from mint_lever.model.drive.drive_machine import Machine, gear_ratio
from mint_lever.model.drive.speed_multiples import DriveFigures, explain_multiple
from mint_lever.setup.catalogue.missing_settings import missing
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.drive import Drive

GEAR = ("drive.gear.pinion", "drive.gear.main")
UNLOADED = ("drive.motor.kv_rpm_per_v", *GEAR, "drive.pack.cells")
LOADED = (
    *UNLOADED,
    "drive.motor.resistance_mohm",
    "drive.motor.no_load_a",
    "drive.pack.resistance_mohm",
)
CAPACITY = "drive.pack.capacity_mah"


def gear_of(setup: Setup) -> float | None:
    """Motor speed over head speed; None where the teeth are not known."""
    gear = None if setup.drive is None else setup.drive.gear
    if gear is None or gear.pinion is None or gear.main is None:
        return None
    second = None if gear.second is None else (gear.second[0], gear.second[1])
    return gear_ratio(gear.pinion, gear.main, second)


def machine_of(setup: Setup) -> Machine | None:
    """The drive to compute with; None while one of :data:`LOADED` is missing, or where the machine
    is not electric."""
    drive, gear = setup.drive, gear_of(setup)
    if drive is None or drive.kind != "electric" or missing(setup, LOADED):
        return None
    return _machine(drive, gear)


def _machine(drive: Drive, gear: float | None) -> Machine:
    motor, pack = drive.motor, drive.pack
    # LOADED names every one of these.
    assert motor.kv_rpm_per_v is not None
    assert motor.resistance_mohm is not None
    assert motor.no_load_a is not None
    assert pack.cells is not None
    assert pack.resistance_mohm is not None
    assert gear is not None
    return Machine(
        kv_rpm_per_v=motor.kv_rpm_per_v,
        gear=gear,
        motor_ohm=motor.resistance_mohm / 1e3,
        no_load_a=motor.no_load_a,
        cells=pack.cells,
        pack_ohm=pack.resistance_mohm / 1e3,
        efficiency=drive.efficiency_pct / 100,
        tail_share=drive.tail_share_pct / 100,
    )


def own_figures(setup: Setup) -> DriveFigures:
    """The figures of the drive that a governor has to be told."""
    drive = setup.drive
    if drive is None:
        return DriveFigures()
    second = drive.gear.second
    stage = None if second is None else second[1] / second[0]
    return DriveFigures(drive.motor.poles, drive.gear.pinion, stage, drive.pack.cells)


def gear_told_as(setup: Setup, told: float) -> str:
    """What a gear ratio that is not this drive's would be made by, in words; "" for nothing."""
    own, true = own_figures(setup), gear_of(setup)
    if true is None:
        return ""
    return explain_multiple(true / told, DriveFigures(pinion=own.pinion, stage=own.stage))
