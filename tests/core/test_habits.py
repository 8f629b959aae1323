"""Pilots who answer in words, read late, act early, and to whom something happens in mid-evening.

Each test here is of something an evening with such a pilot once ended wrong by.
"""

import numpy as np
import pytest

from few import few
from mint_lever.bench import WORKED_ON, Entry, Event, judge_fitness
from mint_lever.bench.practise.evening import work_through
from mint_lever.bench.practise.mishaps import MISHAPS
from mint_lever.bench.practise.pilot_habits import Habits, random_habits
from mint_lever.bench.practise.pilot_hands import take_reading
from mint_lever.bench.run.bench_audit import audit_run
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup, with_arrangement
from mint_lever.setup.arrangement import ARRANGEMENTS

FRESH = make_fresh_setup("Lovage 480")
SINGLE = make_fresh_setup("Lovage 480", "single")
MIXES = with_arrangement(FRESH, "transmitter_mixes")


def edited(setup, *changes):
    return read_setup(apply_changes(setup.as_document(), [Change(*each) for each in changes]))


def log(setup, *reads, after=0):
    """Entries of (step, key, value) on a setup."""
    return [Entry(after + i, *read, setup) for i, read in enumerate(reads)]


def right_looks(setup):
    """What is seen where everything is right, ball by ball on a 120° plate."""
    return log(
        setup,
        ("together", "look.collective", [1, 1, 1]),
        ("together", "pitch", "up"),
        ("tilts", "look.right", [0, -1, 1]),
        ("tilts", "look.back", [-1, 1, 1]),
    )


class TestWords:
    def test_a_word_that_says_all_is_right_writes_the_mounting_down(self):
        setup = edited(FRESH, ("unit.servos.1.reversed", True))
        run = make_bench_run(
            setup,
            log(setup, ("together", "look.collective", "up"), ("together", "pitch", "up")),
        )
        (note,) = run.advice("together").actions
        assert note.learned
        assert [(c.path, c.value) for c in note.changes] == [("airframe.servos.1.mounted", -1)]

    def test_a_chain_that_does_not_move_is_no_danger(self):
        """Two servos against one: the chain tilts right no further than left."""
        setup = edited(FRESH, ("unit.servos.0.reversed", True), ("unit.servos.2.reversed", True))
        entries = log(setup, ("final_directions", "right", "right"))
        rules = [f.found for f in audit_run(make_bench_run(setup, entries)) if "tilts" in f.found]
        assert "by the chain, stick right tilts the swash left" not in rules


class TestCyclicThrow:
    READS = (("cyclic_throw", "right", -4.7), ("cyclic_throw", "left", 6.2))

    def test_two_ends_with_a_pitch_link_turned_between_are_no_pair(self):
        one, other = log(FRESH, self.READS[0]), log(FRESH, self.READS[1], after=5)
        turned = Event(3, ("blade_link",))
        found = make_bench_run(FRESH, [*one, *other], [turned]).advice("cyclic_throw")
        assert found.next_key == "right"
        assert found.actions == ()
        assert make_bench_run(FRESH, [*one, *other]).advice("cyclic_throw").actions != ()
        again = log(FRESH, ("cyclic_throw", "right", -6.8), after=7)
        found = make_bench_run(FRESH, [*one, *other, *again], [turned]).advice("cyclic_throw")
        assert found.summary.startswith("6.5°")

    def test_a_throw_half_as_large_waits_for_the_directions(self):
        """By hand: 3.8° at 40 % would ask for 40·9/3.8 = 95 %: one servo is turned round."""
        reads = [("cyclic_throw", "right", 4.6), ("cyclic_throw", "left", -3.0)]
        found = make_bench_run(FRESH, log(FRESH, *reads)).advice("cyclic_throw")
        assert found.actions == ()
        assert "Which way each servo goes comes first" in found.summary
        seen = [*right_looks(FRESH), *log(FRESH, *reads, after=9)]
        found = make_bench_run(FRESH, seen).advice("cyclic_throw")
        assert found.actions[0].changes[0].value == 95.0

    def test_a_collective_a_third_as_large_waits_for_the_directions(self):
        """By hand: 2.7° at 40 % would ask for 40·11/2.7 > 150 %: one servo is turned round."""
        reads = [("collective_range", "up", 2.7), ("collective_range", "down", -2.7)]
        # Asked whether that is what the gauge shows: it is.
        reads += [("collective_range", f"sign.{key}", "shown") for key in ("up", "down")]
        far = edited(FRESH, ("unit.collective_pct", 40.0), ("unit.collective_low_pct", 40.0))
        found = make_bench_run(far, log(far, *reads)).advice("collective_range")
        assert found.actions == ()
        assert "Which way each servo goes comes first" in found.summary
        near = [("collective_range", "up", 8.0), ("collective_range", "down", -8.0)]
        assert make_bench_run(far, log(far, *near)).advice("collective_range").actions

    def test_a_look_that_finds_the_way_right_asks_for_the_reading_again(self):
        evening = log(FRESH, ("cyclic_throw", "right", -5.0), ("cyclic_throw", "left", 5.0))
        action = make_bench_run(FRESH, evening).advice("cyclic_throw").actions[0]
        setup = edited(FRESH, *((c.path, c.value) for c in action.changes))
        done = Event(10, (), "cyclic_throw", action.keys, ("unit.cyclic_pct",), {}, action.predicts)
        evening += log(
            setup,
            ("cyclic_throw", "right", -5.0),
            ("cyclic_throw", "left", 5.0),
            ("cyclic_throw", "follows.right", "down"),
            after=11,
        )
        found = make_bench_run(setup, evening, [done]).advice("cyclic_throw")
        assert found.next_key == "right"


