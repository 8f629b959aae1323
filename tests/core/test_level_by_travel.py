"""Levelling the ends of the collective where the transmitter mixes: servo by servo, by travel."""

import numpy as np
import pytest

from builds import document
from few import few
from mint_lever.bench import Entry
from mint_lever.bench.engine.change_effects import touched_by_difference
from mint_lever.bench.practise.evening import work_through
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.bench.steps import make_bench_run
from mint_lever.bench.steps.shared.level_by_travel import travel_side
from mint_lever.model.chain import Sticks, build_chain
from mint_lever.modes.bench_mode import bench_mode
from mint_lever.setup import Change, apply_changes, read_setup, with_arrangement

MIXES = "transmitter_mixes"


def changed(setup, *changes):
    return read_setup(apply_changes(setup.as_document(), list(changes)))


def written(layout, reversed_servo=None, turned=False):
    """What the pilot has written down: every horn the same."""
    setup = with_arrangement(read_setup(document(layout)), MIXES)
    changes = []
    if reversed_servo is not None:
        # Turned round in the channel, mounted the other way round: it moves as before.
        changes.append(Change(f"transmitter.servo_channels.{reversed_servo}.reversed", True))
        changes.append(Change(f"airframe.servos.{reversed_servo}.mounted", -1))
    if turned:
        mix = setup.transmitter.swash_mix
        changes.append(Change("transmitter.swash_mix.collective", -mix.collective))
        changes += [
            Change(f"airframe.servos.{i}.mounted", -1) for i in range(len(setup.airframe.servos))
        ]
    return changed(setup, *changes)


def real(setup, servo, arm_mm):
    """The metal: one servo's horn ball is in another hole than was written down."""
    return changed(setup, Change(f"airframe.servos.{servo}.arm_mm", arm_mm))


def end(setup, stick):
    pose = build_chain(setup).run(Sticks.at(stick), bench_mode(setup)).swash.pose
    return (
        np.array([pose.tilt_right_deg.item(), pose.tilt_forward_deg.item()]),
        pose.height_mm.item(),
    )


def run_at(setup, places, metal):
    """Level in the middle, and read at the ends named, to the gauge's last digit. In step 5 the
    first servo's sub-trim turned its horn as it is written down to be mounted."""
    reads = {"mid.right": 0.0, "mid.forward": 0.0}
    for place, stick in places:
        tilt, _ = end(metal, stick)
        reads[f"{place}.right"], reads[f"{place}.forward"] = np.round(tilt, 1).tolist()
    entries = [Entry(i, "level", *read, setup) for i, read in enumerate(reads.items(), 2)]
    return make_bench_run(setup, [*horn_followed(setup), *entries])


def horn_followed(setup):
    trim = "transmitter.servo_channels.0.subtrim_pct"
    # 10 % is 40 µs at 4 µs a percent, 4° at 10 µs a degree.
    stood = 4.0 * setup.airframe.servos[0].mounted
    return [
        Entry(0, "horns", "horn.0", stood, changed(setup, Change(trim, 10.0))),
        Entry(1, "horns", "horn.0", 0.0, setup),
    ]


@pytest.mark.parametrize("servo", [0, 1, 2])
@pytest.mark.parametrize("layout", ["three_120", "three_140", "three_90"])
@pytest.mark.parametrize(("place", "stick"), [("high", 100.0), ("low", -100.0)])
def test_travel_levels_an_end_and_leaves_middle_and_height(layout, servo, place, stick):
    setup = written(layout, reversed_servo=1)
    metal = real(setup, servo, 14.4)
    before, height = end(metal, stick)
    assert np.abs(before).max() > 0.5  # more than is workable
    (action,) = run_at(setup, [(place, stick)], metal).advice("level").actions
    assert action.device == "transmitter"
    other = "low" if place == "high" else "high"
    after, now = end(changed(metal, *action.changes), stick)
    assert np.abs(after).max() <= 0.3
    assert now == pytest.approx(height, abs=0.12)
    # The middle and the other end are where they were.
    for still, at in (("mid", 0.0), (other, -stick)):
        assert end(changed(metal, *action.changes), at)[0] == pytest.approx(
            end(metal, at)[0], abs=1e-6
        ), still
    assert set(action.keys) == {f"{place}.right", f"{place}.forward"}


