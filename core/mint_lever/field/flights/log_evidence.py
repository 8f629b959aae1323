"""What a flight's log says beside what was seen: some things it knows better than an eye."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass
from typing import Any

from mint_lever.field.symptoms.symptom import SymptomKey
from mint_lever.flight_logs.log_report import LITTLE_THROTTLE_PCT, WORKABLE_DROOP

_TELLS: dict[SymptomKey, str] = {
    "tail_wags": "wag",
    "speed_surges": "hunting",
    "speed_falls": "droop",
}
"""The kind of a log's finding that is what a pilot sees as a symptom."""
_FROM: dict[str, tuple[str, ...]] = {
    "wag": ("yaw_rate", "tail_servo"),
    "hunting": ("head_rpm", "motor_rpm"),
    "droop": ("head_rpm", "motor_rpm"),
}
"""Any one of these columns lets a log tell a kind."""


@dataclass(frozen=True)
class LogEvidence:
    """``shown`` are the kinds of findings that are something to mend, with the words of the first;
    ``told`` the kinds the log could have told; ``throttle_left_pct`` what was left at the worst
    moment, None where the throttle was not recorded."""

    shown: Mapping[str, str]
    told: frozenset[str]
    throttle_left_pct: float | None

    @property
    def symptoms(self) -> tuple[SymptomKey, ...]:
        """The symptoms it shows, whether anybody saw them or not."""
        return tuple(key for key, kind in _TELLS.items() if kind in self.shown)

    @property
    def at_its_end(self) -> bool:
        """Whether the drive had nothing left to hold the head speed with."""
        return self.throttle_left_pct is not None and self.throttle_left_pct < LITTLE_THROTTLE_PCT

    def of(self, symptom: SymptomKey) -> str:
        """Say whether it shows a symptom; "" where it cannot tell."""
        kind = _TELLS.get(symptom, "")
        if kind in self.shown:
            return f"Its log says so too: {self.shown[kind]}"
        return "Its log was able to tell, and shows none of it." if kind in self.told else ""


def read_log_evidence(report: Mapping[str, Any], columns: Collection[str]) -> LogEvidence:
    """Read a log's report (see :func:`mint_lever.flight_logs.log_report.judge_log`), of a log
    with these ``columns``. Too slow a log tells what it shows, and of what it does not show
    nothing.
    """
    shown: dict[str, str] = {}
    left, slow = None, False
    for each in report["findings"]:
        kind, value = each["kind"], each["value"]
        if kind == "throttle_left":
            left = value
        slow = slow or kind == "too_slow"
        mends = kind in ("wag", "hunting") or (kind == "droop" and value > WORKABLE_DROOP)
        if mends:
            shown.setdefault(kind, each["text"])
    there = {kind for kind, names in _FROM.items() if any(name in columns for name in names)}
    if slow:
        there -= {"wag", "hunting"}
    if not report["punches"]:
        there -= {"droop"}
    return LogEvidence(shown, frozenset(there), left)
