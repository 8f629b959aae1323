"""A step of the bench: its data, its cautions, its advice, and what a simulated model answers.

One file in ``steps/`` makes one of these; nothing else of the house names a step.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from mint_lever.bench.engine.advice import Advice, Answer, Ask
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.readings import Readings, Ruled
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.setup.document import Setup


@dataclass(frozen=True, kw_only=True)
class Step(Ruled):
    """One step.

    ``advise`` says what the step says now; ``brief`` its questions and outcome alone, where the
    whole advice costs a search. ``simulate`` answers a question on a simulated helicopter, and
    raises NotSimulated for one it cannot answer: nothing is right by default. ``acts_as_read``:
    advice is good as soon as it is given. ``teaches``: lengths can be learned from its readings.
    ``opens_after`` are steps that must be done before anything of this one is. ``bars_all``:
    nothing of any other step is read or done before it, at this power-up; ``stands_in_for`` is such
    a step that this one stands in for, for the parts that open after it. ``not_needed`` says
    why a setup has nothing to do here, "" where it has: such a step is not there.
    """

    advise: Callable[[Readings], Advice]
    simulate: Callable[[SimulatedHelicopter, Ask], Answer]
    brief: Callable[[Readings], Advice] | None = None
    cautions: tuple[str, ...] = ()
    acts_as_read: bool = False
    teaches: bool = False
    opens_after: tuple[StepName, ...] = ()
    bars_all: bool = False
    stands_in_for: StepName = ""
    not_needed: Callable[[Setup], str] = lambda _: ""
