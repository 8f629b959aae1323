"""Right beside wrong: the movements a pilot must recognise, as lines and arrows."""

from __future__ import annotations

from typing import Literal

from mint_lever.bench.advice import Panel, Sketch

Movement = Literal["collective", "right", "back", "nose_down", "roll_right"]
_TILT = 0.35


def sketch_of(movement: Movement) -> Sketch:
    """Draw a movement: seen from behind right is right; seen from the left the nose is left."""
    if movement == "collective":
        return Sketch(
            "from behind",
            _panel("Collective up: more pitch, here the swash rises", 0.4, 0.4),
            _panel("It sinks, or one side stays behind", -0.4, -0.4),
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
