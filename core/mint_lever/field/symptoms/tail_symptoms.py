"""What is seen of the tail. Common practice, no source, but where a line says otherwise."""

from __future__ import annotations

from typing import Annotated

from mint_lever.field.symptoms.symptom import Amount, Remedy, Symptom
from mint_lever.sources import fact

# F15: points of tail gain count on the scale of one channel, 0 to 100.
_GAIN_POINTS: Annotated[Amount, fact("F15")] = Amount(points=4, on="on a scale 0–100")
_STEP = Amount(points=1)


def _gain(way: int) -> Remedy:
    return Remedy(
        path="transmitter.modes.{mode}.tail_gain_pct",
        way=1 if way > 0 else -1,
        by=_GAIN_POINTS,
        of="size",
    )


# Its direction is looked at first: the wrong one makes every kick worse.
_TORQUE = Remedy(
    path="unit.tuning.tail.torque_precompensation",
    way=1,
    by=_STEP,
    of="by torque",
    first="Its direction: collective up by hand, and the tail has to move as it does for a stick "
    "against the torque.",
)
_SLACK = (
    "Slop or a stiff slider: move it by hand, the whole way.",
    "The horn: one that is too long makes every correction too big.",
    "The servo: fast enough for this size?",
    "The belt's tension, and the tail shaft: is it straight?",
)

_ANSWER = (
    "The correction: the motor cannot drive, sticks let go; push the nose left. The tail must "
    "answer nose right. More gain never cures one that is reversed."
)

TAIL: tuple[Symptom, ...] = (
    Symptom(
        key="tail_turns_round",
        seen="Turns round by itself as it lifts, faster the more it is left alone",
        part="tail",
        rung="bench",
        likely="The yaw correction is reversed. If it is right: the tail drive slips or turns the "
        "wrong way, or the pitch at centre is on the wrong side.",
        bench=("tail_correction", "tail_mechanics", "tail_offset"),
        danger=True,
        in_turn=True,
        wrong_if="the tail answers a push of the nose the right way, and its drive is sound",
    ),
    Symptom(
        key="turns_away_as_it_lifts",
        seen="Turns away as it lifts, then stops",
        part="tail",
        rung="bench",
        likely="The pitch at centre is on the wrong side, or the limit on that side is short.",
        look=(_ANSWER,),
        bench=("tail_offset", "tail_limits"),
        wrong_if="it turns away as far as before",
        overdone=("servo_groans",),
    ),
    Symptom(
        key="tail_wags",
        seen="Tail wags quickly",
        part="tail",
        rung="tail_gain",
        likely="The tail gain is above what this tail and head speed can take.",
        look=_SLACK,
        remedies=(_gain(-1),),
        wrong_if="the wag stays as it is, or comes with one sound of the gears or belt",
        overdone=("tail_drifts",),
    ),
    Symptom(
        key="tail_wags_banked",
        seen="Tail wags in banked turns to one side only",
        part="tail",
        rung="tail_gain",
        likely="The gain is a little high, and it shows only where the tail is helped.",
        look=_SLACK,
        remedies=(_gain(-1),),
        wrong_if="it wags in the same turns as before",
        overdone=("tail_drifts",),
    ),
    Symptom(
        key="tail_drifts",
        seen="Tail drifts or swings slowly, in heading hold",
        part="tail",
        rung="tail_gain",
        likely="The tail gain is too low to hold against wind and torque.",
        look=(_ANSWER, "Vibration at the unit, and its mount: is it loose?"),
        remedies=(_gain(1),),
        wrong_if="it drifts the same way, however high the gain is",
        overdone=("tail_wags",),
    ),
    Symptom(
        key="nose_keeps_turning",
        seen="Nose keeps turning after the stick stops",
        part="tail",
        rung="tail_gain",
        likely="The tail answers too softly to stop what it has begun.",
        look=(_ANSWER,),
        remedies=(
            _gain(1),
            Remedy(path="unit.tuning.tail.response", way=1, by=_STEP),
        ),
        wrong_if="it turns on as far as before",
        overdone=("tail_bounces", "tail_wags"),
    ),
    Symptom(
        key="tail_bounces",
        seen="Tail bounces back where the stick stops",
        part="tail",
        rung="tail_gain",
        likely="The stop is harder than the tail can follow.",
        look=_SLACK[:1],
        remedies=(
            Remedy(path="unit.tuning.tail.response", way=-1, by=_STEP),
            Remedy(path="unit.tuning.tail.heading_hold", way=-1, by=_STEP),
            _gain(-1),
        ),
        wrong_if="it bounces as far as before",
        overdone=("nose_keeps_turning",),
    ),
    Symptom(
        key="tail_kicks",
        seen="Tail kicks on hard collective, always the same way",
        part="tail",
        rung="compensation",
        likely="The tail learns of the torque only when the nose has moved already.",
        asks=("toward",),
        look=(
            "The linkage: does it come to a limit?",
            "The tail blades: big enough for this weight and head speed?",
            "The head speed: does it sag at the same moment?",
        ),
        remedies=(_TORQUE,),
        wrong_if="it kicks the same way, only harder",
        overdone=("tail_kicks",),
    ),
    Symptom(
        key="tail_loses_hold",
        seen="Tail loses hold in hard climb-outs",
        part="tail",
        rung="compensation",
        likely="The tail has no more to give, or gives it too late.",
        asks=("toward",),
        look=(
            "The limits: is the slider stopped before its end?",
            "The tail blades: big enough, and none of them damaged?",
        ),
        remedies=(_TORQUE,),
        wrong_if="it lets go at the same moment as before",
        overdone=("tail_kicks",),
    ),
    Symptom(
        key="tail_weak",
        seen="Tail is weak on one side",
        part="tail",
        rung="tail_gain",
        likely="The travel on that side ends too early, or the push rod is off its centre.",
        asks=("toward",),
        look=("The push rod: is the slider where it should be with the horn square?",),
        remedies=(Remedy(path="unit.tail.limit_{side}_pct", way=1, by=Amount(share=0.05)),),
        bench=("tail_limits",),
        wrong_if="that side stays weaker than the other",
        overdone=("servo_groans",),
    ),
    Symptom(
        key="uneven_pirouettes",
        seen="Pirouettes turn unevenly, stops are soft",
        part="tail",
        rung="tail_gain",
        likely="The heading is held too loosely.",
        remedies=(
            Remedy(path="unit.tuning.tail.heading_hold", way=1, by=_STEP),
            _gain(-1),
        ),
        wrong_if="they turn as unevenly as before",
        overdone=("tail_bounces",),
    ),
    Symptom(
        key="tail_kick_mode",
        seen="Tail kicks when the flight mode changes",
        part="tail",
        rung="head_speed",
        likely="The head speed jumps faster than the tail can follow.",
        look=("The modes' head speeds: do they lie far apart?",),
        remedies=(
            Remedy(path="drive.governor.ramp_up_s", way=1, by=_STEP),
            Remedy(path="drive.governor.ramp_down_s", way=1, by=_STEP),
        ),
        wrong_if="it kicks as hard as before",
        overdone=("sluggish_mode",),
    ),
)
