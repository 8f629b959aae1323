"""Motor, gear, pack and governor, as ``setup-file.md`` names them. All of it is optional."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from mint_lever.setup.parts.number_kinds import (
    Ampere,
    Charge,
    Efficiency,
    Gain,
    Inertia,
    Part,
    Percent,
    Resistance,
    Rpm,
    Seconds,
    SpeedPerVolt,
    Teeth,
)
from mint_lever.setup.setting_description import About, Holder, Quantity

_GOVERNOR = ("governor_settings",)
# What turns the rotor: the governor's own figures and the head speeds asked for hang on it.
_DRIVE = ("drive_data", "governor")
# Another pack turns the same gear: what the governor shows stays, what it can hold does not.
_PACK = ("drive_data", "controller_card")


class Motor(Part, stage="drive", group="Motor"):
    """The motor's own figures."""

    kv_rpm_per_v: Annotated[
        SpeedPerVolt | None,
        About(
            label="Kv",
            help="Motor speed for a volt without load; printed on the motor or in its data.",
            steps=_DRIVE,
        ),
    ] = None
    poles: Annotated[
        int | None,
        Field(ge=2, le=64),
        Quantity(""),
        About(
            label="Poles",
            help="How many magnets the motor's rotor has; from its data, always even.",
            steps=_DRIVE,
        ),
    ] = None
    resistance_mohm: Annotated[
        Resistance | None,
        About(
            label="Motor resistance",
            help="Resistance between two leads, from the motor's data.",
            record=True,
        ),
    ] = None
    no_load_a: Annotated[
        Ampere | None,
        About(
            label="No-load current",
            help="What the motor draws turning freely, from its data.",
            record=True,
        ),
    ] = None


class Gear(Part, stage="drive", group="Gear"):
    """Teeth from the motor to the rotor; ``second`` is driver and driven of a second stage."""

    pinion: Annotated[
        Teeth | None,
        About(
            label="Pinion teeth",
            help="Teeth of the gear on the motor's shaft; count them.",
            steps=_DRIVE,
        ),
    ] = None
    main: Annotated[
        Teeth | None,
        About(
            label="Main gear teeth",
            help="Teeth of the gear the pinion meets; count them or see the parts list.",
            steps=_DRIVE,
        ),
    ] = None
    second: Annotated[
        list[
            Annotated[
                Teeth,
                About(
                    label="Second stage, wheel {n}",
                    help="Teeth of the second stage: the driving wheel first, then the driven one.",
                    steps=_DRIVE,
                ),
            ]
        ]
        | None,
        Field(min_length=2, max_length=2),
    ] = None


class Pack(Part, stage="drive", group="Pack"):
    """The flight pack; its resistance is the whole pack's."""

    cells: Annotated[
        int | None,
        Field(ge=1, le=20),
        Quantity("cells"),
        About(
            label="Cells in series",
            help="How many cells stand in series; printed on the pack before its S.",
            steps=_PACK,
        ),
    ] = None
    resistance_mohm: Annotated[
        Resistance | None,
        About(
            label="Pack resistance",
            help="Resistance of the whole pack, as a charger shows it.",
            record=True,
        ),
    ] = None
    capacity_mah: Annotated[
        Charge | None,
        About(
            label="Capacity",
            help="The pack's charge, printed on it.",
            record=True,
        ),
    ] = None


class Governor(Part, stage="drive", group="Governor"):
    """What is meant to hold the head speed, and how it is set."""

    place: Annotated[
        Literal["unit", "speed_controller", "none"],
        About(
            label="Governor is meant to be in",
            help="The one device that is to hold the head speed.",
            record=True,
            words={"unit": "the unit", "speed_controller": "the speed controller", "none": "none"},
        ),
    ] = "none"
    band_low_rpm: Annotated[
        Rpm | None,
        About(
            label="Band from",
            help="The lowest head speed of the governor's band.",
            steps=_GOVERNOR,
        ),
    ] = None
    band_high_rpm: Annotated[
        Rpm | None,
        About(
            label="Band to",
            help="The highest head speed of the governor's band.",
            steps=_GOVERNOR,
        ),
    ] = None
    on_above_pct: Annotated[
        Percent,
        About(
            label="On above",
            help="The throttle above which the governor switches on.",
            steps=_GOVERNOR,
        ),
    ] = 30.0
    takes_over_pct: Annotated[
        Percent,
        About(
            label="Takes over at",
            help="The share of the target speed from which the governor takes over.",
            steps=_GOVERNOR,
        ),
    ] = 60.0
    gain: Annotated[
        Gain,
        About(
            label="Governor gain",
            help="How strongly the governor answers a fall of the head speed, in its own figure.",
            steps=_GOVERNOR,
        ),
    ] = 6.0
    low_limit_hover_pct: Annotated[
        Percent | None,
        About(
            label="May cut to, hover",
            help="The lowest throttle the governor may cut to in the hover mode.",
            steps=_GOVERNOR,
        ),
    ] = None
    low_limit_idle_up_pct: Annotated[
        Percent | None,
        About(
            label="May cut to, idle-up",
            help="The lowest throttle the governor may cut to in the idle-ups.",
            steps=_GOVERNOR,
        ),
    ] = None
    start_delay_s: Annotated[
        Seconds | None,
        About(
            label="Start delay",
            help="How long the governor waits before it spools up.",
            steps=_GOVERNOR,
        ),
    ] = None
    ramp_up_s: Annotated[
        Seconds,
        About(
            label="Ramp up",
            help="How long the governor takes to a higher speed.",
            steps=_GOVERNOR,
        ),
    ] = 5.0
    ramp_down_s: Annotated[
        Seconds,
        About(
            label="Ramp down",
            help="How long the governor takes to a lower speed.",
            steps=_GOVERNOR,
        ),
    ] = 5.0


class Drive(Part, stage="drive"):
    """Everything that turns the rotor."""

    kind: Annotated[
        Literal["electric", "other"],
        About(
            label="Kind of drive",
            help="Electric, or something else that this program does not compute.",
            record=True,
            words={"electric": "electric", "other": "other"},
        ),
    ] = "electric"
    motor: Annotated[Motor, Holder(name="motor")] = Motor()
    gear: Annotated[Gear, Holder(name="gear")] = Gear()
    pack: Annotated[Pack, Holder(name="pack")] = Pack()
    efficiency_pct: Annotated[
        Efficiency,
        About(
            label="Efficiency of gear and drive",
            help="How much of the motor's power reaches the rotor; 95 from memory.",
            record=True,
        ),
    ] = 95.0
    tail_share_pct: Annotated[
        Percent,
        About(
            label="Tail's share of the power",
            help="How much the tail rotor takes beside the main rotor; 12 from memory.",
            record=True,
        ),
    ] = 12.0
    head_inertia_kg_m2: Annotated[
        Inertia | None,
        About(
            label="Inertia of head and blades",
            help="Known from a maker or a log; left out, it is worked out from the blades.",
            record=True,
        ),
    ] = None
    governor: Annotated[Governor, Holder(name="governor")] = Governor()
