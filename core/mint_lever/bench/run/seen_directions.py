"""Which way the chain went when the model itself was seen to go right."""

from __future__ import annotations

from mint_lever.bench.engine.log import Entry
from mint_lever.bench.engine.readings import Readings
from mint_lever.model.chain.control_chain import build_chain
from mint_lever.model.chain.motion_directions import Direction, MotionDirections, find_directions
from mint_lever.modes.bench_mode import bench_mode
from mint_lever.setup.read_tracking import plain

Seen = dict[Direction, tuple[int, ...]]


def ways_seen(run: Readings) -> Seen:
    """Give the way of the chain at which the model was last seen to go right, as
    :class:`mint_lever.model.chain.motion_directions.MotionDirections` has it.

    Missing where nobody has looked: the chain then has to go with the stick, as far as the unit
    shows its commands to. Empty where a look was wrong, or the metal was worked on since.
    """
    newest: dict[Direction, tuple[Entry, bool]] = {}
    for entry in run.entries:
        rules = run.rules_of.get(entry.step)
        if rules is not None and rules.shows is not None:
            newest |= {of: (entry, right) for of, right in rules.shows(entry).items()}
    then: dict[int, MotionDirections] = {}
    found = _shown_by_the_unit(run)
    for direction, (entry, right) in newest.items():
        if not right or not _still_of_this_metal(run, entry):
            found[direction] = ()
            continue
        if id(entry.setup) not in then:
            then[id(entry.setup)] = _ways_then(run, entry)
        was = getattr(then[id(entry.setup)], direction)
        found[direction] = was if direction == "balls" else (was,)
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
            turned ^= getattr(run.setup.mixing_unit.display, function).reversed
            found[function] = (1 if (seen > 0) != turned else -1,)
    return found


def _ways_then(run: Readings, entry: Entry) -> MotionDirections:
    """The chain's ways for the devices as they were set then, on the metal as it is known now: what
    was learned since was so all along."""
    setup = entry.setup.model_copy(update={"airframe": plain(run.setup.airframe)})
    if setup.unit is not None and run.setup.unit is not None:
        shown = {"display": plain(run.setup.unit.display)}
        setup = setup.model_copy(update={"unit": setup.unit.model_copy(update=shown)})
    return find_directions(build_chain(setup), bench_mode(setup))


def _still_of_this_metal(run: Readings, entry: Entry) -> bool:
    """Whether no work by hand since may have turned a direction round."""
    if entry.setup.arrangement != run.setup.arrangement:
        return False
    looks = {name for name, rules in run.rules_of.items() if rules.shows and not rules.always_last}
    return not run.work_undoing(looks, entry.sequence)