def test_an_end_levelled_at_quite_another_throw_is_read_again():
    wide = edited(FRESH, ("unit.collective_low_pct", 85.0), ("unit.collective_pct", 40.0))
    places = [("level", f"{p}.{axis}", 0.0) for p in ("mid", "low", "high") for axis in AXES]
    for figure, again in ((70.0, None), (40.0, "low.right")):
        now = edited(wide, ("unit.collective_low_pct", figure))
        assert make_bench_run(now, log(wide, *places)).advice("level").next_key == again


def test_an_end_off_level_both_ways_is_trimmed_although_each_way_alone_would_do():
    """0.4° and 0.5° are 0.64° together, which grows when the throw does."""

    def outcome(right, forward):
        reads = [("level", f"{p}.{axis}", 0.0) for p in ("mid", "low") for axis in AXES]
        reads += [("level", "high.right", right), ("level", "high.forward", forward)] * 2
        return make_bench_run(FRESH, log(FRESH, *reads)).advice("level").outcome

    assert outcome(-0.4, 0.5) == "out"
    assert outcome(0.0, 0.4) == "workable"


class TestCoarseLinks:
    def levelled(self, step, tilt):
        setup = edited(SINGLE, ("airframe.swash.link_step_turns", step))
        places = [(f"{place}.{axis}", 0.0) for place in ("mid", "low", "high") for axis in AXES]
        reads = {**dict(places), "mid.forward": tilt}
        entries = [("level", key, value) for key, value in reads.items()]
        entries.append(("level", "mid.forward", tilt - 0.1))
        return make_bench_run(setup, log(setup, *entries)).advice("level")

    def test_as_level_as_whole_turns_go_is_workable_and_says_what_would_better_it(self):
        # One turn of 0.4 mm on a 22 mm ball is asin(0.4/22) = 1.04°: half of it may be left.
        found = self.levelled(1.0, 0.6)
        assert found.outcome == "workable"
        assert "1.0°" in found.summary
        assert "turnbuckle" in found.summary

    def test_what_finer_links_could_take_out_is_turned_out(self):
        assert self.levelled(0.5, 0.6).actions != ()

    def test_an_end_a_little_beyond_what_mid_was_left_at_is_read_again_and_then_workable(self):
        """Left at 0.55° by whole turns; a leveller reads 0.8° at an end, then 0.6°."""
        setup = with_arrangement(SINGLE, "transmitter_mixes")
        setup = edited(setup, ("airframe.swash.link_step_turns", 1.0))
        right = (("mid", 0.5), ("mid", 0.6), ("low", 0.8), ("high", 0.6))
        reads = [("level", f"{place}.right", value) for place, value in right]
        reads += [("level", f"{place}.forward", -0.2) for place in ("mid", "low", "high")]
        found = make_bench_run(setup, log(setup, *reads)).advice("level")
        assert (found.next_key, found.actions) == ("low.right", ())
        again = log(setup, *reads, ("level", "low.right", 0.6))
        assert make_bench_run(setup, again).advice("level").outcome == "workable"
        # Neither a second nor a third reading settles it: the middle is read again as well.
        more = [("level", "low.right", 0.9)] * 3
        assert make_bench_run(setup, log(setup, *reads, *more[:2])).advice("level").outcome != "out"
        asked = make_bench_run(setup, log(setup, *reads, *more)).advice("level")
        assert asked.next_key == "mid.right"
        more += [
            ("level", f"mid.{axis}", value)
            for axis, value in (("right", 0.6), ("forward", -0.2))
            for _ in range(3)
        ]
        assert make_bench_run(setup, log(setup, *reads, *more)).advice("level").outcome == "out"

    def test_far_more_than_half_a_step_stays_out(self):
        setup = edited(SINGLE, ("airframe.swash.link_step_turns", 1.0))
        reads = [("level", f"mid.{axis}", 0.75) for axis in AXES for _ in range(2)]
        assert make_bench_run(setup, log(setup, *reads)).advice("level").outcome != "workable"

    def test_blades_that_their_own_coarse_links_leave_out_are_brought_in_by_the_swash_links(self):
        """0.4° and 0.7° with steps of 1.04° each; half a turn of every swash link is about 0.5°."""
        setup = edited(
            FRESH,
            ("airframe.head.link_step_turns", 1.0),
            ("airframe.swash.link_step_turns", 0.5),
        )
        reads = log(setup, ("zero_pitch", "blade.0", 0.4), ("zero_pitch", "blade.1", 0.7))
        (action,) = make_bench_run(setup, reads).advice("zero_pitch").actions
        assert action.text.startswith("Turn every swash link half a turn shorter")
        assert {(w.kind, w.amount) for w in action.work} == {("turn_swash_link", -0.5)}
        assert [w.index for w in action.work] == [0, 1, 2]
        assert set(action.aspects) == {"blade_link", "swash_link"}
        landed = [p.value for p in action.predicts]
        # By hand: 0.2 mm of swash is 0.2 mm of pitch link at the ring's 1:1, asin(0.2/22) = 0.52°.
        assert landed == pytest.approx([0.4 - 0.52, 0.7 - 0.52], abs=0.05)

    def test_blades_far_apart_are_brought_together_where_the_furthest_stays_as_near(self):
        """Half a turn of every swash link longer adds 0.52°; a whole turn takes 1.04° off B."""
        setup = edited(
            with_arrangement(make_fresh_setup("Lovage 480", blades=3), "transmitter_mixes"),
            ("airframe.head.link_step_turns", 1.0),
            ("airframe.swash.link_step_turns", 0.5),
        )
        reads = [("zero_pitch", f"blade.{i}", v) for i, v in enumerate((-0.35, 0.5, 0.0))]
        (action,) = make_bench_run(setup, log(setup, *reads)).advice("zero_pitch").actions
        landed = [p.value for p in action.predicts]
        assert landed == pytest.approx([0.17, -0.02, 0.52], abs=0.05)
        # Where that would leave the furthest further out than it is, it is not offered.
        reads = [("zero_pitch", f"blade.{i}", v) for i, v in enumerate((-0.3, 0.35, 0.02))]
        found = make_bench_run(setup, log(setup, *reads, *reads)).advice("zero_pitch")
        assert found.actions == ()

    def test_where_no_link_brings_them_in_the_product_says_so(self):
        coarse = [(f"airframe.{part}.link_step_turns", 1.0) for part in ("head", "swash")]
        # One turn of 0.8 mm is two degrees: whichever links are turned, one is left.
        setup = edited(FRESH, *coarse, ("airframe.head.link_thread_mm", 0.8))
        reads = [("zero_pitch", "blade.0", 1.0), ("zero_pitch", "blade.1", 1.0)]
        reads.insert(0, ("zero_pitch", "gauge.signed", "signed"))
        # Before that is said the gauge is asked once more.
        assert make_bench_run(setup, log(setup, *reads)).advice("zero_pitch").next_key == "blade.0"
        found = make_bench_run(setup, log(setup, *reads, *reads)).advice("zero_pitch")
        assert (found.outcome, found.actions) == ("out", ())
        assert "these links cannot do it" in found.summary


