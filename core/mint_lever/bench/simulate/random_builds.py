"""Random helicopters for the simulated bench: plausible metal, random mistakes in it."""

from __future__ import annotations

from typing import cast, get_args

import numpy as np

from mint_lever.axes import Rotation
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.hidden_truth import random_truth
from mint_lever.model.drive.governor_device import GovernorPlace
from mint_lever.model.tail.slider_limits import Side
from mint_lever.setup.arrangement import ARRANGEMENTS, ArrangementName
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.reshaping import with_arrangement
from mint_lever.setup.new_setup import make_fresh_setup
from mint_lever.setup.parts.airframe import LayoutName, SizeClass
from mint_lever.setup.parts.drive import Drive, Gear, Governor, Motor, Pack
from mint_lever.setup.parts.tail import Slider, Tail, TailServo
from mint_lever.setup.parts.targets import ClearanceSchool
from mint_lever.setup.parts.unit import CyclicSchool, ReferenceRule

LAYOUTS: tuple[LayoutName, ...] = (
    "three_120",
    "three_120",
    "three_140",
    "three_90",
    "four_90",
    "four_45",
)
LINKS = (0.0, 0.5, 0.5, 1.0)
"""Smallest steps (turns): turnbuckle, plain cup, cup with a face."""


_KNOWN_PULLS = (False, True, None)


def random_helicopter(
    seed: int,
    arrangement: ArrangementName = "unit_mixes",
    layout: LayoutName | None = None,
) -> SimulatedHelicopter:
    """Make a helicopter whose setup is fresh and whose metal is not what the setup says.

    Random besides the hidden truth: layout (unless one is given), rotation, number of blades, the
    grip arm's side, the smallest step of the links, the size and the tail.
    """
    rng = np.random.default_rng(seed)
    blades = int(rng.choice([2, 2, 3]))
    drawn = LAYOUTS[int(rng.integers(len(LAYOUTS)))]
    setup = make_fresh_setup(
        "Chervil 450",
        layout or drawn,
        cast(Rotation, str(rng.choice(["clockwise", "counter_clockwise"]))),
        blades,
    )
    # A draw of its own, so that the metal behind a seed stays what it was.
    blade_links, swash_links = np.random.default_rng([seed, 3]).choice(LINKS, 2)
    head = setup.airframe.head.model_copy(update=_link(float(blade_links)))
    swash = setup.airframe.swash.model_copy(update=_link(float(swash_links)))
    if rng.random() < 0.25:
        head = head.model_copy(update={"grip_arm": "trailing", "inner_ball_lead_deg": -90.0})
    tail, size = _tail(np.random.default_rng([seed, 4]))
    airframe = setup.airframe.model_copy(
        update={"head": head, "swash": swash, "tail": tail, "size_class": size}
    )
    setup = with_arrangement(setup.model_copy(update={"airframe": airframe}), arrangement)
    setup = _driven(setup, np.random.default_rng([seed, 5]))
    return SimulatedHelicopter(setup, random_truth(setup, rng), seed)


def any_helicopter(seed: int) -> SimulatedHelicopter:
    """Make a random helicopter of any kind a pilot may bring, the kind drawn as well.

    Drawn besides: who mixes; one in eight with mechanical mixing; two to five blades; how the unit
    wants its throw shown, what it learns by; how clearance is judged; a figure of its own for
    elevator.
    """
    rng = np.random.default_rng([seed, 6])
    arrangement = cast(ArrangementName, str(rng.choice(list(ARRANGEMENTS))))
    drawn = random_helicopter(seed, arrangement, "single" if rng.random() < 0.125 else None)
    setup = drawn.setup
    blades = int(rng.integers(2, 6))
    head = setup.airframe.head.model_copy(
        update={"blades": blades, "link_extra_mm": [0.0] * blades}
    )
    airframe = setup.airframe.model_copy(update={"head": head})
    school = cast(ClearanceSchool, str(rng.choice(get_args(ClearanceSchool))))
    if setup.unit is None and school == "by_the_unit":
        school = "nothing_touches"
    targets = setup.targets.model_copy(update={"clearance": school})
    setup = setup.model_copy(update={"airframe": airframe, "targets": targets})
    if setup.unit is not None:
        wants: dict[str, str | float] = {
            "cyclic_school": str(rng.choice(get_args(CyclicSchool))),
            "reference_rule": str(rng.choice(get_args(ReferenceRule))),
            "learns": str(rng.choice(["all_ends", "one_end_of_each_axis"])),
        }
        if rng.random() < 0.25:
            wants["cyclic_elevator_pct"] = setup.unit.cyclic_pct
        setup = setup.model_copy(update={"unit": setup.unit.model_copy(update=wants)})
    truth = drawn.truth.model_copy(
        update={"blade_extra_mm": rng.uniform(-1.0, 1.0, blades).tolist()}
    )
    return SimulatedHelicopter(setup, truth, seed)


