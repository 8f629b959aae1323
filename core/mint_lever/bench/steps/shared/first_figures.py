"""A mixing's first figures by the geometry, for pilots who would not start at the usual ones."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated

from mint_lever.bench.engine.advice import Action
from mint_lever.bench.engine.readings import Readings
from mint_lever.devices.dials import Dial, SwashFunction
from mint_lever.measure.starting_figures import figure_from_geometry
from mint_lever.sources import MEMORY

_MOST_LARGER: Annotated[float, MEMORY] = 1.5
"""Before a direction was seen no figure grows by more: a throw the wrong way may bind. From
memory."""


def start_from_geometry(
    run: Readings, dials: Sequence[tuple[SwashFunction, Dial]], target_deg: float
) -> list[Action]:
    """Offer each figure of a transmitter's mixing as the geometry has it, before the gauge."""
    if run.setup.mixing_unit is not None:
        return []
    actions = []
    for function, dial in dials:
        exact = figure_from_geometry(run.setup, dial.path, function, target_deg, run.mode)
        if exact is None:
            continue
        figure = float(round(exact))
        if figure == dial.value or figure > _MOST_LARGER * dial.value:
            continue
        actions.append(
            Action(
                key=f"geometry.{function}",
                text=f"Start from the geometry: set {dial.name} from {dial.value:g} to "
                f"{figure:g} %.",
                expect=f"By the setup's lengths that gives {target_deg:g}°; the gauge decides.",
                device=dial.device,
                changes=(dial.set(figure),),
                needed=False,
                together="geometry",
            )
        )
    return actions
