"""What each step of the bench says: the trade's own numbers and words, step by step.

Facts named F… are common practice, no source.
"""

import numpy as np
import pytest

from mint_lever.bench import Entry, Event
from mint_lever.bench.questions.answer_check import make_answer_changes
from mint_lever.bench.steps import make_bench_run
from mint_lever.bench.wording.number_text import degrees, turns, word_for
from mint_lever.measure.verdict import Band
from mint_lever.model.chain import Sticks, build_chain
from mint_lever.modes.bench_mode import bench_mode
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup

FRESH = make_fresh_setup("Lovage 480")


def edited(*changes, setup=FRESH):
    return read_setup(
        apply_changes(setup.as_document(), [Change(path, value) for path, value in changes])
    )


def advice(step, reads, setup=FRESH, events=()):
    """A step's advice after readings {key: value} of it, or {(step, key): value} of others."""
    entries = []
    for sequence, (key, value) in enumerate(reads.items()):
        of, key = key if isinstance(key, tuple) else (step, key)
        entries.append(Entry(sequence, of, key, value, setup))
    return make_bench_run(setup, entries, events).advice(step)


def texts(found):
    return [action.text for action in found.actions]


def after(found, setup=FRESH):
    """The setup with the first action's settings."""
    return read_setup(apply_changes(setup.as_document(), found.actions[0].changes))


class TestModelMemory:
    def test_the_bench_is_worked_in_hold_which_has_to_be_plain_there(self):
        assert bench_mode(FRESH) == "hold"
        assert advice("model_memory", {}).actions == ()
        curved = edited(("transmitter.modes.hold.pitch_curve.0", 30.0))
        found = advice("model_memory", {}, curved)
        assert "Make the mode Throttle hold plain" in found.actions[0].text
        assert not found.actions[0].needed
        assert after(found, curved).transmitter.modes.hold == FRESH.transmitter.modes.hold

    def test_a_point_that_is_not_so_is_out(self):
        assert advice("model_memory", {"trims": False}).outcome == "out"


class TestServoBasics:
    @pytest.mark.parametrize(
        ("centre", "rated", "wanted"),
        # F5: unknown 166 Hz; the wide family up to 333, the narrow one up to 560 Hz.
        [(1520.0, 0.0, 166.0), (1520.0, 500.0, 333.0), (760.0, 600.0, 560.0), (1520.0, 80.0, 80.0)],
    )
    def test_the_frame_rate_never_passes_rating_family_or_pulse(self, centre, rated, wanted):
        stops = [(f"unit.servos.{i}.{side}_us", 400.0 + 700 * (side == "max"))
                 for i in range(3) for side in ("min", "max")]  # fmt: skip
        narrow = stops if centre < 900 else []
        setup = edited(("unit.frame_rate_hz", 600.0), ("unit.centre_us", centre), *narrow)
        found = advice("servo_basics", {"rated": rated}, setup)
        assert found.actions[0].changes[0].value == wanted

    def test_a_pulse_must_fit_its_frame_with_room_to_spare(self):
        long = edited(("unit.servos.0.max_us", 2900.0), ("unit.frame_rate_hz", 333.0))
        found = advice("servo_basics", {"rated": 333.0}, long)
        assert found.actions[0].changes[0].value == int(1e6 / 3100)

    def test_a_servo_at_its_end_is_the_wrong_family(self):
        found = advice("servo_basics", {"rated": 333.0, "behave": "runs"})
        assert found.outcome == "out"
        assert "Wrong pulse family" in found.summary


