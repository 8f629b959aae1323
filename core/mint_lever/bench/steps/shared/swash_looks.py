"""What steps 6 and 7 share: one set of looks at the swash, and one solver behind them.

The swash must rise with collective where the head gains pitch that way, sink where it does not:
positive collective gives positive blade pitch.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Any, cast

from mint_lever.axes import Pose
from mint_lever.bench.engine.advice import (
    Action,
    Answer,
    Ask,
    BallMove,
    Balls,
    Choice,
    Confirm,
    Option,
    Work,
)
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.horn_movement import leads_followed
from mint_lever.devices.dials import reverse_function, reverse_servo, servo_reversed
from mint_lever.diagnose.direction_faults import COMMANDS, Command, field_of, visible
from mint_lever.diagnose.direction_solver import Diagnosis, Mend, Sight, diagnose
from mint_lever.diagnose.swash_sight import SWASH_WORDS
from mint_lever.measure.verdict import VerdictWord
from mint_lever.model.chain.motion_directions import Direction
from mint_lever.model.rotor.blade_grip import Grip
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.airframe import LAYOUT_WORDS, Head
from mint_lever.setup.setting_description import Device

STEPS: tuple[StepName, StepName] = ("together", "tilts")
LOOK_PCT = 60.0
STICKS: dict[Command, tuple[float, float, float]] = {
    "collective": (LOOK_PCT, 0.0, 0.0),
    "right": (0.0, LOOK_PCT, 0.0),
    "back": (0.0, 0.0, -LOOK_PCT),
}
_MOVE: dict[Command, str] = {
    "collective": "Collective up",
    "right": "Cyclic stick right",
    "back": "Cyclic stick back",
}
_WORDS = {
    "up": "up",
    "down": "down",
    "right": "tilts right",
    "left": "tilts left",
    "forward": "tilts forward",
    "back": "tilts back",
    "still": "does not move",
    "other": "something else",
}
_DIRECTIONS: dict[Command, Direction] = {
    "collective": "balls",
    "right": "aileron",
    "back": "elevator",
}
_RIDING = (
    "Mechanical mixing: watch the servos' own horns. A ball that only rides along with the others "
    "stays, for this."
)
_STIFF = (
    "Four servos on a stiff plate pull against each other: watch the horns, not the plate, or have "
    "the links off."
)
_BALLS = "balls."
"""The key of a look that is asked again ball by ball: a word had left it open."""


_REOPENS = (
    "This opens step 6 again: look at every ball with the collective once more, then at the tilts."
)


@dataclass(frozen=True)
class LooksSoFar:
    """What was seen so far, and what the solver makes of it. ``lift``: −1 for a head that gains
    pitch when the swash sinks; ``phase_deg`` is the mixing's phase that the tilts were looked at
    with."""

    looks: dict[Command, Any]
    drives: dict[int, int]
    layout: bool | None
    lift: int
    diagnosis: Diagnosis
    phase_deg: float

    def right(self, run: Readings, command: Command) -> bool | None:
        """Whether a movement is as it should be; None when it was not looked at."""
        look = self.looks.get(command)
        if look is None:
            return None
        return _as_wanted(run.setup, command, look, self.lift, self.phase_deg)

    @property
    def unexplained(self) -> bool:
        """Whether nothing explains the looks together: then they are taken anew."""
        ask = self.diagnosis.ask
        return ask is not None and ask.kind == "impossible"

    def all_against(self, run: Readings) -> bool:
        """Whether the collective moved every ball, each just against what is wanted."""
        look = self.looks.get("collective")
        turned = None if look is None else _turned(look, -1)
        return turned is not None and _as_wanted(
            run.setup, "collective", turned, self.lift, self.phase_deg
        )

    def balls(self, run: Readings, command: Command) -> list[BallMove] | None:
        """What each ball did. A word for the whole swash says it only where all was right."""
        look = self.looks.get(command)
        if not isinstance(look, str):
            return cast(list[BallMove] | None, look)
        if not self.right(run, command):
            return None
        wanted = cast(list[BallMove], _wanted(run.setup, command, self.phase_deg))
        return cast(list[BallMove], _turned(wanted, self.lift if command == "collective" else 1))


def _hint(setup: Setup) -> str:
    if rides(setup):
        return _RIDING
    if len(setup.airframe.swash.balls) > 3:
        return _STIFF
    return ""


def rides(setup: Setup) -> bool:
    """Whether servos ride on the collective (mechanical mixing): then horns tell, balls do not."""
    return any(ball.radius_mm == 0 for ball in setup.airframe.swash.balls)


def seen_so_far(run: Readings) -> LooksSoFar:
    """Give what both steps' looks come to."""
    return run.memo("seen", lambda: _look_back(run))


