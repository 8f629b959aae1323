"""The audit of the model on the bench: what was read there has the last word."""

from __future__ import annotations

from mint_lever.audit import Audited, Finding, findings, with_sound_fixes
from mint_lever.axes import FUNCTIONS
from mint_lever.bench.engine.change_effects import list_values
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.run.bench_run import BenchRun
from mint_lever.bench.run.seen_directions import ways_seen
from mint_lever.bench.run.taught_reading import reads_now
from mint_lever.devices import OnDevice, write_on_devices
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.read_tracking import plain


def audit_run(run: BenchRun) -> list[Finding]:
    """Audit a run's setup, going by what was read and still holds."""
    return run.memo("audit", lambda: with_sound_fixes(_at(run), _found(run)))


def write_fix_on_devices(run: BenchRun, finding: Finding) -> tuple[OnDevice, ...]:
    """Say a finding's fix as the helicopter's devices show it; without a fix, the setting itself
    as it stands."""
    now = (Change(finding.path, list_values(run.setup).get(finding.path)),)
    return write_on_devices(run.devices, run.setup, finding.changes or now, run.mode)


def list_grounding_findings(run: BenchRun) -> list[Finding]:
    """Give what of the audit withholds fitness; whether its fixes would do is not looked at."""
    return [finding for finding in _found(run) if finding.keeps_from_flying]


def _found(run: BenchRun) -> list[Finding]:
    return run.memo("findings", lambda: findings(_at(run)))


def _at(run: BenchRun) -> Audited:
    return run.memo("audited", lambda: Audited(plain(run.setup), _known(run), ways_seen(run)))


def _known(run: BenchRun) -> dict[str, float]:
    ends = [f"{function}.{end}" for function in FUNCTIONS for end in ("low", "high")]
    asked: list[tuple[StepName, str]] = [
        *(("arrival", key) for key in ends),
        ("collective_range", "up"),
        ("collective_range", "down"),
        ("unit_throttle", "low"),
    ]
    read = {f"{step}.{key}": run.mean(step, key) for step, key in asked}
    known = {key: value for key, value in read.items() if value is not None}
    if run.setup.arranged.taught_by_throws:
        known |= {f"teach_throws.{key}": value for key, value in reads_now(run).items()}
    return known
