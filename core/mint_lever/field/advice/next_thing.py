"""One next thing after a flight: look, move one setting, put one back, go to the bench, or fly."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.log import read_setting
from mint_lever.bench.run.bench_run import BenchRun
from mint_lever.field.advice.reopened_steps import list_reopened_steps
from mint_lever.field.advice.setting_move import Move, find_figure_row, move_of
from mint_lever.field.flights.flight import Flight, MechanicalLook, SettingChange
from mint_lever.field.flights.flight_history import (
    History,
    history_of,
    overdone,
    still_open,
    the_one_change,
    verdict_on,
)
from mint_lever.field.flights.log_evidence import LogEvidence
from mint_lever.field.flights.observation import Observation
from mint_lever.field.symptoms.symptom import BEGINNER_STOPS_AFTER, RUNGS, Symptom
from mint_lever.field.symptoms.symptom_registry import SYMPTOMS

AdviceKind = Literal["fly", "look", "move", "put back", "enter", "bench", "hands"]
AdviceReason = Literal["all else was tried", "it helped"]
_CORRECTION = "tail_correction"
_GAIN = ".tail_gain_pct"
_ORDER = {rung: place for place, rung in enumerate(RUNGS)}


@dataclass(frozen=True)
class FieldAdvice:
    """The next thing.

    ``move`` is the setting for "move", "put back" and "enter"; ``opens`` the steps of the bench
    that are to be done after it; ``bench`` the step for "bench". ``rests`` are symptoms left for
    later, in the order in which their turn comes. ``experts``: a beginner leaves this one at its
    default. ``first`` is what is looked at before the setting is moved. ``confirm`` are symptoms to
    be looked for in the next flight: nobody said often enough that they are gone. ``why`` says why
    a setting is moved that was left alone before.
    """

    kind: AdviceKind
    seen: Observation | None = None
    move: Move | None = None
    opens: tuple[StepName, ...] = ()
    bench: StepName | None = None
    rests: tuple[Observation, ...] = ()
    experts: bool = False
    first: str = ""
    confirm: tuple[Observation, ...] = ()
    why: AdviceReason | None = None

    @property
    def symptom(self) -> Symptom | None:
        """What it is for."""
        return None if self.seen is None else SYMPTOMS[self.seen.symptom]


def advise(
    run: BenchRun,
    flights: Sequence[Flight],
    looked: Sequence[MechanicalLook] = (),
    log: LogEvidence | None = None,
) -> FieldAdvice:
    """Give the next thing after the newest flight, on the setup as it is now.

    ``log`` is what the newest flight's log says, None without one. ``flights`` are those since the
    helicopter was last rebuilt, oldest first. ``looked`` has the looks, and as one that found
    something every step of the bench that was measured anew.
    """
    if not flights:
        return FieldAdvice("fly")
    last = flights[-1]
    confirm = tuple(still_open(flights))
    turns = sorted(last.seen, key=lambda seen: _turn(seen, last))
    history = history_of(flights)
    mended = {look.symptom for look in looked if look.found and look.after == last.number}
    danger = next(
        (s for s in turns if SYMPTOMS[s.symptom].danger and s.symptom not in mended), None
    )
    if danger is not None:
        symptom = SYMPTOMS[danger.symptom]
        in_vain = _in_vain_on_the_bench(symptom, last, looked) if symptom.in_turn else 0
        return _bench(run, danger, turns, in_vain)
    back = _taken_back(run, flights, history)
    if back is not None:
        why = _shown_by(last, turns)
        return FieldAdvice(
            "put back", why, back, list_reopened_steps(run, back), rests=tuple(turns)
        )
    if mended:
        return FieldAdvice("fly", rests=tuple(turns), confirm=confirm)
    left: FieldAdvice | None = None
    for seen in turns:
        found = _for(run, seen, history, flights, looked, log)
        found = replace(found, rests=tuple(each for each in turns if each != seen))
        # What no setting can help is said when nothing else is left to be done.
        if found.kind != "hands":
            return found
        left = left or found
    return left or FieldAdvice("fly", confirm=confirm)


def _turn(seen: Observation, last: Flight) -> tuple[int, int, int]:
    """By rung; what was being worked on before what was not; then as it was said."""
    working = any(each.against and each.against.same_as(seen) for each in last.changed)
    return _ORDER[SYMPTOMS[seen.symptom].rung], 0 if working else 1, last.seen.index(seen)


def _for(
    run: BenchRun,
    seen: Observation,
    history: History,
    flights: Sequence[Flight],
    looked: Sequence[MechanicalLook],
    log: LogEvidence | None,
) -> FieldAdvice:
    symptom = SYMPTOMS[seen.symptom]
    if symptom.look and not _looked_at(symptom, flights, looked):
        return FieldAdvice("look", seen)
    experts = _ORDER[symptom.rung] > _ORDER[BEGINNER_STOPS_AFTER]
    for remedy in symptom.remedies:
        move = move_of(run, remedy, seen, log)
        if move is None or history.did_nothing(move.path, move.way):
            continue
        if move.stopped == "unknown":
            return FieldAdvice("enter", seen, move, experts=experts)
        if _hides_a_reversal(run, move):
            return FieldAdvice("bench", seen, bench=_CORRECTION)
        move = _in_the_room(history, move)
        if not move.stopped:
            return FieldAdvice(
                "move",
                seen,
                move,
                list_reopened_steps(run, move),
                experts=experts,
                first=remedy.first,
            )
    in_vain = _in_vain_on_the_bench(symptom, flights[-1], looked)
    found = _bench(run, seen, (), in_vain)
    if found.kind == "hands":
        again = _tried_again(run, seen, history, flights, log)
        return found if again is None else replace(again, experts=experts)
    return found


def _hides_a_reversal(run: BenchRun, move: Move) -> bool:
    """Whether more gain would be given to a tail of which nobody has proved that it corrects the
    right way: a reversed one only turns faster."""
    if not move.path.endswith(_GAIN) or move.stopped or abs(move.new) <= abs(move.old):
        return False
    return not run.done(_CORRECTION)


def _tried_again(
    run: BenchRun,
    seen: Observation,
    history: History,
    flights: Sequence[Flight],
    log: LogEvidence | None,
) -> FieldAdvice | None:
    """What was left alone, once all else is used up: one more step of what made the trouble
    smaller, or a setting that a single description bars. Within its range and ceiling."""
    made, verdict = the_one_change(flights[-1]), verdict_on(flights)
    for remedy in SYMPTOMS[seen.symptom].remedies:
        move = move_of(run, remedy, seen, log)
        if move is None or move.stopped or history.did_nothing(move.path, move.way):
            continue
        if _hides_a_reversal(run, move):
            continue
        helped = verdict == "better" and made is not None and made.path == move.path
        if helped and made is not None and made.way == move.way:
            return FieldAdvice("move", seen, move, list_reopened_steps(run, move), why="it helped")
        if history.barred_once(move.path, move.way):
            return FieldAdvice(
                "move", seen, move, list_reopened_steps(run, move), why="all else was tried"
            )
    return None


def _in_vain_on_the_bench(symptom: Symptom, last: Flight, looked: Sequence[MechanicalLook]) -> int:
    """After how many flights something was mended for it, and it was seen again all the same."""
    mended = {look.after for look in looked if look.symptom == symptom.key and look.found}
    return len([number for number in mended if number < last.number])


def _in_the_room(history: History, move: Move) -> Move:
    row = find_figure_row(move.path)
    if move.stopped or row is None:
        return move
    if isinstance(move.new, list):
        barred = (move.path, move.way) in history.bars
        return replace(move, new=move.old, stopped="end") if barred else move
    new = history.room(move.path, move.way, move.old, move.new, row.nudge)
    return replace(move, new=new, stopped="end" if new == move.old else "")


def _looked_at(
    symptom: Symptom, flights: Sequence[Flight], looked: Sequence[MechanicalLook]
) -> bool:
    """Whether its parts were looked at since it showed itself, and since a step against it did
    nothing: then it is less likely to be a setting. A single flight without it between may be one
    in which nobody noticed."""
    since, missing = flights[-1].number, 0
    for n in range(len(flights), 0, -1):
        flight = flights[n - 1]
        missing = 0 if flight.shows_any(symptom.key) else missing + 1
        if missing > 1:
            break
        if not missing:
            since = flight.number
            if _in_vain(symptom, flights[:n]):
                break
    return any(look.symptom == symptom.key and look.after >= since for look in looked)


def _in_vain(symptom: Symptom, flights: Sequence[Flight]) -> bool:
    against = [each.against.symptom for each in flights[-1].changed if each.against]
    return symptom.key in against and verdict_on(flights) == "same"


def _bench(
    run: BenchRun, seen: Observation, turns: Sequence[Observation], in_vain: int = 0
) -> FieldAdvice:
    """The step of the bench that measures it, the next one after each that was ``in_vain``; hands
    where none is left. A danger stays at the bench."""
    rests = tuple(each for each in turns if each != seen)
    here = _steps(run)
    steps = [each for each in SYMPTOMS[seen.symptom].bench if each in here]
    danger = SYMPTOMS[seen.symptom].danger
    step = steps[min(in_vain, len(steps) - 1)] if steps else None
    if in_vain >= len(steps) and not danger:
        step = None
    return FieldAdvice("hands" if step is None else "bench", seen, bench=step, rests=rests)


def _taken_back(run: BenchRun, flights: Sequence[Flight], history: History) -> Move | None:
    """The newest change put back where it made things worse; half of it where it helped and was
    overdone. None where it was neither, or is not what stands there now."""
    last, before = flights[-1], flights[-2] if len(flights) > 1 else None
    made, verdict = the_one_change(last), verdict_on(flights)
    if made is None or read_setting(run.setup.as_document(), made.path) != made.new:
        return None
    if verdict == "worse":
        return Move(made.path, made.new, made.old, -made.way)
    if verdict == "better" and made.against and overdone(last, before, made.against):
        return _half_back(made, history)
    return None


def _shown_by(last: Flight, turns: Sequence[Observation]) -> Observation | None:
    """What shows that the newest change went wrong: a sign that it was overdone, or what it was
    meant to cure."""
    against = last.changed[0].against
    if against is None:
        return None
    signs = (seen for seen in turns if seen.overdoes(against) or seen.same_as(against))
    return next(signs, None)


def _half_back(made: SettingChange, history: History) -> Move | None:
    row = find_figure_row(made.path)
    if row is None or isinstance(made.new, list):
        return None
    half = history.room(made.path, -made.way, made.new, made.old, row.nudge)
    return None if half == made.new else Move(made.path, made.new, half, -made.way)


def _steps(run: BenchRun) -> list[StepName]:
    """The steps this helicopter has, in the order of work."""
    return [step.name for step in run.steps]
