"""Two setups beside one another: what differs, what it does at the blade, what it undoes."""

import re

import numpy as np
import pytest

from builds import described, document
from judge import Metal
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.records import compare_setups, list_lost_readings
from mint_lever.records.setup_comparison import MOST_WORKED_OUT
from mint_lever.setup import Change, apply_changes, read_setup

GAIN = "transmitter.modes.normal.tail_gain_pct"


def changed(setup, *changes):
    return read_setup(apply_changes(setup.as_document(), [Change(*each) for each in changes]))


def beside(*changes, setup=None):
    setup = setup or described()
    return compare_setups(make_bench_run(setup, [], []), changed(setup, *changes))


def nominal(setup):
    """The helicopter as it is written down, for a judge that knows nothing of the product."""
    made = setup.as_document()
    servos, blades = made["airframe"]["servos"], made["airframe"]["head"]["blades"]
    truth = {
        "arrives": {},
        "output_of_servo": range(len(servos)),
        "servo_share": None,
        "mounted": [servo["mounted"] for servo in servos],
        "horn_error_deg": [servo["horn_error_deg"] for servo in servos],
        "horn_share": 1.0,
        "swash_extra_mm": [servo["link_extra_mm"] for servo in servos],
        "grip_share": 1.0,
        "ring_share": 1.0,
        "blade_extra_mm": [0.0] * blades,
    }
    return Metal(made, truth)


@pytest.mark.parametrize(
    "change",
    [
        ("unit.cyclic_pct", 46.0),
        ("unit.collective_pct", 35.0),
        ("airframe.servos.1.arm_mm", 12.0),
        ("airframe.head.grip_arm_mm", 25.0),
        ("transmitter.modes.normal.rates.elevator.rate_pct", 80.0),
    ],
)
def test_the_effect_is_what_other_kinematics_find_at_those_sticks(change):
    """Against the raw construction of the published formulas, at every stick that is looked at."""
    setup = described()
    (difference,) = beside(change).differences
    one, other = nominal(setup), nominal(changed(setup, change))
    sticks = {
        f"collective at {c:+.0f} %".replace("-", "−"): (c, 0, 0) for c in np.linspace(-100, 100, 17)
    }
    sticks |= {
        "full left aileron": (0, -100, 0),
        "full right aileron": (0, 100, 0),
        "full back elevator": (0, 0, -100),
        "full forward elevator": (0, 0, 100),
    }
    apart = {
        words: max(
            abs(one.pitch(at, azimuth) - other.pitch(at, azimuth)) for azimuth in (0, 90, 180, 270)
        )
        for words, at in sticks.items()
    }
    effect = difference.effect
    assert effect.size == pytest.approx(max(apart.values()), abs=1e-4)
    where, mode = effect.where.rsplit(", ", 1)
    assert apart[where] == pytest.approx(effect.size, abs=1e-4)
    assert (mode, effect.unit, effect.part) == ("normal", "deg", "blades")


def test_what_differs_goes_by_device_from_old_to_new():
    found = beside(
        ("name", "Dill"),
        ("airframe.servos.0.arm_mm", 12.5),
        ("unit.ring_pct", 90.0),
        (GAIN, -40.0),
        ("transmitter.modes.normal.head_speed_rpm", 1950.0),
    ).differences
    assert [(each.device, each.before, each.after, each.unit) for each in found] == [
        ("transmitter", "44", "−40", "±100"),
        ("transmitter", "1900", "1950", "rpm"),
        ("unit", "100", "90", "%"),
        ("helicopter", "Fennel 500", "Dill", ""),
        ("helicopter", "13", "12.5", "mm"),
    ]
    speed = found[1].effect
    assert (speed.size, speed.unit) == (50.0, "rpm")
    # A name moves no blade, and neither does a gain on the bench.
    assert found[0].effect is None
    assert found[3].effect is None


def test_a_tail_limit_is_felt_at_the_tail():
    (limit,) = beside(("unit.tail.limit_left_pct", 70.0)).differences
    assert limit.effect.part == "tail blades"
    assert limit.effect.where == "full left rudder, normal"
    assert limit.effect.size > 1


def test_a_curve_is_one_difference_and_may_have_other_points():
    path = "transmitter.modes.normal.pitch_curve"
    (curve,) = beside((path, [0.0, 50.0, 100.0])).differences
    assert (curve.path, curve.before, curve.after) == (
        path,
        "0 · 25 · 50 · 75 · 100",
        "0 · 50 · 100",
    )
    assert curve.effect is None  # straight is straight, however many points
    (bent,) = beside((f"{path}.1", 40.0)).differences
    assert bent.effect.where == "collective at −50 %, normal"


def test_what_is_left_out_on_one_side_is_said():
    (there,) = beside(("unit.tuning.cyclic.character", None)).differences
    assert (there.before, there.after, there.unit) == ("3", "not set", "")


def test_going_there_undoes_the_steps_that_rest_on_what_differs():
    """The catalogue: a horn's length belongs to the zero pitch, and all that is measured after."""
    stale = dict(beside(("airframe.servos.0.arm_mm", 12.5)).stale)
    assert {"zero_pitch", "cyclic_throw", "collective_range", "final_directions"} <= set(stale)
    assert "make_safe" not in stale
    assert dict(beside(("unit.centre_trim.aileron_pct", 1.0)).stale).keys() == {"final_directions"}
    assert beside(("name", "Dill")).stale == ()


def test_the_same_setup_differs_in_nothing():
    found = beside()
    assert (found.differences, found.effect, found.stale) == ((), None, ())


def test_of_two_helicopters_the_effect_is_that_of_all_together():
    setup, other = (
        described(),
        read_setup(document("four_90", radius=25.0, rotation="counter_clockwise")),
    )
    found = compare_setups(make_bench_run(setup, [], []), other)
    assert len(found.differences) > MOST_WORKED_OUT
    assert all(each.effect is None for each in found.differences)
    assert found.effect.size > 1


def test_where_a_swash_binds_no_effect_is_said():
    """A link far too long: the swash binds over most of the stick, and what is said is of a place
    that both get to."""
    far = ("airframe.servos.0.link_extra_mm", 30.0)
    binds = build_chain(changed(described(), far))

    def gets_to(stick):
        return bool(evaluate_pose(binds, Sticks.at(stick)).reachable.all())

    assert not gets_to(100.0)
    found = beside(far)
    for effect in (found.effect, found.differences[0].effect):
        stick = float(re.search(r"collective at (\S+) %", effect.where)[1].replace("−", "-"))
        assert gets_to(stick)


def test_readings_lose_their_ground_where_they_hold_no_longer():
    setup = described()
    other = changed(setup, ("unit.cyclic_pct", 45.0))
    entries = [
        Entry(1, "zero_pitch", "blade.0", 0.1, setup),
        Entry(2, "cyclic_throw", "right", 8.0, setup),
        Entry(3, "cyclic_throw", "left", 8.0, setup),
    ]
    now, there = (make_bench_run(each, entries, []) for each in (setup, other))
    assert [(each.step, each.readings) for each in list_lost_readings(now, there)] == [
        ("cyclic_throw", 2)
    ]
    assert list_lost_readings(now, now) == ()