def newest(run: Readings, key: str) -> Any:
    """The newest answer that holds in either of the two steps."""
    found = _newest_entry(run, key)
    return None if found is None else found.value


def _newest_entry(run: Readings, key: str) -> Entry | None:
    held = [entry for step in STEPS for entry in run.held(step, key)]
    return max(held, key=lambda entry: entry.sequence) if held else None


def says(seen: LooksSoFar) -> str:
    """Say in words how far the solver is."""
    now = seen.diagnosis
    if now.settled and now.explanations and not now.explanations[0].mends:
        return "Nothing wrong so far in what was seen."
    if now.settled:
        return "This explains everything seen, with the fewest changes."
    if now.ask is not None and now.ask.kind in ("impossible", "mend_lead"):
        return now.ask.text
    if now.surely:
        return "So much is sure; what is left shows when it is mended."
    count = len(now.explanations)
    most = "Six or more" if count >= 6 else str(count)
    return f"{most} explanations are left; one more look tells them apart."


def look(run: Readings, seen: LooksSoFar, command: Command) -> Balls:
    """The question what a stick movement does."""
    right = seen.right(run, command)
    riding = rides(run.setup)
    word: VerdictWord | None = None if right is None else "in" if right else "out"
    if word == "out" and seen.unexplained:
        word = "read again"
    return Balls(
        key=f"look.{command}",
        label=f"{_MOVE[command]}: each {'horn pushes its ball' if riding else 'ball goes'}",
        hint=_hint(run.setup),
        count=len(run.setup.airframe.swash.balls),
        horns=riding,
        options=() if riding else tuple(Option(word, _WORDS[word]) for word in SWASH_WORDS),
        sticks=STICKS[command],
        answer=seen.looks.get(command),
        word=word,
    )


def also_asked(run: Readings, seen: LooksSoFar, among: tuple[Command, ...]) -> list[Ask]:
    """The looks the solver had or wants beyond a step's own first ones."""
    asks: list[Ask] = []
    for command in among:
        if command != "collective" and command in seen.looks:
            asks.append(look(run, seen, command))
    count = len(run.setup.airframe.swash.balls)
    asks += [_lead(output, count, servo) for output, servo in seen.drives.items()]
    if seen.layout is not None:
        asks.append(_layout(run, seen.layout))
    if not seen.looks:
        return asks
    ask = seen.diagnosis.ask
    again = _ball_by_ball(run, seen)
    if again is not None and (ask is None or ask.kind != "command"):
        return [*asks, again]
    if ask is not None and ask.kind == "command" and ask.command is not None:
        asks.append(look(run, seen, ask.command))
    elif ask is not None and ask.kind == "output" and ask.output is not None:
        asks.append(_lead(ask.output, count, None))
    elif ask is not None and ask.kind == "layout" and seen.layout is None:
        asks.append(_layout(run, None))
    return asks


def _ball_by_ball(run: Readings, seen: LooksSoFar) -> Balls | None:
    """A word for the whole swash that leaves several explanations open is asked again, ball by
    ball: that costs less than a lead to follow or a menu to read. The vaguest word comes first."""
    if seen.diagnosis.settled:
        return None
    words = [c for c in COMMANDS if isinstance(seen.looks.get(c), str)]
    if not words:
        return None
    command = next((c for c in words if seen.looks[c] == "other"), words[0])
    return Balls(
        key=f"{_BALLS}{command}",
        label=f"{_MOVE[command]}, once more: ball by ball",
        hint="The word leaves it open. Watch one ball at a time.",
        count=len(run.setup.airframe.swash.balls),
        sticks=STICKS[command],
    )