AXES = ("right", "forward")
STEP = "collective_range"


class TestOneFigureForBothSides:
    def advice(self, up, down, *blades):
        setup = with_arrangement(
            make_fresh_setup("Lovage 480", blades=len(blades)), "transmitter_mixes"
        )
        reads = [("zero_pitch", f"blade.{i}", value) for i, value in enumerate(blades)]
        reads += [("collective_range", "up", up), ("collective_range", "down", down)] * 2
        if max(blades) - min(blades) > 0.6:
            apart = blades[1] - blades[0]
            reads += [("collective_range", "up.blade.1", up + apart)] * 2
            reads += [("collective_range", "down.blade.1", down + apart)] * 2
        return make_bench_run(setup, log(setup, *reads)).advice("collective_range")

    def test_where_no_step_of_the_figure_helps_the_longer_side_is_shortened(self):
        found = self.advice(11.5, -10.9, 0.2, 0.3, 0.0)
        (action,) = found.actions
        assert "upper side of the pitch curve" in action.text

    def test_the_shorter_side_is_raised_first_where_the_blades_leave_little_room(self):
        (action,) = self.advice(10.6, -11.2, 0.3, -0.3).actions
        (change,) = action.changes
        assert change.path == "transmitter.swash_mix.collective"
        assert change.value > MIXES.transmitter.swash_mix.collective

    def test_a_side_a_little_long_is_shortened_where_the_blades_leave_hardly_any_room(self):
        """Blades 0.7° apart leave 0.1° of the 0.45; A should read 11 − 0.35 = 10.65 at full up."""
        (action,) = self.advice(10.8, -11.25, -0.3, 0.4).actions
        assert "upper side of the pitch curve" in action.text
        assert action.needed
        assert self.advice(10.7, -11.3, -0.3, 0.4).outcome == "good"

    def test_what_single_readings_can_be_off_by_together_is_kept_back_of_half_a_degree(self):
        """0.43° short on one side: with 0.1° on each reading it may be more than half a degree."""
        (action,) = self.advice(11.0, -10.57, 0.0, 0.0).actions
        assert action.needed
        assert not [a for a in self.advice(11.0, -10.65, 0.0, 0.0).actions if a.needed]

    def test_where_the_blades_leave_little_room_one_reading_does_not_tell(self):
        reads = [("zero_pitch", f"blade.{i}", value) for i, value in enumerate((0.4, -0.4))]
        reads += [("collective_range", "up", 11.4), ("collective_range", "down", -10.6)]
        once = make_bench_run(FRESH, log(FRESH, *reads)).advice("collective_range")
        assert once.next_key == "up"
        twice = make_bench_run(FRESH, log(FRESH, *reads, *reads[2:])).advice("collective_range")
        # Blades so far apart are read at both ends, for a linkage moves each a little otherwise.
        assert twice.next_key == "up.blade.1"
        other = [
            ("collective_range", "up.blade.1", 10.6),
            ("collective_range", "down.blade.1", -11.4),
        ]
        all_read = log(FRESH, *reads, *reads[2:], *other, *other)
        found = make_bench_run(FRESH, all_read).advice("collective_range")
        assert found.next_key is None
        assert found.outcome in ("good", "workable")

    def test_the_nearest_step_of_a_figure_is_read_twice_too_before_it_will_do(self):
        """Read once a little off, with no step that is nearer: that may be the reading's doing."""
        reads = [("zero_pitch", f"blade.{i}", value) for i, value in enumerate((-0.4, 0.25))]
        reads += [("collective_range", "up", 10.8)]
        found = make_bench_run(FRESH, log(FRESH, *reads)).advice("collective_range")
        assert next(ask.word for ask in found.asks if ask.key == "up") == "read again"

    def test_blades_a_linkage_takes_further_apart_at_an_end_are_centred_there(self):
        """0.8° apart at zero, 1.1° at full up: A is to stand 0.55° above the middle there."""
        reads = [("zero_pitch", f"blade.{i}", value) for i, value in enumerate((0.4, -0.4))]
        reads += [("collective_range", "up", 11.4), ("collective_range", "down", -10.6)] * 2
        reads += [("collective_range", "down.blade.1", -11.4)] * 2
        short = log(FRESH, *reads, *[("collective_range", "up.blade.1", 10.3)] * 2)
        found = make_bench_run(FRESH, short).advice("collective_range")
        (action,) = [each for each in found.actions if each.needed]
        (change,) = action.changes
        assert change.path == "unit.collective_pct"
        assert change.value > FRESH.unit.collective_pct

    @pytest.mark.parametrize("seed", few(range(60)))
    def test_a_blade_that_no_reading_tells_from_a_is_read_at_the_ends_too(self, seed):
        """Each reading at zero pitch is up to 0.1° off: B may be the furthest."""
        rng = np.random.default_rng(seed)
        side = rng.choice([-1, 1])
        true = side * np.array([0.5, 0.5, -0.5, -0.4, 0.0][: rng.integers(3, 6)])
        read = [round(float(value), 1) for value in true + rng.uniform(-0.1, 0.1, len(true))]
        setup = make_fresh_setup("Lovage 480", blades=len(read))
        reads = [("zero_pitch", f"blade.{i}", value) for i, value in enumerate(read)]
        a = read[0] - (max(read) + min(read)) / 2
        reads += [(STEP, "up", 11.0 + a), (STEP, "down", a - 11.0)] * 2
        asked = [ask.key for ask in make_bench_run(setup, log(setup, *reads)).advice(STEP).asks]
        assert "up.blade.1" in asked
        assert sum(key.startswith("up.blade.") for key in asked) == 2

    def test_where_no_step_of_the_figure_brings_every_blade_in_the_product_says_so(self):
        """1.3° apart at full up, with their middle where it belongs: 0.65° off on each side."""
        reads = [("zero_pitch", f"blade.{i}", value) for i, value in enumerate((0.5, -0.5))]
        reads += [("collective_range", "up", 11.65), ("collective_range", "down", -10.5)] * 2
        reads += [("collective_range", "down.blade.1", -11.5)] * 2
        apart = log(FRESH, *reads, *[("collective_range", "up.blade.1", 10.35)] * 2)
        found = make_bench_run(FRESH, apart).advice("collective_range")
        assert (found.outcome, found.actions) == ("out", ())
        assert "no step brings every blade" in found.summary

    def test_a_side_shortened_for_the_range_is_not_straightened_again(self):
        curve = "transmitter.modes.hold.pitch_curve"
        short = edited(MIXES, (curve, [0.0, 25.0, 50.0, 71.7, 93.4]))
        assert make_bench_run(short, []).advice("model_memory").actions == ()
        bent = edited(MIXES, (curve, [0.0, 25.0, 50.0, 80.0, 93.4]))
        assert make_bench_run(bent, []).advice("model_memory").actions != ()
        # Where a unit mixes it has a figure for each side: nothing shortens the curve there.
        unit = edited(FRESH, (curve, [0.0, 25.0, 50.0, 71.7, 93.4]))
        assert make_bench_run(unit, []).advice("model_memory").actions != ()

    @pytest.mark.parametrize("seed", few(range(60)))
    def test_a_side_read_before_it_was_shortened_says_nothing_of_the_figure(self, seed):
        """A blade that goes by figure times curve: read at three figures with the whole curve, then
        at two with both sides shortened. The next figure is the target's share of the last."""
        rng = np.random.default_rng(seed)
        reach, last = rng.uniform(0.7, 0.95), 48.0 + int(rng.integers(0, 5))
        per_pct = 9.5 / (last * reach)
        curve = [[50 - 50 * share, 50.0, 50 + 50 * share] for share in (1.0, round(reach, 2))]
        entries, sequence = [], 0
        for mix, points in [(40.0, 0), (49.0, 0), (55.0, 0), (last - 6, 1), (last, 1)]:
            names = MIXES.transmitter.modes.names()
            changes = [(f"transmitter.modes.{name}.pitch_curve", curve[points]) for name in names]
            setup = edited(MIXES, ("transmitter.swash_mix.collective", mix), *changes)
            pitch = per_pct * mix * (curve[points][2] - 50) / 50
            reads = [(STEP, key, side * pitch) for key, side in (("up", 1), ("down", -1))]
            entries += log(setup, *reads, after=sequence)
            sequence += 10
        (action,) = make_bench_run(setup, entries).advice(STEP).actions
        (change,) = action.changes
        assert change.path == "transmitter.swash_mix.collective"
        assert change.value == pytest.approx(11.0 / (per_pct * round(reach, 2)), abs=1.0)

    def test_a_side_shortened_again_and_again_stays_straight(self):
        curve, setup = "transmitter.modes.hold.pitch_curve", MIXES
        for _ in range(4):
            reads = [("collective_range", "up", 12.6), ("collective_range", "down", -11.0)] * 2
            (action,) = make_bench_run(setup, log(setup, *reads)).advice("collective_range").actions
            assert action.key == "curve.up"
            setup = edited(setup, *((each.path, each.value) for each in action.changes))
            assert make_bench_run(setup, []).advice("model_memory").actions == ()
            low, _, middle, quarter, end = setup.transmitter.modes.hold.pitch_curve
            assert (low, middle) == (0.0, 50.0)
            assert abs(quarter - (50 + end) / 2) <= 0.05
        assert setup.transmitter.modes.hold.pitch_curve[-1] < 80
        assert curve in {each.path for each in action.changes}

    def test_sides_far_apart_are_a_blade_off_at_zero_and_set_no_figure(self):
        """Read before zero pitch was: up 11.6°, down −0.6° once asked for a figure of 100 %."""
        reads = [("collective_range", "up", 11.6), ("collective_range", "down", -0.6)]
        for setup in (FRESH, MIXES):
            found = make_bench_run(setup, log(setup, *reads)).advice("collective_range")
            assert found.actions == ()
            assert "zero pitch comes first" in found.summary

    def test_sides_far_apart_with_the_blades_at_zero_are_read_again_first(self):
        """Up was read while a servo was turned round: its 0.1° once asked for a figure of 100 %."""
        zero = [("zero_pitch", f"blade.{i}", 0.0) for i in (0, 1)]
        reads = [("collective_range", "up", 0.1), ("collective_range", "down", -11.1)]
        for setup in (FRESH, MIXES):
            found = make_bench_run(setup, log(setup, *zero, *reads)).advice("collective_range")
            assert (found.actions, found.next_key) == ((), "up")
            again = log(setup, *zero, *reads, ("collective_range", "up", 11.2))
            assert make_bench_run(setup, again).advice("collective_range").outcome == "good"

    def test_sides_that_are_meant_to_differ_are_not_read_again_for_it(self):
        setup = edited(
            FRESH, ("targets.collective_high_deg", 12.0), ("targets.collective_low_deg", 5.0)
        )
        zero = [("zero_pitch", f"blade.{i}", 0.0) for i in (0, 1)]
        reads = [("collective_range", "up", 12.0), ("collective_range", "down", -5.0)]
        found = make_bench_run(setup, log(setup, *zero, *reads)).advice("collective_range")
        assert found.outcome == "good"

    def test_both_sides_far_too_long_lower_the_figure_before_a_curve_is_shortened(self):
        (action,) = self.advice(21.8, -20.4, 0.0, 0.0).actions
        (change,) = action.changes
        assert change.path == "transmitter.swash_mix.collective"
        assert change.value < MIXES.transmitter.swash_mix.collective


