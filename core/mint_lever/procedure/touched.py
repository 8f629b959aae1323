"""Which aspects of a helicopter differ between two setups: how an edit makes steps stale."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from functools import lru_cache
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
    (r"unit\.collective_(low_)?pct$", "collective_throw"),
    (r"unit\.level_trim", "level_trim"),
    (r"unit\.frame_rate_hz$", "pulse_family"),
    (r"unit\.(correction|pirouette)_reversed", "correction"),
    (r"unit\.ring_pct$", "ring"),
    (r"unit\.phase_deg$", "phase"),
    (r"transmitter\.channels\.\w+", "channel_ends"),
    (r"transmitter\.servo_channels\.\d+\.reversed$", "servo_direction"),
    (r"transmitter\.servo_channels\.\d+\.(sub)?trim_pct$", "servo_sub_trim"),
    (r"transmitter\.servo_channels\.\d+\.limit", "servo_stops"),
    (r"transmitter\.servo_channels\.\d+\.travel", "cyclic_throw"),
    (r"transmitter\.(centre_us|us_per_pct)$", "channel_ends"),
    (r"transmitter\.swash_mix\.\w+\.way$", "function_direction"),
    (r"transmitter\.swash_mix\.ring_pct$", "ring"),
    (r"transmitter\.swash_mix\.kind$", "cyclic_throw"),
    (r"transmitter\.swash_mix\.collective$", "collective_throw"),
    (r"transmitter\.swash_mix", "cyclic_throw"),
    (r"transmitter\.(modes|free_mixes|power_up_mode)", "modes"),
)
# A setting that is two things at once. A servo channel's travel is also what levels an end.
_ALSO: tuple[tuple[str, Aspect], ...] = (
    (r"unit\.full_throw_us$", "collective_throw"),
    (r"transmitter\.servo_channels\.\d+\.travel", "level_trim"),
)


def aspects_changed(before: Setup, after: Setup) -> set[Aspect]:
    """Give every aspect in which two setups differ; empty when no step rests on the difference."""
    found: set[Aspect] = set()
    for path in changed_paths(before, after):
        found |= aspects_of(path)
    return found


def changed_paths(before: Setup, after: Setup) -> set[str]:
    """Give the path of every setting in which two setups differ."""
    return differing(settings(before), settings(after))


def settings(setup: Setup) -> Mapping[str, Any]:
    """Give every setting of a setup by its path; kept for setups asked about again."""
    return _settings(Same(setup))


def differing(old: Mapping[str, Any], new: Mapping[str, Any]) -> set[str]:
    """Give the paths whose values differ, or that only one side has."""
    if old is new:
        return set()
    return {path for path, _ in old.items() ^ new.items()}


@lru_cache(maxsize=1024)
def aspects_of(path: str) -> frozenset[Aspect]:
    """Give the aspects a setting belongs to; none when no step rests on it."""
    for pattern, aspect in _ASPECTS:
        if re.match(pattern, path):
            return frozenset({aspect, *(also for own, also in _ALSO if re.match(own, path))})
    return frozenset()


class Same:
    """A setup as a key: the very same object, not an equal one, whose comparing would cost more."""

    def __init__(self, setup: Setup):
        self.setup = setup

    def __hash__(self) -> int:
        return id(self.setup)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Same) and other.setup is self.setup


@lru_cache(maxsize=256)
def _settings(of: Same) -> dict[str, Any]:
    """Every setting by its path; a swash mix is two: how far, and (``.way``) which way round."""
    found = dict(_leaves(of.setup.as_document()))
    for path in [f"transmitter.swash_mix.{name}" for name in ("collective", "aileron", "elevator")]:
        if path in found:
            found[f"{path}.way"] = found[path] < 0
            found[path] = abs(found[path])
    return found


def _leaves(value: Any, path: str = "") -> Iterator[tuple[str, Any]]:
    if isinstance(value, dict | list):
        entries = value.items() if isinstance(value, dict) else enumerate(value)
        for key, inner in entries:
            yield from _leaves(inner, f"{path}.{key}" if path else str(key))
    else:
        yield path, value
