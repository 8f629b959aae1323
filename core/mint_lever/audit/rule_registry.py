"""Runs every rule over a setup, the gravest findings first."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from importlib import import_module
from pathlib import Path
from pkgutil import iter_modules

from mint_lever.audit.finding import SEVERITIES, Audited, Finding
from mint_lever.audit.rule import Rule, list_rules
from mint_lever.faults import InvalidSetup
from mint_lever.model.chain.motion_directions import Direction
from mint_lever.setup.document import Setup
from mint_lever.setup.document_reader import read_setup
from mint_lever.setup.edits.path_edit import apply_changes
from mint_lever.setup.identity_key import remember

for _module in iter_modules([str(Path(__file__).parent)]):
    if _module.name.endswith("_rules"):
        import_module(f"mint_lever.audit.{_module.name}")  # its rules register themselves

RULES = list_rules()
_OF_MODES = list_rules(of_modes=True)


@remember(64)
def audit_modes(setup: Setup) -> tuple[Finding, ...]:
    """Report what does not agree about the flight modes alone; kept for a setup asked again."""
    at = Audited(setup)
    return tuple(_with_sound_fixes(_OF_MODES, at, _by(_OF_MODES, at)))


def audit(
    setup: Setup,
    read: Mapping[str, float] | None = None,
    ways: Mapping[Direction, tuple[int, ...]] | None = None,
) -> list[Finding]:
    """Read a whole setup and report what does not agree, dangers first.

    ``read`` and ``ways`` are what was read and seen on the model, as in :class:`Audited`. A fix is
    among a finding's ``changes`` only where making it ends that finding and adds no other. Raises
    InvalidSetup where the geometry does not go together; no other input makes it raise.
    """
    at = Audited(setup, read or {}, ways or {})
    return with_sound_fixes(at, findings(at))


def findings(at: Audited) -> list[Finding]:
    """Report what does not agree, dangers first, without a look at whether the fixes would do; kept
    for a setup asked again with the same readings."""
    key = (frozenset(at.read.items()), frozenset(at.ways.items()))
    return list(_findings(at.setup, *key))


@remember(64)
def _findings(
    setup: Setup,
    read: frozenset[tuple[str, float]],
    ways: frozenset[tuple[Direction, tuple[int, ...]]],
) -> tuple[Finding, ...]:
    return tuple(_by(RULES, Audited(setup, dict(read), dict(ways))))


def with_sound_fixes(at: Audited, found: Sequence[Finding]) -> list[Finding]:
    """Give findings with the fixes that mend them and add none; the other fixes go."""
    return _with_sound_fixes(RULES, at, found)


def _by(rules: tuple[Rule, ...], at: Audited) -> list[Finding]:
    found = [replace(each, rule=rule.__name__) for rule in rules for each in rule(at)]
    return sorted(found, key=lambda finding: SEVERITIES.index(finding.severity))


def _with_sound_fixes(
    rules: tuple[Rule, ...], at: Audited, found: Sequence[Finding]
) -> list[Finding]:
    if not any(finding.changes for finding in found):
        return list(found)
    # What was read says nothing of a setup that was changed since: both are judged without it.
    before = _places(_by(rules, replace(at, read={})) if at.read else found)
    return [
        finding if _mends(finding, rules, at, before) else replace(finding, changes=())
        for finding in found
    ]


def _mends(
    finding: Finding, rules: tuple[Rule, ...], at: Audited, before: set[tuple[str, str]]
) -> bool:
    """Whether a finding's own fix ends it and adds none."""
    if not finding.changes:
        return True
    try:
        mended = read_setup(apply_changes(at.setup.as_document(), finding.changes))
        after = _places(_by(rules, Audited(mended, {}, at.ways)))
    except InvalidSetup:
        return False
    return (finding.rule, finding.path) not in after and after <= before


def _places(found: Iterable[Finding]) -> set[tuple[str, str]]:
    return {(finding.rule, finding.path) for finding in found}
