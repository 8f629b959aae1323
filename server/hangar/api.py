"""Helicopters over the API: the fleet, one draft, its revisions, files in and out."""

import json
import re
import uuid
from datetime import datetime
from typing import Any, Literal

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Field, Router, Schema, Status

from accounts.pilot import pilot_of
from hangar.models import Draft, Helicopter, Revision
from hangar.services import (
    add_helicopter,
    checked,
    edit_draft,
    owned,
    present_state,
    real_document,
    rebuild_draft,
    replace_draft,
    save_revision,
    step_draft,
    swaps_models,
)
from mint_lever.chain import Reach, build_chain, reach
from mint_lever.setup import (
    Change,
    Setup,
    fresh_setup,
    read_document,
    read_setup,
    with_arrangement,
)
from mint_lever.setup.airframe import LayoutName
from mint_lever.setup.document import Arrangement

router = Router(tags=["hangar"])


class ReachOut(Schema):
    """Blade degrees at full stick; null where a link does not reach."""

    collective_low_deg: float | None
    collective_high_deg: float | None
    aileron_deg: float | None
    elevator_deg: float | None


class Summary(Schema):
    """One helicopter as the Hangar shows it."""

    id: uuid.UUID
    name: str
    arrangement: Arrangement
    layout: LayoutName
    rotation: str
    blades: int
    servos: int
    reach: ReachOut
    revision: int | None
    unsaved: bool
    changed_at: datetime


class RevisionOut(Schema):
    """A revision without its document."""

    number: int
    note: str
    saved_at: datetime


class DraftOut(Schema):
    """The working draft and where it stands."""

    id: uuid.UUID
    version: int
    document: Setup
    undo: list[str] | None = Field(description="Paths an undo would change back; null: none")
    redo: list[str] | None
    unsaved: bool
    practice: bool
    changed_at: datetime
    revisions: list[RevisionOut]


class NewHelicopter(Schema):
    """What a fresh helicopter needs to be drawn up."""

    name: str = Field(min_length=1, max_length=80)
    layout: LayoutName = "three_120"
    rotation: Literal["clockwise", "counter_clockwise"] = "clockwise"
    blades: int = Field(2, ge=2, le=6)
    arrangement: Arrangement = "unit_mixes"


class ChangeIn(Schema):
    """One setting to change."""

    path: str = Field(min_length=1, max_length=200)
    value: Any


class Edit(Schema):
    """Changes to make together to the draft as of ``version``."""

    version: int
    changes: list[ChangeIn] = Field(min_length=1, max_length=50)


class AtVersion(Schema):
    """The draft's version that the caller has seen."""

    version: int


class Save(AtVersion):
    """A note to save the revision with."""

    note: str = Field("", max_length=500)


class Rebuild(AtVersion):
    """Another swash layout, another number of blades, or the mixing done elsewhere."""

    layout: LayoutName | None = None
    blades: int | None = None
    arrangement: Arrangement | None = None


class Restore(AtVersion):
    """The revision to put back into the draft."""

    revision: int


@router.get("", response=list[Summary])
def fleet(request: HttpRequest) -> list[Summary]:
    """List the pilot's helicopters by name."""
    mine = Helicopter.objects.filter(owner=pilot_of(request)).select_related("draft")
    found = mine.prefetch_related("revisions")
    return sorted((_summary(each) for each in found), key=lambda each: each.name.casefold())


@router.post("", response={201: DraftOut})
def add(request: HttpRequest, new: NewHelicopter) -> Status[DraftOut]:
    """Add a fresh helicopter with a middling geometry to measure over."""
    setup = fresh_setup(new.name.strip() or new.name, new.layout, new.rotation, new.blades)
    setup = with_arrangement(setup, new.arrangement)
    return Status(
        201, draft_out(add_helicopter(pilot_of(request), checked(setup.as_document()), "new"))
    )


@router.post(
    "/import",
    response={201: DraftOut},
    openapi_extra={
        "requestBody": {"content": {"application/json": {"schema": {"type": "object"}}}}
    },
)
def import_file(request: HttpRequest) -> Status[DraftOut]:
    """Add a helicopter from a setup file; all of it or nothing."""
    setup = checked(read_document(request.body))
    return Status(201, draft_out(add_helicopter(pilot_of(request), setup, "imported")))


@router.get("/{helicopter_id}", response=DraftOut)
def draft(request: HttpRequest, helicopter_id: uuid.UUID) -> DraftOut:
    """Give one helicopter's draft."""
    return draft_out(owned(pilot_of(request), helicopter_id))


@router.delete("/{helicopter_id}", response={204: None})
def remove(request: HttpRequest, helicopter_id: uuid.UUID) -> Status[None]:
    """Remove a helicopter with its draft and every revision."""
    owned(pilot_of(request), helicopter_id).delete()
    return Status(204, None)


@router.patch("/{helicopter_id}/draft", response=DraftOut)
def edit(request: HttpRequest, helicopter_id: uuid.UUID, given: Edit) -> DraftOut:
    """Change settings of the draft by path."""
    changes = [Change(change.path, change.value) for change in given.changes]
    return draft_out(
        edit_draft(pilot_of(request), helicopter_id, given.version, changes).helicopter
    )


