"""The bench where the transmitter mixes: one swash mix for both sides, channels for the servos."""

import numpy as np
import pytest

from builds import document
from mint_lever.bench import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.faults import InvalidSetup
from mint_lever.model.chain import Sticks, build_chain
from mint_lever.setup import Change, apply_changes, read_setup, with_arrangement, with_layout

MIXES = "transmitter_mixes"


def changed(setup, *changes):
    return read_setup(apply_changes(setup.as_document(), list(changes)))


@pytest.fixture
def setup():
    made = document()
    made["transmitter"] = {
        "modes": {
            "normal": {"pitch_curve": [30.0, 50.0, 100.0]},
            "idle_up_1": {},
            "hold": {"throttle_curve": [0.0, 0.0]},
        }
    }
    return with_arrangement(read_setup(made), MIXES)


def range_advice(setup, **reads):
    entries = [
        Entry(i, "collective_range", key, value, setup)
        for i, (key, value) in enumerate(reads.items())
    ]
    return make_bench_run(setup, entries).advice("collective_range")


def test_sides_nearly_alike_are_set_by_their_mean(setup):
    (action,) = range_advice(setup, up=9.6, down=-9.4).actions
    old = setup.transmitter.swash_mix.collective
    # 9.5° on the mean, 11 wanted: a straight line through the origin.
    assert action.changes == (Change("transmitter.swash_mix.collective", round(old * 11 / 9.5)),)
    assert action.device == "transmitter"


def test_sides_far_apart_are_set_by_the_shorter_one_first(setup):
    (action,) = range_advice(setup, up=11.0, down=-8.0).actions
    old = setup.transmitter.swash_mix.collective
    assert action.key == "figure.down"
    assert action.changes[0].value == round(old * 11 / 8)


@pytest.mark.parametrize(
    ("reads", "side"), [({"up": 12.6, "down": -11.0}, "up"), ({"up": 11.0, "down": -12.9}, "down")]
)
def test_then_the_longer_one_is_shortened_with_every_modes_pitch_curve(setup, reads, side):
    (action,) = range_advice(setup, **reads).actions
    assert action.key == f"curve.{side}"
    assert {change.path for change in action.changes} == {
        f"transmitter.modes.{name}.pitch_curve" for name in ("normal", "idle_up_1", "hold")
    }
    share = 11.0 / abs(reads[side])
    after = changed(setup, *action.changes)
    stick = 100.0 if side == "up" else -100.0
    for name, before in (("hold", setup), ("idle_up_1", setup)):
        was, now, still, as_was = (
            build_chain(of).run(Sticks.at(at), name).demand[0].item()
            for of, at in ((before, stick), (after, stick), (after, -stick), (before, -stick))
        )
        assert now == pytest.approx(was * share, abs=0.001)
        assert still == as_was
    normal = after.transmitter.modes.normal.pitch_curve
    assert normal[1] == 50.0  # the middle is nobody's to move
    assert normal[2 if side == "down" else 0] == [30.0, 50.0, 100.0][2 if side == "down" else 0]


def test_another_layout_brings_its_servo_channels(setup):
    with_one_turned = changed(setup, Change("transmitter.servo_channels.1.reversed", True))
    four = with_layout(with_one_turned, "four_90")
    assert [channel.reversed for channel in four.transmitter.servo_channels] == [
        False,
        True,
        False,
        False,
    ]
    assert read_setup(four.as_document()) == four


def test_a_unit_that_was_never_there_starts_with_the_transmitters_throws(setup):
    alone = changed(
        setup,
        Change("unit", None),
        Change("transmitter.swash_mix.collective", -44.0),
        Change("transmitter.swash_mix.aileron", 31.0),
    )
    unit = with_arrangement(alone, "unit_mixes").unit
    assert (unit.collective_pct, unit.collective_low_pct, unit.cyclic_pct) == (44.0, 44.0, 31.0)
    assert len(unit.servos) == 3


@pytest.mark.parametrize(
    ("change", "path"),
    [
        (("transmitter.swash_mix", None), "transmitter.swash_mix"),
        (("transmitter.servo_channels", None), "transmitter.servo_channels"),
        (("transmitter.servo_channels", [{}, {}, {}, {}]), "transmitter.servo_channels"),
        (("arrangement", "unit_mixes"), "unit"),
        (("arrangement", "transmitter_mixes_unit_behind"), "unit"),
        (("transmitter.power_up_mode", "idle_up_2"), "transmitter.power_up_mode"),
    ],
)
def test_what_an_arrangement_cannot_do_without_is_named(setup, change, path):
    alone = changed(setup, Change("unit", None))
    with pytest.raises(InvalidSetup) as refused:
        changed(alone, Change(*change))
    assert [fault.path for fault in refused.value.faults] == [path]


def arrival(setup, **reads):
    entries = [
        Entry(i, "arrival", key.replace("__", "."), value, setup)
        for i, (key, value) in enumerate(reads.items())
    ]
    return make_bench_run(setup, entries).advice("arrival")


def test_a_rest_off_centre_without_a_trim_written_down_is_looked_for_at_the_transmitter():
    found = arrival(read_setup(document()), aileron__centre=4.0)
    assert found.actions == ()
    assert "The aileron rests at +4 %" in found.summary
    assert "take its trim out at the transmitter" in found.summary
    assert {ask.key: ask.word for ask in found.asks}["aileron.centre"] == "out"


def test_as_near_as_the_radios_steps_come_is_said_and_left():
    coarse = changed(read_setup(document()), Change("transmitter.travel_step_pct", 5.0))
    found = arrival(coarse, elevator__high=98.0)
    assert found.actions == ()
    assert "98 % is as near as this radio's steps of 5 % come" in found.summary
    fine = arrival(read_setup(document()), elevator__high=98.0)
    # F26, common practice, no source: 100 × 100 / 98 is 102.04.
    assert fine.actions[0].changes[0].value == 102.0
    assert np.isclose(float(fine.actions[0].expect.split("show ")[1].split(" %")[0]), 100.0)
