"""What rests on what: from the steps' own data to what a change undoes. No table of cases.

A change touches steps: a setting those it belongs to (the catalogue says which), work by hand
those whose metal it moved. What rests on them is undone with them.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from graphlib import TopologicalSorter
from typing import Literal

from mint_lever.setup.arrangement import Arrangement

StepName = str
"""A step's name; the registry has every one."""


@dataclass(frozen=True)
class Touch:
    """A step whose metal or whose settings were touched; ``alone``: nothing that rests on it is."""

    step: StepName
    what: Literal["metal", "settings", "alone"] = "settings"


@dataclass(frozen=True, kw_only=True)
class Node:
    """A step as the graph knows it.

    ``rests_on`` are steps whose undoing undoes this one. ``settings_of`` and ``metal_of`` are steps
    whose settings, or whose part of the helicopter, it goes by as well, without resting on what
    else was found there. ``every_power_up`` steps are asked again each time the model is powered,
    and touching them undoes nothing else. ``always_last`` is undone by every change. ``here`` says
    whether an arrangement has the step, ``absent`` says why another has not. ``number`` is its
    place in the order of work. A step of several parts is one node for each ``part``, counted
    from 1.
    """

    name: StepName
    number: float
    part: int = 0
    title: str
    why: str
    rests_on: tuple[StepName, ...] = ()
    settings_of: tuple[StepName, ...] = ()
    metal_of: tuple[StepName, ...] = ()
    every_power_up: bool = False
    always_last: bool = False
    here: Callable[[Arrangement], bool] = lambda _: True
    absent: str = ""

    @property
    def place(self) -> tuple[float, int]:
        """What the order of work goes by."""
        return self.number, self.part

    @property
    def label(self) -> str:
        """Its number as it is written: "14", and "14.3" for a third part."""
        return f"{self.number:g}.{self.part}" if self.part else f"{self.number:g}"


class Graph:
    """The steps of one arrangement and what rests on what among them."""

    def __init__(self, nodes: Iterable[Node]):
        self.nodes: tuple[Node, ...] = tuple(sorted(nodes, key=lambda node: node.place))
        self.by_name = {node.name: node for node in self.nodes}

    @cached_property
    def order(self) -> Sequence[StepName]:
        """The steps so that each comes after all it rests on.

        Raises graphlib.CycleError if they rest on each other in a circle.
        """
        before = {n.name: set(n.rests_on) & self.by_name.keys() for n in self.nodes}
        return list(TopologicalSorter(before).static_order())

    def dependents(self, hit: Iterable[StepName]) -> set[StepName]:
        """Give the steps hit and all that rest on them, however far down."""
        undone = set(hit) & self.by_name.keys()
        for name in self.order:
            if undone.intersection(self.by_name[name].rests_on):
                undone.add(name)
        return undone

    def undone_by(self, touches: Iterable[Touch]) -> frozenset[StepName]:
        """Give the steps to redo after steps' metal or settings were touched.

        The last step is among them whenever anything but the power was touched.
        """
        undone: frozenset[StepName] = frozenset()
        for touch in touches:
            undone |= self._undone_by_one(touch)
        return undone

    @lru_cache(maxsize=256)  # noqa: B019 (graphs are few and live as long as the program)
    def _undone_by_one(self, touch: Touch) -> frozenset[StepName]:
        hit = {touch.step}
        for node in self.nodes:
            known = node.metal_of if touch.what == "metal" else node.settings_of
            if touch.step in known:
                hit.add(node.name)
        undone = {touch.step} if touch.what == "alone" else self.dependents(hit)
        own = self.by_name.get(touch.step)
        if own is None or not own.every_power_up:
            undone |= {node.name for node in self.nodes if node.always_last}
        return frozenset(undone)

    def in_order(self, names: Iterable[StepName]) -> list[Node]:
        """Give steps in the order of work."""
        wanted = set(names)
        return [node for node in self.nodes if node.name in wanted]
