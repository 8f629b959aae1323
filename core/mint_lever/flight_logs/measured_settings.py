"""What a log measured of a helicopter that its setup has a place for."""

from __future__ import annotations

from mint_lever.flight_logs.log_report import LogFinding
from mint_lever.setup.edits.path_edit import Change

_RESISTANCE, _STEP_MOHM = "drive.pack.resistance_mohm", 0.5


def make_log_change(finding: LogFinding) -> Change | None:
    """Give the change that writes a finding's figure into the setup, None where it has no place."""
    if finding.kind != "pack_resistance" or finding.value is None or finding.value <= 0:
        return None
    return Change(_RESISTANCE, round(finding.value / _STEP_MOHM) * _STEP_MOHM)
