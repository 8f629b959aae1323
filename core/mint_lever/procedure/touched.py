"""Which aspects of a helicopter differ between two setups: how an edit makes steps stale."""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import Any

from mint_lever.procedure.steps import Aspect
from mint_lever.setup.document import Setup

# First match wins. A path that matches nothing (the name, a curve) undoes none of these steps.
_ASPECTS: tuple[tuple[str, Aspect], ...] = (
    (r"arrangement$", "model_memory"),
    (r"airframe\.swash\.layout$", "layout"),
    (r"airframe\.swash\.balls", "ball"),
    (r"airframe\.servos\.\d+\.arm_mm$", "ball"),
    (r"airframe\.servos\.\d+\.link_(length|extra)_mm$", "swash_link"),
    (r"airframe\.servos", "servo"),
    (r"airframe\.head\.link_extra_mm", "blade_link"),
    (r"airframe\.head\.link_(thread_mm|ends)$", "blade_link"),
    (r"airframe\.head\.(blades|rotation)$", "head"),
    (r"airframe\.head", "head"),
    (r"unit\.servos\.\d+\.reversed$", "servo_direction"),
    (r"unit\.servos\.\d+\.subtrim_us$", "servo_sub_trim"),
    (r"unit\.servos\.\d+\.(min|max)_us$", "servo_stops"),
    (r"unit\.centre_us$", "pulse_family"),
    (r"unit\.full_throw_us$", "cyclic_throw"),
    (r"unit\.function_reversed", "function_direction"),
    (r"unit\.cyclic_pct$", "cyclic_throw"),
    (r"unit\.collective_pct$", "collective_throw"),
    (r"unit\.ring_pct$", "ring"),
    (r"unit\.phase_deg$", "phase"),
    (r"transmitter\.channels\.\w+", "channel_ends"),
    (r"transmitter\.(centre_us|us_per_pct)$", "channel_ends"),
    (r"transmitter\.swash_mix", "function_direction"),
)
# A setting that is two things at once.
_ALSO: dict[str, Aspect] = {"unit.full_throw_us": "collective_throw"}


def aspects_changed(before: Setup, after: Setup) -> set[Aspect]:
    """Give every aspect in which two setups differ; empty when no step rests on the difference."""
    old, new = dict(_leaves(before.as_document())), dict(_leaves(after.as_document()))
    found: set[Aspect] = set()
    for path in old.keys() | new.keys():
        if old.get(path) != new.get(path):
            found |= _aspects_of(path)
    return found


def _aspects_of(path: str) -> set[Aspect]:
    for pattern, aspect in _ASPECTS:
        if re.match(pattern, path):
            return {aspect, _ALSO[path]} if path in _ALSO else {aspect}
    return set()


def _leaves(value: Any, path: str = "") -> Iterator[tuple[str, Any]]:
    if isinstance(value, dict | list):
        entries = value.items() if isinstance(value, dict) else enumerate(value)
        for key, inner in entries:
            yield from _leaves(inner, f"{path}.{key}" if path else str(key))
    else:
        yield path, value
