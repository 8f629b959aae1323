"""What a pilot does with helicopters: start, edit, undo, save, restore. All or nothing, always."""

import uuid
from collections.abc import Callable, Sequence
from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from mint_lever.model import build_chain
from mint_lever.setup import (
    ArrangementName,
    Change,
    LayoutName,
    Setup,
    apply_changes,
    check_name,
    copy_to_all,
    name_path,
    read_setup,
    with_arrangement,
    with_blades,
    with_layout,
)
from mint_lever_server.accounts.quotas import full, quota_of
from mint_lever_server.config.problems import Refused
from mint_lever_server.hangar.documents import keep, present_state, setup_of, setup_of_text, sweep
from mint_lever_server.hangar.free_names import free_name
from mint_lever_server.hangar.models import (
    Document,
    Draft,
    DraftState,
    DraftVersion,
    Helicopter,
    Revision,
    Taken,
)

KEPT_STATES = 200
KEPT_TAKINGS = 500
KEPT_VERSIONS = 50
_SWEPT_EVERY = 50
_LONGEST_NAME = 80


def checked(document: object, named: str = "") -> Setup:
    """Read a setup and prove that its geometry goes together; raises the core's errors.

    Its name is looked at where it is another than it was ``named`` before: an old one stays.
    """
    setup = read_setup(document)
    if setup.name != named:
        check_name(setup.name)
    build_chain(setup)
    return setup


def owned(pilot: User, helicopter_id: uuid.UUID, *along: str) -> Helicopter:
    """Find a pilot's own helicopter, with what is read along with it; another pilot's is not found,
    as if it were not there."""
    own = Helicopter.objects.filter(owner=pilot, id=helicopter_id)
    helicopter = own.select_related(*along).first() if along else own.first()
    if helicopter is None:
        raise Http404
    helicopter.owner = pilot
    return helicopter


def state_of(draft: Draft) -> DraftState:
    """The state a draft is in; looked up once for each place the draft comes to."""
    known = draft.present
    if known is None or known.position != draft.position:
        known = draft.present = present_state(draft.pk, draft.position)
    return known


def present_setup(draft: Draft) -> Setup:
    """The setup a draft is."""
    return setup_of(state_of(draft).document)


@transaction.atomic
def add_helicopter(pilot: User, setup: Setup, label: str) -> Helicopter:
    """Put a helicopter into the pilot's hangar with this setup as its draft."""
    most = quota_of(pilot).helicopters
    if Helicopter.objects.filter(owner=pilot).count() >= most:
        raise full("helicopters", most, "Export one that you need no longer, then remove it.")
    helicopter = Helicopter.objects.create(owner=pilot)
    draft = Draft.objects.create(helicopter=helicopter)
    document = keep(helicopter, setup)
    DraftState.objects.create(draft=draft, position=0, label=label, document=document)
    DraftVersion.objects.create(helicopter=helicopter, number=draft.version, document=document)
    return helicopter


def names_of(pilot: User) -> dict[uuid.UUID, str]:
    """What each of the pilot's helicopters is called now."""
    drafts = Draft.objects.filter(helicopter__owner=pilot, practice=False)
    return {draft.helicopter_id: present_setup(draft).name for draft in drafts}


@transaction.atomic
def add_beside(pilot: User, setup: Setup, label: str) -> Helicopter:
    """Put a helicopter that may be there already into the hangar, under a name that is free."""
    taken = set(names_of(pilot).values())
    free = setup.model_copy(update={"name": free_name(setup.name, taken, _LONGEST_NAME)})
    return add_helicopter(pilot, free, label)


@transaction.atomic
def taken_once(helicopter: Helicopter, sent_id: uuid.UUID | None) -> bool:
    """Note a change under its sender's id; false for one that was taken before."""
    if sent_id is None:
        return True
    taken, new = Taken.objects.get_or_create(helicopter=helicopter, sent_id=sent_id)
    if new and taken.pk % _SWEPT_EVERY == 0:
        old = Taken.objects.filter(helicopter=helicopter).order_by("-pk")[KEPT_TAKINGS:]
        Taken.objects.filter(pk__in=[each.pk for each in old]).delete()
    return new


