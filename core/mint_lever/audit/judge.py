"""Runs every rule over a setup, the gravest findings first."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import replace

from mint_lever.audit import (
    arriving,
    controls,
    directions,
    drive,
    gains,
    head,
    modes,
    pitch,
    rates,
    sending,
    servos,
    tail,
)
from mint_lever.audit.finding import SEVERITIES, Audited, Finding
from mint_lever.chain.ways import Direction
from mint_lever.faults import InvalidSetup
from mint_lever.setup.document import Setup
from mint_lever.setup.edit import apply_changes
from mint_lever.setup.identity_key import remember
from mint_lever.setup.reading import read_setup

Rule = Callable[[Audited], Iterator[Finding]]
RULES: tuple[Rule, ...] = (
    directions.against_the_stick,
    modes.throttle_high_in_hold,
    modes.power_up_mode,
    modes.throttle_at_low_stick,
    modes.fail_safe,
    modes.two_governors,
    drive.full_at_low_stick,
    modes.governor_starved,
    modes.idle_up_that_stops,
    servos.voltage_above_rating,
    sending.double_mixing,
    sending.sub_trim_on_a_unit_function,
    sending.trim_on_a_unit_function,
    arriving.travel_not_arriving,
    arriving.throws_not_as_taught,
    sending.limits_below_travel,
    sending.mix_past_a_limit,
    modes.throttle_off_the_channel,
    pitch.pitch_curve_not_rising,
    pitch.pitch_jumps,
    modes.head_speed_missing,
    modes.governor_meant_but_off,
    drive.gear_the_wrong_way_round,
    drive.target_outside_the_band,
    drive.target_beyond_the_drive,
    drive.speeds_far_apart,
    drive.target_never_measured,
    gains.gain_sign,
    servos.frame_rate_against_family,
    servos.frame_rate_against_rating,
    servos.pulse_longer_than_frame,
    servos.tail_sub_trim,
    tail.mix_into_the_rudder,
    tail.tail_servo_too_fast,
    tail.tail_pitch_at_centre,
    tail.tail_limits_unequal,
    tail.micro_horn,
    head.ring_beyond_clearance,
    head.throw_window,
    head.unequal_collective,
    head.collective_beyond_reason,
    head.layout_against_balls,
    head.phase_missing,
    rates.expo_in_both,
    rates.expo_turns_back,
    rates.rate_beyond_full,
    rates.rates_in_both,
    rates.two_rates_at_one_position,
    controls.hold_works_more_than_hold,
    servos.large_sub_trim,
    gains.gain_against_head_speed,
    gains.one_gain_for_all_speeds,
    gains.gain_out_of_the_usual,
    pitch.hold_without_full_pitch,
)


_OF_MODES: tuple[Rule, ...] = (
    modes.throttle_high_in_hold,
    modes.power_up_mode,
    modes.throttle_at_low_stick,
    modes.governor_starved,
    modes.idle_up_that_stops,
    modes.throttle_off_the_channel,
    pitch.pitch_curve_not_rising,
    pitch.pitch_jumps,
    modes.head_speed_missing,
    gains.gain_sign,
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
