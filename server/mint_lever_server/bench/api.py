"""The bench over the API: the slip and a step, readings, advice followed, the simulated model."""

import uuid
from typing import Annotated, Literal

from django.db.models import F
from django.http import HttpRequest
from ninja import Field, Router, Schema
from pydantic import Strict

from mint_lever.bench import MEASURED_SD_MM, Answer, learn_lengths, write_ball_step
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.measure import (
    FINEST_SD_MM,
    Parameter,
    pitch_from_chord_edges,
    pitch_from_picture,
    pitch_from_tip_gap,
    round_tilt,
)
from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.bench.change_stamp import Stamp
from mint_lever_server.bench.evening_end import EveningOver, evening_over
from mint_lever_server.bench.fitness import Standings, standings_of
from mint_lever_server.bench.keying import KeyingOut, keying_at, tick_there
from mint_lever_server.bench.request_types import AnswerGiven, Line
from mint_lever_server.bench.schemas import BenchOut, LogOut, log_page, show
from mint_lever_server.bench.services import (
    act,
    add_reading,
    bench_of,
    device_holds,
    edit_reading,
    fresh_model,
    note,
    put_on_table,
    strike,
    take_lesson,
    take_simulated,
    worked_on,
)
from mint_lever_server.bench.stored_run import run_at
from mint_lever_server.bench.undo import Hands, UndoOut, redo, undo, undo_at
from mint_lever_server.config.request_fields import Count, CountAsked, Length, StepAsked, Yes
from mint_lever_server.hangar.documents import newest_revision
from mint_lever_server.hangar.models import DraftState

router = Router(tags=["bench"])
fleet = Router(tags=["bench"])
"""What is asked of no single helicopter."""

_STANDINGS_S = 0.3
"""How long one answer works at helicopters that nobody asked about yet."""


class AtVersion(Schema):
    """The draft's version that the page shows."""

    version: Count


class NewReading(AtVersion, Stamp):
    """An answer to one question of a step; ``joins`` asks for the mean with those before it.
    ``read_to`` is how far the page has read the log: an answer to the same question that came from
    elsewhere since is not overwritten unseen."""

    step: str = Field(max_length=24)
    key: str = Field(max_length=60)
    value: AnswerGiven
    joins: Yes = False
    read_to: Count | None = None


class EditedReading(Stamp):
    """What the reading should have been."""

    value: AnswerGiven


class Struck(Stamp):
    """Whether an entry is struck out or counts again."""

    struck: Yes = True


class Act(AtVersion, Stamp):
    """The advice to follow, as the page shows it."""

    sequence: Count
    step: str = Field(max_length=24)
    key: str = Field(max_length=60)


class WorkedOn(Stamp):
    """What was worked on, in the words offered."""

    what: str = Field(max_length=80)


class Note(Stamp):
    """Start, pause, resume as it was left, or powered up again (resuming when paused)."""

    what: Literal["start", "pause", "resume", "power"]


class DeviceHolds(AtVersion, Stamp):
    """Settings of the draft that their devices hold now."""

    paths: list[Annotated[str, Field(max_length=200)]] = Field(min_length=1, max_length=600)


class Table(AtVersion, Stamp):
    """Which model is on the table."""

    simulated: Yes


class Again(AtVersion, Stamp):
    """The newest version of the draft that the page shows."""


class TakenBack(Again):
    """``hands``: whether work by hand was turned back, or never happened."""

    hands: Hands | None = None


class Question(Schema):
    """One question of a step."""

    step: str = Field(max_length=24)
    key: str = Field(max_length=60)


class Taken(Schema):
    """What the simulated bench's instrument shows; null where a unit shows nothing yet."""

    value: Answer = None


class OtherMeans(Schema):
    """A pitch measured without a gauge: a gap of folded tips, chord edges, or a picture's lines."""

    by: Literal["gap", "chord", "picture"]
    small_mm: Length = 0.0
    large_mm: Length = 0.0
    chord_line: Line | None = None
    reference_line: Line | None = None


