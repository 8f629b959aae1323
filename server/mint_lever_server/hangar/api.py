"""Helicopters over the API: the fleet, one draft, its revisions, files in and out."""

import json
import re
import uuid

from django.db.models import F
from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router, Status

from mint_lever.setup import Change, Setup, make_helicopter, read_document
from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.config.request_fields import CountAsked
from mint_lever_server.hangar.documents import newest_revision, setup_of
from mint_lever_server.hangar.models import Draft, DraftState, Helicopter, Revision
from mint_lever_server.hangar.schemas import (
    DraftOut,
    Edit,
    NewHelicopter,
    PartToCopy,
    Rebuild,
    Restore,
    RevisionOut,
    RevisionsOut,
    Save,
    SentChange,
    StepOut,
    Summary,
)
from mint_lever_server.hangar.services import (
    add_beside,
    add_helicopter,
    alike_draft,
    checked,
    edit_draft,
    is_same_setup,
    owned,
    rebuild_draft,
    replace_draft,
    save_revision,
    state_of,
    step_draft,
    words_of,
)
from mint_lever_server.hangar.summaries import look_at

router = Router(tags=["hangar"])
_PAGE = 20


@router.get("", response=list[Summary])
def list_helicopters(request: HttpRequest) -> list[Summary]:
    """List the pilot's helicopters by name."""
    states = (
        DraftState.objects.filter(
            draft__helicopter__owner=pilot_of(request),
            draft__practice=False,
            position=F("draft__position"),
        )
        .select_related("draft", "document")
        .defer("document__text")
        .annotate(
            revision=newest_revision("draft__helicopter"),
            saved=newest_revision("draft__helicopter", "document"),
        )
    )
    return sorted((_summary(state) for state in states), key=lambda each: each.name.casefold())


def _summary(state: DraftState) -> Summary:
    return Summary(
        **look_at(state.document).model_dump(),
        id=state.draft.helicopter_id,
        revision=state.revision,  # type: ignore[attr-defined]
        unsaved=state.saved != state.document_id,  # type: ignore[attr-defined]
        changed_at=state.draft.changed_at,
    )


@router.post("", response={201: DraftOut})
def create_helicopter(request: HttpRequest, new: NewHelicopter) -> Status[DraftOut]:
    """Add a new helicopter with lengths of its size to measure over."""
    name = new.name.strip() or new.name
    setup = make_helicopter(
        name,
        new.size,
        new.cells,
        new.layout,
        new.rotation,
        new.blades,
        new.arrangement,
    )
    made = add_helicopter(pilot_of(request), checked(setup.as_document()), "new")
    return Status(201, draft_out(made.draft))


@router.post(
    "/import",
    response={201: DraftOut},
    openapi_extra={
        "requestBody": {"content": {"application/json": {"schema": {"type": "object"}}}}
    },
)
def import_setup(request: HttpRequest) -> Status[DraftOut]:
    """Add a helicopter from a setup file; all of it or nothing."""
    setup = checked(read_document(request.body))
    return Status(201, draft_out(add_beside(pilot_of(request), setup, "imported").draft))


@router.get("/{helicopter_id}", response=DraftOut)
def get_draft(request: HttpRequest, helicopter_id: uuid.UUID) -> DraftOut:
    """Give one helicopter's draft."""
    return draft_out(owned(pilot_of(request), helicopter_id).draft)


@router.delete("/{helicopter_id}", response={204: None})
def remove_helicopter(request: HttpRequest, helicopter_id: uuid.UUID) -> Status[None]:
    """Remove a helicopter with its drafts and every revision."""
    owned(pilot_of(request), helicopter_id).delete()
    return Status(204, None)


@router.patch("/{helicopter_id}/draft", response=DraftOut)
def change_draft(request: HttpRequest, helicopter_id: uuid.UUID, given: Edit) -> DraftOut:
    """Change settings of the draft by path."""
    changes = [Change(change.path, change.value) for change in given.changes]
    return draft_out(edit_draft(pilot_of(request), helicopter_id, given.version, changes, given.id))


@router.post("/{helicopter_id}/draft/undo", response=DraftOut)
def undo_draft_change(
    request: HttpRequest, helicopter_id: uuid.UUID, given: SentChange
) -> DraftOut:
    """Take the last change back."""
    return draft_out(step_draft(pilot_of(request), helicopter_id, given.version, -1, given.id))


@router.post("/{helicopter_id}/draft/redo", response=DraftOut)
def redo_draft_change(
    request: HttpRequest, helicopter_id: uuid.UUID, given: SentChange
) -> DraftOut:
    """Make the last undone change again."""
    return draft_out(step_draft(pilot_of(request), helicopter_id, given.version, +1, given.id))


