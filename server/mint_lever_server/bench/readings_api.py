"""Readings over the API: entered, put right, struck out, worked out of other measures."""

import uuid
from typing import Annotated, Literal

from django.http import HttpRequest
from ninja import Field, Router, Schema
from pydantic import Strict

from mint_lever.bench import write_ball_step
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.measure import (
    pitch_from_chord_edges,
    pitch_from_picture,
    pitch_from_tip_gap,
    round_tilt,
)
from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.bench.change_stamp import Stamp
from mint_lever_server.bench.readings import add_reading, replace_reading, strike_entry
from mint_lever_server.bench.request_types import AnswerGiven, AtVersion, Line
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.bench.schemas import BenchOut, show
from mint_lever_server.bench.stored_run import run_at
from mint_lever_server.config.request_fields import Count, CountAsked, Length, StepAsked, Yes

router = Router(tags=["bench"])
fleet = Router(tags=["bench"])
"""What is asked of no single helicopter."""


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
    return show(replace_reading(pilot, helicopter_id, sequence, given.value, given.sender()), step)


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
    return show(strike_entry(pilot, helicopter_id, sequence, given.struck, given.sender()), step)


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


@router.post("/{helicopter_id}/bench/leveller/high-ball", response=ToDo)
def find_high_ball(request: HttpRequest, helicopter_id: uuid.UUID, given: HighBall) -> ToDo:
    """Say what to do where nothing is known but which ball stands high."""
    setup = run_at(bench_of(pilot_of(request), helicopter_id)).setup
    return ToDo(says=write_ball_step(setup, given.ball))
