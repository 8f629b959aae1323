"""What the parts of the tail's step have in common."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Choice, Option, TailPanel, TailSketch
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.slider_doubt import slider_is_doubted
from mint_lever.diagnose.tail_directions import Goes
from mint_lever.setup.parts.tail import Tail

NUMBER = 14
PROPULSION = (
    "Propulsion disabled, main blades off. Tail blades on only while a pitch is looked at, then "
    "off again."
)
RATE_MODE = "Gyro in rate mode, the stick let go: heading hold would creep to an end."
UNDESCRIBED = "With the tail described (Path, the rudder's last stage)"
EDGE = "Fold one tail blade back: its edge swings toward the side the nose would go."


def tail_of(run: Readings) -> Tail | None:
    """The tail as it is described; None while nobody has."""
    return run.setup.airframe.tail


def look(run: Readings, step: str, key: str, label: str, hint: str) -> Choice:
    """Ask which way the tail would push the nose: by the edge of a folded blade or, where the
    tail is described, by the slider. One look is enough."""
    options = [
        Option("edge_right", "the folded blade's edge swings right"),
        Option("edge_left", "the folded blade's edge swings left", False),
    ]
    tail = tail_of(run)
    if tail is not None and not slider_is_doubted(run):
        outward = tail.plus_is_outward
        options += [
            Option("slider_out", "the slider moves away from the boom", outward),
            Option("slider_in", "the slider moves toward the boom", not outward),
        ]
    options.append(Option("still", "nothing moves", False))
    return ask_what_is_seen(run, step, key, label, hint, tuple(options))


def sketch(run: Readings, right: str, wrong: str) -> TailSketch:
    """Draw what a look must show beside what it must not, from this tail's own geometry."""
    tail = tail_of(run)
    outward = tail is None or tail.plus_is_outward
    return TailSketch(
        side="left" if tail is None else tail.side,
        slider_known=tail is not None,
        right=TailPanel(right, outward, "right"),
        wrong=TailPanel(wrong, not outward, "left"),
    )


def goes(asked: Choice) -> Goes | None:
    """Where the nose would go by a look's answer; None where nobody has looked."""
    if asked.answer is None:
        return None
    if asked.answer == "still":
        return "still"
    return "right" if asked.word == "in" else "left"


def seen_by_edge(pushes: str) -> str:
    """The answer of a simulated look at the folded blade."""
    return "still" if pushes == "still" else f"edge_{pushes}"
