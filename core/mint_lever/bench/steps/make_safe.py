"""Step 1: make safe. Nothing else starts before it, and every power-up asks it anew."""

from __future__ import annotations

from mint_lever.bench.advice import Advice
from mint_lever.bench.run import BenchRun
from mint_lever.bench.steps.confirming import confirmed, points

_POINTS = (
    ("motor", "The motor cannot drive", "Unplug it, or move its pinion out of mesh."),
    ("hold", "Throttle hold is on", "And it stays on for everything on the bench."),
    (
        "blades",
        "No blade is on that no step asks for",
        "Main blades come on at zero pitch; tail blades better stay off.",
    ),
)


def make_safe(run: BenchRun) -> Advice:
    """Ask for every point of a safe bench."""
    asks = points(run, "make_safe", _POINTS)
    outcome = confirmed(asks)
    summary = {
        "out": "Stop here. Nothing else starts before every point is so.",
        "good": "Safe to work until the model is powered up again.",
    }.get(outcome or "", "Look at the model, not at the screen, and confirm each point.")
    return Advice(
        step="make_safe",
        do=(
            "Unplug the motor, or move its pinion out of mesh.",
            "Put throttle hold on before the model is powered.",
            "Take the main blades off, and better the tail blades too.",
        ),
        asks=asks,
        summary=summary,
        outcome=outcome,
    )
