"""Whether the pilot's gauge shows which way a blade leans; where it does not, the way is asked.

Near zero no reading gives its own sign away: two blades at +0.3° and −0.3° look alike on such a
gauge, and a tail on the wrong side looks like a good one. The gauge's own profile says it, or the
pilot, once.
"""

from __future__ import annotations

from mint_lever.bench.engine.advice import Choice, Number, Option
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.bench.engine.typed_signs import GAUGE_SIGN, MEANT, SHOWN, SIGN
from mint_lever.bench.wording.number_text import signed

SIGNED, AMOUNT = "signed", "amount"
_ASKED_IN: tuple[StepName, ...] = ("zero_pitch", "tail_offset")
LEANS = "leading edge up", "leading edge down"
"""How a blade of the head leans whose pitch is + and −."""
_LEAST_DEG = 0.05
"""What a gauge shows as zero has no side."""


def gauge_shows_sign(run: Readings) -> bool | None:
    """Whether the gauge shows + and −: by its profile, else as the pilot said; None before."""
    if _described(run):
        return run.gauge.signed
    said = _said(run)
    return None if said is None else said.value == SIGNED


def _described(run: Readings) -> bool:
    return any(device.gauge is not None for device in run.devices)


def _said(run: Readings) -> Entry | None:
    """What the pilot said last, whatever was changed since: it is of the gauge."""
    said = [entry for step in _ASKED_IN for entry in run.all(step, GAUGE_SIGN)]
    return max(said, key=lambda entry: entry.sequence, default=None)


def gauge_question(run: Readings, step: StepName) -> tuple[Choice, ...]:
    """Ask what the gauge shows, where neither its profile nor another step has said it."""
    said = _said(run)
    if _described(run) or (said and said.step != step):
        return ()
    return (
        Choice(
            key=GAUGE_SIGN,
            label="What does your gauge show?",
            hint="Near zero an amount alone does not say which side of zero it is.",
            options=(
                Option(SIGNED, "+ and −, or a side"),
                Option(AMOUNT, "an amount alone"),
            ),
            answer=None if said is None else str(said.value),
            word=None if said is None else "in",
        ),
    )


def side_question(
    run: Readings, step: StepName, reads: Number, plus: str, minus: str
) -> Choice | None:
    """Ask which way the newest figure of a question leans, where the gauge does not say it.

    ``plus`` and ``minus`` say in words how it leans then. None where the gauge shows it, where the
    pilot typed a −, at zero, and once the pilot has said it.
    """
    held = run.held(step, reads.key)
    if gauge_shows_sign(run) is not False or not held or figure(held[-1]) <= _LEAST_DEG:
        return None
    key = SIGN + reads.key
    answers = run.all(step, key)
    if answers and answers[-1].sequence > held[-1].sequence:
        return None
    read = figure(held[-1])
    return Choice(
        key=key,
        label=f"{reads.label}: which way does it lean?",
        hint="Your gauge shows an amount without its sign.",
        options=(
            Option(SHOWN, f"{plus}: {signed(read, reads.unit)}"),
            Option(MEANT, f"{minus}: {signed(-read, reads.unit)}"),
        ),
        sticks=reads.sticks,
        azimuth=reads.azimuth,
        blade=reads.blade,
    )
