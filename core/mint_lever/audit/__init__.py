"""The audit: do transmitter, unit, helicopter and speed controller agree?"""

from mint_lever.audit.finding import Audited, Finding
from mint_lever.audit.judge import RULES, audit, audit_modes, findings, with_sound_fixes

__all__ = ["RULES", "Audited", "Finding", "audit", "audit_modes", "findings", "with_sound_fixes"]
