"""Step 15: throttle and speed controller: direction and ends, each seen by the pilot.

Common practice, no source (F18, F19).
"""

from __future__ import annotations

from mint_lever.run.advice import Action, Advice, Answer, Ask, Option, Work
from mint_lever.run.readings import Readings
from mint_lever.run.step import Step
from mint_lever.run.words import outcome_of
from mint_lever.setup.edit import Change
from mint_lever.simulate.answers import not_simulated
from mint_lever.simulate.helicopter import SimulatedHelicopter
from mint_lever.steps.looked_at import first_said, looked_at

_LOW = (
    Option("low", "at its low end"),
    Option("full", "at its full end: never arm it so", False),
    Option("else", "somewhere else", False),
)
_ENDS = (
    Option("taken", "the controller took both ends, each with its sign"),
    Option("missing", "an end was not taken, or the motor would start above low stick", False),
)
_SAID = {
    ("low", "else"): "Straight curve, no trim, travel near 100 % first: then look again.",
}


_TEACH = Action(
    key="teach.ends",
    text="Teach the controller its ends, as its manual says: stick full, power up, stick low.",
    expect="It gives a sign after each.",
    device="speed controller",
    work=(Work("teach_throttle", 0),),
    keys=("ends",),
)


def _advise(run: Readings) -> Advice:
    """Ask where the throttle stands at low stick, and whether the controller knows its ends."""
    asks = (
        looked_at(
            run,
            "throttle",
            "low",
            "Stick low: unit or speed controller has the throttle",
            "Seen on the unit's display, or by the controller's own sign at power-up. Wrong is "
            "full throttle at low stick, or a controller that never arms.",
            _LOW,
        ),
        looked_at(
            run,
            "throttle",
            "ends",
            "Stick full, powered up, stick low, with a straight curve",
            "As the controller's manual says; before a unit is taught them. Wrong is a motor that "
            "starts only high up, or stands at full before the stick does.",
            _ENDS,
        ),
    )
    channel = run.setup.transmitter.channels.throttle
    turn = Action(
        key="turn.throttle",
        text="Reverse the throttle channel in the transmitter.",
        expect="Then the controller is taught its ends anew.",
        device="transmitter",
        changes=(Change("transmitter.channels.throttle.reversed", not channel.reversed),),
        keys=("low", "ends"),
    )
    outcome = outcome_of(asks)
    done = "Low stick is low throttle, and the controller knows both ends."
    return Advice(
        step="throttle",
        do=(
            "Look once more that the motor cannot drive, then throttle hold off, normal mode, "
            "stick low.",
            "One governor only, in the speed controller or in the unit; brake off, soft start.",
            "Measure the BEC at the receiver against the ratings of servos and unit.",
        ),
        asks=asks,
        summary=first_said(asks, _SAID)
        or (done if outcome == "good" else "Direction first, the ends after it."),
        actions=(turn,)
        if asks[0].answer == "full"
        else (_TEACH,)
        if asks[0].answer == "low" and asks[1].answer == "missing"
        else (),
        outcome=outcome,
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    low = bench.throttle_low_at_low_stick()
    if ask.key == "low":
        return "low" if low else "full"
    if ask.key == "ends":
        return "taken" if low and bench.truth.throttle_taught else "missing"
    raise not_simulated(ask.key)


STEP = Step(
    name="throttle",
    number=15,
    title="Throttle and speed controller",
    why="A throttle the wrong way round stands at full with the stick low.",
    settings_of=("model_memory",),
    cautions=(
        "Here the throttle moves: the motor stays unplugged or its pinion out of mesh, looked at "
        "again just before a pack is connected.",
        "BEC voltage within the ratings of every servo and of the unit. The controller's manual "
        "comes before anything said here.",
    ),
    advise=_advise,
    simulate=_simulate,
)
