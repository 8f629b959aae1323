"""Step 2: a fresh model memory."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.questions.confirm_points import confirmed, points
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import done_as_asked
from mint_lever.bench.steps.shared.propulsion_text import MOTOR_OFF
from mint_lever.modes.bench_mode import plain
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.airframe import LAYOUT_WORDS
from mint_lever.setup.parts.flight_modes import MODE_WORDS, Mode, ModeName

_KEYS = ("new", "ends", "trims", "curves", "swash_type", "channels")


def _advise(run: Readings) -> Advice:
    """Ask for every point of a fresh memory, with the swash type this arrangement wants."""
    layout = LAYOUT_WORDS[run.setup.airframe.swash.layout]
    kind = (
        "the plainest, one servo for each function; the unit mixes"
        if run.setup.arranged.unit_mixes
        else layout
    )
    asks = points(
        run,
        "model_memory",
        (
            ("new", "A new model, nothing copied from another", ""),
            ("ends", "End points at 100 %, limits at their default", "Every channel, both sides."),
            ("trims", "Trims and sub-trims at zero", "The trim keys beside the sticks too."),
            (
                "curves",
                f"Pitch curve straight in {MODE_WORDS[run.mode].lower()}, the mode of the bench",
                "Throttle at 0 there; an idle-up's throttle waits flat, well above where a "
                "governor switches on, and never at 0 with the stick low.",
            ),
            ("swash_type", f"Swash type: {kind}", ""),
            ("channels", "Each function on its channel", "Gyro and governor only where used."),
        ),
    )
    outcome = confirmed(asks)
    name = run.mode
    mode: Mode = getattr(run.setup.transmitter.modes, name)
    actions = () if plain(run.setup, name) else (_straighten(name, mode),)
    return Advice(
        step="model_memory",
        do=("Make a new model in the transmitter.", "Go through the points on its own menus."),
        asks=asks,
        summary="The memory is fresh."
        if outcome == "good"
        else "Put right what is not as it should be.",
        actions=actions,
        outcome=outcome,
    )


def _straighten(name: ModeName, mode: Mode) -> Action:
    """The bench is worked in this mode: what it shapes away is missing from every reading."""
    last = len(mode.pitch_curve) - 1
    base = f"transmitter.modes.{name}"
    changes = [Change(f"{base}.pitch_curve", [100.0 * i / last for i in range(last + 1)])]
    for function in ("aileron", "elevator"):
        changes.append(Change(f"{base}.rates.{function}.rate_pct", 100.0))
    return Action(
        key="straighten",
        text=f"Make the mode {MODE_WORDS[name]} plain for the bench: straight pitch curve, full "
        "rates.",
        expect="Full stick then arrives in full; put its own curve back when the run is done.",
        device="transmitter",
        changes=tuple(changes),
        keys=("curves",),
        needed=False,
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    return done_as_asked(*_KEYS)(ask.key)


STEP = Step(
    name="model_memory",
    number=2,
    title="Fresh model memory",
    why="An old trim or end point spoils every measurement after it, unseen.",
    cautions=(MOTOR_OFF,),
    advise=_advise,
    simulate=_simulate,
)