def mending(run: Readings, seen: LooksSoFar) -> tuple[Action, ...]:
    """What the looks say is to be changed, once they say it without a doubt."""
    if seen.layout is False:
        text = "Set the mixing device to this helicopter's swash layout."
        return (_by_hand("layout", text, Work("set_layout", 0)),)
    now = seen.diagnosis
    if now.ask is not None and now.ask.kind == "mend_lead" and now.ask.output is not None:
        return (_by_hand("lead", now.ask.text, Work("mend_lead", now.ask.output)),)
    mends = now.explanations[0].mends if now.settled and now.explanations else now.surely
    if not mends:
        return ()
    changes: list[Change] = []
    work: list[Work] = []
    for mend in mends:
        change, done = _part(run, mend)
        changes += change
        work += done
    devices: set[Device] = {mend.where for mend in mends}
    return (
        Action(
            key="mend",
            text=" ".join(mend.text for mend in mends),
            expect="Then look at every movement once more."
            if all(mend.function is not None for mend in mends)
            else _REOPENS,
            device=mends[0].where if len(devices) == 1 else "helicopter",
            changes=tuple(changes),
            work=tuple(work),
            aspects=("servo_direction",) if work else (),
        ),
    )


def simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    """Answer a look on a simulated helicopter."""
    kind, _, which = ask.key.partition(".")
    if kind in ("look", "balls"):
        return cast(list[BallMove], list(bench.look(cast(Command, which))))
    if kind == "lead":
        return str(bench.follow_lead(int(which)))
    if kind == "pitch":
        return "up" if bench.pitch_rises() else "down"
    if kind == "layout":
        return True  # the simulated mixing device is always set to the draft's layout
    raise not_simulated(ask.key)


def read_directions(entry: Entry) -> dict[Direction, bool]:
    """Say which directions a look shows to be right, which to be wrong; "pitch" has the last word
    over what the swash does with the collective."""
    kind, _, which = entry.key.partition(".")
    if entry.key == "pitch":
        return {"collective": entry.value == "up"}
    if f"{kind}." not in (_BALLS, "look.") or which not in STICKS:
        return {}
    setup, command = entry.setup, which
    lift = _lift(setup.airframe.head.model_dump_json())
    right = _as_wanted(setup, command, entry.value, lift, phase_of(setup))
    return {_DIRECTIONS[command]: right}


def _look_back(run: Readings) -> LooksSoFar:
    looks: dict[Command, Any] = {}
    phase = _phase_looked_at(run)
    for command in COMMANDS:
        if command != "collective" and _phase_of_look(run, command) not in (None, phase):
            continue  # of another phase: it is looked at anew
        if command != "collective" and _of_other_servos(run, looks.get("collective"), command):
            continue
        answer = newest(run, f"look.{command}")
        ball_by_ball = newest(run, f"{_BALLS}{command}")
        if isinstance(answer, str) and ball_by_ball is not None:
            answer = ball_by_ball
        if answer is not None:
            looks[command] = answer
    count = len(run.setup.airframe.swash.balls)
    drives = {
        output: int(servo)
        for output in range(count)
        if (servo := newest(run, f"lead.{output}")) is not None
    }
    layout = newest(run, "layout")
    lift = _lift(run.setup.airframe.head.model_dump_json())
    commands = {c: _turned(look, lift if c == "collective" else 1) for c, look in looks.items()}

    def explain(drives: dict[int, int]) -> Diagnosis:
        sight = Sight(commands, drives, layout is True)
        swash = run.setup.airframe.swash
        return diagnose(swash, _reversed(run), sight, run.setup.arranged, phase)

    diagnosis = explain({**leads_followed(run), **drives})
    if not diagnosis.explanations:
        diagnosis = explain(drives)  # a horn that seemed to follow may have been misread
    return LooksSoFar(looks, drives, layout, lift, diagnosis, phase)


def _phase_looked_at(run: Readings) -> float:
    """The phase that the tilts were looked at with last; today's before anybody looked. What a tilt
    looks like hangs on it, and a phase that is set later turns no look that was taken."""
    seen = [_newest_entry(run, key) for command in ("right", "back") for key in _keys(command)]
    held = [entry for entry in seen if entry is not None]
    if not held:
        return phase_of(run.setup)
    return phase_of(max(held, key=lambda entry: entry.sequence).setup)


