"""One figure moves both cyclic axes: elevator is read too, and more throw than wished is welcome.

Common practice, no source (F10b, F10c, F12); how far apart the axes may be is from memory.
"""

import numpy as np
import pytest

from few import few
from mint_lever.bench import Entry
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.hidden_truth import random_truth
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup


def edited(setup, *changes):
    made = [Change(path, value) for path, value in changes]
    return read_setup(apply_changes(setup.as_document(), made))


def read(setup, **values):
    entries = [Entry(n, "cyclic_throw", key, value, setup) for n, (key, value) in
               enumerate(values.items())]  # fmt: skip
    return make_bench_run(setup, entries).advice("cyclic_throw")


def pair(throw, one, other, rest=0.0):
    return {one: rest + throw, other: rest - throw}


def built(seed):
    """A helicopter without any fault but the one a test puts in, its plate described as 120°."""
    setup = make_fresh_setup(
        "Savory 500", "three_120", ("clockwise", "counter_clockwise")[seed % 2]
    )
    truth = random_truth(setup, np.random.default_rng(seed))
    truth.mounted = [s.mounted for s in setup.airframe.servos]
    truth.horn_error_deg = [0.0] * 3
    truth.swash_extra_mm = [0.0] * 3
    truth.output_of_servo = [0, 1, 2]
    truth.arrives = dict.fromkeys(truth.arrives, 1.0)
    return SimulatedHelicopter(setup, truth, seed)


def at_nine(bench):
    """Set the unit's figure so that aileron reads about nine degrees, and read both axes."""
    bench.change([Change("unit.cyclic_pct", 60.0)])
    at_sixty = half(bench, (0.0, 100.0, 0.0), 180.0)
    bench.change([Change("unit.cyclic_pct", float(round(60.0 * 9.0 / at_sixty)))])
    readings = {}
    for key, (aileron, elevator, azimuth) in {
        "right": (100.0, 0.0, 180.0),
        "left": (-100.0, 0.0, 180.0),
        **across(bench.setup),
    }.items():
        bench.move_sticks(0.0, aileron, elevator)
        readings[key] = bench.read_gauge(0, azimuth)
    return readings


def across(setup):
    """Elevator is read where the blade hangs on the plate's tail side."""
    if setup.airframe.head.rotation == "clockwise":
        return {"forward": (0.0, 100.0, 90.0), "back": (0.0, -100.0, 90.0)}
    return {"forward_left": (0.0, 100.0, 270.0), "back_left": (0.0, -100.0, 270.0)}


def half(bench, sticks, azimuth):
    ends = []
    for sign in (1, -1):
        bench.move_sticks(sticks[0], sign * sticks[1], sign * sticks[2])
        ends.append(bench.read_gauge(0, azimuth))
    return abs(ends[0] - ends[1]) / 2


@pytest.mark.parametrize("seed", few(range(520_000, 520_055)))
def test_one_servo_with_another_throw_or_another_plate_is_not_blessed(seed):
    """Fifty-five helicopters: the elevator servo turns 0.6 to 0.8 or 1.25 to 1.5 of the others, or
    the plate is a 140 described as 120; and, every fifth, nothing is wrong."""
    bench = built(seed)
    rng = np.random.default_rng([seed, 6])
    kind = ("servo", "plate", "servo", "plate", "none")[seed % 5]
    if kind == "servo":
        share = float(rng.choice([rng.uniform(0.6, 0.8), rng.uniform(1.25, 1.5)]))
        bench.truth.servo_share = [(share, share), (1.0, 1.0), (1.0, 1.0)]
    if kind == "plate":
        bench.truth.plate = "three_140"
    readings = at_nine(bench)
    found = read(bench.setup, **readings)
    if kind == "none":
        assert found.outcome in ("good", "workable")
        return
    assert found.outcome == "out"
    (action,) = [each for each in found.actions if each.needed]
    assert action.key == "axes"
    assert ("servo 1 turns" if kind == "servo" else "140°") in found.summary


def test_elevator_is_asked_for_before_anything_is_called_good():
    setup = edited(make_fresh_setup("Savory 500"), ("unit.cyclic_pct", 58.0))
    begun = read(setup, **pair(9.0, "right", "left"))
    assert begun.outcome == "begun"
    assert begun.next_key == "forward"


@pytest.mark.parametrize("throw", [8.2, 9.0, 9.8, 10.5, 10.8])
@pytest.mark.parametrize("wished", [9.0, 9.5, 10.0, 10.5, 11.0])
@pytest.mark.parametrize("figure", [55.0, 60.0, 64.0])
def test_more_cyclic_than_wished_is_welcome_up_to_eleven(throw, wished, figure):
    changes = [("unit.cyclic_pct", figure), ("targets.cyclic_deg", wished)]
    setup = edited(make_fresh_setup("Savory 500"), *changes)
    both = pair(throw, "right", "left") | pair(throw, "forward", "back")
    assert read(setup, **both).outcome == "good"


@pytest.mark.parametrize(
    ("throw", "outcome"),
    [(7.4, "out"), (11.4, "workable"), (11.9, "workable"), (12.4, "out"), (13.0, "out")],
)
def test_beyond_it_is_workable_where_nothing_touches_and_then_too_much(throw, outcome):
    setup = edited(make_fresh_setup("Savory 500"), ("unit.cyclic_pct", 58.0))
    both = pair(throw, "right", "left") | pair(throw, "forward", "back")
    found = read(setup, **both)
    assert found.outcome == outcome
    if outcome == "workable":
        assert "where nothing touches" in found.summary


def test_the_least_is_the_pilots_own():
    setup = edited(
        make_fresh_setup("Savory 500"), ("unit.cyclic_pct", 58.0), ("targets.cyclic_least_deg", 9.0)
    )
    both = pair(8.4, "right", "left") | pair(8.4, "forward", "back")
    assert read(setup, **both).outcome == "out"


@pytest.mark.parametrize("seed", few(range(60)))
def test_a_ball_is_moved_the_way_the_gauge_says(seed):
    """Sixty figures outside the window, on lengths that are defaults or typed anyhow."""
    rng = np.random.default_rng([seed, 10])
    high = bool(seed % 2)
    figure = float(rng.uniform(72, 95) if high else rng.uniform(25, 45))
    arm = float(rng.choice([9.0, 12.0, 14.0, 18.0]))
    holes = [arm - 3.0, arm - 1.5, arm, arm + 1.5, arm + 3.0]
    setup = make_fresh_setup("Savory 500")
    changes = [("unit.cyclic_pct", round(figure))]
    for i in range(3):
        changes += [
            (f"airframe.servos.{i}.arm_mm", arm),
            (f"airframe.servos.{i}.holes_mm", holes),
        ]
    setup = edited(setup, *changes)
    both = pair(9.0, "right", "left") | pair(9.0, "forward", "back")
    found = read(setup, **both)
    way = "outward" if high else "inward"
    assert way in found.summary
    moves = [each for each in found.actions if each.key.startswith("ball.horn")]
    assert moves
    for move in moves:
        to = move.changes[0].value
        assert (to > arm) == high, f"{move.text} against {found.summary}"
        innermost = to == min(holes)
        assert ("against the frame" in move.expect) == innermost
