"""The field card: what a pilot needs standing beside the model, on one folded page."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from mint_lever.bench.engine.log import read_setting
from mint_lever.bench.run.bench_run import BenchRun
from mint_lever.field.advice.advice_text import FieldWords
from mint_lever.field.symptoms.symptom import Symptom, SymptomKey
from mint_lever.field.symptoms.symptom_registry import SYMPTOMS
from mint_lever.modes.measured_speeds import write_unmeasured_speeds
from mint_lever.records.mode_speeds import hover_stick
from mint_lever.records.paper import Figure, FigureSource, Paper, SavedState, Section, grouped
from mint_lever.setup.catalogue.default_values import is_default
from mint_lever.setup.catalogue.setting_rows import find_row, name_path
from mint_lever.setup.catalogue.value_text import NOT_SET, plainly, write_unit, write_value
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName

_WITHHELD = 3
_SYMPTOMS = 6
"""So many stand on the card, the likely ones first; the whole list is on the page of the field."""
_TRIMS = (
    *(f"transmitter.channels.{name}.trim_pct" for name in ("aileron", "elevator", "rudder")),
    *(f"unit.centre_trim.{name}_pct" for name in ("aileron", "elevator")),
)


def make_field_card(
    run: BenchRun,
    saved: SavedState,
    to_key_in: int,
    following: FieldWords | None,
    likely: Sequence[SymptomKey],
) -> Paper:
    """Put a real helicopter's card together. ``to_key_in`` counts the settings that its devices
    were not said to hold; ``following`` is the field's next thing, None while nothing was
    flown; ``likely`` has the symptoms, the likely ones first."""
    sections = (
        Section("Final list", lines=tuple(_final(run)), ticks=True),
        Section("Before take-off", lines=tuple(_cautions(run))),
        Section("Modes", tuple(_modes(run))),
        Section("Trims", tuple(_trims(run))),
        Section("Next", lines=tuple(_next(following))),
        Section("If you see", lines=tuple(_seen(SYMPTOMS[key]) for key in likely[:_SYMPTOMS])),
    )
    return Paper(
        title="Field card",
        name=run.setup.name,
        draft=saved.revision is None,
        fit=saved.fit,
        fitness=saved.fitness,
        head=tuple(_head(run.setup, saved, to_key_in)),
        sections=tuple(each for each in sections if not each.empty),
    )


def _head(setup: Setup, saved: SavedState, to_key_in: int) -> Iterator[str]:
    yield saved.said
    yield from saved.withheld[:_WITHHELD]
    more = len(saved.withheld) - _WITHHELD
    if more > 0:
        yield f"and {more} more, on the bench sheet"
    if to_key_in:
        yield f"Settings still to be keyed in: {to_key_in}"
    if speeds := write_unmeasured_speeds(setup):
        yield speeds


def _final(run: BenchRun) -> Iterator[str]:
    for ask in run.questions("final_directions"):
        yield ask.label


def _cautions(run: BenchRun) -> Iterator[str]:
    for name in ("make_safe", "final_directions"):
        yield from run.step(name).cautions


def _modes(run: BenchRun) -> Iterator[Figure]:
    for name in run.setup.transmitter.modes.names():
        yield from grouped(MODE_WORDS[name], *_of_a_mode(run, name))


def _of_a_mode(run: BenchRun, name: ModeName) -> Iterator[Figure]:
    mode, at = run.chain.mode(name), f"transmitter.modes.{name}"
    if name != "hold":
        yield _setting(run, f"{at}.head_speed_rpm", "Head speed")
    yield _setting(run, f"{at}.tail_gain_pct", "Tail gain")
    for label, curve, points in (
        ("Pitch curve", "pitch_curve", mode.pitch_curve),
        ("Throttle curve", "throttle_curve", mode.throttle_curve),
    ):
        paths = [f"{at}.{curve}.{n}" for n in range(len(points))]
        mark: FigureSource = (
            "default" if all(is_default(run.setup, p) for p in paths) else "entered"
        )
        yield Figure(label, " · ".join(plainly(each) for each in points), "%", mark)
    if name != "hold":
        yield hover_stick(run.chain, name)


def _trims(run: BenchRun) -> Iterator[Figure]:
    for path in _TRIMS:
        if read_setting(run.setup.as_document(), path) is not None:
            yield _setting(run, path, name_path(path))


def _setting(run: BenchRun, path: str, label: str) -> Figure:
    row, value = find_row(path), read_setting(run.setup.as_document(), path)
    if row is None or value is None:
        return Figure(label, NOT_SET, "", "default")
    mark: FigureSource = "default" if is_default(run.setup, path) else "entered"
    return Figure(label, write_value(row, value), write_unit(row.unit), mark)


def _next(words: FieldWords | None) -> Iterator[str]:
    if words is None:
        yield "Nothing was flown yet."
        return
    if words.unproved:
        yield words.unproved
    yield words.headline
    yield from words.confirm
    yield from words.look
    if words.setting:
        unit = f" {write_unit(words.unit)}" if words.unit else ""
        yield f"{words.device}, {words.setting}: {words.old} → {words.new}{unit}"
    if words.first:
        yield f"First: {words.first}"
    if words.wrong_if:
        yield f"It was the wrong idea if {words.wrong_if}."


def _seen(symptom: Symptom) -> str:
    danger = " Land. Do not fly again before it is found." if symptom.danger else ""
    look = f" Look first: {symptom.look[0]}" if symptom.look else ""
    return f"{symptom.seen}: {symptom.likely}{danger}{look}"
