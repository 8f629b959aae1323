"""Simulated flying: a helicopter with hidden flaws, seen through a pilot's eyes, with doubt.

What is seen here is of a simulated helicopter and counts for no real one. How wide a setting flies
well is from memory.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, Literal

import numpy as np
from pydantic import BaseModel, ConfigDict, Field

from mint_lever.bench.engine.change_effects import list_values
from mint_lever.field.flights.observation import Observation
from mint_lever.field.symptoms.symptom import Axis, SymptomKey, Toward
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.flight_modes import ModeName

MISSED = 0.1
"""How often a pilot does not notice what was there to be seen."""
FOUND = 0.8
"""How often a look at the right place finds what is wrong with it."""
_WIDE: dict[str, float] = {"tail gain": 16.0, "governor": 2.2, "centre": 1.4, "gains": 15.0}
"""From where it is too little to where it is too much, in the setting's own unit."""
_TOWARD: dict[str, tuple[Toward, Toward]] = {
    "aileron": ("left", "right"),
    "elevator": ("back", "forward"),
}

FlawKind = Literal[
    "tail gain",
    "governor",
    "centre",
    "gains",
    "tracking",
    "level",
    "centre of gravity",
    "dampers",
]


class Flaw(BaseModel):
    """One thing that is wrong. A setting flies well from ``low`` up to ``low`` plus its width;
    what is of the metal has none, and is wrong until it was put right. ``axis`` and ``toward`` say
    where it shows."""

    model_config = ConfigDict(frozen=True)

    kind: FlawKind
    low: Annotated[float, Field(allow_inf_nan=False)] | None = None
    axis: Axis | None = None
    toward: Toward | None = None
    mended: bool = False


def draw_flaws(setup: Setup, mode: ModeName, rng: np.random.Generator) -> tuple[Flaw, ...]:
    """Hide one to three flaws, each of another kind, that this setup can have; one helicopter in
    ten has none."""
    if rng.random() < 0.1:
        return ()
    can = [kind for kind in _HIDE if _now(setup, Flaw(kind=kind, axis="roll", toward="left"), mode)]
    count = min(int(rng.integers(1, 4)), len(can))
    chosen = rng.choice(len(can), size=count, replace=False)
    return tuple(_HIDE[can[int(n)]](setup, mode, rng) for n in chosen)


def fly(
    setup: Setup, flaws: tuple[Flaw, ...], mode: ModeName, rng: np.random.Generator
) -> tuple[Observation, ...]:
    """Fly, and say what a pilot notices of what there is to be seen."""
    shown = (_shows(setup, flaw, mode) for flaw in flaws)
    # Two flaws may look alike from the ground.
    there = dict.fromkeys(seen for seen in shown if seen is not None)
    return tuple(seen for seen in there if rng.random() >= MISSED)


def look_for_flaw(
    flaws: tuple[Flaw, ...], symptom: SymptomKey, rng: np.random.Generator
) -> tuple[bool, tuple[Flaw, ...]]:
    """Look at what a symptom names: whether something was found, and the flaws with that mended."""
    for n, flaw in enumerate(flaws):
        hides = not flaw.mended and _BY_LOOK.get(flaw.kind) == symptom
        if hides and rng.random() < FOUND:
            return True, _with(flaws, n)
    return False, flaws


def mend_on_bench(flaws: tuple[Flaw, ...], step: str) -> tuple[Flaw, ...]:
    """Measure a step of the bench anew: what it measures is put right."""
    for n, flaw in enumerate(flaws):
        if _BY_BENCH.get(flaw.kind) == step:
            flaws = _with(flaws, n)
    return flaws


_BY_LOOK: dict[FlawKind, SymptomKey] = {
    "level": "leans_in_climb",
    "centre of gravity": "nose_rises",
    "dampers": "cyclic_shakes",
}
_BY_BENCH: dict[FlawKind, str] = {"tracking": "zero_pitch", "level": "level"}


def _with(flaws: tuple[Flaw, ...], mended: int) -> tuple[Flaw, ...]:
    return tuple(
        flaw.model_copy(update={"mended": True}) if n == mended else flaw
        for n, flaw in enumerate(flaws)
    )