def _phase_of_look(run: Readings, command: str) -> float | None:
    held = [entry for key in _keys(command) if (entry := _newest_entry(run, key)) is not None]
    return phase_of(max(held, key=lambda e: e.sequence).setup) if held else None


def _keys(command: str) -> tuple[str, str]:
    return f"look.{command}", f"{_BALLS}{command}"


def _of_other_servos(run: Readings, collective: Any, command: Command) -> bool:
    """Whether a tilt was looked at before a servo was worked on that may turn the other way now.
    Where all rise together after that, the tilt is what it was; with mechanical mixing each servo
    moves for its own stick alone, and the collective tells nothing of the others."""
    keys = (f"look.{command}", f"{_BALLS}{command}")
    held = [entry for step in STEPS for key in keys for entry in run.held(step, key)]
    since = max((entry.sequence for entry in held), default=None)
    if since is None or not run.work_undoing({"together"}, since):
        return False
    if rides(run.setup):
        return True
    lift = _lift(run.setup.airframe.head.model_dump_json())
    return collective is None or not _as_wanted(
        run.setup, "collective", collective, lift, phase_of(run.setup)
    )


def phase_of(setup: Setup) -> float:
    """The phase of the mixing (deg)."""
    return 0.0 if setup.mixing_unit is None else setup.mixing_unit.phase_deg


def _reversed(run: Readings) -> list[bool]:
    return [servo_reversed(run.setup, i) for i in range(len(run.setup.airframe.servos))]


@lru_cache(maxsize=64)
def _lift(head_json: str) -> int:
    """Whether this head gains pitch when its swash rises (1) or sinks (−1)."""
    grip = Grip(Head.model_validate_json(head_json))
    pitch = grip.pitch(Pose.of([0.0, 1.0]), [180.0], 0).pitch_deg[0]
    return 1 if pitch[1] >= pitch[0] else -1


def _turned(look: Any, lift: int) -> Any:
    if lift > 0:
        return look
    if isinstance(look, str):
        return {"up": "down", "down": "up"}.get(look, look)
    return [-ball for ball in look]


def _as_wanted(setup: Setup, command: Command, look: Any, lift: int, phase_deg: float) -> bool:
    look = _turned(look, lift if command == "collective" else 1)
    if isinstance(look, str):
        wished = {"collective": "up", "right": "right", "back": "back"}[command]
        return bool(look == wished)
    return bool(list(look) == _wanted(setup, command, phase_deg))


def _wanted(setup: Setup, command: str, phase_deg: float) -> list[int]:
    field = field_of(setup.airframe.swash, phase_deg)
    wanted: list[int] = visible(field.wanted)[:, COMMANDS.index(command)].tolist()
    return wanted


def _lead(output: int, count: int, answer: int | None) -> Choice:
    return Choice(
        key=f"lead.{output}",
        label=f"Follow the lead from output {output + 1}: it drives",
        options=tuple(Option(str(i), f"servo {i + 1}") for i in range(count)),
        answer=None if answer is None else str(answer),
        word=None if answer is None else "in" if answer == output else "out",
    )


def _layout(run: Readings, answer: bool | None) -> Confirm:
    name = LAYOUT_WORDS[run.setup.airframe.swash.layout]
    return Confirm(
        key="layout",
        label=f"The mixing device is set to this plate: {name}",
        answer=answer,
        word=None if answer is None else "in" if answer else "out",
    )


def _part(run: Readings, mend: Mend) -> tuple[list[Change], list[Work]]:
    if mend.kind == "reverse_servo":
        return [reverse_servo(run.setup, mend.servos[0])], []
    if mend.function is not None:
        return [reverse_function(run.setup, mend.function)], []
    if mend.kind == "exchange_plugs":
        return [], [Work("exchange_plugs", mend.servos[0], float(mend.servos[1]))]
    if mend.kind == "set_layout":
        return [], [Work("set_layout", 0)]
    return [], [Work("mend_lead", mend.servos[0])]


def _by_hand(key: str, text: str, work: Work) -> Action:
    return Action(
        key=key,
        text=text,
        expect=_REOPENS,
        device="helicopter",
        work=(work,),
        aspects=("servo_direction",),
    )
