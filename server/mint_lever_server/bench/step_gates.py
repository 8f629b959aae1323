"""What a step asks now, and what must be done before it."""

from mint_lever.bench import (
    Ask,
    BenchRun,
    StepName,
)
from mint_lever.faults import Fault, InvalidRequest
from mint_lever_server.config.problems import Refused


def find_question(run: BenchRun, step: StepName, key: str) -> Ask:
    """Give the question of a step by its key; raises for one that is not asked now."""
    asks = run.advice(step).asks
    ask = next((ask for ask in asks if ask.key == key), None)
    if ask is None:
        allowed = ", ".join(ask.key for ask in asks)
        raise InvalidRequest([Fault("key", key, f"a question this step asks now: {allowed}")])
    return ask


def refuse_out_of_order(run: BenchRun, step: StepName) -> None:
    """Refuse what waits for another step: making safe first, or one that has to be done."""
    for waits in run.barred_by(step):
        first = run.step(waits)
        if first.bars_all:
            why = (
                f"Nothing else starts before every point of “{first.title}” is confirmed since the "
                "last power-up."
            )
        elif first.every_power_up:
            why = (
                f"This part moves the throttle: it opens once “{first.title}” is confirmed at this "
                "very power-up."
            )
        else:
            why = f"This part opens once “{first.title}” is done."
        title = f"{first.title} first" if first.bars_all else f"First: {first.title}"
        raise Refused(409, title, f"{why} What you entered is still here.")
