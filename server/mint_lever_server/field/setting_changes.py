"""A change made on its device: into the draft, the log, a revision, and the next flight."""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from mint_lever.bench import is_only_last_stale, write_setting
from mint_lever.field import FieldAdvice, SettingChange, find_figure_row, write_observation
from mint_lever.setup import Change, name_path
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.run_log import Sender, bench_of, claim_version, edit_draft_on_table
from mint_lever_server.bench.stored_run import run_at
from mint_lever_server.config.problems import Refused
from mint_lever_server.field.flights import make_ready
from mint_lever_server.field.keyed_settings import say_held
from mint_lever_server.field.models import Flight
from mint_lever_server.field.stored_flights import field_at, kept_change, open_flight
from mint_lever_server.hangar.services import is_same_setup, save_revision, state_of, taken_once

_LONGEST_NOTE = 500
WHY_NOT = (
    "One change is made for this flight already. With two at once nobody knows which one did it, "
    "and one that made it worse hides behind one that helped. Fly the first, then make the second."
)


@transaction.atomic
def made_it(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    path: str,
    new: Sequence[float],
    knowing: bool,
    sender: Sender,
) -> Bench:
    """Note that the advised change was made: written into the draft and said to be held by its
    device; the next flight is ready with it.

    Where nothing but this differs from the revision saved last, and nothing but the final list is
    stale by it, a revision is saved with the change as its note. A second change for the same
    flight is made only ``knowing`` why not.
    """
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    claim_version(bench, version)
    advice = field_at(bench).advice
    move = advice.move
    if (
        advice.kind not in ("move", "put back")
        or move is None
        or (move.path, figures(move.new)) != (path, list(new))
    ):
        raise Refused(409, "The advice has changed", "Something was noted since. Look again.")
    flight = open_flight(bench)
    if flight is not None and flight.stage != Flight.Stage.READY:
        raise Refused(409, "It is in the air", "A change is made on the ground. Land first.")
    if flight is not None and flight.noted and not knowing:
        raise Refused(409, "One change a flight", WHY_NOT)
    flight = flight or make_ready(bench)
    was_saved = _is_saved(bench)
    edit_draft_on_table(pilot, bench, version, [Change(path, move.new)])
    say_held(pilot, bench, [path])
    change = SettingChange(path, move.old, move.new, advice.seen)
    flight.noted = [*flight.noted, kept_change(change)]
    flight.save()
    if was_saved and bench.simulated is None and is_only_last_stale(run_at(bench)):
        draft = bench.helicopter.draft
        note = _note(change, advice, flight)
        save_revision(pilot, helicopter_id, draft.version, note, at=sender.at)
    return bench


def figures(value: Any) -> list[Any]:
    """A figure, or those of a curve's points."""
    return value if isinstance(value, list) else [value]


def _is_saved(bench: Bench) -> bool:
    """Whether the draft is the revision saved last."""
    last = bench.helicopter.revisions.select_related("document").last()
    return last is not None and is_same_setup(
        last.document.text, state_of(bench.helicopter.draft).document.text
    )


def _note(change: SettingChange, advice: FieldAdvice, flight: Flight) -> str:
    row = find_figure_row(change.path)
    assert row is not None
    unit = f" {row.unit}" if row.unit else ""
    old, new = write_setting(row, change.old), write_setting(row, change.new)
    words = f"{name_path(change.path)}: {old} → {new}{unit}, for flight {flight.number}"
    if advice.seen is not None:
        words += f". {write_observation(advice.seen)}"
    return words[:_LONGEST_NOTE]
