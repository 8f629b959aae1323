"""What a step says: do this, read this, then this. Plain data, drawn by whoever shows it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from mint_lever.measure.verdict import Band, Word
from mint_lever.procedure.steps import Aspect, StepName
from mint_lever.setup.edit import Change

Outcome = Literal["begun", "good", "workable", "out"]
AskKind = Literal["confirm", "number", "numbers", "choice", "balls"]


@dataclass(frozen=True)
class Option:
    """One answer to choose; ``fine`` says whether it is what the pilot wants to see."""

    value: str
    label: str
    fine: bool = True


@dataclass(frozen=True, kw_only=True)
class Ask:
    """One question of a step.

    ``confirm`` is yes or no; ``number`` a reading within ``low`` … ``high`` in ``unit``;
    ``numbers`` a list of them; ``choice`` one option's value; ``balls`` what each swash ball did
    (1 up, 0 still, −1 down) or, instead, one option's word for the whole swash. ``sticks``
    (collective, aileron, elevator, percent), ``azimuth`` and ``blade`` say how the helicopter
    stands for it. ``answer`` is what was read last and still holds; ``word`` judges it.
    """

    key: str
    label: str
    kind: AskKind
    hint: str = ""
    unit: str = ""
    low: float = 0.0
    high: float = 0.0
    nudge: float = 0.1
    options: tuple[Option, ...] = ()
    sticks: tuple[float, float, float] | None = None
    azimuth: float | None = None
    blade: int | None = None
    optional: bool = False
    answer: Any = None
    word: Word | None = None


@dataclass(frozen=True)
class Work:
    """Something done by hand: what, to which servo or blade (from 0), how far.

    ``amount`` is turns of a link (+ longer for a swash link, + more pitch for a blade link), teeth
    of a spline, or the other servo of an exchange; ``arm`` is the arm of a horn wheel.
    """

    kind: Literal[
        "turn_swash_link",
        "turn_blade_link",
        "press_horn",
        "exchange_plugs",
        "set_layout",
        "mend_lead",
    ]
    index: int
    amount: float = 0.0
    arm: int = 0


@dataclass(frozen=True, kw_only=True)
class Action:
    """The next thing to do: in words with numbers, as settings to change, as work by hand.

    ``needed`` is false for one that only makes a workable result better. ``keys`` are the readings
    of this step it asks for anew (all when empty). ``learned`` marks one that only writes down what
    the helicopter was found to be: nothing is touched, and no reading has to be taken anew.
    """

    key: str
    text: str
    expect: str = ""
    device: Literal["unit", "transmitter", "helicopter"] = "unit"
    changes: tuple[Change, ...] = ()
    work: tuple[Work, ...] = ()
    aspects: tuple[Aspect, ...] = ()
    keys: tuple[str, ...] = ()
    needed: bool = True
    learned: bool = False


@dataclass(frozen=True)
class Mark:
    """One reading on a ruler; ``holds`` is false for one that no longer counts."""

    value: float
    moment: int
    holds: bool


@dataclass(frozen=True, kw_only=True)
class Ruler:
    """A quantity's scale: its bands, every reading, and where the next one should land."""

    label: str
    unit: str
    band: Band
    marks: tuple[Mark, ...]
    predicted: float | None = None


@dataclass(frozen=True)
class Panel:
    """One drawing of a sketch: line ends (x, y) of the swash and arrows at its ends."""

    caption: str
    line: tuple[tuple[float, float], tuple[float, float]]
    arrows: tuple[float, ...]
    """How far each end moved, in the line's own scale; + is up."""


@dataclass(frozen=True)
class Sketch:
    """Right beside wrong, seen from ``seen_from``."""

    seen_from: str
    right: Panel
    wrong: Panel


@dataclass(frozen=True)
class Ray:
    """How far the ring clears toward an azimuth (deg) at one collective (percent of the ring).

    ``clears_pct``, whole percent, is the largest that clears all round there.
    """

    collective: Literal["low", "mid", "high"]
    azimuth_deg: tuple[float, ...]
    clear_pct: tuple[float, ...]
    clears_pct: float


@dataclass(frozen=True, kw_only=True)
class Advice:
    """A step as it stands: what to do, what to read, what then.

    ``do`` are the preparations in order; ``summary`` is the verdict in words; ``outcome`` None
    while nothing of it has been read. ``rays`` is the clearance of the clearance step.
    """

    step: StepName
    do: tuple[str, ...]
    asks: tuple[Ask, ...]
    summary: str = ""
    actions: tuple[Action, ...] = ()
    rulers: tuple[Ruler, ...] = ()
    outcome: Outcome | None = None
    cautions: tuple[str, ...] = ()
    sketch: Sketch | None = None
    rays: tuple[Ray, ...] = ()

    @property
    def next_key(self) -> str | None:
        """The question to answer next: the first required one that has no answer that holds."""
        for ask in self.asks:
            if not ask.optional and (ask.answer is None or ask.word == "read again"):
                return ask.key
        return None
