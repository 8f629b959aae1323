"""What a step says: do this, read this, then this. Plain data, drawn by whoever shows it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, ClassVar, Literal

from pydantic import Field

from mint_lever.bench.engine.change_effects import Aspect
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.devices import OnDevice
from mint_lever.measure.verdict import Band, VerdictWord
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import ModeName
from mint_lever.setup.setting_description import Device

Outcome = Literal["begun", "good", "workable", "out"]
BallMove = Literal[-1, 0, 1]


@dataclass(frozen=True)
class Option:
    """One answer to choose; ``fine`` says whether it is what the pilot wants to see. ``kept`` is
    what is written down for it, where the question writes something down; a question none of whose
    options has any writes the value itself."""

    value: str
    label: str
    fine: bool = True
    kept: float | str | None = None


@dataclass(frozen=True)
class Cell:
    """Where a question stands in a grid of questions of one kind."""

    grid: str
    row: str
    column: str


@dataclass(frozen=True, kw_only=True)
class Question:
    """What every question of a step has.

    ``sticks`` (collective, aileron, elevator, percent), ``azimuth`` and ``blade`` say how the
    helicopter stands for it. ``word`` judges the answer that was read last and still holds.
    ``writes`` are settings an answer is written to at once: what a pilot says about the metal is
    asked once and kept with the helicopter. ``cell`` is its place among questions of one kind.
    """

    key: str
    label: str
    hint: str = ""
    sticks: tuple[float, float, float] | None = None
    azimuth: float | None = None
    blade: int | None = None
    optional: bool = False
    word: VerdictWord | None = None
    writes: tuple[str, ...] = ()
    cell: Cell | None = None
    without_gauge: bool = False
    """Whether it is a pitch that folded tips, edges or a picture give as well."""
    by_gaps: tuple[str, str] | None = None
    """Where a leveller without degrees answers it: the questions of the tilt right and forward."""


@dataclass(frozen=True, kw_only=True)
class Confirm(Question):
    """Yes or no."""

    kind: Literal["confirm"] = "confirm"
    answer: bool | None = None


@dataclass(frozen=True, kw_only=True)
class Number(Question):
    """A reading within ``low`` … ``high`` in ``unit``; ``nudge`` is its last digit."""

    kind: Literal["number"] = "number"
    unit: str = ""
    low: float = 0.0
    high: float = 0.0
    nudge: float = 0.1
    answer: float | None = None


@dataclass(frozen=True, kw_only=True)
class Numbers(Question):
    """A list of figures, each within ``low`` … ``high``."""

    kind: Literal["numbers"] = "numbers"
    unit: str = ""
    low: float = 0.0
    high: float = 0.0
    answer: list[float] | None = None


WorkKind = Literal[
    "turn_swash_link",
    "turn_blade_link",
    "press_horn",
    "exchange_plugs",
    "set_layout",
    "mend_lead",
    "tension_belt",
    "turn_belt",
    "free_slider",
    "move_tail_ball",
    "press_tail_horn",
    "turn_tail_rod",
    "zero_gauge",
    "turn_gain_channel",
    "tell_mounting",
    "set_delay",
    "teach_throttle",
    "teach_unit_throttle",
    "lead_throttle",
    "switch_governor",
    "program_card",
    "set_bec",
    "set_yaw_feed",
    "tell_governor",
    "unlock_governor",
    "mend_sensor",
    "set_mode_speed",
]


@dataclass(frozen=True)
class Work:
    """Something done by hand: what, to which servo or blade (from 0), how far.

    ``amount`` is turns of a link (+ longer for a swash link or the tail's push rod, + more pitch
    for a blade link), teeth of a spline, the other servo of an exchange, the length of a horn (mm),
    on (1) or off, a choice of a card's item, volts, percent or rpm; ``arm`` is the arm of a horn
    wheel. Of a governor ``index`` is its device, the figure it is told, or the flight mode.
    """

    kind: WorkKind
    index: int
    amount: float = 0.0
    arm: int = 0


@dataclass(frozen=True)
class Probe:
    """A little change made only to see what a reading does: a setting's, or work by hand."""

    read: Number
    change: Change | None = None
    work: Work | None = None


@dataclass(frozen=True, kw_only=True)
class Choice(Question):
    """One option's value. ``probe`` is the little change the question asks to make and watch."""

    kind: Literal["choice"] = "choice"
    options: tuple[Option, ...] = ()
    answer: str | None = None
    probe: Annotated[Probe | None, Field(exclude=True)] = None


@dataclass(frozen=True, kw_only=True)
class Balls(Question):
    """What each of ``count`` swash balls did (1 up, 0 still, −1 down) or, where there are
    ``options``, one word for the whole swash instead. ``horns``: it is the servos' horns that are
    watched, not the balls."""

    kind: Literal["balls"] = "balls"
    count: int = 3
    horns: bool = False
    options: tuple[Option, ...] = ()
    answer: list[BallMove] | str | None = None


Ask = Confirm | Number | Numbers | Choice | Balls
Answer = bool | float | str | list[float] | list[BallMove] | None


@dataclass(frozen=True)
class Prediction:
    """What a question should read once an action is done, and how far off that may be."""

    key: str
    value: float
    within: float


@dataclass(frozen=True)
class Wheel:
    """A horn wheel of so many ``arms``, and the ``arm`` to use; 1 is the one on now, and they count
    the way that raises its ball."""

    arms: int
    arm: int