class Gaps(Schema):
    """The gap (mm) between each ball and the leveller's arm over it, in the balls' order."""

    gaps_mm: list[Length] = Field(min_length=3, max_length=4)


class HighBall(Schema):
    """A ball, from 0, that the leveller shows to stand high."""

    ball: Annotated[int, Strict(), Field(ge=0, le=3)]


class ToDo(Schema):
    """What to do, in words."""

    says: str


class TiltOut(Schema):
    """The swash's tilt (deg): + right side down, + front down."""

    right_deg: float
    forward_deg: float


class PitchOut(Schema):
    """Degrees."""

    pitch_deg: float


class Uncertain(Schema):
    """Which lengths to fit, and how well each was measured (standard deviation, mm)."""

    parameters: list[Parameter] = Field(min_length=1, max_length=4)
    measured_sd_mm: dict[
        Parameter, Annotated[float, Strict(), Field(ge=FINEST_SD_MM, le=1_000)]
    ] = {}


class UncertainAt(Uncertain, AtVersion, Stamp):
    """The same, for a draft's version."""


class LearnedOut(Schema):
    name: str
    before_mm: float
    after_mm: float
    sd_mm: float


class LessonOut(Schema):
    """What the readings teach; misses are gauge less prediction, degrees."""

    readings: list[str]
    lengths: list[LearnedOut]
    before_deg: list[float]
    after_deg: list[float]


@fleet.get("/standings", response=Standings)
def list_standings(request: HttpRequest) -> Standings:
    """Say of the pilot's helicopters whether they are fit to fly and what comes next.

    Those that nobody asked about yet may take a while: some of them come with the next answers.
    """
    states = (
        DraftState.objects.filter(
            draft__helicopter__owner=pilot_of(request),
            draft__practice=False,
            position=F("draft__position"),
        )
        .select_related("draft__helicopter__bench", "document")
        .defer("document__text", "document__summary", "draft__helicopter__bench__truth")
        .annotate(revision=newest_revision("draft__helicopter"))
    )
    return standings_of(states, _STANDINGS_S)


@router.get("/{helicopter_id}/bench", response=BenchOut)
def get_bench(
    request: HttpRequest, helicopter_id: uuid.UUID, step: StepAsked | None = None
) -> BenchOut:
    """Show the bench with a step open."""
    return show(bench_of(pilot_of(request), helicopter_id), step)


@router.post("/{helicopter_id}/bench/readings", response=BenchOut)
def enter_reading(request: HttpRequest, helicopter_id: uuid.UUID, given: NewReading) -> BenchOut:
    """Log a reading."""
    done = add_reading(
        pilot_of(request),
        helicopter_id,
        given.version,
        given.step,
        given.key,
        given.value,
        given.joins,
        given.sender(),
        given.read_to,
    )
    return show(done, given.step)


@router.put("/{helicopter_id}/bench/readings/{sequence}", response=BenchOut)
def correct_reading(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    sequence: CountAsked,
    given: EditedReading,
    step: StepAsked,
) -> BenchOut:
    """Put a mistyped reading right."""
    pilot = pilot_of(request)
    return show(edit_reading(pilot, helicopter_id, sequence, given.value, given.sender()), step)


@router.post("/{helicopter_id}/bench/readings/{sequence}/strike", response=BenchOut)
def strike_reading(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    sequence: CountAsked,
    given: Struck,
    step: StepAsked,
) -> BenchOut:
    """Strike an entry out, or let it count again."""
    pilot = pilot_of(request)
    return show(strike(pilot, helicopter_id, sequence, given.struck, given.sender()), step)