@router.post("/{helicopter_id}/draft/undo", response=DraftOut)
def undo(request: HttpRequest, helicopter_id: uuid.UUID, given: AtVersion) -> DraftOut:
    """Take the last change back."""
    return draft_out(step_draft(pilot_of(request), helicopter_id, given.version, -1).helicopter)


@router.post("/{helicopter_id}/draft/redo", response=DraftOut)
def redo(request: HttpRequest, helicopter_id: uuid.UUID, given: AtVersion) -> DraftOut:
    """Make the last undone change again."""
    return draft_out(step_draft(pilot_of(request), helicopter_id, given.version, +1).helicopter)


@router.post("/{helicopter_id}/draft/rebuild", response=DraftOut)
def rebuild(request: HttpRequest, helicopter_id: uuid.UUID, given: Rebuild) -> DraftOut:
    """Reshape the draft; what still fits keeps its settings, and it can be undone like any edit."""
    moved = rebuild_draft(
        pilot_of(request),
        helicopter_id,
        given.version,
        given.layout,
        given.blades,
        given.arrangement,
    )
    return draft_out(moved.helicopter)


@router.post("/{helicopter_id}/draft/restore", response=DraftOut)
def restore(request: HttpRequest, helicopter_id: uuid.UUID, given: Restore) -> DraftOut:
    """Put a revision back into the draft; can be undone like any edit."""
    setup = read_setup(_revision(request, helicopter_id, given.revision).document)
    label = f"revision {given.revision} restored"
    moved = replace_draft(pilot_of(request), helicopter_id, given.version, setup, label)
    return draft_out(moved.helicopter)


@router.post("/{helicopter_id}/revisions", response={201: DraftOut})
def save(request: HttpRequest, helicopter_id: uuid.UUID, given: Save) -> Status[DraftOut]:
    """Save the draft as the next revision."""
    saved = save_revision(pilot_of(request), helicopter_id, given.version, given.note)
    return Status(201, draft_out(saved.helicopter))


@router.get("/{helicopter_id}/revisions/{number}", response=Setup)
def revision(request: HttpRequest, helicopter_id: uuid.UUID, number: int) -> Setup:
    """Give one revision's setup."""
    return read_setup(_revision(request, helicopter_id, number).document)


@router.get("/{helicopter_id}/export", response=Setup)
def export(
    request: HttpRequest, helicopter_id: uuid.UUID, revision: int | None = None
) -> HttpResponse:
    """Download the draft, or a revision, as a setup file."""
    helicopter = owned(pilot_of(request), helicopter_id)
    if revision is None:
        document, which = present_state(helicopter.draft).document, "draft"
    else:
        document = _revision(request, helicopter_id, revision).document
        which = f"revision-{revision}"
    stem = re.sub(r"[^a-z0-9]+", "-", document["name"].lower()).strip("-") or "helicopter"
    response = HttpResponse(
        json.dumps(document, indent=2, ensure_ascii=False) + "\n", content_type="application/json"
    )
    response["Content-Disposition"] = f'attachment; filename="{stem}-{which}.json"'
    return response


def _revision(request: HttpRequest, helicopter_id: uuid.UUID, number: int) -> Revision:
    found = owned(pilot_of(request), helicopter_id).revisions.filter(number=number).first()
    if found is None:
        raise Http404
    return found


def _summary(helicopter: Helicopter) -> Summary:
    document = real_document(helicopter.draft)
    setup = read_setup(document)
    revisions = list(helicopter.revisions.all())
    return Summary(
        id=helicopter.id,
        name=setup.name,
        arrangement=setup.arrangement,
        layout=setup.airframe.swash.layout,
        rotation=setup.airframe.head.rotation,
        blades=setup.airframe.head.blades,
        servos=len(setup.airframe.servos),
        reach=_reach(reach(build_chain(setup))),
        revision=revisions[-1].number if revisions else None,
        unsaved=not revisions or revisions[-1].document != document,
        changed_at=helicopter.draft.changed_at,
    )


def _reach(found: Reach) -> ReachOut:
    return ReachOut(**vars(found))


def draft_out(helicopter: Helicopter) -> DraftOut:
    """Show a helicopter's draft."""
    at: Draft = helicopter.draft
    near = {s.position: s for s in at.states.filter(position__range=(at.position, at.position + 1))}
    state, after = near[at.position], near.get(at.position + 1)
    has_before = at.position > 0 and not swaps_models(state)
    has_before = has_before and at.states.filter(position=at.position - 1).exists()
    if after is not None and swaps_models(after):
        after = None
    revisions = list(helicopter.revisions.all())
    return DraftOut(
        id=helicopter.id,
        version=at.version,
        document=read_setup(state.document),
        undo=state.paths if has_before else None,
        redo=after.paths if after else None,
        unsaved=not revisions or revisions[-1].document != state.document,
        practice=at.practice,
        changed_at=at.changed_at,
        revisions=[
            RevisionOut(number=r.number, note=r.note, saved_at=r.saved_at) for r in revisions
        ],
    )
