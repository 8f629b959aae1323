"""What stands on the bench sheet, in the order of work: the one source of its page and its print.

Every figure says what it is: measured, computed, entered, or left as delivered. What nobody read is
"not measured", never nothing.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Literal

from mint_lever.chain import Sticks, evaluate
from mint_lever.records.keying import KeyingLine, device_lines
from mint_lever.run.advice import Number, Ruler
from mint_lever.run.log import Held
from mint_lever.run.run import BenchRun
from mint_lever.run.said import answer_said
from mint_lever.run.step import Step
from mint_lever.run.words import degrees
from mint_lever.setup.about import Device
from mint_lever.setup.airframe import LAYOUT_WORDS
from mint_lever.setup.by_default import by_default
from mint_lever.setup.catalogue import catalogue, row_of
from mint_lever.setup.leaves import leaves
from mint_lever.setup.modes import MODE_WORDS, ModeName
from mint_lever.setup.said import plainly, value_said

Mark = Literal["measured", "computed", "entered", "default", "not measured"]
NOT_MEASURED = "not measured"
_DEVICES: tuple[Device, ...] = ("transmitter", "unit", "speed controller")
_FULL = Sticks.at(collective=[-100.0, 0.0, 100.0])


@dataclass(frozen=True)
class Figure:
    """One line: a value in words with its ``unit``, and what kind of figure it is. ``note`` is what
    belongs beside it: a band, a verdict, that it is still to be keyed in. Lines of one ``group``
    stand together."""

    label: str
    value: str
    unit: str
    mark: Mark
    note: str = ""
    group: str = ""


@dataclass(frozen=True)
class Section:
    """A part of the sheet."""

    title: str
    figures: tuple[Figure, ...]


@dataclass(frozen=True)
class Saved:
    """Which setup it is: ``revision`` and ``day`` of the revision, None for a draft; whether it is
    fit to fly, and every reason why not."""

    revision: int | None
    day: str | None
    fit: bool
    withheld: tuple[str, ...]


@dataclass(frozen=True)
class Sheet:
    """A helicopter's bench sheet. ``head`` are its lines of heading, ``open_steps`` what is left to
    do, the next first."""

    name: str
    head: tuple[str, ...]
    sections: tuple[Section, ...]
    open_steps: tuple[str, ...]


def bench_sheet(run: BenchRun, saved: Saved, held: Iterable[Held] = ()) -> Sheet:
    """Put a real helicopter's sheet together; ``held`` is what its devices were said to hold."""
    setup = run.setup
    lines = device_lines(setup, held, run.devices)
    keyed = [_keyed(run, device, lines) for device in _DEVICES]
    sections = (
        *keyed,
        Section("Metal", tuple(_metal(run, tail=False))),
        Section("Readings", tuple(_readings(run))),
        Section("Directions and fail-safe", tuple(_directions(run))),
        Section("Tail", tuple(_metal(run, tail=True))),
        Section("Modes at the blade", tuple(_modes(run))),
    )
    return Sheet(
        name=setup.name,
        head=tuple(_head(run, saved)),
        sections=tuple(each for each in sections if each.figures),
        open_steps=tuple(_open_steps(run)),
    )


def _head(run: BenchRun, saved: Saved) -> Iterator[str]:
    if saved.revision is None:
        yield "Draft, not saved as a revision"
    else:
        yield f"Revision {saved.revision}, {saved.day}"
    airframe = run.setup.airframe
    turns = airframe.head.rotation.replace("_", " ")
    yield (
        f"{run.setup.arranged.words}, {LAYOUT_WORDS[airframe.swash.layout]}, "
        f"rotor turns {turns}, {airframe.head.blades} blades"
    )
    yield "Fit to fly" if saved.fit else "Not fit to fly"
    yield from saved.withheld


