"""The field's advice as a pilot reads it, standing beside the model."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Annotated

from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.run.bench_run import BenchRun
from mint_lever.devices import OnDevice, write_on_devices
from mint_lever.field.advice.next_thing import FieldAdvice
from mint_lever.field.advice.setting_move import Move, find_figure_row
from mint_lever.field.advice.supporting_evidence import known_beside
from mint_lever.field.flights.log_evidence import LogEvidence
from mint_lever.field.flights.observation import Observation
from mint_lever.field.symptoms.symptom import BEGINNER_STOPS_AFTER, RUNGS
from mint_lever.field.symptoms.symptom_registry import SYMPTOMS
from mint_lever.setup.catalogue.setting_rows import name_path
from mint_lever.setup.catalogue.value_text import plainly, write_value
from mint_lever.setup.device_of_setting import find_device
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import MODE_WORDS
from mint_lever.setup.setting_description import Device
from mint_lever.sources import PRACTICE

_TOWARD = {
    "left": "to the left",
    "right": "to the right",
    "forward": "forward",
    "back": "to the back",
}
_AXIS = {"roll": "in roll", "pitch": "in pitch"}
_TASTE = "Taste, not a fault."
_FLY = "Fly it as it is: one change a flight, and now there is none."
_CONFIRM = "Fly it again as it is, and look for it"
_MADE = "One change is made: fly it"
_HANDS: Annotated[tuple[str, str, str, str, str, str], PRACTICE] = (
    "Links and balls: play, cracked cups.",
    "Blade bolts and grips, alike and not loose.",
    "Dampers, the head moved by hand.",
    "Feathering shaft and main shaft, turned by hand: bent?",
    "Bearings and gears, turned slowly: rough?",
    "Each servo's gear, its horn held.",
)
"""What is worn, bent or loose, the cheapest to look at first."""
_WHY = {
    "it helped": "The last step made it smaller, and nothing else is left: one more the same way.",
    "all else was tried": "It was said once to make it worse. Everything else was tried since.",
}
_CLEAN = "Nothing is left to change. This is how it flies."


@dataclass(frozen=True)
class FieldWords:
    """What is said of the next thing: ``headline`` in one line, ``likely`` what it most likely is.

    ``look`` is for hands, before any setting. ``device`` holds the setting, ``old`` and ``new`` are
    its values in words with their ``unit``; ``on_devices`` says the new one as the helicopter's
    own devices show it. ``opens`` are the steps of the bench it undoes, by name and title.
    ``later`` are the symptoms whose turn comes after this one. ``known`` is what log, bench, drive
    and audit say of it beside. ``confirm`` is to be looked for in the next flight. ``unproved`` is
    what the bench has not proved of this model; it is said before all else.
    """

    headline: str
    likely: str = ""
    look: tuple[str, ...] = ()
    device: Device | None = None
    setting: str = ""
    old: str = ""
    new: str = ""
    unit: str = ""
    on_devices: tuple[OnDevice, ...] = ()
    first: str = ""
    wrong_if: str = ""
    opens: tuple[tuple[StepName, str], ...] = ()
    later: tuple[str, ...] = ()
    note: str = ""
    known: tuple[str, ...] = ()
    confirm: tuple[str, ...] = ()
    unproved: str = ""


def write_observation(seen: Observation) -> str:
    """Say one thing that was seen: "Leans … to the left, in idle-up 1"."""
    words = [SYMPTOMS[seen.symptom].seen]
    if seen.toward is not None:
        words.append(_TOWARD[seen.toward])
    if seen.axis is not None:
        words.append(_AXIS[seen.axis])
    words.append(f"in {MODE_WORDS[seen.mode].lower()}")
    if seen.manoeuvre:
        words.append(seen.manoeuvre)
    return ", ".join(words)


def write_advice(run: BenchRun, advice: FieldAdvice, log: LogEvidence | None = None) -> FieldWords:
    """Put an advice into words; ``log`` is what the newest flight's log says."""
    later = tuple(write_observation(each) for each in advice.rests)
    confirm = tuple(write_observation(each) for each in advice.confirm)
    symptom, unproved = advice.symptom, _unproved(run)
    if advice.kind == "fly" or (symptom is None and advice.move is None):
        headline = _CONFIRM if confirm else _FLY if later else _CLEAN
        if headline == _CLEAN and unproved:
            headline = "Nothing was seen in the air. That proves nothing of the bench."
        return FieldWords(headline, later=later, confirm=confirm, unproved=unproved)
    words = FieldWords(
        headline=_headline(run, advice),
        likely="" if symptom is None or advice.kind == "put back" else symptom.likely,
        look=_look(advice),
        wrong_if="" if symptom is None or advice.kind != "move" else symptom.wrong_if,
        opens=tuple((name, run.step(name).title) for name in advice.opens),
        later=later,
        note=_note(advice),
        known=tuple(known_beside(run, advice, log)),
        unproved=unproved,
    )
    return words if advice.move is None else _with_move(run, advice, words, advice.move)


