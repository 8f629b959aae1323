"""Fitness to fly: said of a saved revision, of a model on which nothing is left unasked."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

from mint_lever.bench.engine.change_effects import changed_paths
from mint_lever.bench.run.bench_audit import list_grounding_findings
from mint_lever.bench.run.bench_run import BenchRun
from mint_lever.setup.catalogue.setting_rows import find_row
from mint_lever.setup.document import Setup

_NAMED = 3
"""Changes named when a step is stale; more are counted."""


@dataclass(frozen=True)
class Fitness:
    """Whether the helicopter may be called fit to fly, and every reason why not.

    ``saved`` is the place, among the saved setups that were handed in, of the one that is meant.
    ``to_save``: saving the setup is all that is missing.
    """

    fit: bool
    withheld: tuple[str, ...]
    saved: int | None = None
    to_save: bool = False


def judge_fitness(
    run: BenchRun,
    saved: Iterable[Setup] | None,
    to_key_in: Callable[[], Sequence[str]] = tuple,
) -> Fitness:
    """Judge fitness to fly.

    Every step is good or workable and none of it stale; nothing in the audit forbids it; and one of
    the ``saved`` setups is what is on the bench in all that does anything. What only records or
    judges withdraws nothing. Any other change undoes the final list, on which the model is tipped
    for its corrections once more: a crash in the first second hangs on it. ``to_key_in`` gives the
    names of the settings that the pilot never said a device holds as they are: with one of them the
    helicopter is not what the papers show. ``saved`` None: a practice model, of which nothing is
    ever saved or keyed in. Both are asked for no further than needed.
    """
    withheld = [*withheld_by_steps(run), *_of_the_audit(run)]
    if not withheld and saved is not None:
        withheld += _of_the_devices(to_key_in())
    if withheld or saved is None:
        return Fitness(not withheld, tuple(withheld))
    for place, setup in enumerate(saved):
        if does_the_same(setup, run.setup):
            return Fitness(True, (), saved=place)
    return Fitness(False, ("no saved revision is what is on the bench now",), to_save=True)


def does_the_same(one: Setup, other: Setup) -> bool:
    """Whether two setups are the same in all that does anything."""
    return all(
        (row := find_row(path)) is not None and row.about.record
        for path in changed_paths(one, other)
    )


def is_only_last_stale(run: BenchRun) -> bool:
    """Whether nothing that was done is stale, but for the final list, which every change undoes,
    and for what is asked again at each power-up."""
    return not any(
        each.state == "stale" and not (each.step.always_last or each.step.every_power_up)
        for each in run.standings
    )


def withheld_by_steps(run: BenchRun) -> list[str]:
    """What every step that is not done says against flying, in the order of the bench."""
    withheld = []
    for standing in run.standings:
        title = standing.step.title.lower()
        if standing.state == "stale":
            withheld.append(f"{title}: changed since it was done: {_said(standing.because)}")
        elif standing.state not in ("good", "workable"):
            withheld.append(f"{title}: {standing.state}")
    return withheld


def _of_the_audit(run: BenchRun) -> list[str]:
    return [
        f"{'danger' if each.severity == 'danger' else 'not set'}: {each.found}"
        for each in list_grounding_findings(run)
    ]


def _of_the_devices(names: Sequence[str]) -> list[str]:
    if not names:
        return []
    settings = "setting is" if len(names) == 1 else "settings are"
    return [f"{len(names)} {settings} not keyed in: {_said(names)}"]


def _said(because: Sequence[str]) -> str:
    named = [words[:1].lower() + words[1:] for words in because[:_NAMED]]
    more = len(because) - len(named)
    return ", ".join(named) + (f" and {more} more" if more > 0 else "")
