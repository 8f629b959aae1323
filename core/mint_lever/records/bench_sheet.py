"""What stands on the bench sheet, in the order of work: one source of its page and its print."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from itertools import groupby

from mint_lever.bench.engine.advice import Number, Ruler
from mint_lever.bench.engine.log import Entry, HeldSetting
from mint_lever.bench.engine.step import Step
from mint_lever.bench.run.bench_run import BenchRun, Standing
from mint_lever.bench.run.fitness import withheld_by_steps
from mint_lever.bench.wording.answer_text import write_answer
from mint_lever.bench.wording.number_text import degrees
from mint_lever.model.chain import Sticks, evaluate_pose
from mint_lever.records.curve_drawing import drawn_curves
from mint_lever.records.drawing import Drawing
from mint_lever.records.keying_list import NEVER_SAID, KeyingLine, list_device_lines
from mint_lever.records.mode_speeds import speed_figures
from mint_lever.records.paper import (
    NOT_MEASURED,
    Figure,
    FigureSource,
    Paper,
    SavedState,
    Section,
    group_by_holder,
    grouped,
)
from mint_lever.records.ruler_drawing import drawn_ruler
from mint_lever.records.swash_drawing import drawn_swash
from mint_lever.setup.catalogue.default_values import is_default
from mint_lever.setup.catalogue.setting_rows import find_row, list_rows
from mint_lever.setup.catalogue.value_text import plainly, write_unit, write_value
from mint_lever.setup.parts.airframe import LAYOUT_WORDS
from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName
from mint_lever.setup.plain_values import walk_values
from mint_lever.setup.setting_description import Device

_DEVICES: tuple[Device, ...] = ("transmitter", "unit", "speed controller")
_FULL = Sticks.at(collective=[-100.0, 0.0, 100.0])


def make_bench_sheet(
    run: BenchRun,
    saved: SavedState,
    held: Iterable[HeldSetting] = (),
    days: Mapping[int, str] | None = None,
) -> Paper:
    """Put a real helicopter's sheet together; ``held`` is what its devices were said to hold,
    ``days`` are those on which readings were taken, by their sequence."""
    days = days or {}
    setup = run.setup
    lines = list_device_lines(setup, held, run.devices)
    sections = (
        *(_keyed(run, device, lines) for device in _DEVICES),
        Section("Wanted, and by which school", tuple(_settings(run, _is_wanted))),
        Section(
            "Metal", group_by_holder(_settings(run, _is_metal)), drawings=(drawn_swash(setup),)
        ),
        Section("Readings", tuple(_readings(run, days))),
        Section("Directions and fail-safe", tuple(_directions(run, days))),
        Section("Tail", group_by_holder(_settings(run, _is_tail))),
        Section("Head speed", tuple(speed_figures(run.chain))),
        Section("Modes at the blade", tuple(_modes(run)), drawings=tuple(_curves(run))),
        Section("Open and stale, the next first", lines=tuple(_open_steps(run))),
        Section("Why it is not fit to fly", lines=tuple(_why_not(run, saved))),
    )
    return Paper(
        title="Bench sheet",
        name=setup.name,
        draft=saved.revision is None,
        fit=saved.fit,
        fitness=saved.fitness if saved.fit else f"{saved.fitness}: why stands at the end",
        head=tuple(_head(run, saved, lines)),
        sections=tuple(each for each in sections if not each.empty),
    )


def _head(run: BenchRun, saved: SavedState, lines: Iterable[KeyingLine]) -> Iterator[str]:
    yield saved.said
    airframe = run.setup.airframe
    turns = airframe.head.rotation.replace("_", " ")
    yield (
        f"{run.setup.arranged.words}, {LAYOUT_WORDS[airframe.swash.layout]}, "
        f"rotor turns {turns}, {airframe.head.blades} blades"
    )
    todo = sum(line.open for line in lines)
    if todo:
        yield f"Settings still to be keyed in: {todo}. The model is not what this sheet shows"


def _keyed(run: BenchRun, device: Device, lines: Iterable[KeyingLine]) -> Section:
    figures = (
        Figure(
            label=line.name,
            value=line.after,
            unit=write_unit(line.unit),
            mark="default" if all(is_default(run.setup, p) for p in line.paths) else "entered",
            note=_to_key(line),
        )
        for line in lines
        if line.device == device
    )
    return Section(f"To key into the {device}", group_by_holder(figures))


def _to_key(line: KeyingLine) -> str:
    own = f"{line.called}: {line.shown_after} {line.shown_unit}".strip() if line.called else ""
    todo = ""
    if line.open:
        todo = "to key in" if line.before == NEVER_SAID else f"to key in, was {line.before}"
    return "; ".join(each for each in (own, todo) if each)


def _is_wanted(path: str) -> bool:
    return path.startswith("targets.")


def _is_tail(path: str) -> bool:
    return path.startswith("airframe.tail.")


def _is_metal(path: str) -> bool:
    return path.startswith("airframe.") and not _is_tail(path)


def _settings(run: BenchRun, wanted: Callable[[str], bool]) -> Iterator[Figure]:
    """The settings whose path is ``wanted``, in the catalogue's order."""
    place = {row.path: n for n, row in enumerate(list_rows())}
    found = []
    for path, value in walk_values(run.setup.as_document()):
        row = find_row(path) if wanted(path) else None
        if row is not None:
            found.append((place[row.path], path, row, value))
    for _, path, row, value in sorted(found, key=lambda each: each[:2]):
        mark: FigureSource = "default" if is_default(run.setup, path) else "entered"
        yield Figure(row.name(path), write_value(row, value), write_unit(row.unit), mark)


