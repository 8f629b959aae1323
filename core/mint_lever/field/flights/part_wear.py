"""Parts that wear: flights since they were new, and what to look at after a crash."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Annotated, Literal

from mint_lever.bench.engine.change_effects import Aspect
from mint_lever.sources import PRACTICE, fact

PartName = Literal[
    "main blades",
    "tail blades",
    "belt",
    "head bearings",
    "tail bearings",
    "dampers",
    "swash servos",
    "tail servo",
    "main gear",
]


@dataclass(frozen=True)
class Wearing:
    """A part that wears: what shows it, in words. When it has to go its maker's manual says."""

    name: PartName
    shows: str


PARTS: Annotated[tuple[Wearing, ...], PRACTICE] = (
    Wearing("main blades", "Nicks, cracks at the bolt hole, a loose root: nobody flies them on."),
    Wearing("tail blades", "Nicks and cracks; a set is changed as a set."),
    Wearing("belt", "Teeth that are shiny or frayed, tension that does not hold."),
    Wearing("head bearings", "Play at the tip with the grip held, or a grip that turns roughly."),
    Wearing("tail bearings", "Play in the grips or the slider, or a rough turn."),
    Wearing("dampers", "One blade droops more easily than the other; a head that shakes."),
    Wearing("swash servos", "Play at the horn, a gear that grinds, one slower than the others."),
    Wearing("tail servo", "Play at the horn: the first to wear, for it never rests."),
    Wearing("main gear", "Teeth that are worn to a point, or a mesh that changes round the turn."),
)
"""Common practice, no source. Nobody's flights are given as a limit: makers say theirs."""


@dataclass(frozen=True)
class Inspect:
    """Something to look at after a crash. ``touches`` is what is worked on where it is changed:
    the steps of the bench that this opens are the graph's to say."""

    what: str
    how: str
    touches: tuple[Aspect, ...] = ()


AFTER_A_CRASH: Annotated[tuple[Inspect, ...], fact("F27")] = (
    Inspect("Pack", "Dented, warm or swollen: out of doors and away from everything, at once."),
    Inspect("Main blades", "Both changed where one was hit: cracks hide.", ("blade",)),
    Inspect("Feathering shaft", "Out, and rolled over glass: bent ones look straight.", ("head",)),
    Inspect("Main shaft", "Turned by hand with the head on: the head must not wander.", ("head",)),
    Inspect("Head and grips", "Bolts, bearings, grips: rough, cracked, bent.", ("head",)),
    Inspect("Links and balls", "Each by itself for cracks; a turned link counts.", ("blade_link",)),
    Inspect("Swash", "Rings free, every ball tight, the guide pin straight.", ("ball",)),
    Inspect("Servos", "Each horn its whole way, slowly: no tooth missing.", ("servo",)),
    Inspect("Tail blades and grips", "Changed as a set where one was hit.", ("tail_blades",)),
    Inspect("Tail shaft, slider, case", "Straight, free, the belt whole.", ("tail_case",)),
    Inspect("Boom and supports", "Dents and cracks; a bent boom takes the belt.", ("tail_case",)),
    Inspect("Gear and pinion", "Every tooth, once round, and the mesh.", ("gear",)),
    Inspect("Unit", "Still stuck firmly and square, its leads whole.", ("unit_mount",)),
    Inspect("Leads and antennas", "Along their whole length, at every edge they pass."),
    Inspect("Frame", "Cracks round the bearings, and every screw."),
)
"""Common practice, no source. It is looked at beside what the bench has to measure anew (F27)."""


def count_flights(new_at: Mapping[PartName, int], flown: int) -> dict[PartName, int | None]:
    """Give how many flights each part has had: ``new_at`` is the count of flights when it was new,
    ``flown`` the count now; None for a part of which nobody said when it was new."""
    return {
        part.name: None if part.name not in new_at else max(flown - new_at[part.name], 0)
        for part in PARTS
    }
