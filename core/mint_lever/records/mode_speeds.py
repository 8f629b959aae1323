"""Each mode's head speed on paper: asked for, measured, and what it comes to."""

from __future__ import annotations

from collections.abc import Iterator

from mint_lever.model.chain import Chain
from mint_lever.model.rotor.air import SEA_LEVEL_C
from mint_lever.modes.hover_report import hover_report
from mint_lever.modes.mode_hover import find_hover
from mint_lever.records.paper import Figure, FigureSource, grouped
from mint_lever.setup.catalogue.value_text import NOT_SET, plainly
from mint_lever.setup.parts.flight_findings import MEASURED_BY
from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName

_HOVER_BY = {
    "air": "by the hover that was flown",
    "paper": "on paper, nothing was flown",
    "typed": "by the hover pitch that was typed",
}


def speed_figures(chain: Chain) -> Iterator[Figure]:
    """Give the head speed of every mode that turns the rotor, and what follows from it."""
    for name in chain.setup.transmitter.modes.names():
        if name != "hold":
            yield from grouped(MODE_WORDS[name], *_of_a_mode(chain, name))


def hover_stick(chain: Chain, name: ModeName) -> Figure:
    """Give where a mode hovers, in percent of stick, and by what that is known."""
    found = find_hover(chain, name)
    label = "Stick in the hover"
    mark: FigureSource = "computed"
    note = f"{plainly(round(found.pitch_deg, 1))}°, {_HOVER_BY[found.by]}"
    if found.stick_pct is None:
        return Figure(label, "not reached", "", mark, note)
    return Figure(label, plainly(round(found.stick_pct)), "%", mark, note)


def _of_a_mode(chain: Chain, name: ModeName) -> Iterator[Figure]:
    rpm = chain.mode(name).head_speed_rpm
    if rpm is None:
        yield Figure("Head speed", NOT_SET, "", "default")
    else:
        yield Figure("Head speed", plainly(rpm), "rpm", "entered")
    for each in () if chain.setup.flown is None else chain.setup.flown.speeds:
        if each.mode == name:
            by = "not said by what" if each.by is None else f"by {MEASURED_BY[each.by]}"
            note = f"{by}, on {each.date}"
            yield Figure("Head speed at a spool-up", plainly(each.rpm), "rpm", "measured", note)
    yield hover_stick(chain, name)
    if rpm is not None:
        yield from _turning(chain, name, rpm)


def _turning(chain: Chain, name: ModeName, rpm: float) -> Iterator[Figure]:
    report, tail = hover_report(chain, name, rpm, 0.0, SEA_LEVEL_C), chain.setup.airframe.tail
    tip, energy = report["tip_speed_m_s"], report["energy_j"]
    if tip is not None:
        yield Figure("Tip speed", plainly(round(tip)), "m/s", "computed")
    if tail is not None and tail.turns_per_head_turn is not None:
        tail_rpm = rpm * tail.turns_per_head_turn
        yield Figure("Tail speed", plainly(round(tail_rpm)), "rpm", "computed")
    if energy is not None:
        yield Figure("Energy in the blades", plainly(round(energy)), "J", "computed")
