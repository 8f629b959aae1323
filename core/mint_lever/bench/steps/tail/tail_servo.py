"""Step 14, part 3: what the unit or gyro is told of the tail servo."""

from __future__ import annotations

from typing import Annotated

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Number, Option
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen, first_response
from mint_lever.bench.steps.shared.tail_part import NUMBER, PROPULSION, tail_of
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.measure.frame_rate import STARTED_HIGHER, highest_rate_hz, narrow, started_higher
from mint_lever.measure.verdict import VerdictWord
from mint_lever.setup.edits.path_edit import Change
from mint_lever.sources import MEMORY

NAME = "tail_servo"
_CENTRE_US: Annotated[float, MEMORY] = 20.0
"""So far apart two centre pulses are of one servo's data sheet."""
_US_PER_DEG: Annotated[dict[bool, float], MEMORY] = {True: 5.0, False: 10.0}
"""What turns a servo of short and of long pulses by a degree; asked as a look."""
_KIND = (
    Option("told", "digital or analogue, as it is"),
    Option("not_asked", "nothing: this one does not ask"),
    Option("other", "the other kind", False),
)
_BEHAVES = (
    Option("quiet", "holds centre, cool and quiet"),
    Option("hot", "hums or gets warm at centre", False),
    Option("runs", "runs to one end", False),
)
_SAID = {
    ("behaves", "runs"): "Wrong pulse family: unplug it at once and set the servo's own centre.",
    ("behaves", "hot"): "Frame rate too high, something binds, or the wrong pulse family.",
    ("kind", "other"): "Told digital, an analogue servo burns. Set the kind it is before power.",
}


def _advise(run: Readings) -> Advice:
    box = run.setup.tail_box
    centre, rated = run.answer(NAME, "centre"), run.answer(NAME, "rated")
    longest = box.centre_us + 1.5 * box.full_throw_us
    highest = None if rated is None else highest_rate_hz(rated, box.centre_us, longest)
    higher = rated is not None and started_higher(rated, box.frame_rate_hz)
    asks = (
        Number(
            key="centre",
            label="Centre pulse in the tail servo's data sheet",
            hint="Look it up, never guess: the wrong family drives it to one end.",
            unit="µs",
            low=400.0,
            high=2500.0,
            nudge=10.0,
            answer=centre,
            word=_word(centre is not None, abs((centre or 0.0) - box.centre_us) <= _CENTRE_US),
        ),
        Number(
            key="rated",
            label="Highest frame rate in its data sheet",
            hint="0 when nobody knows it: 166 Hz is then the most.",
            unit="Hz",
            low=0.0,
            high=600.0,
            nudge=1.0,
            answer=rated,
            word="workable"
            if higher
            else _word(rated is not None, box.frame_rate_hz <= (highest or 0.0)),
        ),
        ask_what_is_seen(
            run,
            NAME,
            "kind",
            "The unit or gyro is told that the servo is",
            "Wrong: an analogue servo that is called digital. It burns.",
            _KIND,
        ),
        ask_what_is_seen(
            run,
            NAME,
            "behaves",
            "Powered, the tail servo",
            "Wrong: a servo that hums at centre, gets warm, or runs to one end.",
            _BEHAVES,
        ),
    )
    outcome = find_outcome(asks)
    return Advice(
        step=NAME,
        do=(
            f"Set the centre pulse at the unit or gyro; the draft says {box.centre_us:g} µs.",
            f"Set the frame rate; the draft says {box.frame_rate_hz:g} Hz.",
            "Where it asks for the servo's speed: the data sheet's figure or slightly more.",
        ),
        asks=asks,
        summary=first_response(tuple(ask for ask in asks if ask.kind == "choice"), _SAID)
        or ("The servo gets what it is made for." if outcome == "good" else "")
        or (STARTED_HIGHER if higher and outcome == "workable" else ""),
        actions=_actions(run, centre, None if higher else highest),
        outcome=outcome,
    )


def _word(read: bool, fits: bool) -> VerdictWord | None:
    return None if not read else "in" if fits else "out"


def _actions(run: Readings, centre: float | None, highest: float | None) -> tuple[Action, ...]:
    box, keys = run.setup.tail_box, ("behaves",)
    if centre is not None and abs(centre - box.centre_us) > _CENTRE_US:
        return (_family(run, centre),)
    if highest is not None and box.frame_rate_hz > highest:
        return (
            Action(
                key="frame_rate",
                text=f"Lower the tail servo's frame rate from {box.frame_rate_hz:g} to "
                f"{highest:g} Hz.",
                expect="Then look whether it stays cool and quiet.",
                changes=(Change("unit.tail.frame_rate_hz", highest),),
                keys=keys,
            ),
        )
    if run.answer(NAME, "kind") == "other":
        return (
            Action(
                key="kind",
                text="Tell the unit or gyro which kind of servo it is, digital or analogue.",
                keys=("kind", "behaves"),
            ),
        )
    return ()


def _family(run: Readings, centre: float) -> Action:
    """Another centre, and for another family the throw and the turn that go with it."""
    box, tail = run.setup.tail_box, tail_of(run)
    changes = [Change("unit.tail.centre_us", centre)]
    text = f"Set the tail servo's centre pulse from {box.centre_us:g} to {centre:g} µs"
    if narrow(centre) != narrow(box.centre_us):
        share = 0.5 if narrow(centre) else 2.0
        throw = box.full_throw_us * share
        changes.append(Change("unit.tail.full_throw_us", throw))
        text += f", its full throw to {throw:g} µs"
        if tail is not None:
            to = _US_PER_DEG[narrow(centre)]
            changes.append(Change("airframe.tail.servo.us_per_deg", to))
    return Action(
        key="centre",
        text=f"{text}.",
        expect="Unplugged until it is set; then look how the servo behaves.",
        changes=tuple(changes),
        keys=("behaves",),
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    tail = bench.tail
    if ask.key == "centre":
        return tail.truth.centre_us
    if ask.key == "rated":
        return tail.truth.rated_hz
    if ask.key == "kind":
        return "not_asked"
    if ask.key == "behaves":
        return tail.behaves()
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=NUMBER,
    part=3,
    title="Tail servo at the gyro",
    why="The wrong pulse family runs the servo to one end; too fast a frame rate heats it.",
    metal_of=("tail_square",),
    repeats=0.0,
    cautions=(PROPULSION,),
    advise=_advise,
    simulate=_simulate,
)
