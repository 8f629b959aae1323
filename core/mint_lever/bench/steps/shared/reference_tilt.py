"""The school of the reference tilt: a unit without figures, only a tilt to be nudged (F10a)."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Choice, Option
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.wording.unit_indicator import shows_it
from mint_lever.measure.verdict import REFERENCE_TILT, REFERENCE_TILT_AT_MOST, Band

RANGE = "range"
"""The question what the unit says of the range that its tilt, or its limit, uses."""
POORLY = (
    "The unit calls its range poorly used: the swash moves much for little servo. Move the balls "
    "inward on the horns; say which holes you have."
)
_OPTIONS = (
    Option("well", "Its range is well used"),
    Option("poorly", "Its range is poorly used", False),
    Option("silent", "This unit says nothing of it"),
)


def full_throw(run: Readings) -> bool:
    """Whether the throw is set at full stick, by a figure; else by the tilt that the unit shows."""
    unit = run.setup.mixing_unit
    return unit is None or unit.shows_figures


def reference_band(run: Readings) -> Band:
    """Give the band of the reference tilt, as the unit's maker means it."""
    return REFERENCE_TILT_AT_MOST if _at_most(run) else REFERENCE_TILT


def enough(run: Readings, gauge: float) -> bool:
    """Whether less tilt than is wanted is all that is: "at most", from 5° on, and the unit calls
    its range well used."""
    band = REFERENCE_TILT_AT_MOST
    less = _at_most(run) and band.workable_low <= gauge < band.low
    return less and run.answer("cyclic_throw", RANGE) == "well"


def write_wanted(run: Readings) -> str:
    """Say what the gauge should read, as a pilot does."""
    rule = "at most" if _at_most(run) else "at least"
    return f"{rule} {run.setup.targets.reference_tilt_deg:g}°"


def range_question(run: Readings, step: StepName, asked: tuple[str, str]) -> Choice:
    """Ask what the unit says of the range it uses, with what the pilot's own unit shows for it;
    ``asked`` are the question and its hint."""
    label, hint = asked
    said = [shows_it(run, state) for state in ("range_well_used", "range_poorly_used")]
    return ask_what_is_seen(
        run,
        step,
        RANGE,
        label,
        " ".join([hint, *filter(None, said)]),
        _OPTIONS,
    )


def _at_most(run: Readings) -> bool:
    unit = run.setup.mixing_unit
    return unit is not None and unit.reference_rule == "at_most"