class TestServoReplaced:
    def test_tilts_seen_before_it_are_looked_at_again_when_one_works_against_the_others(self):
        entries = right_looks(FRESH)
        later = log(FRESH, ("together", "look.collective", [1, -1, 1]), after=20)
        run = make_bench_run(FRESH, [*entries, *later], [Event(10, ("servo",))])
        found = run.advice("together")
        assert "No fault of directions" not in found.summary
        assert found.actions != () or found.next_key is not None

    def test_where_all_rise_together_the_tilts_stand(self):
        later = log(
            FRESH, ("together", "look.collective", [1, 1, 1]), ("together", "pitch", "up"), after=20
        )
        run = make_bench_run(FRESH, [*right_looks(FRESH), *later], [Event(10, ("servo",))])
        assert run.advice("tilts").outcome == "good"

    def test_with_mechanical_mixing_the_collective_tells_nothing_of_the_other_servos(self):
        looks = log(
            SINGLE,
            ("tilts", "look.right", [0, -1, 0]),
            ("tilts", "look.back", [-1, 0, 0]),
        )
        again = log(
            SINGLE,
            ("together", "look.collective", [0, 0, 1]),
            ("together", "pitch", "up"),
            after=20,
        )
        run = make_bench_run(SINGLE, [*looks, *again], [Event(10, ("servo",))])
        assert run.advice("tilts").next_key == "look.right"


