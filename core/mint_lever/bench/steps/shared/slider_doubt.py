"""The slider's look held against the folded blade's: which way the slider goes may be described
wrongly, and then a direction is turned round and round.

The blade's edge needs no description. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Mapping

from mint_lever.bench.engine.advice import Action
from mint_lever.bench.engine.readings import Readings
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change

_OUTWARD = "airframe.tail.plus_is_outward"
_LOOKS = (("tail_stick", "stick"), ("tail_stick", "hand"), ("tail_correction", "hand"))
_TURNED = (
    "transmitter.channels.rudder.reversed",
    "unit.tail.reversed",
    "unit.tail.gyro_reversed",
)
DOUBT = (
    "Turned once round, and still wrong: what the slider shows and how it is described do not go "
    "together. Go by the edge of a folded blade."
)
_ROUND = 2
"""So often turned round, and still wrong: one round."""


def slider_is_doubted(run: Readings) -> bool:
    """Whether, after one round of turning, what the slider shows contradicts the edge or itself."""
    if run.setup.airframe.tail is None or _turns(run) < _ROUND:
        return False
    slider, edge = _shown(run, "slider"), _shown(run, "edge")
    return any(len({*ways}) > 1 for ways in slider.values()) or _disagree(slider, edge)


def put_right(run: Readings) -> Action | None:
    """Give the act that writes down which way the slider goes, once an edge has shown it; None
    where none did, or the two agree."""
    tail = run.setup.airframe.tail
    if tail is None or not _disagree(_shown(run, "slider"), _shown(run, "edge")):
        return None
    way = "toward" if tail.plus_is_outward else "away from"
    return Action(
        key="note.slider",
        text=f"Write down that the slider moves {way} the boom for nose right.",
        expect="Looks at the slider then agree with the blade's edge; nothing is touched.",
        device="helicopter",
        changes=(Change(_OUTWARD, not tail.plus_is_outward),),
        learned=True,
    )


def _turns(run: Readings) -> int:
    return sum(
        1
        for event in run.events
        if event.step in ("tail_stick", "tail_correction") and set(event.changed) & set(_TURNED)
    )


def _disagree(slider: Mapping[str, list[bool]], edge: Mapping[str, list[bool]]) -> bool:
    return any(key in edge and ways[-1] != edge[key][-1] for key, ways in slider.items())


def _shown(run: Readings, by: str) -> dict[str, list[bool]]:
    """What looks by slider or by edge say of the metal, oldest first, of the stick and of a push by
    hand: whether it would be right with nothing turned round. The slider as described now."""
    tail = run.setup.airframe.tail
    looks = sorted(
        (
            (entry.sequence, key, entry)
            for step, key in _LOOKS
            for entry in run.all(step, key)
            if str(entry.value).startswith(by)
        ),
        key=lambda each: each[0],
    )
    found: dict[str, list[bool]] = {}
    for _, key, entry in looks:
        right = entry.value == "edge_right"
        if by == "slider" and tail is not None:
            right = (entry.value == "slider_out") == tail.plus_is_outward
        found.setdefault(key, []).append(right != _odd(entry.setup, key))
    return found


def _odd(setup: Setup, key: str) -> bool:
    box = setup.tail_box
    if key == "hand":
        return box.reversed != box.gyro_reversed
    return box.reversed != setup.transmitter.channels.rudder.reversed
