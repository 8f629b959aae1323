"""Two setups beside one another: draft, revisions, another of the pilot's helicopters."""

from __future__ import annotations

import uuid
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.http import Http404
from pydantic import BaseModel

from mint_lever.bench import BenchRun, read_setting
from mint_lever.records import PitchDifference, compare_setups, list_lost_readings
from mint_lever.setup import Device, Setup
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.bench.stored_run import log_of, run_at, run_of
from mint_lever_server.hangar.documents import setup_of
from mint_lever_server.hangar.services import owned, present_setup


class EffectOut(BaseModel):
    """The largest difference it makes: ``size`` in ``unit`` (deg or rpm), of which ``part``, and
    ``where`` the sticks are then."""

    size: float
    unit: str
    part: str
    where: str


class DifferenceOut(BaseModel):
    """One setting, or one curve, that is another: values in words; ``value`` is the other's, as it
    is written into a draft. ``effect`` is null where it moves no blade or was not worked out."""

    device: Device
    path: str
    name: str
    before: str
    after: str
    unit: str
    value: Any
    effect: EffectOut | None


class LostOut(BaseModel):
    """Readings of a step that hold on the one setup and would not on the other."""

    title: str
    readings: int


class CompareOut(BaseModel):
    """What going from one to the other would change. ``version`` is the draft's; ``from_draft``:
    the one is the draft, so that a setting can be taken over into it."""

    version: int
    from_draft: bool
    one: str
    other: str
    differences: list[DifferenceOut]
    effect: EffectOut | None
    stale: list[str]
    lost: list[LostOut]


@dataclass(frozen=True)
class Side:
    """What is compared: a revision, the draft where there is none, of a helicopter."""

    revision: int | None = None
    helicopter: uuid.UUID | None = None


def comparison(pilot: User, helicopter_id: uuid.UUID, one: Side, other: Side) -> CompareOut:
    """Compare a helicopter's draft, or a revision of it, with another setup."""
    bench = bench_of(pilot, helicopter_id)
    words, setup = _side(pilot, bench, one)
    other_words, other_setup = _side(pilot, bench, other)
    from_draft = one == Side()
    run = run_at(bench) if from_draft else _run(bench, setup)
    found = compare_setups(run, other_setup)
    document = other_setup.as_document()
    return CompareOut(
        version=bench.helicopter.draft.version,
        from_draft=from_draft,
        one=words,
        other=other_words,
        differences=[
            DifferenceOut(
                device=each.device,
                path=each.path,
                name=each.name,
                before=each.before,
                after=each.after,
                unit=each.unit,
                value=read_setting(document, each.path),
                effect=_effect(each.effect),
            )
            for each in found.differences
        ],
        effect=_effect(found.effect),
        stale=[title for _, title in found.stale],
        lost=[
            LostOut(title=each.title, readings=each.readings)
            for each in list_lost_readings(run, _run(bench, other_setup))
        ],
    )


def _side(pilot: User, bench: Bench, side: Side) -> tuple[str, Setup]:
    helicopter = bench.helicopter
    if side.helicopter is not None and side.helicopter != helicopter.pk:
        helicopter = owned(pilot, side.helicopter)
    draft = helicopter.draft if helicopter is bench.helicopter else helicopter.real_draft
    setup = present_setup(draft)
    if side.revision is None:
        return f"{setup.name}, {'practice draft' if draft.practice else 'draft'}", setup
    kept = helicopter.revisions.select_related("document").filter(number=side.revision).first()
    if kept is None:
        raise Http404
    return f"{setup.name}, revision {side.revision}", setup_of(kept.document)


def _run(bench: Bench, setup: Setup) -> BenchRun:
    """The same log on another setup."""
    return run_of(setup, log_of(bench, bench.simulated))


def _effect(effect: PitchDifference | None) -> EffectOut | None:
    return None if effect is None else EffectOut(**vars(effect))
