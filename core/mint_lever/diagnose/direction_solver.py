"""The directions solver: from what was seen to every explanation, the mending, the next look.

Common practice, no source, for the rules it stands on: a servo that disagrees on collective is
reversed by itself; a wrong tilt with right collective is never cured by reversing a servo; a tilt
about the wrong axis means plugs or layout; a ball that never moves means a dead lead.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from mint_lever.diagnose.direction_faults import COMMANDS, Command, Field, Ints, field_of, visible
from mint_lever.diagnose.swash_sight import SWASH_WORDS, SwashWord, swash_words
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.setup.arrangement import ARRANGEMENTS, Arrangement
from mint_lever.setup.parts.airframe import LAYOUT_WORDS, Swash

_WORDS = "one of " + ", ".join(SWASH_WORDS)

BallsSeen = Sequence[int | None]
"""For each ball +1 up, −1 down, 0 still, None not looked at."""


@dataclass(frozen=True)
class Sight:
    """Everything the pilot has seen so far.

    ``commands`` holds, for a stick movement, what each ball did or what the swash did.
    ``drives`` holds, for an output moved by itself (or its lead followed), the servo it drives.
    ``layout_checked`` is true once the layout set in the mixing device was read and is the right
    one.
    """

    commands: Mapping[Command, BallsSeen | SwashWord] = field(default_factory=dict)
    drives: Mapping[int, int] = field(default_factory=dict)
    layout_checked: bool = False


@dataclass(frozen=True)
class Mend:
    """One change to make: what, to which servos (from 0) or function, and on which device."""

    kind: Literal["reverse_servo", "reverse_function", "exchange_plugs", "set_layout", "mend_lead"]
    where: Literal["unit", "transmitter", "helicopter"]
    text: str
    servos: tuple[int, ...] = ()
    function: Literal["collective", "aileron", "elevator"] | None = None


@dataclass(frozen=True)
class Explanation:
    """One way to explain everything seen, with its mending."""

    changes: int
    mends: tuple[Mend, ...]


@dataclass(frozen=True)
class NextLook:
    """What to look at next: a stick movement, one output by itself, or the layout setting.

    ``mend_lead`` and ``layout`` may end in a change; after one, everything is looked at anew.
    """

    kind: Literal["command", "output", "layout", "mend_lead", "impossible"]
    text: str
    command: Command | None = None
    output: int | None = None


@dataclass(frozen=True)
class Diagnosis:
    """``settled``: the first explanation's mending is right whatever of them is true.

    Otherwise ``ask`` says what to look at next. No explanation at all means that two sights
    contradict each other, or that more is wrong than directions; ``ask`` then says so. ``surely``
    is what every explanation mends alike, where no look is left that tells them apart: mended
    first, it lets the next looks tell the rest.
    """

    explanations: tuple[Explanation, ...]
    settled: bool
    ask: NextLook | None
    surely: tuple[Mend, ...] = ()


_SHOWN = 6
_ALWAYS = 2
"""Every explanation with up to so many changes is thought possible, however odd."""
_ENOUGH = 3
"""After so many looks, ball by ball, exchanged leads are mended by what is right for the most. By
exhaustion over three servos no choice of three looks settles more than a tenth of all exchanges for
every explanation (tests/core/test_exchanged.py)."""
_TRIED = 40
"""So many explanations, the likeliest first, are tried as a mending."""
_ORDINARY = 3
"""Up to so many, or as many as the likeliest has, if they are no odder than the likeliest."""


def diagnose(
    swash: Swash,
    reversed_now: Sequence[bool],
    sight: Sight,
    arranged: Arrangement = ARRANGEMENTS["unit_mixes"],
    phase_deg: float = 0.0,
) -> Diagnosis:
    """Explain what was seen on a swash with three or four servos, or of the horns of three servos
    with mechanical mixing, each of which only moves for its own function.

    ``reversed_now`` are the outputs' direction settings as they are, in the order of the balls.
    Raises InvalidRequest when a sight does not fit the swash.
    """
    _check(swash, reversed_now, sight)
    seen = tuple(
        (command, look if isinstance(look, str) else tuple(look))
        for command, look in sight.commands.items()
    )
    drives = tuple(sorted(sight.drives.items()))
    return _diagnosis(
        swash.model_dump_json(),
        tuple(reversed_now),
        (seen, drives, sight.layout_checked),
        arranged,
        phase_deg,
    )


_Sighted = tuple[
    tuple[tuple[Command, "str | tuple[int | None, ...]"], ...], tuple[tuple[int, int], ...], bool
]


@lru_cache(maxsize=256)
def _diagnosis(
    swash_json: str,
    reversed_now: tuple[bool, ...],
    sighted: _Sighted,
    arranged: Arrangement,
    phase_deg: float,
) -> Diagnosis:
    """Kept, for a bench asks the same again with every reading of another step."""
    sight = Sight(dict(sighted[0]), dict(sighted[1]), sighted[2])  # type: ignore[arg-type]
    space = field_of(Swash.model_validate_json(swash_json), phase_deg)
    moved = space.movement(reversed_now)
    rows = np.flatnonzero(_consistent(space, moved, sight))
    if rows.size == 0:
        text = (
            "No fault of directions, plugs, layout or one lead explains all of this. Look again at "
            "each movement; if it stays so, check the links and that every servo moves freely."
        )
        return Diagnosis((), False, NextLook("impossible", text))
    likely = rows[_likely(space, rows)]
    works = _works_for_all(space, likely, reversed_now)
    # A word for the whole swash tells too little to move leads by.
    by_ball = sum(not isinstance(look, str) for look in sight.commands.values())
    taken = by_ball + len(sight.drives) + sight.layout_checked
    if works is not None and taken < _ENOUGH and _exchanges(space, np.array([works])).any():
        # Leads are not moved on a likelihood while another look may tell more.
        possible = _possible(space, rows, likely)
        for_all = _works_for_all(space, possible, reversed_now)
        ask = None if for_all is not None else _next_look(space, moved, possible, sight, leads=True)
        if ask is not None:
            return Diagnosis(_explanations(space, list(likely), arranged), False, ask)
        works = works if for_all is None else for_all
    if works is None and taken >= _ENOUGH:
        exchanges = _exchanges(space, likely)
        if exchanges.all() or (exchanges.any() and space.changes[likely].min() > _ALWAYS):
            works = _works_for_most(space, _possible(space, rows, likely), reversed_now)
    if works is not None:
        first = [works, *(row for row in likely if row != works)]
        explained = _explanations(space, first, arranged)
        return Diagnosis(explained, True, None)
    ask = _next_look(space, moved, likely, sight) or _dead_lead(space, likely)
    surely = () if ask is not None else _alike(space, likely, arranged)
    return Diagnosis(_explanations(space, list(likely), arranged), False, ask, surely)


def _alike(space: Field, likely: Ints, arranged: Arrangement) -> tuple[Mend, ...]:
    first, *others = (_mends(space, int(row), arranged) for row in likely)
    return tuple(mend for mend in first if all(mend in other for other in others))


def _check(swash: Swash, reversed_now: Sequence[bool], sight: Sight) -> None:
    count = len(swash.balls)
    faults = []
    if len(reversed_now) != count:
        found = f"{len(reversed_now)} entries"
        faults.append(Fault("reversed_now", found, f"{count}, one for each servo"))
    for command, seen in sight.commands.items():
        if isinstance(seen, str):
            if seen not in SWASH_WORDS:
                faults.append(Fault(f"commands.{command}", seen, _WORDS))
        elif len(seen) != count or any(ball not in (-1, 0, 1, None) for ball in seen):
            allowed = f"{count} of 1 (up), -1 (down), 0 (still) or nothing"
            faults.append(Fault(f"commands.{command}", str(list(seen)), allowed))
    for output, servo in sight.drives.items():
        if not (0 <= output < count and 0 <= servo < count):
            faults.append(Fault("drives", f"{output} drives {servo}", f"0 to {count - 1}"))
    if faults:
        raise InvalidRequest(faults)


def _consistent(space: Field, moved: NDArray[np.float64], sight: Sight) -> NDArray[np.bool_]:
    fits = np.ones(len(space.changes), dtype=bool)
    for command, seen in sight.commands.items():
        column = moved[:, :, COMMANDS.index(command)]
        if isinstance(seen, str):
            words = swash_words(column, space.azimuth)
            fits &= words == SWASH_WORDS.index(seen)
        else:
            signs = visible(column)
            for ball, what in enumerate(seen):
                if what is not None:
                    fits &= signs[:, ball] == what
    for output, servo in sight.drives.items():
        fits &= space.plugs[:, servo] == output
    if sight.layout_checked:
        fits &= space.layout == 0
    return fits


def _likely(space: Field, rows: Ints) -> NDArray[np.bool_]:
    """Which explanations must be right too before a mending is called settled."""
    changes, rare = space.changes[rows], space.rare[rows]
    ordinary = (changes <= max(_ORDINARY, changes[0])) & (rare <= rare[0])
    return np.asarray((changes <= _ALWAYS) | ordinary)


def _works_for_all(space: Field, likely: Ints, reversed_now: Sequence[bool]) -> int | None:
    """Give the fewest-change hypothesis whose mending makes every likely one right, if any."""
    wanted = visible(space.wanted)
    fewest = space.changes[likely[0]]
    for row in likely[space.changes[likely] <= fewest + 1][:_TRIED]:
        after = visible(space.repaired(int(row), likely, reversed_now))
        if (after == wanted).all():
            return int(row)
    return None


def _exchanges(space: Field, rows: Ints) -> NDArray[np.bool_]:
    """Which hypotheses have leads exchanged."""
    exchanged: NDArray[np.bool_] = (space.plugs[rows] != np.arange(space.plugs.shape[1])).any(
        axis=1
    )
    return exchanged


def _possible(space: Field, rows: Ints, likely: Ints) -> Ints:
    """What is likely, and everything else that directions and leads alone explain."""
    return np.union1d(likely, rows[(space.layout[rows] == 0) & (space.dead[rows] < 0)])


def _works_for_most(space: Field, likely: Ints, reversed_now: Sequence[bool]) -> int:
    """Give the hypothesis whose mending is right for the most of what is likely."""
    wanted = visible(space.wanted)
    right = [
        (visible(space.repaired(int(row), likely, reversed_now)) == wanted).all((1, 2)).sum()
        for row in likely[:_TRIED]
    ]
    return int(likely[int(np.argmax(right))])


def _weights(space: Field, likely: Ints) -> NDArray[np.float64]:
    """What each explanation counts for: a fifth for each change more."""
    weights: NDArray[np.float64] = 0.2 ** (space.changes[likely] - space.changes[likely].min())
    return weights


def _next_look(
    space: Field, moved: NDArray[np.float64], likely: Ints, sight: Sight, leads: bool = False
) -> NextLook | None:
    """Choose what separates the likely explanations best, likelier ones counting for more. Stick
    movements come first; with ``leads`` a lead is followed as soon as it tells more."""
    weight = _weights(space, likely)
    looks: list[tuple[float, NextLook]] = []
    for k, command in enumerate(COMMANDS):
        if command not in sight.commands:
            signs = visible(moved[likely][:, :, k])
            text = f"Move {_MOVES[command]} and watch every ball."
            looks.append((_spread(signs, weight), NextLook("command", text, command=command)))
    if not looks or leads:
        for output in range(moved.shape[1]):
            if output not in sight.drives:
                servo = np.argmax(space.plugs[likely] == output, axis=1)[:, None]
                text = f"Follow the lead from output {output + 1}: which servo does it drive?"
                looks.append((_spread(servo, weight), NextLook("output", text, output=output)))
        if not sight.layout_checked and not leads:
            text = (
                f"Read which swash layout the mixing device is set to. If it is not "
                f"{LAYOUT_WORDS[space.layouts[0]]}, set it and look again at every movement."
            )
            checked = _spread(space.layout[likely][:, None], weight)
            looks.append((checked, NextLook("layout", text)))
    looks = [look for look in looks if look[0] > 1e-9]
    return max(looks, key=lambda look: look[0])[1] if looks else None


def _dead_lead(space: Field, likely: Ints) -> NextLook | None:
    """A servo that moves in no explanation hides its direction until it is mended."""
    dead = int(space.dead[likely[0]])
    if dead < 0 or (space.dead[likely] != dead).any():
        return None
    text = f"Servo {dead + 1} never moves: mend its lead first, then look again at every movement."
    return NextLook("mend_lead", text, output=dead)


_FUNCTIONS: tuple[Literal["collective", "aileron", "elevator"], ...] = (
    "collective",
    "aileron",
    "elevator",
)
_MOVES: dict[Command, str] = {
    "collective": "collective up",
    "right": "the cyclic stick right",
    "back": "the cyclic stick back",
}


def _spread(answers: NDArray[np.generic], weight: NDArray[np.float64]) -> float:
    """Entropy of the answers a look could bring."""
    _, which = np.unique(answers, axis=0, return_inverse=True)
    share = np.bincount(which.ravel(), weights=weight) / weight.sum()
    return float(-(share * np.log(share)).sum())


def _explanations(
    space: Field, rows: Sequence[int] | Sequence[np.intp], arranged: Arrangement
) -> tuple[Explanation, ...]:
    return tuple(
        Explanation(int(space.changes[row]), _mends(space, int(row), arranged))
        for row in rows[:_SHOWN]
    )


def _mends(space: Field, row: int, arranged: Arrangement) -> tuple[Mend, ...]:
    unit, device = arranged.unit_mixes, arranged.mixer
    mends = []
    for i in np.flatnonzero(space.flips[row] < 0).tolist():
        where = "the unit's servo direction" if unit else "the transmitter's channel direction"
        mends.append(Mend("reverse_servo", device, f"Reverse servo {i + 1} ({where}).", (i,)))
    for k in np.flatnonzero(space.functions[row] < 0).tolist():
        name = _FUNCTIONS[k]
        how = "the transmitter's channel" if unit else "the sign of its swash-mix percentage"
        text = f"Reverse {name} ({how})."
        mends.append(Mend("reverse_function", "transmitter", text, function=name))
    hangs: list[int] = space.plugs[row].tolist()
    for servo in range(len(hangs)):
        while hangs[servo] != servo:
            other = hangs.index(servo)
            text = f"Exchange the leads of servos {servo + 1} and {other + 1}."
            mends.append(Mend("exchange_plugs", "helicopter", text, (servo, other)))
            hangs[servo], hangs[other] = hangs[other], hangs[servo]
    if space.layout[row] > 0:
        layout = LAYOUT_WORDS[space.layouts[0]]
        text = f"Set the swash layout to {layout} (it seems to be set otherwise)."
        mends.append(Mend("set_layout", device, text))
    dead = int(space.dead[row])
    if dead >= 0:
        text = f"Servo {dead + 1} does not move: check its lead and plug."
        mends.append(Mend("mend_lead", "helicopter", text, (dead,)))
    return tuple(mends)
