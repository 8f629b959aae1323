"""What the API shows of a bench: the slip, the step at hand, the log of its readings.

A step's advice is served as the core made it; only what belongs to the log is added.
"""

from bisect import bisect_left
from datetime import datetime

from django.utils import timezone
from pydantic import BaseModel, computed_field

from mint_lever.bench import (
    WORKED_ON,
    Action,
    Advice,
    Answer,
    Ask,
    BenchRun,
    GainLine,
    Outcome,
    Ray,
    Ruler,
    Sketch,
    Slide,
    Standing,
    State,
    StepName,
    TailSketch,
    Wheel,
    write_answer,
)
from mint_lever.devices import OnDevice
from mint_lever.setup import Device, ModeName
from mint_lever_server.bench.fitness import FitnessOut, fitness_at
from mint_lever_server.bench.log_cache import Log
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.stored_run import log_of, run_at
from mint_lever_server.hangar.services import state_of

_LOG_PAGE = 40


class SlipLine(BaseModel):
    """A step on the slip. ``because`` is what made it stale, ``base`` the titles it rests on that
    are not done. ``label`` is its number as it is written, ``part`` counts the parts of a step that
    has several."""

    name: StepName
    number: float
    part: int
    label: str
    title: str
    why: str
    state: State
    because: list[str]
    base: list[str]
    rests_on: list[str]


class AbsentLine(BaseModel):
    """A step that this setup has not, and why: the slip jumps no number in silence."""

    number: float
    part: int
    label: str
    title: str
    why: str


class ActionOut(BaseModel):
    """The next thing to do; ``sets`` when settings are written with it, ``parts`` what it does of
    the others, when it does several at once. ``nudged``: the device shows no figure
    for it. ``on_devices`` says it in the words and on the scale
    of the helicopter's own devices, where they have any of their own."""

    key: str
    text: str
    expect: str
    device: Device
    by_hand: bool
    sets: bool
    needed: bool
    learned: bool
    parts: list[str]
    wheel: Wheel | None
    nudged: bool
    on_devices: list[OnDevice]


class ReadingOut(BaseModel):
    """One line of a step's log; ``holds`` when it still counts for the step. ``at`` is the time on
    the clock of the device it was entered on. ``said`` is the answer in words, "" where it is no
    reading."""

    sequence: int
    kind: str
    key: str
    label: str
    value: Answer = None
    said: str
    at: datetime
    struck: bool
    edited: bool
    holds: bool


class LogOut(BaseModel):
    """A page of a step's log, oldest first; ``more`` when older lines are left."""

    lines: list[ReadingOut]
    more: bool


class AdviceOut(BaseModel):
    """The step at hand: do this, read this, then this."""

    step: StepName
    do: list[str]
    cautions: list[str]
    asks: list[Ask]
    next_key: str | None
    summary: str
    outcome: Outcome | None
    actions: list[ActionOut]
    rulers: list[Ruler]
    sketch: Sketch | None
    rays: list[Ray]
    tail_sketch: TailSketch | None
    slide: Slide | None
    gains: list[GainLine]
    waits_for: list[StepName]
    log: LogOut
    teaches: bool

    @computed_field  # type: ignore[prop-decorator]
    @property
    def uses_levers(self) -> bool:
        """Whether a question of the step wants the sticks somewhere."""
        return any(ask.sticks is not None for ask in self.asks)


class BenchOut(BaseModel):
    """A helicopter's bench as it stands. ``version`` and ``digest`` are the draft's, ``sequence``
    the log's."""

    name: str
    version: int
    digest: str
    sequence: int
    simulated: bool
    mode: ModeName
    started: bool
    running: bool
    elapsed_s: float
    slip: list[SlipLine]
    absent: list[AbsentLine]
    next_step: StepName | None
    fitness: FitnessOut
    worked_on: list[str]
    advice: AdviceOut


