"""The audit: do transmitter, unit, helicopter and speed controller agree?"""

from mint_lever.audit.finding import Finding
from mint_lever.audit.judge import RULES, audit, audit_modes, dangers

__all__ = ["RULES", "Finding", "audit", "audit_modes", "dangers"]