def test_a_look_asked_for_by_the_other_step_of_the_two_is_not_stale():
    """The collective was looked at again where the tilts asked for it."""
    before = edited(FRESH, ("transmitter.channels.collective.reversed", True))
    looks = log(before, ("together", "look.collective", [-1, -1, -1]))
    again = log(
        FRESH, ("tilts", "look.collective", [1, 1, 1]), ("together", "pitch", "up"), after=5
    )
    run = make_bench_run(FRESH, [*looks, *again])
    assert run.advice("together").outcome == "good"
    assert run.done("together")


def test_a_travel_that_was_tried_and_read_no_nearer_is_not_offered_again():
    path = "transmitter.channels.elevator.travel_high_pct"
    at_100, at_101 = edited(FRESH, (path, 100.0)), edited(FRESH, (path, 101.0))
    ends = [("arrival", "elevator.low", -100.0), ("arrival", "elevator.high", 99.0)]
    first = make_bench_run(at_100, log(at_100, *ends)).advice("arrival")
    assert [c.value for action in first.actions for c in action.changes] == [101.0]
    over = log(at_101, ("arrival", "elevator.high", 101.0), after=9)
    second = make_bench_run(at_101, [*log(at_100, *ends), *over]).advice("arrival")
    assert second.actions == ()
    assert "as near as this radio's steps" in second.summary


