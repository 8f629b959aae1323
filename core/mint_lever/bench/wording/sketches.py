"""Right beside wrong: the movements a pilot must recognise, as lines and arrows."""

from __future__ import annotations

from typing import Literal

from mint_lever.bench.engine.advice import Panel, Sketch

Movement = Literal["collective", "right", "back", "nose_down", "roll_right"]
_TILT = 0.35


def sketch_of(movement: Movement, lift: int = 1) -> Sketch:
    """Draw a movement: seen from behind right is right; seen from the left the nose is left.

    ``lift`` is −1 for a head that gains pitch when its swash sinks.
    """
    if movement == "collective":
        goes, against = ("rises", "sinks") if lift > 0 else ("sinks", "rises")
        return Sketch(
            "from behind",
            _panel(
                f"Collective up: more pitch; on this head the swash {goes}", 0.4 * lift, 0.4 * lift
            ),
            _panel(f"It {against}, or one side stays behind", -0.4 * lift, -0.4 * lift),
        )
    if movement in ("right", "roll_right"):
        right = _panel("Stick right: the right side sinks", _TILT, -_TILT)
        wrong = _panel("The left side sinks", -_TILT, _TILT)
        if movement == "roll_right":
            right = _panel("Rolled right: the swash goes left", -_TILT, _TILT)
            wrong = _panel("The swash goes along to the right", _TILT, -_TILT)
        return Sketch("from behind", right, wrong)
    if movement == "back":
        return Sketch(
            "from the left, nose on the left",
            _panel("Stick back: the rear sinks", _TILT, -_TILT),
            _panel("The front sinks", -_TILT, _TILT),
        )
    return Sketch(
        "from the left, nose on the left",
        _panel("Nose tipped down: the swash goes back", _TILT, -_TILT),
        _panel("The swash goes along, forward", -_TILT, _TILT),
    )


def _panel(caption: str, left: float, right: float) -> Panel:
    return Panel(caption, ((-1.0, left), (1.0, right)), (left, right))
