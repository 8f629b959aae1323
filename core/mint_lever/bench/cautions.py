"""Cautions, each where it applies. They defer to the makers' manuals, the club and local law.

Common practice, no source.
"""

from __future__ import annotations

from mint_lever.procedure.steps import StepName

CAUTIONS: dict[StepName, tuple[str, ...]] = {
    "make_safe": (
        "Propulsion off for all bench work: a motor that starts takes fingers with it. Asked "
        "again at every power-up.",
        "Never power the model in an idle-up mode. Before any lead is connected with propulsion "
        "present, test hold: stick up, nothing turns.",
        "The makers' manuals come before anything said here.",
    ),
    "servo_basics": (
        "The receiver supply's voltage must lie within the servos' and the unit's rating; their "
        "manuals say.",
    ),
    "zero_pitch": (
        "The blades go on now. Look once more: motor unplugged or pinion out of mesh, hold on.",
    ),
    "teach_throws": (
        "The unit moves the swash while it learns. Propulsion stays disabled, hold on.",
    ),
    "flight_modes": (
        "Propulsion disabled while the switch is moved: in idle-up the throttle is high with the "
        "stick low. Never power the model in an idle-up mode.",
        "Head speed never above what the makers of blades, head and tail allow: their manuals "
        "say, no figure here does.",
    ),
    "corrections": (
        "A correction the wrong way crashes the model as it gets light on the skids. Nobody can "
        "see it but you, tipping the model by hand.",
    ),
    "final_directions": (
        "Fail-safe must cut the throttle; test it with propulsion disabled.",
        "First flight after a change: stand well back, outdoors, hover low, land at the first "
        "wrong response.",
        "Registration, height, distance and people: your local rules and your club decide, not "
        "this program.",
    ),
}
