"""Step 8 where a leveller says no more than which ball stands high."""

from __future__ import annotations

from mint_lever.bench.wording.number_text import turns
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.setup.document import Setup


def write_ball_step(setup: Setup, ball: int) -> str:
    """Say how a ball (from 0) that stands high at mid stick is brought down by one step of its
    link, the least that can be done; how much is wanted, nobody has measured.

    Raises InvalidRequest for a ball that is not there, or that lifts the whole swash.
    """
    airframe = setup.airframe
    balls = airframe.swash.balls
    if not 0 <= ball < len(balls) or balls[ball].radius_mm == 0:
        allowed = f"0 to {len(balls) - 1}, a ball round the shaft"
        raise InvalidRequest([Fault("ball", str(ball), allowed)])
    step = airframe.swash.step_turns
    return (
        f"Turn servo {ball + 1}'s link {turns(step)} shorter, its smallest step: the ball comes "
        f"down by {airframe.swash_turn_mm * step:.2f} mm. Then look again, until all arms touch."
    )
