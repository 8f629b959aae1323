"""Step 15, part 6: the speed controller's own card, item by item.

Items, choices and order are the pilot's data, from the controller's manual. Common practice, no
source (F19).
"""

from __future__ import annotations

from mint_lever.bench.engine.advice import (
    Action,
    Advice,
    Answer,
    Ask,
    Choice,
    Option,
    Outcome,
    Work,
)
from mint_lever.bench.engine.change_effects import Aspect
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.head_speed_part import DRIVE, MANUAL_FIRST, NOT_ELECTRIC
from mint_lever.bench.steps.shared.propulsion_text import MOTOR_OFF
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.model.drive.governor_device import electric
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.speed_controller import CardItem
from mint_lever.setup.parts.starting_card import NEUTRAL_CARD

NAME = "controller_card"
_CARD, _CELLS = "speed_controller.card", "drive.pack.cells"
MISSED = "missed"
_PLACES = {2: ("low", "high"), 3: ("low", "in the middle", "high")}


def _advise(run: Readings) -> Advice:
    """Lead through the items in the controller's order; keep what it confirmed."""
    card = run.setup.speed_controller.card
    if not card:
        start = Choice(
            key="own",
            label="The controller's items, from its manual",
            hint="Enter them under Head speed, in the order in which they come; or start from the "
            "neutral set and rename.",
            options=(
                Option("neutral", "start from the neutral set"),
                Option("fixed", "it has nothing to set"),
            ),
            answer=run.answer(NAME, "own"),
            word=None if run.answer(NAME, "own") is None else "in",
        )
        outcome: Outcome | None = find_outcome((start,))
        actions: tuple[Action, ...] = ()
        if start.answer == "neutral":
            outcome, actions = "begun", (_neutral(),)
        return Advice(
            step=NAME,
            do=_do(False),
            asks=(start,),
            summary="Nothing is set in this controller." if outcome == "good" else "",
            actions=actions,
            outcome=outcome,
        )
    asks = tuple(_item(run, i, item, len(card)) for i, item in enumerate(card))
    missed = next((i for i, ask in enumerate(asks) if ask.word == "out"), None)
    outcome = find_outcome(asks)
    return Advice(
        step=NAME,
        do=_do(True),
        asks=asks,
        summary=_summary(asks, outcome),
        actions=() if missed is None else (_again(card[missed], missed),),
        outcome=outcome,
    )


def list_confirmed(run: Readings) -> list[Entry | None]:
    """Give, for each item of the card, the answer by which the controller confirmed what is wanted;
    None where it has not, or no longer."""
    found: list[Entry | None] = []
    for i, item in enumerate(run.setup.speed_controller.card or []):
        held = run.held(NAME, f"item.{i}")
        found.append(held[-1] if held and held[-1].value == str(item.wanted) else None)
    return found


def _do(led: bool) -> tuple[str, ...]:
    if not led:
        return ("The controller's manual names its items; no two controllers have the same.",)
    return (
        "By stick at power-up the items come one after another, a few seconds each; with a card "
        "or a box, set them there in the same order.",
        "A missed window means starting over; what was confirmed before stays.",
    )


def _item(run: Readings, index: int, item: CardItem, count: int) -> Choice:
    wanted = item.wanted if item.wanted < len(item.choices) else 0
    options = [Option(str(i), choice, i == wanted) for i, choice in enumerate(item.choices)]
    return ask_what_is_seen(
        run,
        NAME,
        f"item.{index}",
        f"Item {index + 1} of {count}: {item.name} is to be “{item.choices[wanted]}”",
        f"{_where(wanted, item.choices)} Wait for the controller's sign, then say what it took. "
        "Any other choice, or none, is wrong.",
        (*options, Option(MISSED, "the window was missed", False)),
    )


def _where(wanted: int, choices: list[str]) -> str:
    """Say where to hold the stick for a choice."""
    places = _PLACES.get(len(choices))
    if places is not None:
        return f"By stick: hold it {places[wanted]}."
    return f"By stick: choose at sign number {wanted + 1} of {len(choices)}."


def _again(item: CardItem, index: int) -> Action:
    return Action(
        key=f"again.{index}",
        text=f"Start over: unplug, power up for programming, go on to item {index + 1}, "
        f"{item.name}. {_where(item.wanted, item.choices)}",
        expect=f"The controller's sign for “{item.choices[item.wanted]}”.",
        device="speed controller",
        work=(Work("program_card", index, float(item.wanted)),),
        keys=(f"item.{index}",),
    )


def _neutral() -> Action:
    return Action(
        key="neutral",
        text="Start from the neutral set of items.",
        expect="Rename, remove and put in order under Head speed, as the manual has them.",
        device="speed controller",
        changes=(Change(_CARD, [item.model_dump(mode="json") for item in NEUTRAL_CARD]),),
        keys=("own",),
    )


def _summary(asks: tuple[Choice, ...], outcome: Outcome | None) -> str:
    done = sum(ask.word == "in" for ask in asks)
    if outcome == "good":
        return f"All {len(asks)} items were confirmed by the controller."
    return f"{done} of {len(asks)} items are confirmed."


def _spares(run: Readings, key: str, path: str) -> bool:
    """An item goes by its own line of the card, a cut-off by the number of cells as well."""
    if path == _CELLS:
        return not _by_cells(run, key)
    if not path.startswith(f"{_CARD}.") or not key.startswith("item."):
        return False
    line = path.removeprefix(f"{_CARD}.").split(".")
    # Whether it goes by the cells says nothing of what the controller took.
    return line[0] != key.removeprefix("item.") or line[-1] == "by_cells"


def _spares_work(run: Readings, key: str, aspect: Aspect) -> bool:
    """Another number of cells undoes a cut-off alone."""
    return aspect == "pack" and not _by_cells(run, key)


def _by_cells(run: Readings, key: str) -> bool:
    card, line = run.setup.speed_controller.card or [], key.removeprefix("item.")
    return line.isdigit() and int(line) < len(card) and card[int(line)].by_cells


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == "own":
        return "neutral" if bench.drive.truth.has_card else "fixed"
    if ask.key.startswith("item."):
        return bench.drive.card_took(int(ask.key.removeprefix("item.")))
    raise not_simulated(ask.key)


def _not_needed(setup: Setup) -> str:
    return "" if electric(setup) else NOT_ELECTRIC


STEP = Step(
    name=NAME,
    number=DRIVE,
    part=6,
    title="Card of the speed controller",
    why="A brake, a hard start or a wrong cut-off is found out in the air.",
    spares=_spares,
    spares_work=_spares_work,
    not_needed=_not_needed,
    cautions=(
        MOTOR_OFF,
        MANUAL_FIRST,
        "By stick the items come at power-up: the motor cannot drive while it is done.",
    ),
    advise=_advise,
    simulate=_simulate,
)