class TestFinalList:
    WRONG = log(FRESH, ("final_directions", "right", "wrong"), after=20)

    def test_what_is_wrong_there_is_looked_at_again_where_it_belongs(self):
        run = make_bench_run(FRESH, [*right_looks(FRESH), *self.WRONG])
        assert "“Tilts”" in run.advice("final_directions").summary
        assert not run.done("tilts")
        assert run.advice("tilts").next_key == "look.right"
        assert run.done("together")

    def test_and_then_in_the_list_once_more(self):
        again = log(FRESH, ("tilts", "look.right", [0, -1, 1]), after=30)
        run = make_bench_run(FRESH, [*right_looks(FRESH), *self.WRONG, *again])
        assert run.done("tilts")
        right = next(a for a in run.advice("final_directions").asks if a.key == "right")
        assert right.answer is None

    @pytest.mark.parametrize(
        ("key", "step", "question"),
        [
            ("collective", "together", "pitch"),
            ("back", "tilts", "look.back"),
            ("nose_down", "corrections", "nose_down"),
            ("roll_right", "corrections", "roll_right"),
            ("tail_right", "tail_stick", "stick"),
            ("tail_answers", "tail_correction", "hand"),
            ("tail_travel", "tail_limits", "gap_left"),
        ],
    )
    def test_every_line_takes_back_the_question_it_repeats(self, key, step, question, ended):
        bench, evening = ended
        denied = log(bench.setup, ("final_directions", key, "wrong"), after=900)
        run = make_bench_run(bench.setup, [*evening.entries, *denied], evening.events)
        assert run.next_step() == step
        assert run.answer(step, question) is None


