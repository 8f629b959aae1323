"""The chain without what was learned of the unit's display."""

from __future__ import annotations

from mint_lever.setup.document import Setup
from mint_lever.setup.parts.unit_display import Display


def without_display(setup: Setup) -> Setup:
    """Give a setup whose unit takes everything just as it is sent: its settings alone count."""
    if setup.unit is None or setup.unit.display == Display():
        return setup
    return setup.model_copy(update={"unit": setup.unit.model_copy(update={"display": Display()})})
