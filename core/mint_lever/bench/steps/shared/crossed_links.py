"""Step 9's exchange of blades: the other blade's link was turned, or the gauge hung on the other
blade. Common practice, no source: the tell-tale is each blade where the other was to be.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

import numpy as np

from mint_lever.axes import Array
from mint_lever.bench.engine.advice import Choice, Option
from mint_lever.bench.engine.log import Event
from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.bench.wording.number_text import blade_name, with_minus
from mint_lever.sources import MEMORY

KEY = "crossed"
LINKS, GAUGE, NEITHER = "links", "gauge", "neither"
_FITS_DEG: Annotated[float, MEMORY] = 0.45
"""Two readings with a hand's turn between fit an explanation within this."""
_BETTER: Annotated[float, MEMORY] = 0.5
"""An explanation is asked about where it leaves no more than this share of what the plain one
does."""


@dataclass(frozen=True)
class Crossed:
    """What two blades' readings look like after an act: ``kind`` of exchange; ``question`` asks
    about it, its answer None until it was given since."""

    kind: str
    blades: tuple[int, int]
    question: Choice

    @property
    def answer(self) -> str | None:
        """What the pilot said of it."""
        return None if self.question.answer is None else str(self.question.answer)


def crossed(run: Readings, keys: list[str]) -> Crossed | None:
    """Say whether the newest readings of two blades fit an exchange far better than what was
    predicted of them; None where no link was turned, or the readings follow."""
    event = _newest_turn(run, keys)
    if event is None:
        return None
    since = [
        [e for e in run.counted("zero_pitch", key) if e.sequence > event.sequence] for key in keys
    ]
    if not all(since):
        return None
    read = np.array([np.mean([figure(e) for e in each]) for each in since])
    expected = {p.key: p.value for p in event.predicts}
    wanted = np.array([expected[key] for key in keys])
    before = np.array([_before(run, key, event) for key in keys])
    if np.isnan(before).any():
        return None
    plain = float(np.abs(read - wanted).max())
    if plain <= _FITS_DEG:
        return None
    found = _best(read, before, wanted)
    if found is None or found[0] > min(_FITS_DEG, _BETTER * plain):
        return None
    _, kind, one, other = found
    said = [e for e in run.held("zero_pitch", KEY) if e.sequence > event.sequence]
    answer = str(said[-1].value) if said else None
    if answer == GAUGE and min(each[-1].sequence for each in since) > said[-1].sequence:
        answer = LINKS  # read anew, it is still so: the blades were exchanged before the act
    return Crossed(kind, (one, other), _question(kind, one, other, read, answer))


def _best(read: Array, before: Array, wanted: Array) -> tuple[float, str, int, int] | None:
    """The exchange that fits best: what it leaves (deg), its kind, and the two blades."""
    turned = wanted - before
    found: list[tuple[float, str, int, int]] = []
    for one in range(len(read)):
        for other in range(one + 1, len(read)):
            links, gauge = wanted.copy(), wanted.copy()
            links[[one, other]] = before[[one, other]] + turned[[other, one]]
            gauge[[one, other]] = wanted[[other, one]]
            found.append((float(np.abs(read - links).max()), LINKS, one, other))
            found.append((float(np.abs(read - gauge).max()), GAUGE, one, other))
    return min(found, default=None)


def _newest_turn(run: Readings, keys: list[str]) -> Event | None:
    """The newest act of this step that turned pitch links and predicted every blade."""
    for event in reversed(run.events):
        if event.step == "zero_pitch" and set(keys) <= {each.key for each in event.predicts}:
            return event
    return None


def _before(run: Readings, key: str, event: Event) -> float:
    """What a blade was read at last before an act; not a number where it was not."""
    read = [figure(e) for e in run.all("zero_pitch", key) if e.sequence < event.sequence]
    return read[-1] if read else float("nan")


def _question(kind: str, one: int, other: int, read: Array, answer: str | None) -> Choice:
    a, b = blade_name(one), blade_name(other)
    figures = with_minus(f"{a} {read[one]:+.1f}°, {b} {read[other]:+.1f}°")
    links = Option(LINKS, "Yes: each other's link was turned")
    gauge = Option(GAUGE, "The gauge hung on the other blade")
    first, second = (links, gauge) if kind == LINKS else (gauge, links)
    return Choice(
        key=KEY,
        label=f"Blades {a} and {b}: did you turn each other's link?"
        if kind == LINKS
        else f"Blades {a} and {b}: did the gauge hang on the other blade?",
        hint=f"{figures} is what that would read.",
        options=(first, second, Option(NEITHER, "Neither")),
        answer=answer,
        word=None if answer is None else "in",
    )