def _driven(setup: Setup, rng: np.random.Generator) -> Setup:
    """Half of the machines have a governor, with a head speed for each idle-up; of the others
    nothing of the drive is described."""
    if rng.random() < 0.5:
        return setup
    places: list[GovernorPlace] = ["unit", "speed_controller"]
    place = places[int(rng.integers(0 if setup.unit is not None else 1, 2))]
    return with_governor(setup, place, rng)


def with_governor(setup: Setup, place: GovernorPlace, rng: np.random.Generator) -> Setup:
    """Describe a drive with a governor as its pilot means it. Figures from memory."""
    cells = int(rng.choice([6, 12]))
    speeds = sorted(50.0 * int(each) for each in rng.integers(34, 46, 2))
    drive = Drive(
        motor=Motor(
            kv_rpm_per_v=1100.0 if cells == 6 else 520.0,
            poles=int(rng.choice([8, 10, 12])),
            resistance_mohm=float(rng.integers(10, 20)),
            no_load_a=2.0,
        ),
        gear=Gear(
            pinion=int(rng.integers(10, 14)),
            main=int(rng.integers(105, 125)),
            second=[18, 22] if rng.random() < 0.3 else None,
        ),
        pack=Pack(cells=cells, resistance_mohm=float(rng.integers(15, 30)), capacity_mah=4500.0),
        governor=Governor(place=place),
    )
    modes = setup.transmitter.modes
    asked = {
        name: getattr(modes, name).model_copy(update={"head_speed_rpm": rpm})
        for name, rpm in zip(("idle_up_1", "idle_up_2"), speeds, strict=True)
        if getattr(modes, name) is not None
    }
    transmitter = setup.transmitter.model_copy(update={"modes": modes.model_copy(update=asked)})
    return setup.model_copy(update={"drive": drive, "transmitter": transmitter})


def _tail(rng: np.random.Generator) -> tuple[Tail, SizeClass]:
    """A tail as its pilot has measured it, and the size of its model. Figures from memory."""
    size = cast(SizeClass, str(rng.choice(["micro", "up_to_450", "to_600"])))
    micro = size == "micro"
    arm = 4.8 if micro else float(rng.uniform(6.0, 9.0))
    servo = TailServo(
        arm_mm=round(arm, 1),
        rod_mm=round(float(rng.uniform(90, 220)), 0),
        ratio=float(rng.choice([1.0, 1.0, 0.8])),
        mounted=1 if rng.integers(2) else -1,
    )
    # Two of three pilots know what their rod does.
    servo = servo.model_copy(update={"rod_pulls": _KNOWN_PULLS[int(1e3 * arm) % 3]})
    # About where forty degrees of the horn, a usual full throw, would take the slider.
    minus, plus = arm * rng.uniform(0.6, 0.7, 2) * servo.ratio
    tail = Tail(
        side=cast(Side, str(rng.choice(["left", "right"]))),
        plus_is_outward=bool(rng.integers(2)),
        servo=servo,
        slider=Slider(minus_mm=round(float(minus), 1), plus_mm=round(float(plus), 1)),
        grip_arm_mm=round(float(rng.uniform(7.0, 12.0)), 1),
        rod_ends=int(rng.choice([1, 1, 2])),
        rod_thread_mm=float(rng.choice([0.35, 0.4, 0.5])),
    )
    return tail, size


def _link(step_turns: float) -> dict[str, float | int]:
    """A turnbuckle has two ends that turn and stays anywhere."""
    return {"link_step_turns": step_turns, "link_ends": 1 if step_turns else 2}
