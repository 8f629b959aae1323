"""Rules about swash and head: throw, range, ring, layout, phase."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from mint_lever.audit.finding import Audited, Finding, degrees, percent
from mint_lever.audit.rule import rule
from mint_lever.axes import wrap_deg
from mint_lever.devices.dials import ring
from mint_lever.measure.ring_clearance import touches
from mint_lever.measure.throw_figures import UNIT_WINDOW
from mint_lever.measure.verdict import SIDES_EQUAL
from mint_lever.model.chain.pose_evaluation import evaluate_pose
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.rotor.harmonics import phase_error_deg
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.airframe import LAYOUT_WORDS, Swash
from mint_lever.setup.parts.swash_layouts import layout_balls
from mint_lever.setup.parts.transmitter import NO_RING_PCT

_CEILING_PCT = 70.0
_UNEQUAL_DEG = 0.5
"""Computed, not read: a horn's arc alone makes 0.3°, and the gauge at the bench decides."""
_PHASE_DEG = 3.0
_WRONG_WAY_DEG = 60.0
"""Beyond this no head's geometry is at fault: a direction is, and the directions steps mend it."""
_RANGE_DEG = {2: 14.5, 3: 13.0}


@rule(400)
def unequal_collective(at: Audited) -> Iterator[Finding]:
    """Both sides equal within 0.3° unless meant otherwise (F11, common practice, no source)."""
    targets = at.setup.targets
    if targets.collective_high_deg != targets.collective_low_deg:
        return
    low, high, gauge = _ends(at)
    if abs(high + low) > (SIDES_EQUAL.workable_high if gauge else _UNEQUAL_DEG):
        path = "unit.collective_low_pct" if at.setup.mixing_unit else "transmitter.swash_mix"
        yield Finding(
            severity="look",
            path=path,
            found=f"full collective gives {degrees(high)} and {degrees(low)}",
            why="Upright and inverted the model climbs differently, and the tail kicks unevenly.",
            fix="Go through “Collective range” again; the gauge decides.",
            device="unit" if at.setup.mixing_unit else "transmitter",
            rests_on="the gauge" if gauge else "the exact chain with a straight curve",
        )


@rule(410)
def collective_beyond_reason(at: Audited) -> Iterator[Finding]:
    """Hardly any head uses more than 14.5°, three blades 13° (F11, common practice)."""
    blades = at.setup.airframe.head.blades
    most = _RANGE_DEG.get(blades, 13.0)
    low, high, gauge = _ends(at)
    largest = max(abs(low), abs(high))
    if largest > most + 0.05:
        yield Finding(
            severity="look",
            path="unit.collective_pct" if at.setup.mixing_unit else "transmitter.swash_mix",
            found=f"{largest:.1f}° of collective on {blades} blades",
            why="More pitch than the motor can carry stalls the blades and drags the head down.",
            fix=f"About {most:g}° is the most that is common.",
            device="unit" if at.setup.mixing_unit else "transmitter",
            rests_on=f"{'the gauge' if gauge else 'the exact chain'}; common practice",
        )


@rule(390)
def throw_window(at: Audited) -> Iterator[Finding]:
    """The unit's cyclic figure stays in its window (F10c, common practice, no source)."""
    unit = at.setup.mixing_unit
    if unit is None or unit.cyclic_school != "full_throw":
        return
    figure = unit.cyclic_pct
    if UNIT_WINDOW.low <= figure <= UNIT_WINDOW.high:
        return
    above = figure > UNIT_WINDOW.high
    yield Finding(
        severity="fault" if figure > _CEILING_PCT else "look",
        path="unit.cyclic_pct",
        found=f"the unit's cyclic figure is {percent(figure)}, "
        f"{'above' if above else 'below'} {UNIT_WINDOW.low:g} to {UNIT_WINDOW.high:g} %",
        why="Above its window the unit has no throw left to correct with."
        if above
        else "Below it the mechanics throw too far: the unit turns coarse and nervous.",
        fix=f"Move balls {'outward' if above else 'inward'} on the horns so that the throw needs "
        f"{UNIT_WINDOW.low:g}–{UNIT_WINDOW.high:g} %.",
        device="helicopter",
        rests_on="common practice",
    )


