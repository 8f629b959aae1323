"""Helicopters with hidden flaws, and a pilot who flies them and says what is to be seen.

Nothing of ``mint_lever`` is imported here: what a flaw shows as is written down anew, from common
practice. A flight is flown on a plain setup document; what is to be seen depends on it alone.
"""

from __future__ import annotations

import random
from dataclasses import dataclass, field
from typing import Any

MISSED = 0.1
"""How often a pilot does not notice, or does not write down, what was there to be seen."""
FINDS = 0.8
"""How often a look at the right place finds what is wrong."""


OTHER_SIDE = {"left": "right", "right": "left", "forward": "back", "back": "forward"}


def at(document: Any, path: str) -> Any:
    for part in path.split("."):
        document = document[int(part)] if isinstance(document, list) else document[part]
    return document


@dataclass
class Window:
    """A setting that flies well between two values; what is seen beyond each of them."""

    kind: str
    path: str
    low: float
    high: float
    below: dict[str, str]
    above: dict[str, str]

    def seen(self, document: dict[str, Any]) -> list[dict[str, str]]:
        value = at(document, self.path)
        if value < self.low:
            return [self.below]
        return [self.above] if value > self.high else []

    def off_by(self, document: dict[str, Any]) -> float:
        value = at(document, self.path)
        return max(self.low - value, value - self.high, 0.0)


@dataclass
class Mechanical:
    """Something of the metal: seen until hands or the bench put it right."""

    kind: str
    shows: dict[str, str]
    by_look: bool = True
    by_bench: str | None = None
    mended: bool = False

    def seen(self, document: dict[str, Any]) -> list[dict[str, str]]:
        return [] if self.mended else [self.shows]

    def off_by(self, document: dict[str, Any]) -> float:
        return 0.0 if self.mended else 1.0


def _tail_gain(draw: random.Random) -> Window:
    # It wags above its ceiling and drifts well below it: ±100 scale, two points for one of 0–100.
    ceiling = draw.choice([32.0, 54.0, 58.0])
    return Window(
        "tail gain",
        "transmitter.modes.normal.tail_gain_pct",
        ceiling - 16,
        ceiling,
        {"symptom": "tail_drifts"},
        {"symptom": "tail_wags"},
    )


def _governor(draw: random.Random) -> Window:
    low = draw.choice([3.0, 7.5])
    return Window(
        "governor",
        "drive.governor.gain",
        low,
        low + 2.2,
        {"symptom": "speed_falls"},
        {"symptom": "speed_surges"},
    )


def _centre(draw: random.Random) -> Window:
    function, more, less = draw.choice(
        [("aileron", "right", "left"), ("elevator", "forward", "back")]
    )
    # The model leans to where there is too much of it.
    middle = draw.choice([-1, 1]) * draw.uniform(1.0, 2.6)
    shows = draw.choice(["leans_in_climb", "drifts_in_rate"])
    return Window(
        "cyclic centre",
        f"unit.centre_trim.{function}_pct",
        middle - 0.7,
        middle + 0.7,
        {"symptom": shows, "toward": less},
        {"symptom": shows, "toward": more},
    )


def _gains(draw: random.Random) -> Window:
    axis = draw.choice(["roll", "pitch"])
    low = draw.choice([28.0, 56.0])
    return Window(
        "gains",
        f"transmitter.modes.normal.cyclic_gains.{axis}.gain_pct",
        low,
        low + 15,
        {"symptom": "cyclic_lazy", "axis": axis},
        {"symptom": "cyclic_shakes", "axis": axis},
    )


def _tracking(draw: random.Random) -> Mechanical:
    return Mechanical("tracking", {"symptom": "tips_apart"}, False, "zero_pitch")


def _level(draw: random.Random) -> Mechanical:
    toward = draw.choice(["left", "right", "forward", "back"])
    return Mechanical("level", {"symptom": "leans_in_climb", "toward": toward}, True, "level")


def _balance(draw: random.Random) -> Mechanical:
    return Mechanical("centre of gravity", {"symptom": "nose_rises"})


def _dampers(draw: random.Random) -> Mechanical:
    axis = draw.choice(["roll", "pitch"])
    return Mechanical("dampers", {"symptom": "cyclic_shakes", "axis": axis})