class TestHorns:
    def test_a_horn_far_off_is_pressed_on_anew_and_a_little_off_is_trimmed(self):
        counted = edited(
            *((f"airframe.servos.{i}.wheel_arms", 4) for i in range(3)),
            *((f"airframe.servos.{i}.spline_teeth", 25) for i in range(3)),
        )
        found = advice("horns", {"horn.0": 11.0, "horn.1": 1.5, "horn.2": 0.5}, counted)
        press, trim = found.actions
        # Four arms on 25 teeth: every 3.6°; the best place leaves at most 1.8°.
        assert press.work[0].kind == "press_horn"
        assert "press the horn on with" in press.text
        # 11° on this wheel is nearest square on another arm, which is drawn.
        assert f"arm {press.wheel.arm} of the wheel" in press.text
        assert (press.wheel.arms, press.wheel.arm) == (4, press.work[0].arm + 1)
        turned = 11.0 + press.work[0].arm * 90.0 + press.work[0].amount * 360.0 / 25
        assert abs((turned + 180) % 360 - 180) <= 1.8
        # 10 µs a degree: 1.5° wants 15 µs the other way.
        assert trim.changes == (Change("unit.servos.1.subtrim_us", -15.0),)
        assert [a.word for a in found.asks if a.key == "horn.2"] == ["in"]

    def test_a_wheel_nobody_counted_is_asked_about_and_never_assumed(self):
        found = advice("horns", {"horn.0": 11.0, "horn.1": 0.5, "horn.2": 0.5})
        assert found.actions == ()
        assert found.next_key == "arms"
        (arms, teeth) = (ask for ask in found.asks if ask.writes)
        assert make_answer_changes(arms, 6.0) == tuple(
            Change(f"airframe.servos.{i}.wheel_arms", 6) for i in range(3)
        )
        assert not teeth.optional
        square = advice("horns", dict.fromkeys(("horn.0", "horn.1", "horn.2"), 0.5))
        assert square.next_key is None

    @pytest.mark.parametrize(("trim", "says"), [(50.0, "more than one"), (90.0, "too much")])
    def test_the_size_of_a_sub_trim_is_judged(self, trim, says):
        """F8: 35 µs is normal, 60 more than one would like."""
        setup = edited(("unit.servos.1.subtrim_us", trim))
        found = advice("horns", dict.fromkeys(("horn.0", "horn.1", "horn.2"), 0.0), setup)
        assert says in found.summary
        assert found.outcome == "workable"

    def test_a_second_reading_says_which_way_the_servo_is_mounted(self):
        before = Entry(1, "horns", "horn.0", 1.5, FRESH)
        trimmed = edited(("unit.servos.0.subtrim_us", -15.0))
        now = Entry(3, "horns", "horn.0", 3.0, trimmed)
        event = Event(2, (), "horns", ("horn.0",))
        (action,) = make_bench_run(trimmed, [before, now], [event]).advice("horns").actions
        assert action.changes[0].value == 15.0

    def test_a_horn_that_sub_trim_does_not_move_asks_for_its_lead(self):
        trimmed = edited(("unit.servos.0.subtrim_us", -30.0))
        reads = [
            Entry(1, "horns", "horn.0", 1.6, FRESH),
            Entry(3, "horns", "horn.0", 1.6, trimmed),
        ]
        event = Event(2, (), "horns", ("horn.0",))
        assert "lead.0" in {
            a.key for a in make_bench_run(trimmed, reads, [event]).advice("horns").asks
        }
        reads.append(Entry(4, "horns", "lead.0", "2", trimmed))
        (action,) = make_bench_run(trimmed, reads, [event]).advice("horns").actions
        assert action.text.startswith("Exchange the leads of servos 1 and 3")
        assert action.changes == (Change("unit.servos.0.subtrim_us", 0.0),)