def _now(setup: Setup, flaw: Flaw, mode: ModeName) -> list[float]:
    """What stands in the setting a flaw is about: one figure, none where nobody wrote it down, and
    anything for what is of the metal."""
    function = "aileron" if flaw.toward in ("left", "right") else "elevator"
    path = {
        "tail gain": f"transmitter.modes.{mode}.tail_gain_pct",
        "governor": "drive.governor.gain",
        "centre": f"unit.centre_trim.{function}_pct",
        "gains": f"transmitter.modes.{mode}.cyclic_gains.{flaw.axis}.gain_pct",
    }.get(flaw.kind)
    if path is None:
        return [0.0]
    if flaw.kind == "governor" and (setup.drive is None or setup.drive.governor.place == "none"):
        return []
    value = list_values(setup).get(path)
    return [] if value is None else [abs(value) if flaw.kind == "tail gain" else float(value)]


def _shows(setup: Setup, flaw: Flaw, mode: ModeName) -> Observation | None:
    if flaw.low is None:
        key = _OF_THE_METAL[flaw.kind]
        return None if flaw.mended else Observation(key, mode, flaw.toward, flaw.axis)
    now = _now(setup, flaw, mode)
    if not now:
        return None
    too_little, too_much = now[0] < flaw.low, now[0] > flaw.low + _WIDE[flaw.kind]
    if not (too_little or too_much):
        return None
    if flaw.kind == "centre":
        # The model leans to where there is too much of it.
        less, more = _TOWARD["aileron" if flaw.toward in ("left", "right") else "elevator"]
        return Observation("drifts_in_rate", mode, more if too_much else less)
    little, much = _OF_A_SETTING[flaw.kind]
    return Observation(much if too_much else little, mode, axis=flaw.axis)


_OF_THE_METAL: dict[FlawKind, SymptomKey] = {"tracking": "tips_apart", **_BY_LOOK}
_OF_A_SETTING: dict[FlawKind, tuple[SymptomKey, SymptomKey]] = {
    "tail gain": ("tail_drifts", "tail_wags"),
    "governor": ("speed_falls", "speed_surges"),
    "gains": ("cyclic_lazy", "cyclic_shakes"),
}


def _hide_setting(kind: FlawKind, least: float, most: float) -> Callable[..., Flaw]:
    """Hide where a setting flies well: ``least`` to ``most`` beyond where it stands now."""

    def hide(setup: Setup, mode: ModeName, rng: np.random.Generator) -> Flaw:
        axis: Axis | None = None
        toward: Toward | None = None
        if kind == "gains":
            axis = "roll" if rng.random() < 0.5 else "pitch"
        if kind == "centre":
            toward = "left" if rng.random() < 0.5 else "back"
        bare = Flaw(kind=kind, axis=axis, toward=toward)
        now, off = _now(setup, bare, mode)[0], float(rng.uniform(least, most))
        low = now + off if rng.random() < 0.5 else now - off - _WIDE[kind]
        return bare.model_copy(update={"low": max(low, 0.0) if kind != "centre" else low})

    return hide


def _hide_metal(kind: FlawKind) -> Callable[..., Flaw]:
    def hide(setup: Setup, mode: ModeName, rng: np.random.Generator) -> Flaw:
        axis: Axis | None = None
        toward: Toward | None = None
        if kind == "dampers":
            axis = "roll" if rng.random() < 0.5 else "pitch"
        if kind == "level":
            ways: tuple[Toward, ...] = ("left", "right", "forward", "back")
            toward = ways[int(rng.integers(4))]
        return Flaw(kind=kind, axis=axis, toward=toward)

    return hide


_HIDE: dict[FlawKind, Callable[..., Flaw]] = {
    "tail gain": _hide_setting("tail gain", 2.0, 10.0),
    "governor": _hide_setting("governor", 0.3, 1.6),
    "centre": _hide_setting("centre", 0.2, 1.9),
    "gains": _hide_setting("gains", 1.0, 8.0),
    **{kind: _hide_metal(kind) for kind in _OF_THE_METAL},
}
