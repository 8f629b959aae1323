"""The audit: do transmitter, unit, helicopter and speed controller agree?"""

from mint_lever.audit.finding import Audited, Finding, Severity
from mint_lever.audit.finding_groups import join_findings
from mint_lever.audit.rule_registry import RULES, audit, audit_modes, findings, with_sound_fixes

__all__ = [
    "RULES",
    "Audited",
    "Finding",
    "Severity",
    "audit",
    "audit_modes",
    "findings",
    "join_findings",
    "with_sound_fixes",
]