class TestDirections:
    def test_one_servo_that_disagrees_is_reversed(self):
        looks = {"look.collective": [1, -1, 1]}
        found = advice("together", looks)
        asked = found.next_key
        assert asked in ("look.right", "look.back")
        # On a 120° plate: the rear ball on the axis, one each side in front.
        looks |= {"look.right": [0, 1, 1], "look.back": [-1, -1, 1]}
        found = advice("together", looks)
        assert texts(found) == ["Reverse servo 2 (the unit's servo direction)."]
        assert after(found).unit.servos[1].reversed

    def test_up_must_mean_more_pitch_and_how_servos_are_mounted_is_written_down(self):
        looks = {"look.collective": [1, 1, 1], "pitch": "up"}
        assert advice("together", looks).outcome == "good"
        turned = edited(("unit.servos.1.reversed", True))
        found = advice("together", looks, turned)
        # Reversed and yet it rises: it is mounted the other way round.
        assert found.actions[0].changes == (Change("airframe.servos.1.mounted", -1),)
        assert found.actions[0].learned

    def test_a_head_that_gains_pitch_downward_wants_the_swash_to_sink(self):
        down = edited(
            ("airframe.head.grip_arm", "trailing"), ("airframe.head.inner_ball_lead_deg", -90.0)
        )
        found = advice("together", {"look.collective": [-1, -1, -1]}, down)
        assert found.next_key == "pitch"
        assert "sinks" in found.sketch.right.caption
        # The setup has the arm wrong where the pitch falls all the same.
        found = advice("together", {"look.collective": [-1, -1, -1], "pitch": "down"}, down)
        assert "Set the head's grip arm to leading" in found.actions[0].text
        assert after(found, down).airframe.head.inner_ball_lead_deg == 90.0

    def test_a_wrong_tilt_is_cured_by_its_function_never_by_a_servo(self):
        looks = {
            ("together", "look.collective"): [1, 1, 1],
            "look.right": [0, 1, -1],
            "look.back": [-1, 1, 1],
        }
        found = advice("tilts", looks)
        assert texts(found) == ["Reverse aileron (the transmitter's channel)."]
        assert after(found).transmitter.channels.aileron.reversed
        assert found.sketch.seen_from == "from behind"

    def test_only_what_the_swash_did_will_do(self):
        looks = {("together", "look.collective"): "up", "look.right": "right", "look.back": "back"}
        assert advice("tilts", looks).outcome == "good"

    def test_sights_that_contradict_each_other_are_looked_at_again(self):
        looks = {"look.collective": [0, 0, 0], "look.right": [0, 0, 0], "look.back": [1, 1, 1]}
        found = advice("together", looks)
        assert "Look again" in found.summary
        assert found.actions == ()


class TestLevel:
    def test_mid_stick_comes_before_the_ends(self):
        def asked(reads):
            return [ask.key for ask in advice("level", reads).asks if not ask.optional]

        assert asked({}) == ["mid.right", "mid.forward"]
        found = advice("level", {"mid.right": 2.0, "mid.forward": 0.0})
        assert len(asked({"mid.right": 2.0, "mid.forward": 0.0})) == 2
        assert texts(found)[0].startswith("Turn the swash links: servo ")
        level = {"mid.right": 0.1, "mid.forward": 0.0}
        assert len(asked(level)) == 6

    def test_trims_take_out_what_the_ends_have_left(self):
        """The same chain with the advised trims tilts by as much the other way."""
        reads = {"mid.right": 0.0, "mid.forward": 0.0, "high.right": 1.2, "high.forward": -0.9}
        found = advice("level", reads)
        trimmed = after(found)
        assert found.actions[0].keys == ("high.right", "high.forward")
        pose = build_chain(trimmed).run(Sticks.at(100.0), "hold").swash.pose
        assert pose.tilt_right_deg[0] == pytest.approx(-1.2, abs=0.15)
        assert pose.tilt_forward_deg[0] == pytest.approx(0.9, abs=0.15)
        middle = build_chain(trimmed).run(Sticks.at(0.0), "hold").swash.pose
        assert np.hypot(middle.tilt_right_deg, middle.tilt_forward_deg)[0] < 1e-6