@pytest.fixture(scope="module")
def ended(ended_evening):
    """A helicopter and its evening; nothing of it is changed."""
    return ended_evening()


class TestTravelSide:
    TILTED = tuple(
        ("level", f"{place}.{axis}", 0.9 if (place, axis) == ("low", "right") else 0.0)
        for place in ("mid", "low", "high")
        for axis in AXES
    )

    def side(self, *horn):
        """The side of servo 2's travel that is to be set, once a sub-trim moved its horn."""
        trimmed = edited(MIXES, ("transmitter.servo_channels.1.subtrim_pct", 10.0))
        entries = [
            *log(MIXES, ("horns", "horn.1", horn[0])),
            *log(trimmed, ("horns", "horn.1", horn[1]), *self.TILTED, after=1),
        ]
        (action,) = make_bench_run(trimmed, entries).advice("level").actions
        return next(c.path for c in action.changes if ".1." in c.path).rsplit(".", 1)[1]

    def test_nobody_knows_it_before_anything_was_seen_so_one_look_comes_first(self):
        found = make_bench_run(MIXES, log(MIXES, *self.TILTED)).advice("level")
        assert found.actions == ()
        assert found.next_key == "follows.low.right"
        seen = log(MIXES, *self.TILTED, ("level", "follows.low.right", "up"))
        assert make_bench_run(MIXES, seen).advice("level").actions != ()

    def test_a_sub_trim_that_turned_its_horn_tells_it_without_a_look(self):
        # 10 % is 40 µs at 4 µs a percent, 4° at 10 µs a degree: as written down, or the other way.
        assert {self.side(-4.0, 0.0), self.side(0.0, -4.0)} == {
            "travel_low_pct",
            "travel_high_pct",
        }


