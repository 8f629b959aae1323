"""Rules about directions: what the chain itself shows going against the stick."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

from mint_lever.audit.finding import Audited, Finding
from mint_lever.audit.rule import rule
from mint_lever.devices.dials import SwashFunction, device_of, reverse_function, reverse_servo
from mint_lever.model.chain.motion_directions import find_directions
from mint_lever.modes.bench_mode import bench_mode
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change

_WRONG: dict[SwashFunction, str] = {
    "collective": "collective up gives less pitch",
    "aileron": "stick right tilts the swash left",
    "elevator": "stick forward tilts the swash back",
}
_WHY = "The model tips over or drops as it gets light on the skids."
_RESTS_ON = "the exact chain with the servos as they are written down to be mounted"
_ELSE = "If the model itself goes the right way, “All together” and “Tilts” write that down."


@rule(10)
def against_the_stick(at: Audited) -> Iterator[Finding]:
    """No function and no servo goes against the stick, by the chain as it is written down.

    Exact geometry. What was seen at the swash has the last word: the way the chain went when the
    model was seen to go right is the right one from then on.
    """
    setup = at.setup
    now = find_directions(at.chain, bench_mode(setup))
    turned = _servos_turned(now.balls, at.ways.get("balls"))
    if turned:
        known = len(turned) < len(now.balls)
        yield from (_servo(setup, servo, known) for servo in turned)
        return
    for function in _WRONG:
        seen = getattr(now, function)
        wanted = at.ways.get(function, (1,))
        # 0 is no clear movement: it goes neither way.
        if wanted and seen and seen == -wanted[0]:
            yield _function(setup, function)


def _servos_turned(balls: tuple[int, ...], right: tuple[int, ...] | None) -> list[int]:
    """The servos that work against the others. All of them together are a function's direction; of
    two against two, as long as nobody saw it right, all are named: nobody can say which."""
    if 0 in balls or (right is not None and len(right) != len(balls)):
        return []
    if right is not None:
        turned = [i for i, (now, was) in enumerate(zip(balls, right, strict=True)) if now != was]
        return turned if len(turned) < len(balls) else []
    most, count = Counter(balls).most_common(1)[0]
    if 2 * count == len(balls):
        return list(range(len(balls)))
    return [i for i, ball in enumerate(balls) if ball != most]


def _servo(setup: Setup, servo: int, known: bool) -> Finding:
    change = reverse_servo(setup, servo)
    device = device_of(setup)
    return Finding(
        severity="danger",
        path=change.path,
        found=f"by the chain, servo {servo + 1} works against {'the' if known else 'two'} others",
        why="With the collective up the swash tips instead of rising.",
        fix=f"Turn servo {servo + 1} round in the {device}. {_ELSE}"
        if known
        else "Look at the collective ball by ball: it shows which two are to be turned round.",
        device=device,
        rests_on=_RESTS_ON,
        changes=(change,) if known else (),
    )


def _function(setup: Setup, function: SwashFunction) -> Finding:
    unit = setup.mixing_unit
    change = reverse_function(setup, function)
    if unit is not None and getattr(unit.function_reversed, function):
        change = Change(f"unit.function_reversed.{function}", False)
    device = "unit" if change.path.startswith("unit.") else "transmitter"
    return Finding(
        severity="danger",
        path=change.path,
        found=f"by the chain, {_WRONG[function]}",
        why=_WHY,
        fix=f"Turn the {function} round in the {device}. {_ELSE}",
        device="unit" if device == "unit" else "transmitter",
        rests_on=_RESTS_ON,
        changes=(change,),
    )
