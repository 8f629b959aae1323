"""Advice over the API: followed, and lengths that readings teach."""

import uuid
from typing import Annotated

from django.http import HttpRequest
from ninja import Field, Router, Schema
from pydantic import Strict

from mint_lever.bench import MEASURED_SD_MM, learn_lengths
from mint_lever.measure import (
    FINEST_SD_MM,
    Parameter,
)
from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.bench.advice import do_advised, write_lesson_down
from mint_lever_server.bench.change_stamp import Stamp
from mint_lever_server.bench.request_types import AtVersion
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.bench.schemas import BenchOut, show
from mint_lever_server.bench.stored_run import run_at
from mint_lever_server.config.request_fields import Count

router = Router(tags=["bench"])


class Act(AtVersion, Stamp):
    """The advice to follow, as the page shows it."""

    sequence: Count
    step: str = Field(max_length=24)
    key: str = Field(max_length=60)


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


@router.post("/{helicopter_id}/bench/acts", response=BenchOut)
def follow_advice(request: HttpRequest, helicopter_id: uuid.UUID, given: Act) -> BenchOut:
    """Follow a step's advice."""
    done = do_advised(
        pilot_of(request),
        helicopter_id,
        given.version,
        given.sequence,
        given.step,
        given.key,
        given.sender(),
    )
    return show(done, given.step)


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


@router.post("/{helicopter_id}/bench/lesson/apply", response=BenchOut)
def apply_lesson(request: HttpRequest, helicopter_id: uuid.UUID, given: UncertainAt) -> BenchOut:
    """Write down the lengths that the readings teach."""
    done = write_lesson_down(
        pilot_of(request),
        helicopter_id,
        given.version,
        given.parameters,
        given.measured_sd_mm,
        given.sender(),
    )
    return show(done, "cyclic_throw")
