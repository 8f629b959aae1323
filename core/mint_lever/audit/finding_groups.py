"""A list of findings as it is shown: what holds for several flight modes is said once."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace

from mint_lever.audit.finding import Finding
from mint_lever.setup.parts.flight_modes import MODES


def join_findings(findings: Iterable[Finding]) -> list[Finding]:
    """Join the findings of one rule that differ by their flight mode alone, where the first stands.

    The one that is left has the others' settings in ``also``, says what was found in each mode,
    and mends all of them where each could be mended.
    """
    groups: dict[tuple[str, ...], list[Finding]] = {}
    for n, each in enumerate(findings):
        place = _without_mode(each.path)
        own = (str(n),) if place == each.path else ()
        groups.setdefault((each.rule, each.severity, place, each.why, *own), []).append(each)
    return [_joined(group) for group in groups.values()]


def _without_mode(path: str) -> str:
    return ".".join("*" if part in MODES else part for part in path.split("."))


def _joined(group: Sequence[Finding]) -> Finding:
    first, *others = group
    if not others:
        return first
    changes = tuple(change for each in group for change in each.changes)
    return replace(
        first,
        found="; ".join(dict.fromkeys(each.found for each in group)),
        fix=" ".join(dict.fromkeys(each.fix for each in group)),
        changes=changes if all(each.changes for each in group) else (),
        also=tuple(each.path for each in others),
        withholds=any(each.withholds for each in group),
    )
