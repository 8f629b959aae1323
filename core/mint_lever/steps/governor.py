"""Step 16: the governor: one at most, and both devices agree about the head speed (F17).

Common practice, no source.
"""

from __future__ import annotations

from mint_lever.run.advice import Action, Advice, Answer, Ask, Option, Work
from mint_lever.run.readings import Readings
from mint_lever.run.step import Step
from mint_lever.run.words import outcome_of
from mint_lever.setup.document import Setup
from mint_lever.simulate.answers import not_simulated
from mint_lever.simulate.helicopter import SimulatedHelicopter
from mint_lever.steps.looked_at import first_said, looked_at

_MEND = Action(
    key="mend.figure",
    text="Put the wrong figure right: motor poles, gear ratio or a second stage in the device that "
    "shows it, or a mode left at a default. A sensor comes last.",
    expect="Then go through the modes again.",
    device="helicopter",
    work=(Work("mend_governor", 0),),
    keys=("agree",),
)
_SAID = {
    ("agree", "other"): "Which device holds the head speed is written down otherwise: put the "
    "governor's own settings right in Path.",
}
_PLACES = {
    "unit": "the unit",
    "speed_controller": "the speed controller",
    "both": "both the unit and the speed controller: switch one off",
    "none": "none; the curves alone",
}


def _advise(run: Readings) -> Advice:
    """Ask whether every mode's figure is the one the governor shows."""
    place = _place(run.setup)
    options: tuple[Option, ...]
    if place == "none":
        options = (
            Option("none", "none is on, in either device"),
            Option("other", "one is on", False),
        )
        label, hint = (
            "Governor: on the devices' own menus",
            "A speed controller's governed soft start counts as a governor. Wrong is one that is "
            "on unseen: the head surges when the curve moves.",
        )
    else:
        options = (
            Option("same", "the figure that is set, in every mode; off is off"),
            Option("differ", "another figure in some mode, or one where it should be off", False),
            Option("other", "nothing: no governor is on there", False),
        )
        label, hint = (
            f"Go through the modes: {_PLACES[place].split(':')[0]} shows",
            "Up and down through every mode that uses it. Equal to the display's own step is "
            "right; twice, half or another plain ratio is a wrong pole count or gear.",
        )
    asks = (looked_at(run, "governor", "agree", label, hint, options),)
    outcome = outcome_of(asks)
    if place == "both" and outcome is not None:
        outcome = "out"
    return Advice(
        step="governor",
        do=(
            f"Written down: {_PLACES[place]}.",
            "Powered with the throttle off its low end a governor locks. That is protection: "
            "throttle low, or powered up again; never switch it off.",
        ),
        asks=asks,
        summary=first_said(asks, _SAID) or "The figure set and the figure shown are one figure.",
        actions=(_MEND,) if asks[0].answer == "differ" else (),
        outcome=outcome,
    )


def _place(setup: Setup) -> str:
    in_unit = setup.unit is not None and setup.unit.governor
    if in_unit:
        return "both" if setup.speed_controller.governor else "unit"
    return "speed_controller" if setup.speed_controller.governor else "none"


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key != "agree":
        raise not_simulated(ask.key)
    if _place(bench.setup) == "none":
        return "none"
    return "same" if bench.truth.governor_shows == 1.0 else "differ"


STEP = Step(
    name="governor",
    number=16,
    title="Governor",
    why="A figure that one device takes for another over-speeds the head.",
    rests_on=("throttle",),
    settings_of=("model_memory",),
    cautions=(
        "Head speed never above what the makers of blades, head and tail allow: their manuals "
        "say, no figure here does.",
        "A governor's lock after a power-up with the throttle high is protection. The cure is low "
        "throttle or a re-plug.",
    ),
    advise=_advise,
    simulate=_simulate,
)
