"""A collective begun far too large: its servos stand at the ends of their range, where no trim
moves them."""

import pytest

from mint_lever.bench import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup

SERVOS = [
    Change(f"unit.servos.{i}.{end}", us)
    for i in range(3)
    for end, us in (("min_us", 900.0), ("max_us", 2140.0))
]
READ = {"mid.right": 0.0, "mid.forward": 0.0, "low.right": 0.0, "low.forward": 0.0}


def advice(collective_pct, **high):
    changes = [*SERVOS, Change("unit.collective_pct", collective_pct)]
    setup = read_setup(apply_changes(make_fresh_setup("Savory 500").as_document(), changes))
    read = {**READ, **{f"high.{axis}": tilt for axis, tilt in high.items()}}
    entries = [Entry(i, "level", key, value, setup) for i, (key, value) in enumerate(read.items())]
    return setup, make_bench_run(setup, entries).advice("level")


def test_the_collective_comes_down_before_the_end_is_levelled():
    setup, found = advice(150.0, right=0.1, forward=-1.0)
    (action,) = found.actions
    assert (action.key, action.keys) == ("range.high", ("high.right", "high.forward"))
    mended = read_setup(apply_changes(setup.as_document(), action.changes))
    pitch = evaluate_pose(build_chain(mended), Sticks.at(collective=100.0)).pitch_deg.mean()
    assert float(pitch) == pytest.approx(setup.targets.collective_high_deg, abs=1.0)
    # Read again there, the trims move it.
    read = {**READ, "high.right": 0.1, "high.forward": -1.0}
    entries = [Entry(i, "level", key, value, mended) for i, (key, value) in enumerate(read.items())]
    assert [each.key for each in make_bench_run(mended, entries).advice("level").actions] == [
        "trim.high"
    ]


def test_within_the_range_the_trims_are_what_is_set():
    _, found = advice(70.0, right=0.1, forward=-1.0)
    assert [action.key for action in found.actions] == ["trim.high"]


def test_a_level_end_is_left_alone_however_large_the_throw():
    _, found = advice(150.0, right=0.1, forward=0.0)
    assert found.actions == ()
