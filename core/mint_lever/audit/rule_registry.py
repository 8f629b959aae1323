"""Runs every rule over a setup, the gravest findings first."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import replace

from mint_lever.audit import (
    arrival_rules,
    control_rules,
    direction_rules,
    drive_rules,
    gain_rules,
    head_rules,
    mode_rules,
    pitch_rules,
    rate_rules,
    sending_rules,
    servo_rules,
    tail_rules,
)
from mint_lever.audit.finding import SEVERITIES, Audited, Finding
from mint_lever.faults import InvalidSetup
from mint_lever.model.chain.motion_directions import Direction
from mint_lever.setup.document import Setup
from mint_lever.setup.document_reader import read_setup
from mint_lever.setup.edits.path_edit import apply_changes
from mint_lever.setup.identity_key import remember

Rule = Callable[[Audited], Iterator[Finding]]
RULES: tuple[Rule, ...] = (
    direction_rules.against_the_stick,
    mode_rules.throttle_high_in_hold,
    mode_rules.power_up_mode,
    mode_rules.throttle_at_low_stick,
    mode_rules.fail_safe,
    mode_rules.two_governors,
    drive_rules.full_at_low_stick,
    mode_rules.governor_starved,
    mode_rules.idle_up_that_stops,
    servo_rules.voltage_above_rating,
    sending_rules.double_mixing,
    sending_rules.sub_trim_on_a_unit_function,
    sending_rules.trim_on_a_unit_function,
    arrival_rules.travel_not_arriving,
    arrival_rules.throws_not_as_taught,
    sending_rules.limits_below_travel,
    sending_rules.mix_past_a_limit,
    mode_rules.throttle_off_the_channel,
    pitch_rules.pitch_curve_not_rising,
    pitch_rules.pitch_jumps,
    mode_rules.head_speed_missing,
    mode_rules.governor_meant_but_off,
    drive_rules.gear_the_wrong_way_round,
    drive_rules.target_outside_the_band,
    drive_rules.target_beyond_the_drive,
    drive_rules.speeds_far_apart,
    drive_rules.target_never_measured,
    gain_rules.gain_sign,
    servo_rules.frame_rate_against_family,
    servo_rules.frame_rate_against_rating,
    servo_rules.pulse_longer_than_frame,
    servo_rules.tail_sub_trim,
    tail_rules.mix_into_the_rudder,
    tail_rules.tail_servo_too_fast,
    tail_rules.tail_pitch_at_centre,
    tail_rules.tail_limits_unequal,
    tail_rules.micro_horn,
    head_rules.ring_beyond_clearance,
    head_rules.throw_window,
    head_rules.unequal_collective,
    head_rules.collective_beyond_reason,
    head_rules.layout_against_balls,
    head_rules.phase_missing,
    rate_rules.expo_in_both,
    rate_rules.expo_turns_back,
    rate_rules.rate_beyond_full,
    rate_rules.rates_in_both,
    rate_rules.two_rates_at_one_position,
    control_rules.hold_works_more_than_hold,
    servo_rules.large_sub_trim,
    gain_rules.gain_against_head_speed,
    gain_rules.one_gain_for_all_speeds,
    gain_rules.gain_out_of_the_usual,
    pitch_rules.hold_without_full_pitch,
)


_OF_MODES: tuple[Rule, ...] = (
    mode_rules.throttle_high_in_hold,
    mode_rules.power_up_mode,
    mode_rules.throttle_at_low_stick,
    mode_rules.governor_starved,
    mode_rules.idle_up_that_stops,
    mode_rules.throttle_off_the_channel,
    pitch_rules.pitch_curve_not_rising,
    pitch_rules.pitch_jumps,
    mode_rules.head_speed_missing,
    gain_rules.gain_sign,
)


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
