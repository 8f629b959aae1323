"""Step 9: head on, zero pitch and tracking."""

from __future__ import annotations

import numpy as np

from mint_lever.axes import Pose
from mint_lever.bench.advice import Action, Advice, Ask, Outcome, Ruler, Work
from mint_lever.bench.run import BenchRun
from mint_lever.bench.words import blade_name, degrees, turns, word_for, worst
from mint_lever.measure.tracking import TrackingAdvice, tracking_turns
from mint_lever.measure.verdict import BLADE_TO_BLADE, ZERO_PITCH, Word, judge
from mint_lever.rotor.grip import Grip


def zero_pitch(run: BenchRun) -> Advice:
    """Advise which blade's link to turn, how far, and what to expect."""
    count = run.setup.airframe.head.blades
    keys = [f"blade.{i}" for i in range(count)]
    pitch = [run.mean("zero_pitch", key) for key in keys]
    words = _words(run, keys, pitch)
    asks = tuple(
        Ask(
            key=key,
            label=f"Blade {blade_name(i)} over the boom",
            kind="number",
            hint="Collective at centre; leading edge up is +.",
            unit="°",
            low=-30.0,
            high=30.0,
            sticks=(0.0, 0.0, 0.0),
            azimuth=180.0,
            blade=i,
            answer=run.answer("zero_pitch", key),
            word=words[i],
        )
        for i, key in enumerate(keys)
    )
    read = [value for value in pitch if value is not None]
    outcome = worst(words) if read else None
    actions: tuple[Action, ...] = ()
    summary = f"Blade A first, then turn the head 1/{count} round for the next."
    advice = None
    if len(read) == count and "read again" not in words:
        spread = float(np.ptp(read))
        words.append(judge(spread, BLADE_TO_BLADE, 0.0))
        outcome = worst(words)
        advice = _turns(run, read)
        gains = _gains(advice, read)
        summary = f"Blades within {spread:.1f}° of each other, the furthest "
        summary += f"{max(map(abs, read)):.1f}° from zero."
        if gains and outcome != "good":
            actions = (_turn_links(run, advice, needed=outcome == "out"),)
        elif outcome == "out":
            outcome = _as_near_as_links_go(run, read)
            summary += " No half turn makes it better."
        if outcome != "good" and not gains:
            advice = None
    return Advice(
        step="zero_pitch",
        do=(
            "Zero the gauge on a face square to the main shaft; do not move the model after that.",
            "Head and main blades on, collective at centre.",
            "Put each blade over the boom in turn and read its pitch.",
        ),
        asks=asks,
        summary=summary,
        actions=actions,
        rulers=tuple(
            Ruler(
                label=f"blade {blade_name(i)}",
                unit="°",
                band=ZERO_PITCH,
                marks=run.marks("zero_pitch", key),
                predicted=float(advice.expected_deg[i]) if advice and actions else None,
            )
            for i, key in enumerate(keys)
            if run.marks("zero_pitch", key)
        ),
        outcome=outcome,
    )


def _words(run: BenchRun, keys: list[str], pitch: list[float | None]) -> list[Word | None]:
    """Each blade's verdict. Only where the blades together will do is one near the edge read again:
    where a link is to be turned anyway, a second look tells nothing."""
    plain: list[Word | None] = [
        None if value is None else judge(value, ZERO_PITCH, 0.0) for value in pitch
    ]
    read = [value for value in pitch if value is not None]
    if (
        len(read) < len(keys)
        or "out" in plain
        or float(np.ptp(read)) > BLADE_TO_BLADE.workable_high
    ):
        return plain
    return [
        word_for(value, ZERO_PITCH, len(run.held("zero_pitch", key)))
        for key, value in zip(keys, read, strict=True)
    ]


def degrees_for_a_turn(run: BenchRun) -> float:
    """One turn's worth at the blade (deg) from the exact linkage, the link leaning as it does.

    The upright-link figure is asin(thread·ends/arm), formulas §7.
    """
    head = run.setup.airframe.head
    one = head.link_thread_mm * head.link_ends
    longer = head.model_copy(update={"link_extra_mm": [one, *head.link_extra_mm[1:]]})
    plain = head.model_copy(update={"link_extra_mm": [0.0, *head.link_extra_mm[1:]]})
    rest = Pose.of([0.0])
    pitches = [Grip(each).pitch(rest, [180.0], 0).pitch_deg.item() for each in (longer, plain)]
    return abs(pitches[0] - pitches[1])


def _turns(run: BenchRun, pitch: list[float]) -> TrackingAdvice:
    # A single link goes on in half turns; a turnbuckle stays wherever it is left.
    step = 0.5 if run.setup.airframe.head.link_ends == 1 else 0.1
    return tracking_turns(pitch, degrees_for_a_turn(run), step)


def _gains(advice: TrackingAdvice, pitch: list[float]) -> bool:
    """Whether turning leaves the blades clearly better than they are."""
    if not advice.turns.any():
        return False
    now = max(float(np.ptp(pitch)) - 0.2, 0.0) + max(max(map(abs, pitch)) - 0.2, 0.0)
    then = max(float(np.ptp(advice.expected_deg)) - 0.2, 0.0)
    then += max(float(np.abs(advice.expected_deg).max()) - 0.2, 0.0)
    return then < now - 0.05


def _as_near_as_links_go(run: BenchRun, pitch: list[float]) -> Outcome:
    """Blades as near as half turns come are workable while each is within the workable band."""
    notch = degrees_for_a_turn(run) * 0.5
    near = max(map(abs, pitch)) <= ZERO_PITCH.workable_high
    return "workable" if near and float(np.ptp(pitch)) <= max(0.3, notch / 2 + 0.1) else "out"


def _turn_links(run: BenchRun, advice: TrackingAdvice, needed: bool) -> Action:
    head = run.setup.airframe.head
    # A longer link raises a leading arm's pitch and lowers a trailing arm's.
    parts = [
        f"blade {blade_name(i)} {turns(count)} "
        f"{'longer' if count * head.arm_sign > 0 else 'shorter'}"
        for i, count in enumerate(advice.turns)
        if count
    ]
    expected = ", ".join(
        f"{blade_name(i)} {degrees(float(value))}" for i, value in enumerate(advice.expected_deg)
    )
    return Action(
        key="links",
        text="Turn the pitch links: " + ", ".join(parts) + ".",
        expect=f"Expect {expected}.",
        device="helicopter",
        work=tuple(Work("turn_blade_link", i, float(n)) for i, n in enumerate(advice.turns) if n),
        aspects=("blade_link",),
        needed=needed,
    )
