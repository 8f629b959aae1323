"""What the unit holds that is found by flying: figures on the unit's own scale, each optional."""

from __future__ import annotations

from typing import Annotated

from mint_lever.setup.parts.number_kinds import OwnScale, Part, SignedShare
from mint_lever.setup.setting_description import About, Holder

# Nothing measured on the bench hangs on them; after any change the final list is gone through.
_FINAL = ("final_directions",)
_CYCLIC, _TAIL = "Cyclic, tuned in flight", "Tail, tuned in flight"


def _cyclic(label: str, help_: str) -> About:
    return About(
        label=label,
        help=help_,
        stage="gain",
        group=_CYCLIC,
        function="cyclic",
        steps=_FINAL,
        alone=True,
    )


def _tail(label: str, help_: str) -> About:
    return About(
        label=label,
        help=help_,
        stage="arrival",
        group=_TAIL,
        function="rudder",
        steps=_FINAL,
        alone=True,
    )


class CentreTrim(Part, stage="gain", group=_CYCLIC):
    """Where the unit takes the swash to with the sticks at rest: what was trimmed out in a hover
    and then moved into the unit. Percent of full servo throw, + tilts right or forward."""

    aileron_pct: Annotated[
        SignedShare,
        About(
            label="Cyclic centre, aileron",
            help="Aileron that was trimmed out hovering and then moved into the unit; + is right.",
            function="cyclic",
            steps=_FINAL,
            alone=True,
            nudge=0.5,
        ),
    ] = 0.0
    elevator_pct: Annotated[
        SignedShare,
        About(
            label="Cyclic centre, elevator",
            help="Elevator that was trimmed out hovering and then moved into the unit; + is "
            "forward.",
            function="cyclic",
            steps=_FINAL,
            alone=True,
            nudge=0.5,
        ),
    ] = 0.0


class CyclicTuning(Part):
    """How the unit answers the cyclic and collective sticks."""

    character: Annotated[
        OwnScale | None,
        _cyclic("Character", "How fast and how hard the unit lets the model answer; start mild."),
    ] = None
    response: Annotated[
        OwnScale | None,
        _cyclic("Cyclic response", "How quickly the model answers as the stick leaves its centre."),
    ] = None
    collective_boost: Annotated[
        OwnScale | None,
        _cyclic(
            "Collective boost", "Pitch the unit adds for a moment when the collective moves fast."
        ),
    ] = None
    dead_band: Annotated[
        OwnScale | None,
        _cyclic("Cyclic dead band", "How far the stick may leave its centre before it counts."),
    ] = None
    pitch_up: Annotated[
        OwnScale | None,
        _cyclic(
            "Pitch-up compensation", "How firmly the unit keeps the nose from rising at speed."
        ),
    ] = None


class TailTuning(Part):
    """How the unit or gyro answers the rudder stick and holds the heading."""

    heading_hold: Annotated[
        OwnScale | None,
        _tail("Heading hold", "How firmly the tail goes back to the heading it was left at."),
    ] = None
    torque_precompensation: Annotated[
        OwnScale | None,
        _tail(
            "Torque pre-compensation",
            "Tail pitch the unit adds at once when the collective moves; its sign is its "
            "direction.",
        ),
    ] = None
    response: Annotated[
        OwnScale | None,
        _tail("Rudder response", "How quickly the tail answers the stick, and how hard it stops."),
    ] = None
    dead_band: Annotated[
        OwnScale | None,
        _tail("Rudder dead band", "How far the stick may leave its centre before it counts."),
    ] = None


class Tuning(Part):
    """Figures of the unit that are found by flying, on its own scale; left out where the unit has
    none or nobody has looked."""

    cyclic: Annotated[CyclicTuning, Holder(play="stabilised")] = CyclicTuning()
    tail: Annotated[TailTuning, Holder()] = TailTuning()