@router.post("/{helicopter_id}/bench/acts", response=BenchOut)
def follow_advice(request: HttpRequest, helicopter_id: uuid.UUID, given: Act) -> BenchOut:
    """Follow a step's advice."""
    done = act(
        pilot_of(request),
        helicopter_id,
        given.version,
        given.sequence,
        given.step,
        given.key,
        given.sender(),
    )
    return show(done, given.step)


@router.post("/{helicopter_id}/bench/touched", response=BenchOut)
def note_work(
    request: HttpRequest, helicopter_id: uuid.UUID, given: WorkedOn, step: StepAsked | None = None
) -> BenchOut:
    """Note what was worked on; what rests on it is stale."""
    return show(worked_on(pilot_of(request), helicopter_id, given.what, given.sender()), step)


@router.post("/{helicopter_id}/bench/notes", response=BenchOut)
def note_times(
    request: HttpRequest, helicopter_id: uuid.UUID, given: Note, step: StepAsked | None = None
) -> BenchOut:
    """Start, pause, resume, or note a power-up."""
    kinds = ["power", "resume"] if given.what == "power" else [given.what]
    return show(note(pilot_of(request), helicopter_id, kinds, given.sender()), step)


@router.get("/{helicopter_id}/bench/log", response=LogOut)
def get_step_log(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    step: StepAsked,
    before: CountAsked | None = None,
) -> LogOut:
    """Give a page of a step's log: its newest lines, or those before one of them."""
    return log_page(bench_of(pilot_of(request), helicopter_id), step, before)


@router.get("/{helicopter_id}/bench/evening-over", response=EveningOver)
def get_evening_summary(request: HttpRequest, helicopter_id: uuid.UUID) -> EveningOver:
    """Sum the evening up: what was set, what is open, what fitness still needs."""
    return evening_over(bench_of(pilot_of(request), helicopter_id))


@router.get("/{helicopter_id}/keying", response=KeyingOut)
def get_keying_list(request: HttpRequest, helicopter_id: uuid.UUID) -> KeyingOut:
    """Show what still has to be keyed into each device."""
    return keying_at(bench_of(pilot_of(request), helicopter_id))


@router.post("/{helicopter_id}/keying/held", response=KeyingOut)
def tick_keyed(request: HttpRequest, helicopter_id: uuid.UUID, given: DeviceHolds) -> KeyingOut:
    """Note that devices hold the draft's values now: these lines are ticked off."""
    pilot = pilot_of(request)
    done = device_holds(pilot, helicopter_id, given.version, given.paths, given.sender())
    return keying_at(done)


@router.post("/{helicopter_id}/keying/ticks/{sequence}/back", response=KeyingOut)
def take_back_tick(
    request: HttpRequest, helicopter_id: uuid.UUID, sequence: CountAsked, given: Stamp
) -> KeyingOut:
    """Take a tick back that was made by mistake."""
    pilot = pilot_of(request)
    tick_there(bench_of(pilot, helicopter_id), sequence)
    return keying_at(strike(pilot, helicopter_id, sequence, True, given.sender()))


@router.get("/{helicopter_id}/bench/undo", response=UndoOut)
def get_undo(request: HttpRequest, helicopter_id: uuid.UUID) -> UndoOut:
    """Show what was done last with the model on the table, and what was undone."""
    return undo_at(bench_of(pilot_of(request), helicopter_id))


@router.post("/{helicopter_id}/bench/undo", response=UndoOut)
def undo_last(request: HttpRequest, helicopter_id: uuid.UUID, given: TakenBack) -> UndoOut:
    """Take back what was done last, reading or setting."""
    return undo(pilot_of(request), helicopter_id, given.version, given.hands, given.sender())


@router.post("/{helicopter_id}/bench/redo", response=UndoOut)
def redo_last(request: HttpRequest, helicopter_id: uuid.UUID, given: Again) -> UndoOut:
    """Do again what was undone last."""
    return redo(pilot_of(request), helicopter_id, given.version, given.sender())


