"""Which way the chain went when the model itself was seen to go right."""

from __future__ import annotations

from mint_lever.chain.ways import ways
from mint_lever.modes.on_the_bench import bench_mode
from mint_lever.run.log import Entry
from mint_lever.run.readings import Direction, Readings, chain_of
from mint_lever.run.touched import touches_of_work

Seen = dict[Direction, tuple[int, ...]]


def ways_seen(run: Readings) -> Seen:
    """Give the way of the chain (as :class:`mint_lever.chain.ways.Ways` has it) at which the model
    was last seen to go right.

    Missing where nobody has looked: the chain then has to go with the stick, as far as the unit
    shows its commands to. Empty where a look was wrong, or the metal was worked on since.
    """
    found = _shown_by_the_unit(run)
    for entry in run.entries:
        rules = run.rules_of.get(entry.step)
        shown = rules.shows(entry) if rules is not None and rules.shows is not None else {}
        for direction, right in shown.items():
            found[direction] = _way_then(run, entry, direction) if right else ()
    return found


def _shown_by_the_unit(run: Readings) -> Seen:
    if run.setup.mixing_unit is None:
        return {}
    found: Seen = {}
    functions: tuple[Direction, ...] = ("collective", "aileron", "elevator")
    for function in functions:
        seen = run.mean("arrival", f"{function}.high")
        if seen:
            turned = getattr(run.setup.transmitter.channels, function).reversed
            found[function] = (1 if (seen > 0) != turned else -1,)
    return found


def _way_then(run: Readings, entry: Entry, direction: Direction) -> tuple[int, ...]:
    """The chain's way for the devices as they were set then, on the metal as it is known now: what
    was learned since was so all along."""
    if entry.setup.arrangement != run.setup.arrangement or _worked_on(run, entry):
        return ()
    then = chain_of(entry.setup.model_copy(update={"airframe": run.setup.airframe}))
    was = getattr(ways(then, bench_mode(entry.setup)), direction)
    return tuple(was) if direction == "balls" else (was,)


def _worked_on(run: Readings, entry: Entry) -> bool:
    """Whether work by hand since may have turned a direction round."""
    looks = {name for name, rules in run.rules_of.items() if rules.shows and not rules.always_last}
    return any(
        looks & run.graph.undone_by(touches_of_work(aspect, run.setup.arrangement))
        for event in run.by_hand
        if event.sequence > entry.sequence
        for aspect in event.aspects
    )
