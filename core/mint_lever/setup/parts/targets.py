"""What the pilot aims for at the blade; the readings are judged against it."""

from __future__ import annotations

from typing import Annotated, Literal

from mint_lever.setup.parts.number_kinds import Part, TargetAngle
from mint_lever.setup.setting_description import About

_GAUGE = "What the gauge should read"


ClearanceSchool = Literal["nothing_touches", "corners_let_be", "by_the_unit"]


class Targets(Part, stage="gain", group=_GAUGE):
    """Blade degrees wanted. The defaults are common practice, no source (F10a, F10b, F11).

    ``hover_deg`` is the collective the pilot hovers at: from memory, about 5° on most helicopters.
    """

    reference_tilt_deg: Annotated[
        TargetAngle,
        About(
            label="Reference tilt",
            help="The tilt the unit asks to be shown, read at the blade.",
            function="cyclic",
            steps=("cyclic_throw",),
            record=True,
            play="unit_mixes",
            nudge=0.1,
        ),
    ] = 6.0
    cyclic_deg: Annotated[
        TargetAngle,
        About(
            label="Cyclic, full stick",
            help="The cyclic pitch wanted at full stick, read at the blade.",
            function="cyclic",
            steps=("cyclic_throw",),
            record=True,
        ),
    ] = 9.0
    cyclic_least_deg: Annotated[
        TargetAngle,
        About(
            label="Cyclic, at least",
            help="The least cyclic pitch at full stick that will do; more is welcome.",
            function="cyclic",
            steps=("cyclic_throw",),
            record=True,
        ),
    ] = 8.0
    collective_high_deg: Annotated[
        TargetAngle,
        About(
            label="Stick full up",
            help="The pitch wanted with the collective full up.",
            function="collective",
            steps=("collective_range",),
            record=True,
        ),
    ] = 11.0
    collective_low_deg: Annotated[
        TargetAngle,
        About(
            label="Stick full down",
            help="The negative pitch wanted with the collective full down, without its sign.",
            function="collective",
            steps=("collective_range",),
            record=True,
        ),
    ] = 11.0
    clearance: Annotated[
        ClearanceSchool,
        About(
            label="Clearance goes by",
            help="Whether a slight touch in the extreme corners is let be, or the unit's own sign "
            "decides how far the limit is opened.",
            group="How clearance is judged",
            function="cyclic",
            steps=("clearance",),
            words={
                "nothing_touches": "nothing touches anywhere",
                "corners_let_be": "slight touching in the extreme corners is let be",
                "by_the_unit": "the unit's sign, then one step back",
            },
        ),
    ] = "nothing_touches"
    hover_deg: Annotated[
        TargetAngle,
        About(
            label="In the hover",
            help="The collective pitch you hover at; about 5° from memory, yours when you know it.",
            function="collective",
            record=True,
        ),
    ] = 5.0