def healthy() -> list[Window]:
    """What flies well as it is may be moved a little, and no further."""
    modes = "transmitter.modes.normal"
    lean, shake = "leans_in_climb", "cyclic_shakes"
    drifts, wags = {"symptom": "tail_drifts"}, {"symptom": "tail_wags"}
    falls, surges = {"symptom": "speed_falls"}, {"symptom": "speed_surges"}
    return [
        Window("", f"{modes}.tail_gain_pct", 34.0, 50.0, drifts, wags),
        Window("", "drive.governor.gain", 4.8, 7.2, falls, surges),
        *(
            Window(
                "",
                f"unit.centre_trim.{function}_pct",
                -0.7,
                0.7,
                {"symptom": lean, "toward": less},
                {"symptom": lean, "toward": more},
            )
            for function, less, more in (
                ("aileron", "left", "right"),
                ("elevator", "back", "forward"),
            )
        ),
        *(
            Window(
                "",
                f"{modes}.cyclic_gains.{axis}.gain_pct",
                42.0,
                57.0,
                {"symptom": "cyclic_lazy", "axis": axis},
                {"symptom": shake, "axis": axis},
            )
            for axis in ("roll", "pitch")
        ),
        Window(
            "",
            "unit.tuning.cyclic.pitch_up",
            20.0,
            34.0,
            {"symptom": "nose_rises"},
            {"symptom": "heavy_nose"},
        ),
    ]


KINDS = (_tail_gain, _governor, _centre, _tracking, _level, _gains, _balance, _dampers)


def _against(one: dict[str, str], found: list[dict[str, str]]) -> bool:
    return "toward" in one and {**one, "toward": OTHER_SIDE[one["toward"]]} in found


@dataclass
class Hidden:
    """One helicopter: its flaws, and the pilot's eyes."""

    draw: random.Random
    flaws: list[Window | Mechanical] = field(default_factory=list)

    def fly(self, document: dict[str, Any]) -> list[dict[str, str]]:
        """What the pilot writes down after a flight."""
        return [each for each in self.to_be_seen(document) if self.draw.random() >= MISSED]

    def to_be_seen(self, document: dict[str, Any]) -> list[dict[str, str]]:
        """What was there to be seen."""
        found: list[dict[str, str]] = []
        for flaw in self.flaws:
            found += [each for each in flaw.seen(document) if each not in found]
        # A model that is made to lean both ways leans neither way.
        return [each for each in found if not _against(each, found)]

    def verdict(self, before: dict[str, Any], after: dict[str, Any]) -> str:
        """What the pilot feels of a change: whether all in all it is further from right."""
        off = [sum(flaw.off_by(each) for flaw in self.flaws) for each in (before, after)]
        if abs(off[1] - off[0]) < 1e-9:
            return "same"
        return "worse" if off[1] > off[0] else "better"

    def look(self, symptom: str) -> bool:
        """Look at what the symptom names; whether something was found, and put right."""
        for flaw in self.flaws:
            there = isinstance(flaw, Mechanical) and flaw.by_look and not flaw.mended
            if there and flaw.shows["symptom"] == symptom and self.draw.random() < FINDS:
                flaw.mended = True
                return True
        return False

    def at_the_bench(self, step: str) -> None:
        """Do a step of the bench again: it measures, so it finds what is off."""
        for flaw in self.flaws:
            if isinstance(flaw, Mechanical) and flaw.by_bench == step:
                flaw.mended = True


def helicopters(seed: int, count: int) -> list[Hidden]:
    """One to three flaws each, every kind equally often; one in ten has none."""
    draw = random.Random(seed)
    pool: list[Any] = []
    made = []
    for number in range(count):
        hidden = Hidden(random.Random(seed * 100_003 + number))
        if number % 10 != 9:
            wanted = draw.randint(1, 3)
            kinds: list[Any] = []
            while len(kinds) < wanted:
                if not pool:
                    pool = list(KINDS)
                    draw.shuffle(pool)
                kind = pool.pop()
                if kind in kinds:
                    pool.insert(0, kind)
                    break
                kinds.append(kind)
            hidden.flaws = [kind(hidden.draw) for kind in kinds]
        flawed = {flaw.path for flaw in hidden.flaws if isinstance(flaw, Window)}
        hidden.flaws += [each for each in healthy() if each.path not in flawed]
        made.append(hidden)
    return made
