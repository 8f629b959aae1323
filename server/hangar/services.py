"""What a pilot does with helicopters: start, edit, undo, save, restore. All or nothing, always."""

import uuid
from collections.abc import Sequence
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404

from config.problems import Refused
from hangar.models import Draft, DraftState, Helicopter, Revision
from mint_lever.chain import build_chain
from mint_lever.setup import (
    Change,
    Setup,
    apply_changes,
    read_setup,
    with_arrangement,
    with_blades,
    with_layout,
)
from mint_lever.setup.airframe import LayoutName
from mint_lever.setup.document import Arrangement

KEPT_STATES = 200
PRACTICE_BEGINS = "practice draft"
PRACTICE_ENDS = "back from practice"


def swaps_models(state: DraftState) -> bool:
    """Whether another model was put on the table here: no undo and no redo goes across it, so that
    a practice draft never comes back as the real one's."""
    return state.label in (PRACTICE_BEGINS, PRACTICE_ENDS)


def checked(document: object) -> Setup:
    """Read a setup and prove that its geometry goes together; raises the core's errors."""
    setup = read_setup(document)  # type: ignore[arg-type]
    build_chain(setup)
    return setup


def owned(pilot: User, helicopter_id: uuid.UUID) -> Helicopter:
    """Find a pilot's own helicopter; another pilot's is not found, as if it were not there."""
    found = Helicopter.objects.select_related("draft").filter(owner=pilot, id=helicopter_id).first()
    if found is None:
        raise Http404
    return found


def present_state(draft: Draft) -> DraftState:
    """The state the draft is in."""
    return draft.states.get(position=draft.position)


def real_document(draft: Draft) -> dict[str, Any]:
    """The real helicopter's document, whichever model is on the bench's table."""
    aside = draft.set_aside if draft.practice else None
    document: dict[str, Any] = aside or present_state(draft).document
    return document


@transaction.atomic
def add_helicopter(pilot: User, setup: Setup, label: str) -> Helicopter:
    """Put a helicopter into the pilot's hangar with this setup as its draft."""
    helicopter = Helicopter.objects.create(owner=pilot)
    draft = Draft.objects.create(helicopter=helicopter)
    DraftState.objects.create(draft=draft, position=0, label=label, document=setup.as_document())
    return helicopter


@transaction.atomic
def edit_draft(
    pilot: User, helicopter_id: uuid.UUID, version: int, changes: Sequence[Change]
) -> Draft:
    """Change settings by path. Raises Refused on a version conflict; nothing is half changed."""
    draft = _claim(pilot, helicopter_id, version)
    # Read first: a document from before a setting existed has it at its default from here on.
    whole = read_setup(present_state(draft).document).as_document()
    edited = apply_changes(whole, changes)
    return _move_on(draft, checked(edited), paths=[change.path for change in changes])


@transaction.atomic
def replace_draft(
    pilot: User, helicopter_id: uuid.UUID, version: int, setup: Setup, label: str
) -> Draft:
    """Put a whole setup in the draft's place, as one step that can be undone."""
    return _move_on(_claim(pilot, helicopter_id, version), setup, label=label)


@transaction.atomic
def rebuild_draft(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    layout: LayoutName | None,
    blades: int | None,
    arrangement: Arrangement | None = None,
) -> Draft:
    """Give the draft another swash layout, number of blades or arrangement, as one step."""
    draft = _claim(pilot, helicopter_id, version)
    setup, said = read_setup(present_state(draft).document), []
    if layout is not None:
        setup, said = with_layout(setup, layout), ["layout"]
    if blades is not None:
        setup, said = with_blades(setup, blades), [*said, "blades"]
    if arrangement is not None:
        setup, said = with_arrangement(setup, arrangement), [*said, "arrangement"]
    return _move_on(draft, checked(setup.as_document()), label=" and ".join(said))


@transaction.atomic
def step_draft(pilot: User, helicopter_id: uuid.UUID, version: int, step: int) -> Draft:
    """Undo (step −1) or redo (+1)."""
    draft = _claim(pilot, helicopter_id, version)
    position = draft.position + step
    change = draft.states.filter(position=max(position, draft.position)).first()
    there = draft.states.filter(position=position).exists()
    if not there or change is None or swaps_models(change):
        word = "undo" if step < 0 else "redo"
        raise Refused(409, f"There is nothing to {word}", version=draft.version)
    draft.position = position
    return _count(draft)


@transaction.atomic
def save_revision(pilot: User, helicopter_id: uuid.UUID, version: int, note: str) -> Revision:
    """Freeze the draft as the next numbered revision."""
    draft = _claim(pilot, helicopter_id, version)
    if draft.practice:
        raise Refused(
            409,
            "This is a practice draft",
            "The simulated model is on the table. Put the real one back on the bench, then save.",
            version=draft.version,
        )
    document = present_state(draft).document
    last = draft.helicopter.revisions.last()
    if last is not None and last.document == document:
        raise Refused(
            409,
            "Nothing to save",
            f"The draft is the same as revision {last.number}.",
            version=draft.version,
        )
    return Revision.objects.create(
        helicopter=draft.helicopter,
        number=1 if last is None else last.number + 1,
        note=note.strip(),
        document=document,
    )


def _claim(pilot: User, helicopter_id: uuid.UUID, version: int) -> Draft:
    """Give the draft if the caller has seen its newest state. The transaction holds the lock."""
    draft = owned(pilot, helicopter_id).draft
    if draft.version != version:
        raise Refused(
            409,
            "This draft was changed elsewhere",
            "Another tab or device changed it since this page read it. Nothing was overwritten.",
            version=draft.version,
        )
    return draft


def _move_on(draft: Draft, setup: Setup, paths: Sequence[str] = (), label: str = "") -> Draft:
    document: dict[str, Any] = setup.as_document()
    if document == present_state(draft).document:
        return draft
    draft.states.filter(position__gt=draft.position).delete()
    draft.position += 1
    DraftState.objects.create(
        draft=draft, position=draft.position, paths=list(paths), label=label, document=document
    )
    draft.states.filter(position__lte=draft.position - KEPT_STATES).delete()
    return _count(draft)


def _count(draft: Draft) -> Draft:
    draft.version += 1
    draft.save()
    return draft