@router.post("/{helicopter_id}/bench/table", response=BenchOut)
def choose_model(request: HttpRequest, helicopter_id: uuid.UUID, given: Table) -> BenchOut:
    """Put the simulated model on the table, or the real one back."""
    pilot = pilot_of(request)
    done = put_on_table(pilot, helicopter_id, given.version, given.simulated, given.sender())
    return show(done)


@router.post("/{helicopter_id}/bench/simulated/fresh", response=BenchOut)
def make_simulated_model(request: HttpRequest, helicopter_id: uuid.UUID, given: Stamp) -> BenchOut:
    """Put another simulated model on the table."""
    return show(fresh_model(pilot_of(request), helicopter_id, sender=given.sender()))


@router.post("/{helicopter_id}/bench/simulated/take", response=Taken)
def take_simulated_reading(
    request: HttpRequest, helicopter_id: uuid.UUID, given: Question
) -> Taken:
    """Take a reading on the simulated bench."""
    value = take_simulated(pilot_of(request), helicopter_id, given.step, given.key)
    return Taken(value=value)


@fleet.post("/pitch", response=PitchOut)
def convert_pitch_reading(request: HttpRequest, given: OtherMeans) -> PitchOut:
    """Work a pitch out of what was measured without a gauge."""
    if given.by == "gap":
        return PitchOut(pitch_deg=pitch_from_tip_gap(given.small_mm, given.large_mm))
    if given.by == "chord":
        return PitchOut(pitch_deg=pitch_from_chord_edges(given.small_mm, given.large_mm))
    return PitchOut(
        pitch_deg=pitch_from_picture(
            _line("chord_line", given.chord_line), _line("reference_line", given.reference_line)
        )
    )


def _line(name: str, points: list[list[float]] | None) -> list[tuple[float, float]]:
    if points is None:
        raise InvalidRequest([Fault(name, "nothing", "two points of the picture")])
    return [(x, y) for x, y in points]


@router.post("/{helicopter_id}/bench/leveller", response=TiltOut)
def convert_leveller_reading(
    request: HttpRequest, helicopter_id: uuid.UUID, given: Gaps
) -> TiltOut:
    """Work the swash's tilt out of the gaps under a leveller that shows no degrees."""
    balls = run_at(bench_of(pilot_of(request), helicopter_id)).setup.airframe.swash.balls
    right, forward = round_tilt(balls, given.gaps_mm)
    return TiltOut(right_deg=right, forward_deg=forward)


@router.post("/{helicopter_id}/bench/leveller/high", response=ToDo)
def find_high_ball(request: HttpRequest, helicopter_id: uuid.UUID, given: HighBall) -> ToDo:
    """Say what to do where nothing is known but which ball stands high."""
    setup = run_at(bench_of(pilot_of(request), helicopter_id)).setup
    return ToDo(says=write_ball_step(setup, given.ball))


@router.post("/{helicopter_id}/bench/lesson", response=LessonOut)
def get_lesson(request: HttpRequest, helicopter_id: uuid.UUID, given: Uncertain) -> LessonOut:
    """Fit lengths to the readings that hold, without writing anything down."""
    run = run_at(bench_of(pilot_of(request), helicopter_id))
    learned = learn_lengths(run, given.parameters, {**MEASURED_SD_MM, **given.measured_sd_mm})
    return LessonOut(
        readings=list(learned.readings),
        lengths=[LearnedOut(**vars(length)) for length in learned.lengths],
        before_deg=list(learned.before_deg),
        after_deg=list(learned.after_deg),
    )


@router.post("/{helicopter_id}/bench/learn", response=BenchOut)
def apply_lesson(request: HttpRequest, helicopter_id: uuid.UUID, given: UncertainAt) -> BenchOut:
    """Write down the lengths that the readings teach."""
    done = take_lesson(
        pilot_of(request),
        helicopter_id,
        given.version,
        given.parameters,
        given.measured_sd_mm,
        given.sender(),
    )
    return show(done, "cyclic_throw")
