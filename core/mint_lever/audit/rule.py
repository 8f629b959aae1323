"""A rule of the audit, registered where it is written."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from mint_lever.audit.finding import Audited, Finding

Rule = Callable[[Audited], Iterator[Finding]]
_RANKED: dict[int, Rule] = {}
_OF_MODES: set[int] = set()


def rule(rank: int, *, of_modes: bool = False) -> Callable[[Rule], Rule]:
    """Register a rule. Among findings of one severity that of the lower ``rank`` stands first; no
    two rules have the same. ``of_modes``: it goes by the flight modes alone, and is shown beside
    them. Raises ValueError for a rank that is taken."""

    def register(made: Rule) -> Rule:
        taken = _RANKED.setdefault(rank, made)
        if taken is not made:
            raise ValueError(f"rank {rank} is {taken.__name__}'s; {made.__name__} needs another")
        if of_modes:
            _OF_MODES.add(rank)
        return made

    return register


def list_rules(*, of_modes: bool = False) -> tuple[Rule, ...]:
    """Give every rule that is registered, by rank; those of the flight modes alone if asked."""
    ranks = sorted(_OF_MODES if of_modes else _RANKED)
    return tuple(_RANKED[rank] for rank in ranks)