def _keyed(run: BenchRun, device: Device, lines: Iterable[KeyingLine]) -> Section:
    return Section(
        f"To key into the {device}",
        tuple(
            Figure(
                label=line.name,
                value=line.after,
                unit=line.unit,
                mark="default" if all(by_default(run.setup, p) for p in line.paths) else "entered",
                note=_to_key(line),
            )
            for line in lines
            if line.device == device
        ),
    )


def _to_key(line: KeyingLine) -> str:
    own = f"{line.called}: {line.shown_after} {line.shown_unit}".strip() if line.called else ""
    todo = f"still to be keyed in, was {line.before}" if line.open else ""
    return "; ".join(each for each in (own, todo) if each)


def _metal(run: BenchRun, tail: bool) -> Iterator[Figure]:
    place = {row.path: n for n, row in enumerate(catalogue())}
    document = run.setup.as_document()
    found = []
    for path, value in leaves(document["airframe"], "airframe"):
        row = row_of(path)
        if row is not None and path.startswith("airframe.tail.") == tail:
            found.append((place[row.path], path, row, value))
    for _, path, row, value in sorted(found, key=lambda each: each[:2]):
        mark: Mark = "default" if by_default(run.setup, path) else "entered"
        yield Figure(row.name(path), value_said(row, value), row.unit, mark)


def _readings(run: BenchRun) -> Iterator[Figure]:
    """Every figure that is asked for, read or not."""
    for step in run.steps:
        rulers = run.advice(step.name).rulers
        for ask in run.questions(step.name):
            if isinstance(ask, Number) and not ask.optional:
                yield _reading(run, step, ask, rulers)


def _reading(run: BenchRun, step: Step, ask: Number, rulers: Iterable[Ruler]) -> Figure:
    mean = run.mean(step.name, ask.key)
    if mean is None:
        return Figure(ask.label, NOT_MEASURED, "", "not measured", group=step.title)
    taken = {entry.sequence for entry in run.counted(step.name, ask.key)}
    # The ruler on which its readings stand has its band.
    on = (ruler for ruler in rulers if taken & {mark.sequence for mark in ruler.marks})
    said = (next((_band(ruler) for ruler in on), ""), ask.word or "")
    note = ": ".join(each for each in said if each)
    return Figure(ask.label, plainly(round(mean, 2)), ask.unit, "measured", note, group=step.title)


def _band(ruler: Ruler) -> str:
    low, high = (plainly(each) for each in (ruler.band.low, ruler.band.high))
    return f"wanted {low} to {high}"


def _directions(run: BenchRun) -> Iterator[Figure]:
    for ask in run.questions("final_directions"):
        answer = run.answer("final_directions", ask.key)
        if answer is None:
            yield Figure(ask.label, NOT_MEASURED, "", "not measured")
        else:
            yield Figure(ask.label, answer_said(ask, answer), "", "measured")


def _modes(run: BenchRun) -> Iterator[Figure]:
    for name in run.setup.transmitter.modes.names():
        words = MODE_WORDS[name]
        yield Figure(
            f"{words}, collective low, middle and high",
            " · ".join(_collective(run, name)),
            "",
            "computed",
        )
        speed = getattr(run.setup.transmitter.modes, name).head_speed_rpm
        if speed is not None:
            yield Figure(f"{words}, head speed", plainly(speed), "rpm", "entered")


def _collective(run: BenchRun, name: ModeName) -> list[str]:
    found = evaluate(run.chain, _FULL, mode=name)
    return [
        degrees(float(pitch)) if reached else "not reached"
        for pitch, reached in zip(found.head.collective_deg, found.reachable, strict=True)
    ]


def _open_steps(run: BenchRun) -> Iterator[str]:
    following = run.next_step()
    left = [each for each in run.standings if each.state not in ("good", "workable")]
    for standing in sorted(left, key=lambda each: each.step.name != following):
        because = f": {', '.join(standing.because)}" if standing.because else ""
        yield f"{standing.step.label} {standing.step.title}, {standing.state}{because}"
