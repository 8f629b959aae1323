"""Rules about which control works what."""

from __future__ import annotations

from collections.abc import Iterator

from mint_lever.audit.finding import Audited, Finding
from mint_lever.audit.rule import rule
from mint_lever.setup.parts.transmitter import Transmitter

_TAKES = {
    "tail_gain": "the tail gain",
    "governor": "the governor",
    "settings": "the unit's set of settings",
    "other": "a channel of the unit",
}


@rule(490)
def hold_works_more_than_hold(at: Audited) -> Iterator[Finding]:
    """The switch of throttle hold does nothing besides it, or the pilot knows. From memory.

    The switch of the flight modes often does more, on purpose: gains and rates go by the mode.
    """
    transmitter = at.setup.transmitter
    hold = transmitter.controls.throttle_hold.strip()
    others = [
        (words, path)
        for switch, words, path in _jobs(transmitter)
        if hold and switch.strip().casefold() == hold.casefold()
    ]
    if others:
        names = dict.fromkeys(words for words, _ in others)
        yield Finding(
            severity="look",
            path=others[0][1],
            found=f"switch {hold} works throttle hold and {' and '.join(names)}",
            why="The hand that stops the motor changes how the model answers in the same moment.",
            fix="Put one of them on a switch of its own, unless it is meant so.",
            device="transmitter",
            rests_on="the switches as they are written down",
        )


def _jobs(transmitter: Transmitter) -> list[tuple[str, str, str]]:
    """What switches work besides flight modes and hold: the switch, what it works, the path."""
    return [
        *(
            (each.switch, f"the {each.function}'s rate", f"transmitter.rate_sets.{n}.switch")
            for n, each in enumerate(transmitter.rate_sets)
        ),
        *(
            (each.switch, _TAKES[each.listens_for], f"transmitter.switches.{n}.switch")
            for n, each in enumerate(transmitter.switches)
        ),
    ]