def write_changes_made(changes: Sequence[str], run: BenchRun) -> FieldWords:
    """Say that ``changes`` are made and not flown: nothing is advised from what was seen before."""
    return FieldWords(headline=_MADE, look=tuple(changes), unproved=_unproved(run))


def _look(advice: FieldAdvice) -> tuple[str, ...]:
    symptom = advice.symptom
    if symptom is None or advice.kind not in ("look", "hands"):
        return ()
    return (*symptom.look, *_HANDS) if advice.kind == "hands" else symptom.look


def _unproved(run: BenchRun) -> str:
    """What the bench has not proved, but for what is gone through before each flight anyway."""
    titles = [
        each.step.title
        for each in run.standings
        if each.state not in ("good", "workable")
        if not (each.step.always_last or each.step.every_power_up)
    ]
    if not titles:
        return ""
    steps = "1 step" if len(titles) == 1 else f"{len(titles)} steps"
    return f"Not proved on the bench, power-up steps aside: {steps}, first “{titles[0]}”."


def _headline(run: BenchRun, advice: FieldAdvice) -> str:
    if advice.move is not None:
        name = name_path(advice.move.path)
        if advice.kind == "enter":
            return f"Write down what it is set to: {_small(name)}"
        return f"Put back: {_small(name)}" if advice.kind == "put back" else name
    if advice.bench is not None:
        title = run.step(advice.bench).title
        danger = advice.symptom is not None and advice.symptom.danger
        return f"Do not fly. On the bench: “{title}”" if danger else f"On the bench: “{title}”"
    if advice.kind == "look":
        return "Look first, before a setting is moved"
    return "No setting is left to try: look by hand for what is worn, bent or loose"


def _with_move(run: BenchRun, advice: FieldAdvice, words: FieldWords, move: Move) -> FieldWords:
    row = find_figure_row(move.path)
    assert row is not None
    numbers = isinstance(move.old, list)
    mode = advice.seen.mode if advice.seen is not None else run.mode
    shown: tuple[OnDevice, ...] = ()
    if move.new is not None and advice.kind != "enter":
        changes = (Change(move.path, move.new),)
        shown = tuple(
            each for each in write_on_devices(run.devices, run.setup, changes, mode) if each.own
        )
    said = [
        " · ".join(plainly(each) for each in value) if numbers else write_value(row, value)
        for value in (move.old, move.new)
    ]
    return replace(
        words,
        device=find_device(move.path, run.setup),
        setting=name_path(move.path),
        old=said[0],
        new="" if advice.kind == "enter" else said[1],
        unit=row.unit,
        on_devices=shown,
        first=advice.first,
    )


def _note(advice: FieldAdvice) -> str:
    notes = []
    if advice.why is not None:
        notes.append(_WHY[advice.why])
    if advice.symptom is not None and advice.symptom.taste:
        notes.append(_TASTE)
    if advice.experts and advice.kind in ("move", "enter"):
        notes.append(
            f"A beginner stops after the {RUNGS[BEGINNER_STOPS_AFTER]} and leaves this at its "
            "default."
        )
    return " ".join(notes)


def _small(name: str) -> str:
    return name[:1].lower() + name[1:]
