"""The bench's advice on the scale of the devices a helicopter has."""

import numpy as np
import pytest

from builds import document
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.devices import (
    make_starting_profile,
    read_profile,
    round_to_devices,
    write_on_devices,
)
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import Change, make_fresh_setup, read_setup
from mint_lever.setup.edits.path_edit import apply_changes

FIGURE = "unit.cyclic_pct"


def unit_with(**more):
    setting = {"path": FIGURE, "called": "Roll throw", "menu": "Swash", **more}
    return read_profile(
        {
            "format": "mint-lever-device",
            "version": 1,
            "kind": "unit",
            "name": "Blue cube",
            "settings": [setting],
        }
    )


def read_at(setup, right, left, devices):
    at = {"right": right, "left": left}
    entries = [
        Entry(n, "cyclic_throw", key, value, setup)
        for n, (key, value) in enumerate((*at.items(), *at.items()))
    ]
    return make_bench_run(setup, entries, [], devices).advice("cyclic_throw")


@pytest.fixture
def setup():
    return read_setup(apply_changes(read_setup(document()).as_document(), [Change(FIGURE, 50.0)]))


def throw_at(setup, figure):
    """Cyclic (deg) at full aileron."""
    chain = build_chain(read_setup(apply_changes(setup.as_document(), [Change(FIGURE, figure)])))
    over_the_boom = evaluate_pose(chain, Sticks.at(aileron=[-100.0, 100.0]), [180.0]).pitch_deg[0]
    return np.ptp(over_the_boom) / 2


def figure_of(advice):
    return next(action for action in advice.actions if action.key == "figure")


def test_a_figure_is_set_as_the_device_holds_it(setup):
    # 5.0° at 50 %: 9.0° need 90 %, which a device of sevens has not; 91 it has.
    plain = figure_of(read_at(setup, 5.0, -5.0, ()))
    assert plain.changes == (Change(FIGURE, 90.0),)
    assert plain.on_devices == ()
    sevens = figure_of(read_at(setup, 5.0, -5.0, (unit_with(step=7.0),)))
    assert sevens.changes == (Change(FIGURE, 91.0),)
    (said,) = sevens.on_devices
    assert (said.device, said.called, said.menu, said.text) == (
        "Blue cube",
        "Roll throw",
        "Swash",
        "91",
    )
    assert said.rounded
    # One percent of the figure at the blade, here by the throw between two others.
    ten = np.ptp([throw_at(setup, 80.0), throw_at(setup, 90.0)])
    assert said.cost_deg == pytest.approx(ten / 10, rel=0.2)
    # What the gauge is to read afterwards goes by the step that is really made.
    assert sevens.predicts[0].value == pytest.approx(plain.predicts[0].value * 91 / 90, abs=1e-6)


def test_a_step_the_device_cannot_make_is_not_advised(setup):
    # 7.7° at 55 %: 64 % would do; a device that goes by 110 stays where it is.
    held = read_setup(apply_changes(setup.as_document(), [Change(FIGURE, 55.0)]))
    assert figure_of(read_at(held, 7.7, -7.7, ())).changes == (Change(FIGURE, 64.0),)
    advice = read_at(held, 7.7, -7.7, (unit_with(step=55.0),))
    assert not [action for action in advice.actions if action.key == "figure"]
    assert "Blue cube has no finer step there" in advice.summary


def test_changes_are_said_in_the_order_of_the_devices_own_work(setup):
    profile = read_profile(
        {
            "format": "mint-lever-device",
            "version": 1,
            "kind": "transmitter",
            "name": "Grey box",
            "settings": [
                {"path": "transmitter.modes.*.tail_gain_pct", "called": "Tail feel"},
                {"path": "transmitter.channels.rudder.reversed", "called": "Turn"},
            ],
        }
    )
    changes = [
        Change("transmitter.channels.rudder.reversed", True),
        Change("unit.cyclic_pct", 40.0),
        Change("transmitter.modes.idle_up_1.tail_gain_pct", 42.0),
    ]
    said = write_on_devices([profile], setup, changes)
    assert [(each.called, each.text) for each in said] == [
        ("Tail feel", "42"),
        ("Turn", "reversed"),
    ]


def test_a_curves_points_are_held_one_by_one(setup):
    profile = read_profile(
        {
            "format": "mint-lever-device",
            "version": 1,
            "kind": "transmitter",
            "name": "Grey box",
            "settings": [
                {
                    "path": "transmitter.modes.*.pitch_curve.*",
                    "called": "Pitch, point",
                    "factor": 2.0,
                    "zero": -100.0,
                    "step": 5.0,
                }
            ],
        }
    )
    curve = Change("transmitter.modes.idle_up_2.pitch_curve", [0.0, 26.0, 50.0, 75.0, 100.0])
    # −100 … 100 in fives: 26 is −48 there, which it holds as −50, that is 25.
    (held,) = round_to_devices([profile], [curve])
    assert held.value == [0.0, 25.0, 50.0, 75.0, 100.0]
    said = write_on_devices([profile], setup, [curve], "idle_up_2")
    assert [each.text for each in said] == ["-100", "-50", "0", "50", "100"]
    assert [each.rounded for each in said] == [False, True, False, False, False]


def test_what_no_setup_takes_is_left_as_it_is():
    # A profile that says what cannot be: from 400 on.
    wrong = unit_with(low=400.0)
    assert round_to_devices([wrong], [Change(FIGURE, 60.0)]) == (Change(FIGURE, 60.0),)


def test_one_word_of_a_neutral_transmitter_is_of_every_flight_mode():
    paths = [setting.path for setting in make_starting_profile("transmitter").settings]
    assert "transmitter.modes.*.tail_gain_pct" in paths
    assert not [path for path in paths if ".modes.normal." in path]


def test_what_a_rounded_point_costs_is_looked_for_in_its_own_mode_and_at_its_own_place():
    """A point at 25 % of idle-up 2: neither an end nor the centre, and none of normal's."""
    setup = make_fresh_setup("Savory 500")
    words = {"path": "transmitter.modes.*.pitch_curve.*", "called": "Pitch", "step": 10.0}
    profile = read_profile(
        {
            "format": "mint-lever-device",
            "version": 1,
            "kind": "transmitter",
            "name": "Grey box",
            "settings": [words],
        }
    )
    path = "transmitter.modes.idle_up_2.pitch_curve.1"
    (said,) = write_on_devices([profile], setup, [Change(path, 26.0)])
    assert said.text == "30"

    def at_25(percent):
        made = read_setup(apply_changes(setup.as_document(), [Change(path, percent)]))
        at = Sticks.at(collective=-50.0)
        return evaluate_pose(build_chain(made), at, [180.0], "idle_up_2").pitch_deg[0, 0]

    assert abs(at_25(30.0) - at_25(26.0)) > 0.3
    assert said.cost_deg == pytest.approx(abs(at_25(30.0) - at_25(26.0)), abs=0.02)
