"""The bench over the API: the slip with a step open, its log, what is noted, standings of all."""

import uuid
from typing import Literal

from django.db.models import F
from django.http import HttpRequest
from ninja import Field, Router

from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.bench.change_stamp import Stamp
from mint_lever_server.bench.evening_end import EveningOver, evening_over
from mint_lever_server.bench.fitness import Standings, standings_of
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.bench.schemas import BenchOut, LogOut, log_page, show
from mint_lever_server.bench.work_notes import write_times, write_work_note
from mint_lever_server.config.request_fields import CountAsked, StepAsked
from mint_lever_server.hangar.documents import newest_revision
from mint_lever_server.hangar.models import DraftState

router = Router(tags=["bench"])
fleet = Router(tags=["bench"])
"""What is asked of no single helicopter."""


_STANDINGS_S = 0.3
"""How long one answer works at helicopters that nobody asked about yet."""


class WorkedOn(Stamp):
    """What was worked on, in the words offered."""

    what: str = Field(max_length=80)


class Note(Stamp):
    """Start, pause, resume as it was left, or powered up again (resuming when paused)."""

    what: Literal["start", "pause", "resume", "power"]


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


@router.post("/{helicopter_id}/bench/work", response=BenchOut)
def note_work(
    request: HttpRequest, helicopter_id: uuid.UUID, given: WorkedOn, step: StepAsked | None = None
) -> BenchOut:
    """Note what was worked on; what rests on it is stale."""
    return show(write_work_note(pilot_of(request), helicopter_id, given.what, given.sender()), step)


@router.post("/{helicopter_id}/bench/times", response=BenchOut)
def note_times(
    request: HttpRequest, helicopter_id: uuid.UUID, given: Note, step: StepAsked | None = None
) -> BenchOut:
    """Start, pause, resume, or note a power-up."""
    kinds = ["power", "resume"] if given.what == "power" else [given.what]
    return show(write_times(pilot_of(request), helicopter_id, kinds, given.sender()), step)


@router.get("/{helicopter_id}/bench/log", response=LogOut)
def get_step_log(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    step: StepAsked,
    before: CountAsked | None = None,
) -> LogOut:
    """Give a page of a step's log: its newest lines, or those before one of them."""
    return log_page(bench_of(pilot_of(request), helicopter_id), step, before)


@router.get("/{helicopter_id}/bench/summary", response=EveningOver)
def get_evening_summary(request: HttpRequest, helicopter_id: uuid.UUID) -> EveningOver:
    """Sum the evening up: what was set, what is open, what fitness still needs."""
    return evening_over(bench_of(pilot_of(request), helicopter_id))
