"""What the head speeds look like over the API."""

from dataclasses import asdict
from typing import Any

from pydantic import BaseModel

from mint_lever.measure import VerdictWord, compute_servo_power
from mint_lever.model import Chain, Punch, calibrate_hover
from mint_lever.modes import WORDS, ModeHover, ModeSpeed, compare_head_speeds, list_measured_speeds
from mint_lever.setup import FlownHover, MeasuredBy, ModeName
from mint_lever_server.modes.schemas import HoverOut, show_hover

_POINTS = 401


class LoadOut(BaseModel):
    """The drive under one load; null where the pack does not hold it, or nobody can know."""

    duty: float | None
    motor_a: float | None
    battery_a: float | None
    pack_v: float | None


class PackOut(BaseModel):
    """One pack: charged, in mid-flight, nearly empty."""

    hover: LoadOut
    full: LoadOut
    headroom_hover_pct: float | None
    headroom_full_pct: float | None


class HeldOut(BaseModel):
    """The highest head speeds (rpm) one pack still holds."""

    unloaded_rpm: float | None
    roomy_rpm: float | None
    most_rpm: float | None
    hover_rpm: float | None


class PinionOut(BaseModel):
    teeth: int
    gear: float
    unloaded_rpm: float
    duty_hover: float | None
    duty_full: float | None
    most_rpm: float


class TableRowOut(BaseModel):
    """Hover with one thing changed, in words."""

    what: str
    collective_deg: float | None
    stick_pct: float | None
    power_w: float | None
    battery_a: float | None
    minutes: float | None


class ModeSpeedOut(BaseModel):
    """One mode at its head speed."""

    mode: ModeName
    rpm: float
    hover: HoverOut
    thrust_over_weight: float | None
    full_deg: float | None
    power_w: float | None
    full_power_w: float | None
    mean_lift: float | None
    disc_loading: float | None
    tip_speed_m_s: float | None
    tip_mach: float | None
    energy_j: float | None
    tail_rpm: float | None
    tail_share_pct: float | None
    minutes: float | None
    word: VerdictWord | None
    shop_pct: float | None
    packs: dict[str, PackOut]
    held: dict[str, HeldOut]
    pinions: list[PinionOut]
    suits: int | None
    pinion_says: str
    table: list[TableRowOut]
    warnings: list[str]


class LackOut(BaseModel):
    path: str
    name: str


class CalibrationOut(BaseModel):
    """The hover that was flown, and what theory is multiplied with because of it."""

    hover: FlownHover | None
    factor: float | None
    why: str


class ServoPowerOut(BaseModel):
    """One servo's force at its ball, and the time for its largest throw."""

    name: str
    force_n: float | None
    throw_deg: float | None
    throw_s: float | None
    word: VerdictWord | None


class SupplyOut(BaseModel):
    """What the BEC gives against what all servos draw held still."""

    bec_a: float | None
    stall_a: float | None
    word: VerdictWord | None


class MeasuredOut(BaseModel):
    """A mode's head speed asked for and measured; the percent that would ask for it."""

    mode: ModeName
    asked_rpm: float | None
    rpm: float | None
    percent: float | None
    date: str
    by: MeasuredBy | None
    word: VerdictWord | None
    says: str
    wanted_percent: float | None


class PercentLineOut(BaseModel):
    """RPM = base + slope · percent."""

    base_rpm: float
    slope_rpm: float
    provisional: bool
    off_rpm: float


class HeadSpeedsOut(BaseModel):
    """Every mode that has a head speed, of the draft as of ``version``."""

    version: int
    gear: float | None
    pinion: int | None
    calibration: CalibrationOut
    modes: list[ModeSpeedOut]
    measured: list[MeasuredOut]
    percent_line: PercentLineOut | None
    servos: list[ServoPowerOut]
    supply: SupplyOut
    lacks: list[LackOut]


class PunchOut(BaseModel):
    """The governor's answer to a punch, over time."""

    time_s: list[float]
    rpm: list[float]
    duty: list[float]
    droop_pct: float
    back_s: float | None
    overshoot_pct: float
    hunts: bool


def show_head_speeds(version: int, chain: Chain, wanted_pct: float) -> HeadSpeedsOut:
    """Show every head speed of a setup; ``wanted_pct`` is the head-room to be left."""
    found, by = compare_head_speeds(chain, wanted_pct), calibrate_hover(chain.setup)
    flown = None if chain.setup.flown is None else chain.setup.flown.hover
    servos, supply = compute_servo_power(chain, "normal")
    rows, line = list_measured_speeds(chain)
    return HeadSpeedsOut(
        version=version,
        gear=found.gear,
        pinion=found.pinion,
        calibration=CalibrationOut(hover=flown, factor=by.factor, why=by.why),
        modes=[_mode(each) for each in found.modes],
        measured=[MeasuredOut(**asdict(row)) for row in rows],
        percent_line=None if line is None else PercentLineOut(**asdict(line)),
        servos=[ServoPowerOut(**asdict(servo)) for servo in servos],
        supply=SupplyOut(**asdict(supply)),
        lacks=[LackOut(path=path, name=name) for path, name in found.lacks],
    )


def _mode(of: ModeSpeed) -> ModeSpeedOut:
    paper: dict[str, Any] = dict(of.paper)
    warnings = [w for w in (*paper["warnings"], *of.drive["warnings"]) if "not filled in" not in w]
    hover: ModeHover = of.hover
    return ModeSpeedOut(
        mode=of.mode,
        rpm=of.rpm,
        hover=show_hover(hover),
        thrust_over_weight=paper["full"]["thrust_over_weight"],
        full_deg=paper["full"]["collective_deg"],
        power_w=paper["power_w"],
        full_power_w=paper["full"]["power_w"],
        mean_lift=paper["mean_lift_coefficient"],
        disc_loading=paper["disc_loading_n_m2"],
        tip_speed_m_s=paper["tip_speed_m_s"],
        tip_mach=paper["tip_mach"],
        energy_j=paper["energy_j"],
        tail_rpm=of.tail_rpm,
        tail_share_pct=of.tail_share_pct,
        minutes=of.drive["minutes"],
        word=of.word,
        shop_pct=of.shop_pct,
        packs={name: PackOut(**pack) for name, pack in of.drive["packs"].items()},
        held={name: HeldOut(**asdict(held)) for name, held in of.held.items()},
        pinions=[PinionOut(**asdict(row)) for row in of.pinions],
        suits=of.suits,
        pinion_says=of.pinion_says,
        table=[TableRowOut(**{**asdict(row), "what": WORDS[row.what]}) for row in of.table],
        warnings=list(dict.fromkeys(warnings)),
    )


def show_punch(of: Punch) -> PunchOut:
    """Show a punch, its lines thinned to what a picture needs."""
    every = max(1, len(of.time_s) // (_POINTS - 1))
    return PunchOut(
        time_s=of.time_s[::every].round(4).tolist(),
        rpm=of.rpm[::every].round(1).tolist(),
        duty=of.duty[::every].round(4).tolist(),
        droop_pct=of.droop_pct,
        back_s=of.back_s,
        overshoot_pct=of.overshoot_pct,
        hunts=of.hunts,
    )