def _readings(run: BenchRun, days: Mapping[int, str]) -> Iterator[Figure]:
    """Every figure that is asked for, read or not, under its step and the day it was read."""
    for step in run.steps:
        rulers = run.advice(step.name).rulers
        for ask in run.questions(step.name):
            if isinstance(ask, Number) and not ask.optional:
                day = _newest_day(run.counted(step.name, ask.key), days)
                yield from grouped(
                    ", ".join(each for each in (step.title, day) if each),
                    _reading(run, step, ask, rulers),
                )


def _reading(run: BenchRun, step: Step, ask: Number, rulers: Iterable[Ruler]) -> Figure:
    mean = run.mean(step.name, ask.key)
    if mean is None:
        return Figure(ask.label, NOT_MEASURED, "", "not measured")
    taken = {entry.sequence for entry in run.counted(step.name, ask.key)}
    # The ruler on which its readings stand has its band.
    on = (ruler for ruler in rulers if taken & {mark.sequence for mark in ruler.marks})
    ruler = next(on, None)
    said = ("" if ruler is None else _band(ruler), ask.word or "")
    note = ": ".join(each for each in said if each)
    return Figure(
        label=ask.label,
        value=plainly(round(mean, 2)),
        unit=write_unit(ask.unit),
        mark="measured",
        note=note,
        ruler=None if ruler is None else drawn_ruler(ask.label, ruler.band, mean, note),
    )


def _band(ruler: Ruler) -> str:
    low, high = (plainly(each) for each in (ruler.band.low, ruler.band.high))
    return f"wanted {low} to {high}"


def _newest_day(entries: Sequence[Entry], days: Mapping[int, str]) -> str:
    """The day of the newest of them; nothing where none is known."""
    return days.get(max((entry.sequence for entry in entries), default=-1), "")


def _directions(run: BenchRun, days: Mapping[int, str]) -> Iterator[Figure]:
    for ask in run.questions("final_directions"):
        answer = run.answer("final_directions", ask.key)
        if answer is None:
            yield Figure(ask.label, NOT_MEASURED, "", "not measured")
        else:
            day = _newest_day(run.held("final_directions", ask.key), days)
            yield Figure(ask.label, write_answer(ask, answer), "", "measured", group=day)


def _modes(run: BenchRun) -> Iterator[Figure]:
    for name in run.setup.transmitter.modes.names():
        yield Figure(
            f"{MODE_WORDS[name]}, collective low, middle and high",
            " · ".join(_collective(run, name)),
            "",
            "computed",
        )


def _collective(run: BenchRun, name: ModeName) -> list[str]:
    found = evaluate_pose(run.chain, _FULL, mode=name)
    return [
        degrees(float(pitch)) if reached else "not reached"
        for pitch, reached in zip(found.head.collective_deg, found.reachable, strict=True)
    ]


def _curves(run: BenchRun) -> Iterator[Drawing]:
    for name in run.setup.transmitter.modes.names():
        yield from drawn_curves(run.chain.mode(name), name)


def _open_steps(run: BenchRun) -> Iterator[str]:
    """What is not done: the next step first, and those after each other that stand alike for the
    same reason in one line: a bare bench has dozens."""
    following = run.next_step()
    left = [each for each in run.standings if each.state not in ("good", "workable")]
    left.sort(key=lambda each: each.step.name != following)

    def stands(standing: Standing) -> tuple[bool, str, tuple[str, ...]]:
        return standing.step.name == following, standing.state, tuple(standing.because)

    for (leads, state, because), those in groupby(left, key=stands):
        said = ", ".join((*(("next",) if leads else ()), state, *because))
        # A number is not parted from its step where the line is broken.
        steps = (f"{each.step.label}\u00a0{each.step.title}" for each in those)
        yield f"{said}: {' · '.join(steps)}"


def _why_not(run: BenchRun, saved: SavedState) -> Iterator[str]:
    """What is against flying it; steps stand in the list of what is open, and are counted here."""
    steps = set(withheld_by_steps(run))
    named = [each for each in saved.withheld if each in steps]
    if named:
        yield f"Steps that are not done, in the list above: {len(named)}"
    yield from (each for each in saved.withheld if each not in steps)
