"""The words of the trade, each in a sentence or two, as the screens use them.

Common practice, no source; what a word means here where the field uses it for several things.
"""

from __future__ import annotations

from dataclasses import dataclass

from mint_lever.search.search_item import Item


@dataclass(frozen=True)
class Term:
    """A word, what it means, and what else it goes by."""

    name: str
    says: str
    also: tuple[str, ...] = ()


WORDS: tuple[Term, ...] = (
    Term(
        "Aileron",
        "The function that rolls the helicopter to its side. Stick right lowers the right side of "
        "the swash.",
        ("roll", "lateral cyclic"),
    ),
    Term(
        "Arrangement",
        "Who mixes the swash: the unit; the transmitter, with a unit behind it; or the transmitter "
        "alone. It decides which device holds a setting and which steps there are.",
        ("who mixes",),
    ),
    Term(
        "Arrival",
        "What the unit shows of a function at full stick. It should be exactly 100 % each way: "
        "with less, full throw is never reached, with more, the end of the stick does nothing.",
        ("endpoints at the unit", "full stick"),
    ),
    Term(
        "Azimuth",
        "A direction round the mast, seen from above: nose 0°, right 90°, tail 180°, left 270°.",
    ),
    Term("Ball", "Where a link ends: on a servo horn, on the swash, on a blade's grip arm."),
    Term(
        "BEC",
        "The part of the speed controller that feeds receiver, unit and servos. Its voltage must "
        "suit all of them, the tail servo too.",
        ("supply", "battery eliminator"),
    ),
    Term(
        "Blade pitch",
        "A blade's angle about its own length, leading edge up being +. The gauge reads it.",
        ("pitch", "angle of the blade"),
    ),
    Term(
        "Bypassed",
        "A unit that is switched so that sticks go through to the servos and the gyros do nothing. "
        "What the gauge reads is then the setup's own.",
    ),
    Term(
        "Change-over",
        "The middle of the gain channel, where a tail gyro goes from rate mode to heading hold. A "
        "gain set there flickers between the two.",
    ),
    Term(
        "Clearance",
        "How far full cyclic goes, all round and at both ends of the collective, before something "
        "touches or a servo is stopped.",
        ("binding", "touching"),
    ),
    Term(
        "Collective",
        "Pitch that all blades share: it makes the helicopter rise and sink. Also the stick and "
        "the function for it.",
        ("collective pitch",),
    ),
    Term(
        "Correction",
        "What the unit does with the swash and the tail when the helicopter is turned by "
        "something else than the sticks. It must work against the turn. One the wrong way round "
        "crashes the model as it gets light.",
        ("gyro direction", "sensor direction"),
    ),
    Term(
        "Cyclic",
        "Pitch that rises and falls once a turn, so that the rotor tilts. Aileron and elevator "
        "together.",
        ("cyclic pitch",),
    ),
    Term(
        "Delay",
        "A setting of simple tail gyros for the servo's speed. It goes by the model's size.",
    ),
    Term(
        "Draft",
        "The setup being worked on. It changes nothing that flies until it is saved as a revision.",
    ),
    Term(
        "Elevator",
        "The function that lowers or raises the nose. Stick forward lowers the front of the swash.",
        ("fore and aft", "pitch axis"),
    ),
    Term(
        "Expo",
        "How much softer a stick is round its middle. The ends stay where they are. Some "
        "transmitters soften with +, others with −.",
        ("exponential",),
    ),
    Term(
        "Fail-safe",
        "What the receiver does with each channel when it hears nothing more. The throttle must "
        "go to off.",
        ("signal loss",),
    ),
    Term(
        "Fit to fly",
        "Said of a saved revision only: every step done and none stale, nothing dangerous in the "
        "audit, and directions and corrections confirmed by a person on exactly this setup.",
        ("fitness",),
    ),
    Term(
        "Flight mode",
        "A set of curves, rates, gain and head speed that one switch position brings: normal, "
        "idle-up 1 and 2, throttle hold, trimming.",
        ("flight condition", "idle-up"),
    ),
    Term(
        "Free mix",
        "A share of one function that the transmitter adds to another. A forgotten one spoils "
        "what the unit is sent.",
        ("program mix",),
    ),
    Term(
        "Frame rate",
        "How many pulses a second a servo gets. Too many destroy a servo that is not made for "
        "them.",
        ("servo frequency", "hertz"),
    ),
    Term(
        "Gauge",
        "The pitch gauge: it is clamped to a blade and reads its pitch. It repeats within about "
        "0.1°, and many show no sign.",
        ("pitch gauge", "incidence meter"),
    ),
    Term(
        "Governor",
        "What holds the head speed by opening and closing the throttle: in the unit or in the "
        "speed controller, never in both.",
    ),
    Term(
        "Grip arm",
        "The arm on a blade's grip at which its link pulls. Leading arms stand ahead of the "
        "blade, trailing ones behind it.",
        ("blade grip", "pitch arm"),
    ),
    Term("Head speed", "Turns a minute of the main rotor.", ("rotor speed", "rpm")),
    Term(
        "Heading hold",
        "The mode of a tail gyro that brings the tail back to where it pointed. The other is "
        "rate mode.",
        ("hold of the tail",),
    ),
    Term(
        "Hold mode of the cyclic gyros",
        "A unit's way of bringing the helicopter back to the attitude it had, on aileron and "
        "elevator. Not throttle hold, and not heading hold.",
    ),
    Term("Horn", "A servo's arm. Its length is from the shaft to the ball.", ("servo arm",)),
    Term(
        "Idle-up",
        "A flight mode whose throttle does not fall with the stick, so that the rotor keeps "
        "turning through zero and negative pitch. A model is never powered up in it.",
    ),
    Term(
        "Level",
        "The plate square to the main shaft: at the middle, and over the whole collective.",
        ("square",),
    ),
    Term(
        "Link",
        "A rod between two balls. Turning its ends makes it longer or shorter.",
        ("linkage", "rod"),
    ),
    Term(
        "Link step",
        "The least a link can be changed by: a turnbuckle stays anywhere, a plain cup goes by "
        "half turns, a cup with a face by whole ones.",
    ),
    Term(
        "Mechanical mixing",
        "One servo lifts the whole plate, and two tilt it. Nothing is mixed in a device.",
        ("single servo",),
    ),
    Term(
        "Pack",
        "The flight battery. Cells, capacity and inner resistance decide what is left of its "
        "voltage under load.",
        ("battery", "cells"),
    ),
    Term(
        "Phase",
        "A turn of the cyclic in the unit. It cancels what the head's geometry misses of the "
        "quarter turn by which a rotor answers late.",
        ("phase angle",),
    ),
    Term(
        "Pirouette",
        "A turn about the main shaft. A unit that knows its turning direction keeps a tilt "
        "pointing the same way in the room.",
        ("pirouette compensation",),
    ),
    Term("Pitch curve", "Which collective pitch belongs to which place of the stick."),
    Term(
        "Practice",
        "A run on a simulated model with hidden faults. It never counts for a real one.",
        ("simulated",),
    ),
    Term("Pulse", "What a servo is told by: a time in microseconds.", ("microseconds", "PWM")),
    Term(
        "Rate",
        "How far full stick reaches in a flight mode, in percent. Also the mode of a tail gyro "
        "without heading hold.",
        ("dual rate",),
    ),
    Term(
        "Reference tilt",
        "A school of units that show no figure: they are told how large a small tilt is, mostly "
        "6°, and work the rest out.",
        ("six degrees",),
    ),
    Term(
        "Revision",
        "A saved setup with a number and a note. It never changes again, and can be gone back to.",
        ("version",),
    ),
    Term(
        "Ring",
        "The limit on aileron and elevator together, so that full stick in a corner tilts the "
        "plate no further than full stick to one side.",
        ("cyclic ring",),
    ),
    Term("Rudder", "The function that turns the nose: the tail rotor's pitch.", ("yaw", "tail")),
    Term(
        "Speed controller",
        "The device that drives the motor. It has to be taught both ends of the throttle.",
        ("ESC", "controller"),
    ),
    Term("Spline", "The teeth of a servo's shaft. A horn is moved on by whole teeth."),
    Term(
        "Stale",
        "Said of a step that was done, and that something changed since has undone. Its readings "
        "count no more.",
    ),
    Term(
        "Sub-trim",
        "A small shift of a servo's or a channel's centre, to bring a horn square after the best "
        "tooth was chosen.",
        ("centre trim",),
    ),
    Term(
        "Swash",
        "The plate that carries the servos' movement up to the turning blades.",
        ("swashplate",),
    ),
    Term(
        "Swash layout",
        "Where the servos' balls stand on the plate, and how many there are.",
        ("swash type", "120", "140", "90"),
    ),
    Term(
        "Tail gain",
        "How strongly the tail gyro answers. Too much wags, too little drifts.",
        ("gyro gain", "gyro sensitivity"),
    ),
    Term(
        "Tail limit",
        "How far the unit lets the tail servo go each way: short of where the slider touches, and "
        "no shorter.",
    ),
    Term(
        "Throttle curve",
        "How much throttle belongs to which place of the collective stick. With a governor it is "
        "mostly flat.",
    ),
    Term(
        "Throttle hold",
        "The flight mode that keeps the motor off. It is on for all bench work.",
        ("hold", "throttle cut"),
    ),
    Term(
        "Throw",
        "How far a function moves the blade, in degrees at full stick.",
        ("full throw", "travel of the blade"),
    ),
    Term(
        "Tracking",
        "All blades at the same pitch, so that their tips run in one plane.",
        ("blade tracking",),
    ),
    Term(
        "Travel",
        "How far a channel goes each side, in percent.",
        ("end point", "servo travel"),
    ),
    Term(
        "Trim",
        "A shift by the transmitter's trim keys. At the bench all of them stand at zero.",
    ),
    Term(
        "Unit",
        "The stabiliser with its gyros, between receiver and servos.",
        ("flybarless", "FBL", "gyro", "stabiliser"),
    ),
    Term(
        "Unit holding",
        "The unit keeps the servos still by itself, at its own centre or at a reference, and "
        "answers neither sticks nor gyros.",
    ),
    Term(
        "Workable",
        "It flies like this and could be better. The step says why, and what it would take.",
    ),
    Term(
        "Zero pitch",
        "All blades at 0° with the collective at its middle and the plate level.",
        ("zero degrees",),
    ),
)


def list_terms() -> list[Item]:
    """Every word as something to be found."""
    return [
        Item(kind="word", title=term.name, says=term.says, leads_to=term.name, also=term.also)
        for term in WORDS
    ]
