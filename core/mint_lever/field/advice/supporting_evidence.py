"""What is known of the next thing beside what was seen: log, tail, drive, phase, audit."""

from __future__ import annotations

from collections.abc import Iterator

from mint_lever.bench.run.bench_audit import audit_run
from mint_lever.bench.run.bench_run import BenchRun
from mint_lever.field.advice.flight_evidence import headroom, phase_to_set, tail_gain_ends
from mint_lever.field.advice.next_thing import FieldAdvice
from mint_lever.field.flights.log_evidence import LogEvidence
from mint_lever.setup.catalogue.value_text import plainly

_TAIL_GAIN = ".tail_gain_pct"
_PHASE = "unit.phase_deg"
_MOST_FINDINGS = 2


def known_beside(run: BenchRun, advice: FieldAdvice, log: LogEvidence | None) -> Iterator[str]:
    """Say it, a sentence each; nothing where nothing is known."""
    seen = advice.seen
    if seen is not None and log is not None and (said := log.of(seen.symptom)):
        yield said
    if seen is not None and seen.symptom == "speed_falls":
        yield from _of_the_drive(run, advice, log)
    if advice.move is None:
        return
    path = advice.move.path
    if path.endswith(_TAIL_GAIN) and seen is not None:
        ends = tail_gain_ends(run, seen.mode)
        if ends is not None:
            yield f"By what was seen of its tail, it wags from about {plainly(round(ends[0]))} on."
    if path == _PHASE and phase_to_set(run) is not None:
        yield "The bench measured it: this is what it came to."
    yield from _of_the_audit(run, path)


def _of_the_drive(run: BenchRun, advice: FieldAdvice, log: LogEvidence | None) -> Iterator[str]:
    if log is not None and log.at_its_end:
        yield "Its log has no throttle left at the worst moment: more governor gain cannot help."
    elif advice.seen is not None and headroom(run, advice.seen.mode) == "out":
        yield "By the figures of the drive no head-room is left: more governor gain cannot help."


def _of_the_audit(run: BenchRun, path: str) -> Iterator[str]:
    """What the audit has to say of the very setting that is to be moved."""
    found = [
        each for each in audit_run(run) if each.path == path or each.path.startswith(f"{path}.")
    ]
    for each in found[:_MOST_FINDINGS]:
        yield f"The audit of it: {each.found}. {each.fix}"