@transaction.atomic
def edit_draft(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    changes: Sequence[Change],
    sent_id: uuid.UUID | None = None,
) -> Draft:
    """Change settings by path. Raises Refused on a version conflict; nothing is half changed.

    A change that was sent before under the same id is not made again.
    """

    def edit(draft: Draft) -> Draft:
        # As a document of today: one from before a setting existed has it at its default from here.
        whole = present_setup(draft).as_document()
        edited = apply_changes(whole, changes)
        paths = [change.path for change in changes]
        return _move_on(draft, checked(edited, whole["name"]), paths=paths)

    return _once(pilot, helicopter_id, version, sent_id, edit)


@transaction.atomic
def replace_draft(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    setup: Setup,
    label: str,
    sent_id: uuid.UUID | None = None,
) -> Draft:
    """Put a whole setup in the draft's place, as one step that can be undone."""
    return _once(
        pilot, helicopter_id, version, sent_id, lambda draft: _move_on(draft, setup, label=label)
    )


@transaction.atomic
def rebuild_draft(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    layout: LayoutName | None,
    blades: int | None,
    arrangement: ArrangementName | None = None,
    sent_id: uuid.UUID | None = None,
) -> Draft:
    """Give the draft another swash layout, number of blades or arrangement, as one step."""

    def rebuild(draft: Draft) -> Draft:
        setup, said = present_setup(draft), []
        if layout is not None:
            setup, said = with_layout(setup, layout), ["layout"]
        if blades is not None:
            setup, said = with_blades(setup, blades), [*said, "blades"]
        if arrangement is not None:
            setup, said = with_arrangement(setup, arrangement), [*said, "arrangement"]
        rebuilt = checked(setup.as_document(), setup.name)
        return _move_on(draft, rebuilt, label=" and ".join(said))

    return _once(pilot, helicopter_id, version, sent_id, rebuild)


@transaction.atomic
def alike_draft(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    part: str,
    sent_id: uuid.UUID | None = None,
) -> Draft:
    """Give every part of a list what is alike of one of them, as one step."""

    def carry_over(draft: Draft) -> Draft:
        setup = present_setup(draft)
        changes = copy_to_all(setup, part)
        if not changes:
            return draft
        edited = checked(apply_changes(setup.as_document(), changes), setup.name)
        kind = "servos" if ".servos." in part else "balls"
        return _move_on(draft, edited, label=f"all {kind} alike")

    return _once(pilot, helicopter_id, version, sent_id, carry_over)


@transaction.atomic
def step_draft(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    step: int,
    sent_id: uuid.UUID | None = None,
) -> Draft:
    """Undo (step −1) or redo (+1)."""

    def move(draft: Draft) -> Draft:
        position = draft.position + step
        state = draft.states.select_related("document").filter(position=position).first()
        if state is None:
            word = "undo" if step < 0 else "redo"
            raise Refused(409, f"There is nothing to {word}", version=draft.version)
        draft.position = position
        return _count(draft, state.document)

    return _once(pilot, helicopter_id, version, sent_id, move)


def words_of(state: DraftState) -> str:
    """Say what changed on the way into a state."""
    names = list(dict.fromkeys(name_path(path) for path in state.paths))
    words = ", ".join(names[:2]) + (f" and {len(names) - 2} more" if len(names) > 2 else "")
    return words or state.label or "the whole setup"


