"""What the API shows of a bench: the slip, the step at hand, the log of its readings."""

from collections.abc import Sequence
from datetime import datetime
from typing import Any, Literal

from django.utils import timezone
from pydantic import BaseModel

from bench.log import elapsed_s, entries_of, run_at
from bench.models import Bench, LogEntry
from mint_lever.bench import Advice, BenchRun, Standing
from mint_lever.bench.run import State
from mint_lever.measure.verdict import Band, Word
from mint_lever.procedure import WORKED_ON, StepName
from mint_lever.setup.transmitter import ModeName


class SlipLine(BaseModel):
    """A step on the slip. ``because`` is what made it stale, ``base`` the titles it rests on that
    are not done."""

    name: StepName
    number: float
    title: str
    why: str
    state: State
    because: list[str]
    base: list[str]
    rests_on: list[str]


class FitnessOut(BaseModel):
    """Fit to fly, or every reason why not."""

    fit: bool
    withheld: list[str]


class OptionOut(BaseModel):
    value: str
    label: str
    fine: bool


class AskOut(BaseModel):
    """One question; ``count`` is how many balls a ``balls`` question has."""

    key: str
    label: str
    kind: Literal["confirm", "number", "numbers", "choice", "balls"]
    hint: str
    unit: str
    low: float
    high: float
    nudge: float
    options: list[OptionOut]
    sticks: list[float] | None
    azimuth: float | None
    blade: int | None
    optional: bool
    answer: Any = None
    word: Word | None


class ActionOut(BaseModel):
    """The next thing to do."""

    key: str
    text: str
    expect: str
    device: Literal["unit", "transmitter", "helicopter"]
    by_hand: bool
    sets: bool
    needed: bool
    learned: bool


class BandOut(BaseModel):
    low: float
    high: float
    workable_low: float
    workable_high: float


class MarkOut(BaseModel):
    value: float
    moment: int
    holds: bool


class RulerOut(BaseModel):
    label: str
    unit: str
    band: BandOut
    marks: list[MarkOut]
    predicted: float | None


class PanelOut(BaseModel):
    caption: str
    line: list[list[float]]
    arrows: list[float]


class SketchOut(BaseModel):
    seen_from: str
    right: PanelOut
    wrong: PanelOut


class RayOut(BaseModel):
    collective: Literal["low", "mid", "high"]
    azimuth_deg: list[float]
    clear_pct: list[float]
    clears_pct: float


class ReadingOut(BaseModel):
    """One line of a step's log; ``holds`` when it still counts for the step."""

    moment: int
    kind: str
    key: str
    label: str
    value: Any = None
    at: datetime
    struck: bool
    edited: bool
    holds: bool


class AdviceOut(BaseModel):
    """The step at hand: do this, read this, then this."""

    step: StepName
    do: list[str]
    cautions: list[str]
    asks: list[AskOut]
    next_key: str | None
    summary: str
    outcome: Literal["begun", "good", "workable", "out"] | None
    actions: list[ActionOut]
    rulers: list[RulerOut]
    sketch: SketchOut | None
    rays: list[RayOut]
    log: list[ReadingOut]


class BenchOut(BaseModel):
    """A helicopter's bench as it stands. ``version`` is the draft's, ``moment`` the log's."""

    name: str
    version: int
    moment: int
    simulated: bool
    mode: ModeName
    started: bool
    running: bool
    elapsed_s: float
    slip: list[SlipLine]
    next_step: StepName | None
    fitness: FitnessOut
    worked_on: list[str]
    advice: AdviceOut


def show(bench: Bench, step: str | None = None) -> BenchOut:
    """Show a bench with one step open; the next one to do when none is named."""
    entries = entries_of(bench, bench.simulated)
    run = run_at(bench)
    standings = run.standings
    following = run.next_step()
    name = run.step(step).name if step else following or run.steps[-1].name
    seconds, running = elapsed_s(entries, timezone.now())
    return BenchOut(
        name=run.setup.name,
        version=bench.helicopter.draft.version,
        moment=bench.moment,
        simulated=bench.simulated is not None,
        mode=run.mode,
        started=any(entry.kind == LogEntry.Kind.START for entry in entries),
        running=running,
        elapsed_s=round(seconds, 1),
        slip=[_line(run, standing) for standing in standings],
        next_step=following,
        fitness=FitnessOut(**_plain(run.fitness())),
        worked_on=[what for what in WORKED_ON if what != "powered up again"],
        advice=_advice(run, run.advice(name), entries),
    )


def _line(run: BenchRun, standing: Standing) -> SlipLine:
    title = {step.name: step.title for step in run.steps}
    step = standing.step
    return SlipLine(
        name=step.name,
        number=step.number,
        title=step.title,
        why=step.why,
        state=standing.state,
        because=[aspect.replace("_", " ") for aspect in standing.because],
        base=[title[name] for name in standing.base],
        rests_on=[title[name] for name in step.rests_on if name in title],
    )


def _advice(run: BenchRun, advice: Advice, entries: Sequence[LogEntry]) -> AdviceOut:
    holds = {entry.moment for ask in advice.asks for entry in run.held(advice.step, ask.key)}
    edited = {entry.replaces_id for entry in entries if entry.replaces_id}
    return AdviceOut(
        step=advice.step,
        do=list(advice.do),
        cautions=list(advice.cautions),
        asks=[AskOut(**_plain(ask)) for ask in advice.asks],
        next_key=advice.next_key,
        summary=advice.summary,
        outcome=advice.outcome,
        actions=[
            ActionOut(
                by_hand=bool(action.work) or not action.changes,
                sets=bool(action.changes),
                **{k: v for k, v in _plain(action).items() if k in ActionOut.model_fields},
            )
            for action in advice.actions
        ],
        rulers=[
            RulerOut(
                label=ruler.label,
                unit=ruler.unit,
                band=_band(ruler.band),
                marks=[MarkOut(**_plain(mark)) for mark in ruler.marks],
                predicted=ruler.predicted,
            )
            for ruler in advice.rulers
        ],
        sketch=None
        if advice.sketch is None
        else SketchOut(
            seen_from=advice.sketch.seen_from,
            right=PanelOut(**_plain(advice.sketch.right)),
            wrong=PanelOut(**_plain(advice.sketch.wrong)),
        ),
        rays=[RayOut(**_plain(ray)) for ray in advice.rays],
        log=[
            ReadingOut(
                moment=entry.moment,
                kind=entry.kind,
                key=entry.key,
                label=entry.label,
                value=entry.value if entry.kind == LogEntry.Kind.READING else None,
                at=entry.at,
                struck=entry.struck,
                edited=entry.pk in edited,
                holds=not entry.struck and entry.stands_at in holds,
            )
            for entry in entries
            if entry.step == advice.step
        ],
    )


def _band(band: Band) -> BandOut:
    return BandOut(
        low=band.low,
        high=band.high,
        workable_low=band.workable_low,
        workable_high=band.workable_high,
    )


def _plain(data: Any) -> dict[str, Any]:
    """A dataclass's own fields, tuples as lists and options as their fields."""
    found: dict[str, Any] = {}
    for key, value in vars(data).items():
        if isinstance(value, tuple):
            value = [_plain(v) if hasattr(v, "__dataclass_fields__") else v for v in value]
            value = [list(v) if isinstance(v, tuple) else v for v in value]
        found[key] = value
    return found
