"""Where a value comes from, as a tag on the value: ``LEAST: Annotated[float, fact("F17")] = 60.0``.

Three kinds: published (a reference), common practice (a fact of the trade, by its number where it
has one; nobody published it), memory (chosen by whoever wrote it, for want of better). A value may
have two: a fact gives the middle, memory how far round it. ``docs/check-values.md`` is made from
the tags by ``tools/make_check_values.py``; ``make lint`` holds it fresh.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass


@dataclass(frozen=True)
class Published:
    """A published source."""

    reference: str


@dataclass(frozen=True)
class Practice:
    """Common practice, no source; ``number`` is that of a fact in :data:`FACTS`, if it has one."""

    number: str = ""


@dataclass(frozen=True)
class Memory:
    """From memory: to be bettered by whoever finds a source."""


PRACTICE = Practice()
MEMORY = Memory()

FACTS: Mapping[str, str] = {
    "F3": (
        "default travel each side 100 %; default hard limit 135 %. A second function mixed in "
        "at 100 % drives the channel to 200 %, which the limit stops at 135 %; with the limit "
        "at 105 % it stops at 105 %"
    ),
    "F4": ("a typical reduced rate: 80 %, both sides equal"),
    "F5": (
        "cyclic servo frame rate: digital servos typically 200–333 Hz (285 common); when "
        "unknown 166 Hz, and up to 200 Hz on a digital servo is workable (some start there "
        "and lower it on tracking trouble); a pulse must fit in its frame with room to spare: "
        "1520 µs family up to 333 Hz; 760 µs family up to 560 Hz"
    ),
    "F6": ("pulse families by centre: 1500/1520 µs wide; 960–970 µs; 760 µs narrow"),
    "F7": (
        "swash layouts: 120° most common; also 90°, 135°/140°, four-servo 90° (square or "
        "turned 45°), and single-servo mechanical mixing. A 140° plate is run on a 135° "
        "setting where that is all there is"
    ),
    "F8": (
        "servo sub-trim after choosing the best spline: 35 µs normal; 60 µs is more than one "
        "would like; well above that recheck the spline"
    ),
    "F10a": (
        "reference tilt: 6°, accept 5.7–6.5°, never above 7°; schools: at least 6 / at most "
        "6, where 5 is a start (workable, not out) until the unit calls its range well used"
    ),
    "F10b": ("full-stick cyclic on the bench: 8–10°, some aim for 10–11°"),
    "F10c": (
        "unit swash-rate window for that throw: 50–65 % comfortable, 70 % ceiling, below 50 % "
        "too much mechanical throw"
    ),
    "F10d": (
        "the unit's figure and the blade's cyclic pitch are nearly proportional: 7.5° at 50 % "
        "→ 9.75° predicted at 65 %; about 9.5° is what a gauge then reads (the arc of the "
        "horn)"
    ),
    "F11": (
        "collective range, ±: beginner / sport 10–11°; small helicopters about 11.5°; hard "
        "aerobatics 12–14.5°; 13° was chosen on one three-bladed head (load decides: a "
        "remark, never a fault); sides equal within 0.3°"
    ),
    "F12": (
        "total cyclic after the clearance step: 10–12° with no binding at either end of collective"
    ),
    "F13": ("one full turn of the main pitch link: about 1° at the blade"),
    "F14": "tail blade pitch at servo centre, against the main rotor's torque: 3–4°",
    "F15": (
        "tail gain in heading hold, on the one-channel scale 0–100 with the change-over in "
        "the middle (50 and below is rate mode, 52 and above heading hold, 51 flickers): good "
        "between 60 and 80; start about 70–75: amounts of 20–60 and 40–50 on a signed scale"
    ),
    "F16": (
        "gain in normal and throttle hold against idle-up: a few percent higher (75 against "
        "72, one-channel), as head speed is lower there"
    ),
    "F17": (
        "governor: on above about 30 % stick; takes over at 60 % of target RPM; start gain "
        "about 6 % on a unit whose default is 10 % (5–9 % typical); sensor reading at least "
        "60 %, good at 80 %, 90 % with a magnet; a 1000–2500 RPM band covers 1800–2150 "
        "targets"
    ),
    "F19": (
        "ESC card as delivered: brake off, timing middle, high battery protection, soft "
        "start, quick response, BEC 5.5 V of 5.0 / 5.5 / 6.0; 6.0 only after the servos' "
        "ratings were looked at, and measured at the receiver"
    ),
    "F20": "a percent that asks for a head speed maps in a straight line between two measured "
    "points",
    "F21": "the tail servo's horn on a micro helicopter: 4.5–5 mm; a longer one is never free "
    "of wag",
    "F23": ("gauge resolution 0.1°, repeatability about ±0.1°"),
    "F24": (
        "stick pulses seen at the unit: about 1520 µs at centre, 1940 µs at the end of a "
        "channel with 105 % travel: 4 µs per percent; here it was the *low* end of a reversed "
        "collective"
    ),
    "F26": (
        "arrival at the unit: exactly 100 % each side. 95–97 % seen at 100 % travel needs "
        "about 103–105 % travel; 102 % seen means back off. Straight-line: new travel = old "
        "travel × 100 / seen; it holds for a straight curve and full rates only: judged "
        "against what the stick truly sends in the mode it is read in"
    ),
    "F27": (
        "four-bolt rule after a crash, head rebuild or new feathering shaft: zero pitch, "
        "equal ends, cyclic, clearance, directions (a turned link alone leaves the cyclic "
        "standing)"
    ),
    "F29": (
        "control loops drift with the head speed: a change of head speed of more than about "
        "10 % asks for the tail gain to be looked at again (from memory)"
    ),
    "F30": "a trim flight: rate mode, gain about 50 %",
}
"""Facts of the trade by their numbers: defaults and yardsticks. A maker's manual comes first."""


def fact(number: str) -> Practice:
    """Tag a value with a fact; raises ValueError for a number that is none."""
    if number not in FACTS:
        raise ValueError(f"{number} is no fact: one of {', '.join(FACTS)}")
    return Practice(number)