@transaction.atomic
def save_revision(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    note: str,
    sent_id: uuid.UUID | None = None,
    at: datetime | None = None,
) -> Draft:
    """Freeze the draft as the next numbered revision; ``at`` where that was before now."""

    def save(draft: Draft) -> Draft:
        if draft.practice:
            raise Refused(
                409,
                "This is a practice draft",
                "The simulated model is on the table. Put the real one back on the bench, then "
                "save.",
                version=draft.version,
            )
        document = state_of(draft).document
        last = draft.helicopter.revisions.select_related("document").last()
        if last is not None and is_same_setup(last.document.text, document.text):
            raise Refused(
                409,
                "Nothing to save",
                f"The draft is the same as revision {last.number}.",
                version=draft.version,
            )
        most = quota_of(pilot).revisions
        if draft.helicopter.revisions.count() >= most:
            raise full("revisions", most, "Copy the helicopter, and go on with the copy.")
        Revision.objects.create(
            helicopter=draft.helicopter,
            number=1 if last is None else last.number + 1,
            note=note.strip(),
            document=document,
            saved_at=at or timezone.now(),
        )
        return draft

    return _once(pilot, helicopter_id, version, sent_id, save)


@transaction.atomic
def put_on_table(helicopter: Helicopter, practice: bool) -> Draft:
    """Put the real helicopter's draft or the practice one on the table; each keeps its own.

    The first practice begins with the real one's setup. What is put on the table is counted as a
    change: of two versions the higher one is always what is there now, whichever model it is of.
    """
    if helicopter.practising != practice:
        document = state_of(helicopter.draft).document
        helicopter.practising = practice
        helicopter.save(update_fields=["practising"])
        forget_draft(helicopter)
        draft, new = Draft.objects.get_or_create(
            helicopter=helicopter,
            practice=practice,
            defaults={"version": helicopter.counter},
        )
        if new:
            DraftState.objects.create(draft=draft, position=0, label="practice", document=document)
        draft.helicopter = helicopter
        _count(draft, document if new else state_of(draft).document)
    return helicopter.draft


def forget_draft(helicopter: Helicopter) -> None:
    """Look the draft on the table up anew."""
    helicopter.__dict__.pop("draft", None)


def is_same_setup(one: str, other: str) -> bool:
    """Whether two documents' texts say the same, of whichever version they are."""
    return one == other or setup_of_text(one) == setup_of_text(other)


def _once(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    sent_id: uuid.UUID | None,
    change: Callable[[Draft], Draft],
) -> Draft:
    """Make a change to the newest draft the caller has seen. The transaction holds the lock."""
    helicopter = owned(pilot, helicopter_id)
    draft = helicopter.draft
    draft.helicopter = helicopter
    if not taken_once(helicopter, sent_id):
        return draft
    if draft.version != version:
        raise Refused(
            409,
            "This draft was changed elsewhere",
            "Another tab or device changed it since this page read it. Nothing was overwritten.",
            version=draft.version,
        )
    return change(draft)


def _move_on(draft: Draft, setup: Setup, paths: Sequence[str] = (), label: str = "") -> Draft:
    document = keep(draft.helicopter, setup)
    if document.pk == state_of(draft).document_id:
        return draft
    draft.states.filter(position__gt=draft.position).delete()
    draft.position += 1
    draft.present = DraftState.objects.create(
        draft=draft, position=draft.position, paths=list(paths), label=label, document=document
    )
    draft.states.filter(position__lte=draft.position - KEPT_STATES).delete()
    return _count(draft, document)


def _count(draft: Draft, document: Document) -> Draft:
    """Count a change, after which the draft is this document."""
    helicopter = draft.helicopter
    helicopter.counter += 1
    helicopter.save(update_fields=["counter"])
    draft.version = helicopter.counter
    draft.save()
    helicopter.versions.create(number=draft.version, document=document)
    # By the count of all changes: undo and an edit, over and over, leave documents behind too.
    if draft.version % _SWEPT_EVERY == 0:
        old = helicopter.versions.filter(number__lte=draft.version - KEPT_VERSIONS)
        # The draft that is put aside is shown again at the version it was left at.
        old.exclude(number__in=helicopter.drafts.values("version")).delete()
        sweep(helicopter)
    return draft
