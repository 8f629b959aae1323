"""What is seen of the head speed. Common practice, no source; in depth: the head-speed steps."""

from __future__ import annotations

from mint_lever.field.symptoms.symptom import Amount, Remedy, Symptom

_POINT = Amount(points=1)
_GAIN = "drive.governor.gain"
_UP, _DOWN = "drive.governor.ramp_up_s", "drive.governor.ramp_down_s"

HEAD_SPEED: tuple[Symptom, ...] = (
    Symptom(
        key="speed_falls",
        seen="Head speed falls on hard collective",
        part="head speed",
        rung="head_speed",
        likely="The governor answers too softly, or there is nothing left for it to give.",
        look=(
            "The pack: charged, warm, and not worn?",
            "The gear: is there head-room at full collective? The head-speed report says it.",
        ),
        remedies=(
            Remedy(path=_GAIN, way=1, by=_POINT),
            Remedy(path="transmitter.modes.{mode}.head_speed_rpm", way=-1, by=Amount(share=0.05)),
        ),
        wrong_if="it falls as far as before: then the head-room is missing, not the gain",
        overdone=("speed_surges",),
    ),
    Symptom(
        key="speed_surges",
        seen="Head speed surges up and down at hover",
        part="head speed",
        rung="head_speed",
        likely="The governor answers too hard, or its sensor reads badly.",
        look=("The speed sensor or phase wire: firm, and away from noise?",),
        remedies=(Remedy(path=_GAIN, way=-1, by=_POINT),),
        wrong_if="it surges at the same pace as before",
        overdone=("speed_falls",),
    ),
    Symptom(
        key="sluggish_mode",
        seen="Head speed comes sluggishly when the mode changes",
        part="head speed",
        rung="head_speed",
        likely="The ramp takes longer than it needs to.",
        remedies=(
            Remedy(path=_UP, way=-1, by=_POINT),
            Remedy(path=_DOWN, way=-1, by=_POINT),
        ),
        wrong_if="it comes as slowly as before",
        overdone=("tail_kick_mode",),
    ),
    Symptom(
        key="never_engages",
        seen="The governor never engages",
        part="head speed",
        rung="bench",
        likely="It was started with the throttle high, stays below its on-point, or reads no "
        "speed.",
        bench=("governor_settings", "governor_place"),
        wrong_if="it engages on the bench as it should",
    ),
    Symptom(
        key="nothing_at_spool_up",
        seen="Nothing happens at spool-up",
        part="head speed",
        rung="bench",
        likely="Its lock, its on-point or its sensor keeps it from starting. A lock after a start "
        "with the throttle high is protection.",
        bench=("controller_card", "governor_place"),
        wrong_if="it starts on the bench as it should",
    ),
)