class TestZeroPitch:
    def test_a_trailing_arms_link_is_made_shorter_for_more_pitch(self):
        down = edited(
            ("airframe.head.grip_arm", "trailing"), ("airframe.head.inner_ball_lead_deg", -90.0)
        )
        found = advice("zero_pitch", {"blade.0": -1.1, "blade.1": 0.0}, down)
        assert texts(found) == ["Turn the pitch links: blade A 1 turn shorter."]
        assert found.actions[0].work[0].amount == 1.0

    def test_three_blades_on_turnbuckles_go_by_tenths(self):
        setup = make_fresh_setup("Lovage 480", blades=3)
        setup = edited(("airframe.head.link_ends", 2), setup=setup)
        found = advice("zero_pitch", {"blade.0": 0.0, "blade.1": 0.9, "blade.2": -0.8}, setup)
        assert "blade B 0.4 turns shorter, blade C 0.4 turns longer" in found.actions[0].text
        assert found.outcome == "out"

    def test_what_half_turns_cannot_better_is_workable(self):
        found = advice("zero_pitch", {"blade.0": 0.2, "blade.1": -0.15})
        assert found.outcome == "workable"
        assert not any(action.needed for action in found.actions)


class TestThrows:
    def test_both_ends_share_a_verdict_and_elevator_is_compared(self):
        reads = {"right": 9.2, "left": -8.8, "forward": 8.3, "back": -8.3}
        found = advice("cyclic_throw", reads, edited(("unit.cyclic_pct", 58.0)))
        assert found.outcome == "workable"
        assert "elevator gives 8.3° for aileron's 9.0°" in found.summary

    def test_a_figure_below_the_window_moves_the_balls_inward(self):
        """F10c: below 50 % there is too much mechanical throw."""
        both = {"right": 9.0, "left": -9.0, "forward": 9.0, "back": -9.0}
        found = advice("cyclic_throw", both)
        assert found.outcome == "workable"
        assert "below the unit's comfortable 50–65 %" in found.summary
        assert "inward on the horns" in found.summary

    def test_the_sides_of_the_collective_have_a_figure_each(self):
        found = advice("collective_range", {"up": 12.0, "down": -10.0})
        both, *each = found.actions
        assert [action.changes[0].path for action in each] == [
            "unit.collective_pct",
            "unit.collective_low_pct",
        ]
        assert both.changes == tuple(change for action in each for change in action.changes)
        assert set(both.keys) == {"up", "down"}
        values = [action.changes[0].value for action in each]
        assert values == [round(40 * 11 / 12), round(40 * 11 / 10)]
        assert found.rulers[1].band.target == -11.0

    def test_sides_a_third_of_a_degree_apart_are_said(self):
        """F11: equal within 0.3°."""
        reads = {"up": 11.2, "down": -10.8}
        found = advice("collective_range", reads)
        assert found.outcome == "workable"
        assert "differ by 0.4°" in found.summary
        apart = edited(("targets.collective_low_deg", 10.8))
        assert "meant to differ" in advice("collective_range", reads, apart).summary

    def test_a_collective_turned_round_for_the_swash_sets_the_other_figure(self):
        reads = {("arrival", "collective.high"): -100.0, "up": 12.0}
        found = advice("collective_range", reads)
        assert found.actions[0].changes[0].path == "unit.collective_low_pct"


class TestClearance:
    def test_a_touch_by_ear_narrows_the_ring_a_step(self):
        found = advice("clearance", {"sweep.high": "stalls"})
        assert found.actions[0].changes == (Change("unit.ring_pct", 95.0),)

    def test_a_makers_limit_narrows_it_to_what_clears(self):
        found = advice("clearance", {"tilt_limit": 6.0})
        ring = found.actions[0].changes[0].value
        assert ring < 100
        assert "swash tilt" in found.summary
        assert [ray.collective for ray in found.rays] == ["low", "mid", "high"]
        assert min(ray.clears_pct for ray in found.rays) == ring


class TestLastSteps:
    def test_a_correction_along_with_the_motion_is_reversed(self):
        found = advice("corrections", {"nose_down": "with", "roll_right": "against"})
        assert found.outcome == "begun"
        assert after(found).unit.correction_reversed.pitch
        assert found.cautions
        still = advice("corrections", {"nose_down": "still"})
        assert "wait until the unit is ready" in still.summary

    def test_a_unit_without_pirouette_compensation_is_no_fault(self):
        reads = {"nose_down": "against", "roll_right": "against", "pirouette": "none"}
        assert advice("corrections", reads).outcome == "good"

    @pytest.mark.parametrize(
        ("key", "step"),
        [("collective", "All together"), ("back", "Tilts"), ("nose_down", "Swash corrections")],
    )
    def test_the_last_list_names_the_step_to_go_back_to(self, key, step):
        found = advice("final_directions", {key: "wrong"})
        assert found.summary.startswith(f"Not fit. Go back to “{step}”")


