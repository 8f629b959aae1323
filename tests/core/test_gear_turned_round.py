"""A gear typed the wrong way round is asked about, and a pinion's advice says which way to go."""

import numpy as np
import pytest

from few import few
from mint_lever.audit import audit
from mint_lever.bench import Entry
from mint_lever.bench.simulate.random_builds import with_governor
from mint_lever.bench.steps import make_bench_run
from mint_lever.model.drive.pinion_choice import PinionRow
from mint_lever.modes.head_speed_table import pinion_advice
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup

GOVERNED = with_governor(make_fresh_setup("Savory 500"), "unit", np.random.default_rng(4))


def counted(pinion, main):
    changes = [Change("drive.gear.pinion", pinion), Change("drive.gear.main", main)]
    setup = read_setup(apply_changes(GOVERNED.as_document(), changes))
    entries = [
        Entry(0, "drive_data", "pinion", float(pinion), setup),
        Entry(1, "drive_data", "main", float(main), setup),
    ]
    return setup, make_bench_run(setup, entries).advice("drive_data")


@pytest.mark.parametrize("seed", few(range(60)))
def test_more_teeth_on_the_pinion_than_on_the_main_gear_is_asked_about(seed):
    rng = np.random.default_rng([seed, 3])
    pinion, main = int(rng.integers(8, 20)), int(rng.integers(60, 180))
    right, found = counted(pinion, main)
    assert not any("Count both again" in action.text for action in found.actions)
    assert not [each for each in audit(right) if each.rule == "gear_the_wrong_way_round"]
    turned, found = counted(main, pinion)
    assert found.outcome == "out" or found.next_key is not None
    (asked,) = [action for action in found.actions if "Count both again" in action.text]
    assert set(asked.keys) == {"pinion", "main"}
    (finding,) = [each for each in audit(turned) if each.rule == "gear_the_wrong_way_round"]
    mended = read_setup(apply_changes(turned.as_document(), finding.changes))
    assert (mended.drive.gear.pinion, mended.drive.gear.main) == (pinion, main)


def rows(*most):
    return [
        PinionRow(teeth=9 + i, gear=10.0, unloaded_rpm=0.0, duty_hover=None, duty_full=None,
                  most_rpm=rpm)
        for i, rpm in enumerate(most)
    ]  # fmt: skip


@pytest.mark.parametrize(
    ("suits", "begins"),
    [(12, "The one that is fitted"), (10, "Smaller: 10"), (14, "Larger: 14"), (None, "None")],
)
def test_the_advice_says_which_way(suits, begins):
    assert pinion_advice(rows(1800.0, 2000.0), 12, suits, 15.0).startswith(begins)


@pytest.mark.parametrize(("most", "way"), [((1800, 2000), "larger"), ((2000, 1800), "smaller")])
def test_where_none_does_the_way_that_comes_nearest_is_said(most, way):
    assert f"A {way} pinion" in pinion_advice(rows(*most), 12, None, 15.0)
