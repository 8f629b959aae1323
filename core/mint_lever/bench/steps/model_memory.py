"""Step 2: a fresh model memory."""

from __future__ import annotations

from mint_lever.bench.advice import Advice
from mint_lever.bench.run import BenchRun
from mint_lever.bench.steps.confirming import confirmed, points


def model_memory(run: BenchRun) -> Advice:
    """Ask for every point of a fresh memory, with the swash type this arrangement wants."""
    unit = run.setup.arrangement == "unit_mixes"
    layout = run.setup.airframe.swash.layout.replace("_", " ")
    kind = (
        "the plainest, one servo for each function; the unit mixes" if unit else f"{layout} degrees"
    )
    asks = points(
        run,
        "model_memory",
        (
            ("new", "A new model, nothing copied from another", ""),
            ("ends", "End points at 100 %, limits at their default", "Every channel, both sides."),
            ("trims", "Trims and sub-trims at zero", "The trim keys beside the sticks too."),
            ("curves", "Pitch and throttle curves straight in every mode", ""),
            ("swash_type", f"Swash type: {kind}", ""),
            ("channels", "Each function on its channel", "Gyro and governor only where used."),
        ),
    )
    outcome = confirmed(asks)
    return Advice(
        step="model_memory",
        do=("Make a new model in the transmitter.", "Go through the points on its own menus."),
        asks=asks,
        summary="The memory is fresh." if outcome == "good" else "Put right what is not so, then.",
        outcome=outcome,
    )