def test_words_are_a_pilots_own():
    assert [turns(n) for n in (0.5, -1, 1.5, 2, -2.5, 0.3)] == [
        "half a turn",
        "1 turn",
        "1½ turns",
        "2 turns",
        "2½ turns",
        "0.3 turns",
    ]
    assert [degrees(v) for v in (1.26, -0.04, -2.0)] == ["+1.3°", "+0.0°", "−2.0°"]


def test_read_again_only_where_it_decides():
    band = Band.around(0.0, 0.2, 0.5)
    # In or workable: either will do. At the workable edge a second reading decides.
    assert word_for(0.2, band, 1) == "in"
    assert word_for(0.5, band, 1) == "read again"
    assert word_for(0.5, band, 2) == "workable"
    assert word_for(0.9, band, 1) == "out"


def test_flight_modes_are_gone_through_with_their_numbers_and_faults_first():
    setup = make_fresh_setup("Chervil 450")
    run = make_bench_run(setup)
    advice = run.advice("flight_modes")
    assert [ask.key for ask in advice.asks] == ["normal", "idle_up_1", "idle_up_2", "hold"]
    assert "throttle 0 %" in advice.asks[3].hint
    entries = [Entry(i, "flight_modes", ask.key, True, setup) for i, ask in enumerate(advice.asks)]
    assert make_bench_run(setup, entries).advice("flight_modes").outcome == "good"
    change = [Change("transmitter.power_up_mode", "idle_up_1")]
    wrong = read_setup(apply_changes(setup.as_document(), change))
    touched = make_bench_run(wrong, entries)
    assert next(s.state for s in touched.standings if s.step.name == "flight_modes") == "stale"
    again = [Entry(9 + i, "flight_modes", e.key, True, wrong) for i, e in enumerate(entries)]
    found = make_bench_run(wrong, again).advice("flight_modes")
    assert found.outcome == "out"
    assert found.actions[0].changes == (Change("transmitter.power_up_mode", "normal"),)


def test_a_trim_that_arrives_is_taken_out_with_the_sub_trim():
    channel = "transmitter.channels.rudder"
    setup = edited((f"{channel}.trim_pct", 4.0), (f"{channel}.subtrim_pct", -1.0))
    found = advice("arrival", {"rudder.centre": 3.0}, setup)
    (action,) = found.actions
    assert action.text == "Take the rudder channel's sub-trim and trim out."
    assert {change.path: change.value for change in action.changes} == {
        f"{channel}.subtrim_pct": 0.0,
        f"{channel}.trim_pct": 0.0,
    }


class TestCoarseLinks:
    @pytest.mark.parametrize(
        ("step", "thread", "read", "outcome"),
        [
            (0.5, 0.8, (-0.3, 0.2), "workable"),  # a step of about 1°
            (1.0, 0.4, (-0.4, 0.1), "workable"),  # whole turns
            (1.0, 0.4, (-0.2, 0.3), "workable"),
            (1.0, 0.8, (1.0, 1.0), "out"),  # two whole degrees a step: these links cannot
        ],
    )
    def test_the_best_that_links_give_is_said_to_be_so(self, step, thread, read, outcome):
        setup = edited(
            ("airframe.head.link_step_turns", step),
            ("airframe.head.link_thread_mm", thread),
            ("airframe.swash.link_step_turns", step),
        )
        entries = [
            Entry(2 * n + i, "zero_pitch", f"blade.{i}", value, setup)
            for n in (0, 1)
            for i, value in enumerate(read)
        ]
        found = make_bench_run(setup, entries).advice("zero_pitch")
        assert found.outcome == outcome
        assert found.actions == ()
        assert "the best they give" in found.summary
        assert "finer thread" in found.summary