@router.post("/{helicopter_id}/draft/rebuild", response=DraftOut)
def reshape_draft(request: HttpRequest, helicopter_id: uuid.UUID, given: Rebuild) -> DraftOut:
    """Reshape the draft; what still fits keeps its settings, and it can be undone like any edit."""
    return draft_out(
        rebuild_draft(
            pilot_of(request),
            helicopter_id,
            given.version,
            given.layout,
            given.blades,
            given.arrangement,
            given.id,
        )
    )


@router.post("/{helicopter_id}/draft/copy-part", response=DraftOut)
def make_draft_alike(request: HttpRequest, helicopter_id: uuid.UUID, given: PartToCopy) -> DraftOut:
    """Make the parts of a list like one of them, in what is alike as a rule."""
    return draft_out(
        alike_draft(pilot_of(request), helicopter_id, given.version, given.part, given.id)
    )


@router.post("/{helicopter_id}/draft/restore", response=DraftOut)
def restore_revision(request: HttpRequest, helicopter_id: uuid.UUID, given: Restore) -> DraftOut:
    """Put a revision back into the draft; can be undone like any edit."""
    setup = setup_of(_revision(request, helicopter_id, given.revision).document)
    label = f"revision {given.revision} restored"
    pilot = pilot_of(request)
    return draft_out(replace_draft(pilot, helicopter_id, given.version, setup, label, given.id))


@router.post("/{helicopter_id}/revisions", response={201: DraftOut})
def add_revision(request: HttpRequest, helicopter_id: uuid.UUID, given: Save) -> Status[DraftOut]:
    """Save the draft as the next revision."""
    saved = save_revision(pilot_of(request), helicopter_id, given.version, given.note, given.id)
    return Status(201, draft_out(saved))


@router.get("/{helicopter_id}/revisions", response=RevisionsOut)
def list_revisions(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    before: CountAsked | None = None,
) -> RevisionsOut:
    """List revisions, the newest first, a page at a time; ``before`` a number on."""
    older = owned(pilot_of(request), helicopter_id).revisions.order_by("-number")
    if before is not None:
        older = older.filter(number__lt=before)
    page = list(older.defer("document")[: _PAGE + 1])
    return RevisionsOut(
        revisions=[
            RevisionOut(number=r.number, note=r.note, saved_at=r.saved_at) for r in page[:_PAGE]
        ],
        more=len(page) > _PAGE,
    )


@router.get("/{helicopter_id}/revisions/{number}", response=Setup)
def get_revision(request: HttpRequest, helicopter_id: uuid.UUID, number: CountAsked) -> Setup:
    """Give one revision's setup."""
    return setup_of(_revision(request, helicopter_id, number).document)


@router.get("/{helicopter_id}/export", response=Setup)
def export_setup(
    request: HttpRequest, helicopter_id: uuid.UUID, revision: CountAsked | None = None
) -> HttpResponse:
    """Download the draft, or a revision, as a setup file of today's version."""
    if revision is None:
        helicopter = owned(pilot_of(request), helicopter_id)
        kept, which = state_of(helicopter.draft).document, "draft"
    else:
        kept = _revision(request, helicopter_id, revision).document
        which = f"revision-{revision}"
    document = setup_of(kept).as_document()
    stem = file_stem(document["name"], "helicopter")
    response = HttpResponse(
        json.dumps(document, indent=2, ensure_ascii=False) + "\n", content_type="application/json"
    )
    response["Content-Disposition"] = f'attachment; filename="{stem}-{which}.json"'
    return response


def _revision(request: HttpRequest, helicopter_id: uuid.UUID, number: int) -> Revision:
    helicopter: Helicopter = owned(pilot_of(request), helicopter_id)
    kept = helicopter.revisions.select_related("document").filter(number=number).first()
    if kept is None:
        raise Http404
    return kept


def draft_out(at: Draft) -> DraftOut:
    """Show a draft."""
    state = state_of(at)
    places = (at.position - 1, at.position + 1)
    near = {each.position: each for each in at.states.filter(position__in=places)}
    after = near.get(at.position + 1)
    last = at.helicopter.revisions.last()
    return DraftOut(
        id=at.helicopter_id,
        version=at.version,
        digest=state.document.digest,
        document=setup_of(state.document),
        undo=_step(state) if at.position - 1 in near else None,
        redo=_step(after) if after else None,
        unsaved=last is None
        or (
            last.document_id != state.document_id
            and not is_same_setup(last.document.text, state.document.text)
        ),
        practice=at.practice,
        changed_at=at.changed_at,
        revision=None if last is None else last.number,
    )


def _step(state: DraftState) -> StepOut:
    return StepOut(words=words_of(state), paths=state.paths)


def file_stem(name: str, otherwise: str) -> str:
    """Make a name a file can have everywhere."""
    return re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or otherwise
