"""What the speed controller holds that other devices must agree with."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from mint_lever.setup.parts.number_kinds import Ampere, Part, Volt
from mint_lever.setup.setting_description import ON_OFF, About, Holder

_CARD = ("controller_card",)
MOST_ITEMS = 24
"""Items of a card that are kept, and (``MOST_CHOICES``) choices of one."""
MOST_CHOICES = 12


class CardItem(Part, stage="drive"):
    """One item of the controller's own programming, in its own order and words."""

    name: Annotated[
        str,
        Field(min_length=1, max_length=60),
        About(
            label="Name",
            help="What the controller's manual calls this item.",
            steps=_CARD,
        ),
    ]
    choices: Annotated[
        list[Annotated[str, Field(min_length=1, max_length=40)]],
        Field(min_length=2, max_length=MOST_CHOICES),
        About(
            label="Choices",
            help="What it can be set to, in the manual's order.",
            steps=_CARD,
        ),
    ]
    wanted: Annotated[
        int,
        Field(ge=0, le=MOST_CHOICES - 1),
        About(
            label="Wanted",
            help="Which of its choices it is to have, counted from 0.",
            steps=_CARD,
        ),
    ] = 0
    by_cells: Annotated[
        bool,
        About(
            label="Goes by the cell count",
            help="Whether it must be looked at again with another number of cells, as a cut-off.",
            steps=_CARD,
            words={False: "no", True: "yes"},
        ),
    ] = False


class SpeedController(Part, stage="drive", group="Supply of servos and unit"):
    """The speed controller's share: its governor, and the voltage its BEC feeds the servos."""

    governor: Annotated[
        bool,
        About(
            label="Governor in the speed controller",
            help="Whether the speed controller holds the head speed; a governed soft start counts.",
            group="Governor",
            steps=("governor_place", "governor_settings"),
            words=ON_OFF,
        ),
    ] = False
    bec_volt: Annotated[
        Volt | None,
        About(
            label="BEC",
            help="The voltage the BEC feeds servos and unit, measured at the receiver.",
            steps=("bec_voltage",),
        ),
    ] = None
    bec_a: Annotated[
        Ampere | None,
        About(
            label="BEC current",
            help="What the BEC gives without a pause, from the speed controller's data.",
            record=True,
        ),
    ] = None
    card: Annotated[
        list[Annotated[CardItem, Holder(name="card, item {n}", group="Its own card")]] | None,
        Field(max_length=MOST_ITEMS),
    ] = None
