"""Undo and redo: what the pilot did last with the model on the table, reading or setting.

An entry of the log knows where the draft stood before and after it. Is the draft where the newest
entry left it, that entry was done last; has it moved on, a plain edit was. What was undone is kept
in ``Bench.taken_back`` until something else is done.
"""

import uuid
from dataclasses import dataclass
from typing import Any, Literal

from django.contrib.auth.models import User
from django.db import transaction
from pydantic import BaseModel

from mint_lever.bench import Work, ask_if_undone, find_inverse, work_by_hand, write_answer
from mint_lever.setup import find_row
from mint_lever_server.bench.log_cache import LogRow
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.practice import find_simulated
from mint_lever_server.bench.run_log import NOBODY, Sender, bench_of, claim_version
from mint_lever_server.bench.stored_run import log_of, run_at
from mint_lever_server.hangar.models import Draft
from mint_lever_server.hangar.services import forget_draft, step_draft, taken_once, words_of

_DONE = (LogEntry.Kind.READING, LogEntry.Kind.ACT, LogEntry.Kind.TOUCHED, LogEntry.Kind.HOLDS)
"""What a pilot does; the clock's entries are nothing to be undone."""
_MOST_KEPT = 50

Hands = Literal["turned_back", "never_done"]


class Doing(BaseModel):
    """Something to undo or to do again, in words; ``question`` is asked first where hands did it,
    "" where none did."""

    words: str
    question: str = ""


class UndoOut(BaseModel):
    """What undo and redo would do next; ``said`` is what was just done, "" where nothing was."""

    version: int
    said: str = ""
    undo: Doing | None
    redo: Doing | None


@dataclass(frozen=True)
class _Last:
    """What was done last: an entry of the log, or (None) a plain edit of the draft."""

    words: str
    entry: LogRow | None = None
    works: tuple[Work, ...] = ()
    question: str = ""
    moves: bool = True
    """Whether the draft is to be moved with it."""


def undo_at(bench: Bench, said: str = "") -> UndoOut:
    """Show what can be undone and done again."""
    last = _last(bench)
    back = _newest_taken_back(bench)
    again = Doing(words=back["words"]) if back else None
    draft = bench.helicopter.draft
    after = draft.states.filter(position=draft.position + 1).first() if again is None else None
    if after is not None:
        again = Doing(words=words_of(after))
    return UndoOut(
        version=draft.version,
        said=said,
        undo=None if last is None else Doing(words=last.words, question=last.question),
        redo=again,
    )


@transaction.atomic
def undo(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    hands: Hands | None = None,
    sender: Sender = NOBODY,
) -> UndoOut:
    """Take back what was done last. Work by hand only where ``hands`` says that it was turned back,
    or that it never happened; nothing is done where that is not said yet."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return undo_at(bench)
    claim_version(bench, version)
    last = _last(bench)
    if last is None or (last.question and hands is None):
        return undo_at(bench)
    kept = _stack(bench)
    undone = []
    if last.entry is not None:
        undone = _strike(bench, last.entry)
        if bench.simulated is not None and hands != "never_done":
            _work(bench, [find_inverse(work) for work in reversed(last.works)])
    if last.moves:
        _move(pilot, bench, -1)
    kept.append(
        {
            "words": last.words,
            "entries": undone,
            "moves": last.moves,
            "works": [vars(work) for work in last.works] if hands != "never_done" else [],
        }
    )
    _keep(bench, kept)
    return undo_at(bench, f"Undone: {last.words}")


@transaction.atomic
def redo(pilot: User, helicopter_id: uuid.UUID, version: int, sender: Sender = NOBODY) -> UndoOut:
    """Do again what was undone last."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return undo_at(bench)
    claim_version(bench, version)
    kept = _stack(bench)
    if kept:
        back = kept.pop()
        for sequence, struck in back["entries"]:
            _count_again(bench, sequence, struck)
        if bench.simulated is not None:
            _work(bench, [Work(**each) for each in back["works"]])
        if back["moves"]:
            _move(pilot, bench, 1)
        _keep(bench, kept)
        return undo_at(bench, f"Done again: {back['words']}")
    next_ = undo_at(bench).redo
    if next_ is None:
        return undo_at(bench)
    _move(pilot, bench, 1)
    return undo_at(bench, f"Done again: {next_.words}")