def show(bench: Bench, step: str | None = None) -> BenchOut:
    """Show a bench with one step open; the next one to do when none is named."""
    log = log_of(bench, bench.simulated)
    run = run_at(bench)
    following = run.next_step()
    name = run.step(step).name if step else following or run.steps[-1].name
    draft = bench.helicopter.draft
    return BenchOut(
        name=run.setup.name,
        version=draft.version,
        digest=state_of(draft).document.digest,
        sequence=bench.sequence,
        simulated=bench.simulated is not None,
        mode=run.mode,
        started=log.started,
        running=log.clock.since is not None,
        elapsed_s=round(log.clock.at(timezone.now()), 1),
        slip=[_line(run, standing) for standing in run.standings],
        absent=[
            AbsentLine(
                number=step.number, part=step.part, label=step.label, title=step.title, why=why
            )
            for step, why in run.absent
        ],
        next_step=following,
        fitness=fitness_at(run, bench.helicopter, bench.simulated is not None),
        worked_on=[what for what in WORKED_ON if what != "powered up again"],
        advice=_advice(run, run.advice(name), log),
    )


def log_page(bench: Bench, step: str, before: int | None = None) -> LogOut:
    """Give a page of a step's log: the newest lines, or those before one of them."""
    run = run_at(bench)
    return _log(run, run.step(step).name, log_of(bench, bench.simulated), before)


def _line(run: BenchRun, standing: Standing) -> SlipLine:
    title = {step.name: step.title for step in run.steps}
    step = standing.step
    return SlipLine(
        name=step.name,
        number=step.number,
        part=step.part,
        label=step.label,
        title=step.title,
        why=step.why,
        state=standing.state,
        because=list(standing.because),
        base=[title[name] for name in standing.base],
        rests_on=[title[name] for name in step.rests_on if name in title],
    )


def _advice(run: BenchRun, advice: Advice, log: Log) -> AdviceOut:
    return AdviceOut(
        step=advice.step,
        do=list(advice.do),
        cautions=list(advice.cautions),
        asks=list(advice.asks),
        next_key=advice.next_key,
        summary=advice.summary,
        outcome=advice.outcome,
        actions=[_action(action) for action in advice.actions],
        rulers=list(advice.rulers),
        sketch=advice.sketch,
        rays=list(advice.rays),
        tail_sketch=advice.tail_sketch,
        slide=advice.slide,
        gains=list(advice.gains),
        waits_for=list(run.barred_by(advice.step)),
        log=_log(run, advice.step, log, None),
        teaches=run.step(advice.step).teaches,
    )


def _action(action: Action) -> ActionOut:
    return ActionOut(
        key=action.key,
        text=action.text,
        expect=action.expect,
        device=action.device,
        by_hand=action.by_hand,
        sets=bool(action.changes),
        needed=action.needed,
        learned=action.learned,
        parts=list(action.parts),
        wheel=action.wheel,
        nudged=action.nudged,
        on_devices=[each for each in action.on_devices if each.own],
    )


def _log(run: BenchRun, step: StepName, log: Log, before: int | None) -> LogOut:
    own = log.by_step.get(step, ())
    if before is not None:
        own = own[: bisect_left(own, before, key=lambda entry: entry.sequence)]
    page = own[-_LOG_PAGE:]
    keys = {entry.key for entry in page if entry.kind == LogEntry.Kind.READING}
    holds = {entry.sequence for key in keys for entry in run.held(step, key)}
    asked = {ask.key: ask for ask in run.questions(step)}
    return LogOut(
        lines=[
            ReadingOut(
                sequence=entry.sequence,
                kind=entry.kind,
                key=entry.key,
                label=entry.label,
                value=entry.value if entry.kind == LogEntry.Kind.READING else None,
                said=(
                    write_answer(asked.get(entry.key), entry.value)
                    if entry.kind == LogEntry.Kind.READING
                    else ""
                ),
                at=entry.sent_at,
                struck=entry.struck,
                edited=entry.pk in log.edited,
                holds=not entry.struck and entry.stands_at in holds,
            )
            for entry in page
        ],
        more=len(own) > len(page),
    )
