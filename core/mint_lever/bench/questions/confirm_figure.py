"""Ask before a figure is believed whose sign cannot be right, or whose advice is far from usual."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Choice, Number, Option
from mint_lever.bench.engine.change_effects import list_values
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.bench.engine.typed_signs import MEANT, SHOWN, SIGN
from mint_lever.bench.wording.number_text import signed
from mint_lever.setup.catalogue.setting_rows import find_row

_DIRECTIONS, _FAR = ("together", "tilts"), 1.9
"""A servo turned round takes half off a throw of aileron and more off the collective: before
directions are seen, no figure is made so much larger or smaller. From memory."""
DIRECTIONS_FIRST = "Which way each servo goes comes first: one turned round takes much of a throw."


def unusual(action: Action) -> bool:
    """Whether advice would put a setting beyond what is usual for it."""
    for change in action.changes:
        row = find_row(change.path)
        usual = row.about.usual if row is not None else None
        if usual is not None and not usual[0] <= abs(change.value) <= usual[1]:
            return True
    return False


def waits_for_directions(run: Readings, action: Action) -> bool:
    """Whether advice would make a figure so much larger or smaller that a servo may be turned
    round, before the directions were seen."""
    if all(run.done(step) for step in _DIRECTIONS):
        return False
    now = list_values(run.setup)
    return any(
        not abs(now[change.path]) / _FAR <= abs(change.value) <= abs(now[change.path]) * _FAR
        for change in action.changes
        if isinstance(change.value, float) and change.path in now
    )


def confirm_figure(
    run: Readings, step: StepName, reads: Number, *, contrary: bool = True
) -> Choice | None:
    """Ask whether the newest figure of a question was meant as it stands.

    None where there is none, and once the pilot said that it is what is shown. ``contrary``: the
    sign is not the one to be expected; else it is the advice that would be far from usual.
    """
    held = run.held(step, reads.key)
    answers = run.all(step, SIGN + reads.key)
    if not held or (answers and answers[-1].sequence > held[-1].sequence):
        return None
    read = figure(held[-1])
    now, other = signed(read, reads.unit), signed(-read, reads.unit)
    meant, shown = Option(MEANT, f"Yes, {other}"), Option(SHOWN, f"No, it shows {now}")
    if not contrary:
        meant, shown = Option(MEANT, f"No, {other}"), Option(SHOWN, f"Yes, it shows {now}")
    return Choice(
        key=SIGN + reads.key,
        label=(
            f"{reads.label}: did you mean {other}?"
            if contrary
            else f"{reads.label}: is it really {now}?"
        ),
        hint=(
            f"{now} is not to be expected here. Many displays show an amount without its sign."
            if contrary
            else "It would ask for a setting far from any usual one."
        ),
        options=(meant, shown) if contrary else (shown, meant),
        sticks=reads.sticks,
        azimuth=reads.azimuth,
        blade=reads.blade,
    )