@dataclass(frozen=True, kw_only=True)
class Action:
    """The next thing to do: in words with numbers, as settings to change, as work by hand.

    ``needed`` is false for one that only makes a workable result better. ``keys`` are the readings
    of this step it asks for anew (all when empty). ``learned`` marks one that only writes down what
    the helicopter was found to be: nothing is touched, and no reading has to be taken anew.
    ``predicts`` is what the readings after it must follow. ``together`` names the act it is a part
    of, with others of that name: what goes together is set in one act, whose ``parts`` say what
    each of them is. ``wheel`` is drawn beside the words. ``nudged``: the device shows no figure for
    it; what is written down is what the gauge's reading means. ``on_devices`` says what is to be
    set in the words and on the scale of the helicopter's own devices.
    """

    key: str
    text: str
    expect: str = ""
    device: Device = "unit"
    changes: tuple[Change, ...] = ()
    work: tuple[Work, ...] = ()
    aspects: tuple[Aspect, ...] = ()
    keys: tuple[str, ...] = ()
    needed: bool = True
    learned: bool = False
    predicts: tuple[Prediction, ...] = ()
    together: str = ""
    parts: tuple[str, ...] = ()
    wheel: Wheel | None = None
    nudged: bool = False
    on_devices: tuple[OnDevice, ...] = ()

    @property
    def by_hand(self) -> bool:
        """Whether hands, not settings, do it."""
        return bool(self.work) or not self.changes


@dataclass(frozen=True)
class Mark:
    """One reading on a ruler; ``holds`` is false for one that no longer counts."""

    value: float
    sequence: int
    holds: bool


@dataclass(frozen=True, kw_only=True)
class Ruler:
    """A quantity's scale: its bands, every reading, and where the next one should land.

    ``wrong_side`` is the sign of the side of zero that works against what is wanted; 0 where no
    side does.
    """

    label: str
    unit: str
    band: Band
    marks: tuple[Mark, ...]
    predicted: float | None = None
    wrong_side: int = 0


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


@dataclass(frozen=True)
class TailPanel:
    """The tail as it should or should not look: where the slider goes, which way the edge of a
    folded blade swings, and where the nose is pushed."""

    caption: str
    slider_out: bool
    nose: Literal["right", "left"]


@dataclass(frozen=True)
class TailSketch:
    """Right beside wrong at the tail, seen from behind; ``side`` is where the tail rotor sits.

    ``slider_known``: the tail is described, so that where its slider goes is computed from it.
    """

    side: Literal["left", "right"]
    slider_known: bool
    right: TailPanel
    wrong: TailPanel


@dataclass(frozen=True, kw_only=True)
class Slide:
    """The tail's slider (mm from zero pitch, + nose right): contacts, where it rests, where full
    left and full right stick take it, stopped at its contacts or not; None is not known."""

    minus_mm: float
    plus_mm: float
    rest_mm: float
    left_mm: float
    right_mm: float
    gap_left_mm: float | None
    gap_right_mm: float | None
    used_mm: float
    """From one end of full stick to the other, and (``way_mm``) from contact to contact."""
    gyro_mm: tuple[float, float] | None
    """From where to where the gyro itself goes, where that is further than the stick."""
    way_mm: float


@dataclass(frozen=True, kw_only=True)
class GainLine:
    """A mode's tail gain on both scales, what it means, and what it might be.

    ``ceiling``, ``start`` and ``practice`` are on the one-channel scale; the first two None while
    nothing was seen in the air that tells them.
    """

    mode: ModeName
    signed: float | None
    one_channel: float | None
    means: str
    ceiling: float | None
    start: float | None
    practice: float


@dataclass(frozen=True, kw_only=True)
class Advice:
    """A step as it stands: what to do, what to read, what then.

    ``do`` are the preparations in order; ``summary`` is the verdict in words; ``outcome`` None
    while nothing of it has been read. ``rays`` is the clearance of the clearance step,
    ``tail_sketch``, ``slide`` and ``gains`` are what the tail's parts draw. ``waits_for`` are the
    steps that have to be done before anything of this: till then nothing is read or done here.
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
    tail_sketch: TailSketch | None = None
    slide: Slide | None = None
    gains: tuple[GainLine, ...] = ()
    waits_for: tuple[StepName, ...] = ()

    ALL: ClassVar[str] = "all."
    """What the key of an act begins with that does several things at once."""

    @property
    def next_key(self) -> str | None:
        """The question to answer next: the first required one that has no answer that holds; then,
        where nothing is advised, one that was denied: it is put right and answered again."""
        needed = [ask for ask in self.asks if not ask.optional]
        for ask in needed:
            if ask.answer is None or ask.word == "read again":
                return ask.key
        if any(action.needed for action in self.actions):
            return None
        denied = (ask.key for ask in needed if isinstance(ask, Confirm) and ask.answer is False)
        return next(denied, None)


def group_actions(actions: Sequence[Action]) -> tuple[Action, ...]:
    """Put actions that go together into one act each, before its parts."""
    made: list[Action] = []
    for action in actions:
        parts = [each for each in actions if action.together and each.together == action.together]
        if len(parts) > 1 and parts[0] is action:
            made.append(_one_act(parts))
        made.append(action)
    return tuple(made)


def _one_act(parts: Sequence[Action]) -> Action:
    return Action(
        key=f"{Advice.ALL}{parts[0].together}"[:60],
        text="Set both of these at once." if len(parts) == 2 else "Set all of these at once.",
        expect="Then read what they touched again.",
        parts=tuple(part.text for part in parts),
        device=parts[0].device if len({part.device for part in parts}) == 1 else "helicopter",
        changes=tuple(change for part in parts for change in part.changes),
        work=tuple(work for part in parts for work in part.work),
        aspects=tuple(dict.fromkeys(aspect for part in parts for aspect in part.aspects)),
        keys=tuple(dict.fromkeys(key for part in parts for key in part.keys)),
        needed=any(part.needed for part in parts),
        predicts=tuple(each for part in parts for each in part.predicts),
        on_devices=tuple(each for part in parts for each in part.on_devices),
    )