@pytest.fixture(scope="module", params=ARRANGEMENTS)
def finished(request, ended_evening):
    """A helicopter, its run, what each step asks and what the metal answers; nothing of it is
    changed."""
    bench, evening = ended_evening(request.param)
    run = evening.run(bench)
    asks = {s.name: [a for a in run.advice(s.name).asks if not a.optional] for s in run.steps}
    return bench, evening, asks, answers(bench, run, asks)


# What an emptied transmitter no longer sends, arrival asks for before anything else is read.
@pytest.mark.parametrize(
    "what", few(sorted(MISHAPS.keys() - {"transmitter changed or model memory reset"}), 3)
)
def test_what_is_not_asked_again_after_a_mishap_is_still_as_it_was_read(finished, what):
    """Held against the simulated metal: the list of what a mishap undoes leaves nothing out."""
    bench, evening, asks, before = finished
    other = bench.quiet_copy()
    MISHAPS[what](other, np.random.default_rng(8))
    events = [*evening.events, Event(999, WORKED_ON[what])]
    later = make_bench_run(other.setup, evening.entries, events)
    standing = [name for name in asks if later.done(name)]
    assert len(standing) < len(asks)
    after = answers(other, later, {name: asks[name] for name in standing})
    for place, value in after.items():
        assert value == (
            pytest.approx(before[place], abs=0.02) if isinstance(value, float) else before[place]
        ), place


def answers(bench, run, asks):
    found = {
        (name, ask.key): take_reading(bench.quiet_copy(), run.step(name), ask)
        for name, questions in asks.items()
        for ask in questions
    }
    pairs = [("cyclic_throw", *ends) for ends in (("right", "left"), ("forward", "back"))]
    pairs += [("phase", f"right.{place}", f"left.{place}") for place in (180, 90)]
    for name, one, other in pairs:
        # A blade's own offset cancels between the two ends of an axis.
        if (name, one) in found:
            found[name, one] = (found[name, one] - found.pop((name, other))) / 2
    return found


PILOTS = [
    Habits(words=1.0, early=1.0),
    Habits(late=0.3, keen=True),
    Habits(words=0.5, early=0.3, late=0.1, mishaps=2),
]


# Many more, with habits drawn at random, are in benchmarks/judged.py.
@pytest.mark.parametrize(
    ("arrangement", "habits"),
    few(zip(ARRANGEMENTS, PILOTS, strict=True), 1),
    ids=ARRANGEMENTS,
)
def test_whatever_the_pilots_habits_the_evening_ends_fit(arrangement, habits):
    bench = random_helicopter(61, arrangement)
    evening = work_through(bench, habits, 61)
    assert judge_fitness(evening.run(bench), [bench.setup]).fit
    happened = [event for event in evening.events if event.aspects and event.step is None]
    assert len(happened) >= habits.mishaps


def test_a_side_of_the_curve_that_was_shortened_too_far_is_given_back():
    """One figure for both sides, links of whole turns: after a swash link came off, both ends were
    short by less than a step of the figure, and the shortened side had way left."""
    bench = random_helicopter(5, "transmitter_mixes")
    evening = work_through(bench, random_habits(5), 5)
    assert judge_fitness(evening.run(bench), None).fit
