"""The steps of a setup as data: order, title, why, and what each rests on.

Common practice, no source. A step rests on earlier steps and on aspects: parts of the helicopter
or settings that somebody can touch. Numbers are the usual order of work; a step keeps its number
where an arrangement leaves others out.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from mint_lever.setup.document import Arrangement

StepName = Literal[
    "make_safe",
    "model_memory",
    "arrival",
    "servo_basics",
    "horns",
    "together",
    "tilts",
    "level",
    "zero_pitch",
    "cyclic_throw",
    "collective_range",
    "clearance",
    "teach_throws",
    "corrections",
    "flight_modes",
    "final_directions",
]

Aspect = Literal[
    "power",
    "model_memory",
    "channel_ends",
    "pulse_family",
    "servo",
    "servo_direction",
    "servo_sub_trim",
    "servo_stops",
    "function_direction",
    "layout",
    "swash_link",
    "level_trim",
    "ball",
    "blade_link",
    "blade",
    "head",
    "cyclic_throw",
    "collective_throw",
    "ring",
    "phase",
    "unit_mount",
    "correction",
    "modes",
]


@dataclass(frozen=True)
class Step:
    """One step. ``every_power_up`` steps are asked again each time the model is powered.

    A step that only one arrangement has stands half way between two numbers.
    """

    name: StepName
    number: float
    title: str
    why: str
    rests_on: tuple[StepName, ...] = ()
    touches: tuple[Aspect, ...] = ()
    every_power_up: bool = False
    always_last: bool = False
    arrangements: tuple[Arrangement, ...] = (
        "unit_mixes",
        "transmitter_mixes_unit_behind",
        "transmitter_mixes",
    )


_WITH_UNIT: tuple[Arrangement, ...] = ("unit_mixes", "transmitter_mixes_unit_behind")

STEPS: tuple[Step, ...] = (
    Step(
        "make_safe",
        1,
        "Make safe",
        "A motor that starts on the bench takes fingers with it.",
        touches=("power",),
        every_power_up=True,
    ),
    Step(
        "model_memory",
        2,
        "Fresh model memory",
        "An old trim or end point spoils every measurement after it, unseen.",
        touches=("model_memory",),
    ),
    Step(
        "arrival",
        3,
        "Link and arrival",
        "Full stick must arrive at the unit as exactly 100 %; direction first, ends after.",
        rests_on=("model_memory",),
        touches=("channel_ends",),
        arrangements=("unit_mixes",),
    ),
    Step(
        "servo_basics",
        4,
        "Servo basics",
        "The wrong pulse family runs a servo to one end; too fast a frame rate heats it.",
        touches=("pulse_family",),
    ),
    Step(
        "horns",
        5,
        "Square the horns",
        "A horn off square moves further one way than the other.",
        rests_on=("servo_basics",),
        touches=("servo", "servo_sub_trim"),
    ),
    Step(
        "together",
        6,
        "All together",
        "Every servo must push the swash the same way, and up must mean more pitch.",
        rests_on=("horns",),
        touches=("servo_direction", "layout"),
    ),
    Step(
        "tilts",
        7,
        "Tilts",
        "Stick right tilts right, stick back tilts back.",
        touches=("servo_direction", "function_direction", "layout"),
    ),
    Step(
        "level",
        8,
        "Level the swash",
        "What is not level at centre is a held cyclic command on every flight.",
        rests_on=("horns",),
        touches=("swash_link", "level_trim"),
    ),
    Step(
        "zero_pitch",
        9,
        "Zero pitch and tracking",
        "Blades that agree at zero track without a tracking flight.",
        rests_on=("level",),
        touches=("ball", "blade_link", "blade", "head"),
    ),
    Step(
        "cyclic_throw",
        10,
        "Cyclic throw",
        "Enough for the stabiliser to work with, not so much that it turns nervous.",
        rests_on=("level",),
        touches=("ball", "head", "cyclic_throw"),
    ),
    Step(
        "collective_range",
        11,
        "Collective range",
        "Equal both ways, and no more than pilot and head can use.",
        rests_on=("zero_pitch",),
        touches=("collective_throw",),
    ),
    Step(
        "clearance",
        12,
        "Clearance",
        "Nothing may stall or touch anywhere the sticks can reach together.",
        rests_on=("cyclic_throw", "collective_range"),
        touches=("ring", "servo_stops"),
    ),
    Step(
        "teach_throws",
        12.5,
        "Teach the throws",
        "A unit that rides behind the mixing knows a command only by the throws it was shown.",
        touches=(
            "model_memory",
            "channel_ends",
            "servo_direction",
            "servo_sub_trim",
            "servo_stops",
            "function_direction",
            "layout",
            "cyclic_throw",
            "collective_throw",
            "ring",
        ),
        arrangements=("transmitter_mixes_unit_behind",),
    ),
    Step(
        "corrections",
        13,
        "Swash corrections",
        "A correction the wrong way crashes the model as it gets light on the skids.",
        rests_on=("teach_throws",),
        touches=("servo", "servo_direction", "swash_link", "phase", "unit_mount", "correction"),
        arrangements=_WITH_UNIT,
    ),
    Step(
        "flight_modes",
        17,
        "Flight modes",
        "A mode that was never looked through is found out in the air, when the switch moves.",
        touches=("model_memory", "modes"),
    ),
    Step(
        "final_directions",
        18,
        "Final directions and fail-safe",
        "Every direction once more, and the fail-safe cuts the throttle.",
        always_last=True,
    ),
)


def steps_for(arrangement: Arrangement) -> tuple[Step, ...]:
    """Give the steps an arrangement has, in the order of work."""
    return tuple(step for step in STEPS if arrangement in step.arrangements)