def _last(bench: Bench) -> _Last | None:
    draft: Draft = bench.helicopter.draft
    log = log_of(bench, bench.simulated)
    done = (e for e in reversed(log.entries) if e.kind in _DONE and not e.struck)
    entry = next(done, None)
    if entry is None or entry.draft_after is None or entry.draft_after < draft.position:
        return _edit(bench, draft)
    works = (
        tuple(Work(*each) for each in (entry.value or {}).get("work", [])) if _acted(entry) else ()
    )
    asks = ""
    if _acted(entry) and (works or not entry.value["changed"]):
        simulated = bench.simulated is not None
        asks = (
            "" if simulated and all(find_inverse(work) for work in works) else ask_if_undone(works)
        )
    moves = entry.draft_before != entry.draft_after == draft.position
    return _Last(_words(bench, entry), entry, works, asks, moves)


def _acted(entry: LogRow) -> bool:
    return entry.kind == LogEntry.Kind.ACT


def _edit(bench: Bench, draft: Draft) -> _Last | None:
    near = {
        each.position: each
        for each in draft.states.filter(position__in=(draft.position - 1, draft.position))
    }
    if draft.position - 1 not in near:
        return None
    state = near[draft.position]
    rows = [row for path in state.paths if (row := find_row(path)) is not None]
    step = next((name for row in rows for name in row.steps), "")
    return _Last(words_of(state) + _step(bench, step))


def _words(bench: Bench, entry: LogRow) -> str:
    if entry.kind == LogEntry.Kind.READING:
        asked = {ask.key: ask for ask in run_at(bench).questions(entry.step)}
        said = f"{entry.label}: {write_answer(asked.get(entry.key), entry.value)}"
    else:
        said = entry.label.rstrip(".")
    return said + _step(bench, entry.step)


def _step(bench: Bench, name: str) -> str:
    known = {step.name: step for step in run_at(bench).steps}
    return f", step {known[name].label}" if name in known else ""


def _strike(bench: Bench, entry: LogRow) -> list[list[Any]]:
    """Strike an entry out; one that it replaced counts again. Gives whether each is struck out."""
    _count_again(bench, entry.sequence, False)
    became = [[entry.sequence, True]]
    if entry.replaces_id is not None:
        replaced = LogEntry.objects.get(pk=entry.replaces_id)
        _count_again(bench, replaced.sequence, True)
        became.append([replaced.sequence, False])
    return became


def _count_again(bench: Bench, sequence: int, counts: bool) -> None:
    bench.sequence += 1
    bench.save()
    LogEntry.objects.filter(helicopter=bench.helicopter_id, sequence=sequence).update(
        struck=not counts, changed_at=bench.sequence
    )


def _work(bench: Bench, works: list[Work | None]) -> None:
    """Work on the simulated model; what no hand brings back is left as it is."""
    if not works:
        return
    model = find_simulated(bench)
    for work in works:
        if work is not None:
            work_by_hand(model, work)
    bench.truth = model.truth.model_dump(mode="json")
    bench.save()


def _move(pilot: User, bench: Bench, step: int) -> None:
    step_draft(pilot, bench.helicopter_id, bench.helicopter.draft.version, step)
    bench.helicopter.refresh_from_db()
    forget_draft(bench.helicopter)


def _place(bench: Bench) -> list[Any]:
    return [bench.helicopter.draft.version, bench.sequence, bench.simulated]


def _stack(bench: Bench) -> list[dict[str, Any]]:
    """What was undone and can be done again: nothing, once anything else was done since."""
    kept = bench.taken_back
    return list(kept["stack"]) if kept.get("at") == _place(bench) else []


def _newest_taken_back(bench: Bench) -> dict[str, Any] | None:
    stack = _stack(bench)
    return stack[-1] if stack else None


def _keep(bench: Bench, stack: list[dict[str, Any]]) -> None:
    bench.taken_back = {"at": _place(bench), "stack": stack[-_MOST_KEPT:]}
    bench.save()
