"""A line at the end of a bench run's log, with whoever sent it."""

import uuid
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from django.utils import timezone

from mint_lever.setup import Change
from mint_lever_server.accounts.quotas import anybodys, full, quota_of
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.stored_run import log_of
from mint_lever_server.config.problems import Refused
from mint_lever_server.hangar.documents import kept_today
from mint_lever_server.hangar.services import edit_draft, forget_draft, owned, state_of


@dataclass(frozen=True)
class Sender:
    """Who sent something: its own id for it, the time on its clock, the setup the pilot saw."""

    id: uuid.UUID | None = None
    at: datetime | None = None
    saw: str = ""
    place: str = LogEntry.Place.BENCH

    def of_several(self) -> "Sender":
        """The same for one entry of several that were sent as one: each has an id of its own."""
        return replace(self, id=None)


NOBODY = Sender()


def bench_of(pilot: User, helicopter_id: uuid.UUID) -> Bench:
    """The bench of a pilot's own helicopter, laid out on the first visit."""
    helicopter = owned(pilot, helicopter_id, "bench")
    bench: Bench | None = getattr(helicopter, "bench", None)
    if bench is None:
        bench, _ = Bench.objects.get_or_create(helicopter=helicopter)
    bench.helicopter = helicopter
    return bench


def claim_version(bench: Bench, version: int) -> Bench:
    """Refuse what was entered on another setup than there is now."""
    newest = bench.helicopter.draft.version
    if newest != version:
        raise Refused(
            409,
            "The setup was changed elsewhere",
            "Another tab or device changed it since this page read it. What you entered is still "
            "here: look at the step again, then enter it.",
            version=newest,
        )
    return bench


def edit_draft_on_table(pilot: User, bench: Bench, version: int, changes: Sequence[Change]) -> None:
    """Change settings of the draft on the table."""
    edit_draft(pilot, bench.helicopter_id, version, changes)
    bench.helicopter.refresh_from_db()
    forget_draft(bench.helicopter)


def begin_run(bench: Bench, sender: Sender) -> None:
    """Start the run with the first thing done in it, where the pilot did not start it himself.

    A log that has entries goes on: a start is a power-up too, and would ask for all of it anew.
    """
    log = log_of(bench, bench.simulated)
    if not log.started:
        kind = LogEntry.Kind.RESUME if log.entries else LogEntry.Kind.START
        write_down(bench, kind, sender.of_several(), label=kind)


def write_down(bench: Bench, kind: str, sender: Sender = NOBODY, **what: Any) -> LogEntry:
    """Put a line at the end of the log; ``what`` are its other columns."""
    _make_room(bench)
    bench.sequence += 1
    bench.save()
    what.setdefault("stands_at", bench.sequence)
    what["draft_after"] = bench.helicopter.draft.position
    what.setdefault("draft_before", what["draft_after"])
    if "document" not in what:
        helicopter = bench.helicopter
        what["document"] = kept_today(helicopter, state_of(helicopter.draft).document)
    return LogEntry.objects.create(
        helicopter_id=bench.helicopter_id,
        sent_id=sender.id or uuid.uuid4(),
        sent_at=sender.at or timezone.now(),
        saw=sender.saw,
        place=sender.place,
        sequence=bench.sequence,
        changed_at=bench.sequence,
        kind=kind,
        simulated=bench.simulated,
        **what,
    )


def _make_room(bench: Bench) -> None:
    """Refuse one more line where the pilot may have no more."""
    # No log has more lines than were counted, so most need no counting.
    if bench.sequence >= anybodys().log_lines:
        most = quota_of(bench.helicopter.owner).log_lines
        if LogEntry.objects.filter(helicopter=bench.helicopter_id).count() >= most:
            raise full("lines of log", most, "Copy the helicopter, and go on with the copy.")