@rule(420)
def layout_against_balls(at: Audited) -> Iterator[Finding]:
    """The layout named is the one the balls stand in. Exact geometry."""
    swash = at.setup.airframe.swash
    if swash.layout == "custom":
        return
    named = layout_balls(swash.layout, 20.0)
    if len(named) == len(swash.balls):
        apart = wrap_deg(
            [b.azimuth_deg - n.azimuth_deg for b, n in zip(swash.balls, named, strict=True)]
        )
        if np.abs(apart).max() <= 1.0:
            return
        worst = int(np.abs(apart).argmax())
        found = f"ball {worst + 1} at {swash.balls[worst].azimuth_deg:g}°"
    else:
        found = f"{len(swash.balls)} balls"
    name = LAYOUT_WORDS[swash.layout]
    if swash.layout == "three_135" and _stands_in(swash):
        yield Finding(
            severity="look",
            path="airframe.swash.layout",
            found="a 140° plate on a setting for 135°",
            why="Common practice where that is all there is: the tilts are off their axes by a "
            "little.",
            fix="Nothing, where the device has no 140°; else choose that.",
            device="unit",
            rests_on="the balls as written down",
        )
        return
    yield Finding(
        severity="look",
        path="airframe.swash.layout",
        found=f"layout {name}, but {found}",
        why="A mixing device set to one layout tilts a plate of another off its axis.",
        fix="Name the layout the plate has, or call it custom.",
        device="helicopter",
        rests_on="the balls as written down",
        changes=(Change("airframe.swash.layout", "custom"),),
    )


def _stands_in(swash: Swash) -> bool:
    """Whether the balls are a 140° plate's: F7, common practice, no source."""
    plate = layout_balls("three_140", 20.0)
    if len(plate) != len(swash.balls):
        return False
    apart = [b.azimuth_deg - p.azimuth_deg for b, p in zip(swash.balls, plate, strict=True)]
    return bool(np.abs(wrap_deg(apart)).max() <= 1.0)


@rule(380)
def ring_beyond_clearance(at: Audited) -> Iterator[Finding]:
    """Nothing touches in the ring, all round, at three collectives (exact geometry)."""
    dial = ring(at.setup)
    touch = touches(at.chain, dial.value)
    if touch is not None:
        # At the stick's own corners nobody has set a ring yet: that is clearance's work to do.
        none = dial.value >= NO_RING_PCT
        ring_is = "no cyclic ring is set" if none else f"a ring of {percent(dial.value)}"
        yield Finding(
            severity="not_set" if none else "fault",
            path=dial.path,
            found=f"{ring_is}: {touch.what} at collective {touch.collective}, toward "
            f"{touch.azimuth_deg:.0f}°",
            why="A servo that stalls or a link that binds in the air takes the control with it.",
            fix="Go through “Clearance” again: it says the ring that just clears.",
            device=dial.device,
            rests_on="the exact chain",
        )


@rule(430)
def phase_missing(at: Audited) -> Iterator[Finding]:
    """Heads of three and more blades usually need a phase (common practice, no source)."""
    unit = at.setup.mixing_unit
    if unit is None or at.setup.airframe.head.blades < 3:
        return
    error = phase_error(at)
    if error is None or not _PHASE_DEG < abs(error) < _WRONG_WAY_DEG:
        return
    best = float(round(unit.phase_deg - error))
    yield Finding(
        severity="look",
        path="unit.phase_deg",
        found=f"phase {unit.phase_deg:g}°, and cyclic comes {abs(error):.0f}° off its direction",
        why="Rolls drift into pitch: a head of three or more blades answers at another angle.",
        fix=f"Set the unit's phase to {best:g}°.",
        device="unit",
        rests_on="the exact chain: head geometry only, not the blades' own lag",
        changes=(Change("unit.phase_deg", best),),
    )


def phase_error(at: Audited) -> float | None:
    """How far (deg) the cyclic of a half stick right comes off its direction; None for none.

    Half the difference of right and left: a swash that rests a little off level turns neither.
    """
    pose = evaluate_pose(at.chain, Sticks.at([0, 0], [50, -50]), [180.0], at.modes[0][0])
    if not pose.phase_known.all():
        return None
    turning = pose.head.cyclic_deg * np.exp(1j * np.radians(pose.head.cyclic_azimuth_deg))
    azimuth = np.degrees(np.angle(turning[0] - turning[1]))
    turn = at.setup.airframe.head.turn_sign
    return float(phase_error_deg(azimuth, 1.0, 0.0, turn))


def _ends(at: Audited) -> tuple[float, float, bool]:
    """Pitch (deg) at both ends of the collective, and whether a gauge read them."""
    up, down = (at.read.get(f"collective_range.{key}") for key in ("up", "down"))
    if up is not None and down is not None:
        return down, up, True
    return *at.straight_ends_deg, False