def test_a_collective_turned_round_uses_the_other_side_of_every_channel():
    setup = written("three_120", turned=True)
    metal = real(setup, 0, 14.4)
    (action,) = run_at(setup, [("high", 100.0)], metal).advice("level").actions
    assert {change.path.rsplit(".", 1)[1] for change in action.changes} == {"travel_low_pct"}
    after, _ = end(changed(metal, *action.changes), 100.0)
    assert np.abs(after).max() <= 0.3


def test_where_servos_ride_on_the_collective_no_travel_levels_its_ends():
    setup = written("single")
    reads = {"mid.right": 0.0, "mid.forward": 0.0, "high.right": 0.8, "high.forward": 0.0}
    entries = [Entry(i, "level", *read, setup) for i, read in enumerate(reads.items())]
    found = make_bench_run(setup, entries).advice("level")
    assert found.actions == ()


def test_a_radio_with_finer_steps_comes_nearer():
    left = {}
    for step in (5.0, 0.5):
        setup = changed(written("three_120"), Change("transmitter.travel_step_pct", step))
        metal = real(setup, 0, 14.6)
        (action,) = run_at(setup, [("high", 100.0)], metal).advice("level").actions
        assert all(change.value % step == pytest.approx(0.0) for change in action.changes)
        left[step] = np.hypot(*end(changed(metal, *action.changes), 100.0)[0])
    assert left[0.5] < left[5.0]


def test_a_servos_travel_undoes_only_the_end_it_works_at():
    setup = written("three_120")
    run = run_at(setup, [("low", -100.0), ("high", 100.0)], setup)
    assert run.done("level")
    path = "transmitter.servo_channels.1.travel_high_pct"
    later = changed(setup, Change(path, 96.0))
    assert "level" in {touch.step for touch in touched_by_difference(setup, later)}
    after = make_bench_run(later, run.entries)
    assert not after.done("level")
    held = {e.key for e in run.entries if after.held("level", e.key)}
    assert held == {"mid.right", "mid.forward", "low.right", "low.forward"}


SIGNS = [(-1, 1, 1), (1, -1, 1), (1, 1, -1), (-1, -1, -1), (1, -1, -1), (-1, 1, -1)]


@pytest.mark.parametrize(
    ("seed", "signs"), few(zip((5008, 5015, 5026, 7, 31, 52), SIGNS, strict=True), 1)
)
def test_on_a_radio_whose_mix_has_either_sign_the_ends_end_level(seed, signs):
    """Turned functions once drove travel to 0 and 150 %, or left the other end out (+1.1°)."""
    bench = random_helicopter(seed, MIXES)
    names = ("collective", "aileron", "elevator")
    bench.truth.arrives = dict(zip(names, map(float, signs), strict=True))
    bench.truth.output_of_servo = sorted(bench.truth.output_of_servo)
    evening = work_through(bench)
    assert evening.acts["level"] <= 6
    for channel in bench.setup.transmitter.servo_channels:
        assert 60 <= channel.travel_low_pct <= 140
        assert 60 <= channel.travel_high_pct <= 140
    for stick in (-100.0, 0.0, 100.0):
        tilt = bench.quiet_copy()
        tilt.move_sticks(stick)
        assert np.hypot(*tilt.read_leveller()) <= 0.8


def test_what_one_end_shows_of_a_radios_sides_holds_for_the_other():
    """A tilt at the low end that no travel of its side moves: from then on both ends go by the
    other side, and what was read at the high end rests on the side that was changed."""
    setup = written("three_120")
    run = make_bench_run(setup, [Entry(1, "level", "follows.low.right", "still", setup)])
    fresh = make_bench_run(setup, [])
    for servo in range(3):
        for stick in (-100.0, 100.0):
            sides = {travel_side(run, servo, stick), travel_side(fresh, servo, stick)}
            assert sides == {"low", "high"}
    after = changed(setup, Change("transmitter.servo_channels.1.travel_high_pct", 90.0))
    read = Entry(2, "level", "low.right", 0.1, setup)
    still = Entry(1, "level", "follows.low.right", "still", setup)
    assert make_bench_run(after, [read]).held("level", "low.right")
    assert not make_bench_run(after, [still, read]).held("level", "low.right")
