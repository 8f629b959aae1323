"""Step 17: every flight mode gone through, with the numbers it has at the blade."""

from __future__ import annotations

from mint_lever.audit import Finding, audit_modes
from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Outcome
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.questions.confirm_points import confirmed, points
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import done_as_asked
from mint_lever.bench.steps.shared.rates_off import write_rate_set
from mint_lever.bench.wording.number_text import degrees
from mint_lever.model.chain.control_chain import chain_of
from mint_lever.model.transmitter.stick_shaping import curve_of
from mint_lever.modes.pitch_degrees import collective_of_modes, compute_collective
from mint_lever.setup.document import Setup
from mint_lever.setup.identity_key import remember
from mint_lever.setup.parts.flight_modes import MODE_WORDS, Mode, ModeName

_FULL = (-100.0, 100.0)
_RATES = "rates."
"""A question about rates on a switch, before the number of its set."""


def _advise(run: Readings) -> Advice:
    """Ask for each mode with its pitch, throttle, gain and head speed; what the audit finds wrong
    about the modes comes first."""
    modes = run.setup.transmitter.modes
    asks = points(
        run,
        "flight_modes",
        (
            *(
                (name, f"{MODE_WORDS[name]}: set on the transmitter as written down", hint)
                for name, hint in _hints(run.setup, _by_the_gauge(run))
                if getattr(modes, name) is not None
            ),
            *(
                (f"{_RATES}{n}", *write_rate_set(each))
                for n, each in enumerate(run.setup.transmitter.rate_sets)
            ),
        ),
    )
    outcome: Outcome | None = confirmed(asks)
    grave = [
        finding for finding in audit_modes(run.setup) if finding.severity in ("danger", "fault")
    ]
    if grave and outcome is not None:
        outcome = "out"
    return Advice(
        step="flight_modes",
        do=(
            "Go through the modes with the switch, in the order it moves.",
            "Compare curves, gain and head speed with what is written down here.",
            "Watch throttle and pitch on the transmitter's own display as the switch moves.",
        ),
        asks=asks,
        summary=_summary(grave, outcome),
        actions=tuple(_mend(finding) for finding in grave if finding.changes),
        outcome=outcome,
    )


def _summary(grave: list[Finding], outcome: Outcome | None) -> str:
    if grave:
        first = grave[0]
        more = f" And {len(grave) - 1} more in the audit." if len(grave) > 1 else ""
        return f"{first.found[0].upper()}{first.found[1:]}. {first.fix}{more}"
    if outcome == "good":
        return "Every mode is as it is written down."
    return "Nothing about the modes contradicts itself; Modes shows their curves."


def _mend(finding: Finding) -> Action:
    mode = next((part for part in finding.path.split(".") if part in MODE_WORDS), None)
    return Action(
        key=f"{finding.rule}.{finding.path}"[:60],
        text=finding.fix,
        expect=finding.why,
        device="transmitter",
        changes=finding.changes,
        keys=(mode,) if mode else (),
    )


def _by_the_gauge(run: Readings) -> tuple[float, float]:
    """What the gauge read of each degree that the lengths make, below zero and above; 1 where the
    collective's range was not read."""
    full, _ = compute_collective(
        run.chain, run.mode, curve_of(run.chain.mode(run.mode), "pitch", _FULL)
    )
    read = (run.mean("collective_range", "down"), run.mean("collective_range", "up"))
    low, high = (
        1.0 if each is None or each * made <= 0 else each / made
        for each, made in zip(read, full.tolist(), strict=True)
    )
    return low, high


@remember(64)
def _hints(setup: Setup, by_the_gauge: tuple[float, float]) -> tuple[tuple[ModeName, str], ...]:
    """What each mode comes to, in one line."""
    chain = chain_of(setup)
    modes = {name: chain.mode(name) for name in setup.transmitter.modes.names()}
    ends = {name: [mode.pitch_curve[0], mode.pitch_curve[-1]] for name, mode in modes.items()}
    hints = []
    for name, (pitch, _) in collective_of_modes(chain, ends).items():
        low, high = (each * by_the_gauge[each > 0] for each in pitch.tolist())
        hints.append((name, f"Pitch {degrees(low)} to {degrees(high)}; {_rest(modes[name])}."))
    return tuple(hints)


def _rest(mode: Mode) -> str:
    low, high = min(mode.throttle_curve), max(mode.throttle_curve)
    throttle = f"throttle {low:g} %" if low == high else f"throttle {low:g} to {high:g} %"
    gain = "" if mode.tail_gain_pct is None else f"; tail gain {mode.tail_gain_pct:+g}"
    speed = "" if mode.head_speed_rpm is None else f"; head speed {mode.head_speed_rpm:g} rpm"
    return f"{throttle}{gain}{speed}"


def _spares(run: Readings, key: str, path: str) -> bool:
    """What was keyed in since, by the pilot's own word, is as it is written down."""
    return run.held_since("flight_modes", key, path)


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key.startswith(_RATES):
        return True
    return done_as_asked(*MODE_WORDS)(ask.key)


STEP = Step(
    name="flight_modes",
    number=17,
    title="Flight modes",
    why="A mode that was never looked through is found out in the air, when the switch moves.",
    settings_of=("model_memory",),
    spares=_spares,
    cautions=(
        "Propulsion disabled while the switch is moved: in idle-up the throttle is high with the "
        "stick low. Never power the model in an idle-up mode.",
        "Head speed never above what the makers of blades, head and tail allow: their manuals "
        "say, no figure here does.",
    ),
    advise=_advise,
    simulate=_simulate,
)
