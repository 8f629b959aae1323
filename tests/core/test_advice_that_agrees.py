"""Advice that does not contradict itself: one step says one thing."""

import pytest

from builds import document
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, make_fresh_setup, make_helicopter, read_setup
from mint_lever.setup.edits.path_edit import apply_changes


def edited(setup, *changes):
    return read_setup(apply_changes(setup.as_document(), [Change(*each) for each in changes]))


def log(setup, step, said, times=1):
    entries = [*said.items()] * times
    return [Entry(n, step, key, value, setup) for n, (key, value) in enumerate(entries)]


@pytest.mark.parametrize(
    ("figure", "gauge", "said"),
    [
        # 40 % gives 7.4°: about 49 % will be needed, and that is what is judged.
        (40.0, 7.4, "49 % is below"),
        (44.0, 7.4, None),
        (60.0, 6.0, "90 % is above"),
    ],
)
def test_the_cyclic_figure_that_will_be_needed_is_judged_not_the_one_that_is_left(
    figure, gauge, said
):
    setup = edited(make_fresh_setup("Savory 500"), ("unit.cyclic_pct", figure))
    ends = {"right": gauge, "left": -gauge}
    advice = make_bench_run(setup, log(setup, "cyclic_throw", ends, 2)).advice("cyclic_throw")
    assert f"{figure:g} % is" not in advice.summary
    assert (said is None) == ("comfortable" not in advice.summary)
    assert said is None or said in advice.summary


def test_a_square_horn_with_a_large_sub_trim_is_never_asked_to_be_pressed_off_square():
    """F8: 60 µs is more than one would like, and works. Common practice, no source."""
    setup = edited(
        read_setup(document()),
        ("unit.servos.0.subtrim_us", -60.0),
        *((f"airframe.servos.{i}.wheel_arms", 4) for i in range(3)),
        *((f"airframe.servos.{i}.spline_teeth", 25) for i in range(3)),
    )
    read = {f"horn.{i}": 0.0 for i in range(3)}
    advice = make_bench_run(setup, log(setup, "horns", read)).advice("horns")
    assert advice.outcome in ("good", "workable")
    assert not [act.text for act in advice.actions if act.needed]


def test_the_middle_of_an_arrival_comes_before_its_ends():
    setup = edited(read_setup(document()), ("transmitter.channels.aileron.trim_pct", 4.0))
    read = {"aileron.low": -96.0, "aileron.centre": 4.0, "aileron.high": 104.0}
    acts = make_bench_run(setup, log(setup, "arrival", read)).advice("arrival").actions
    assert [act.key for act in acts] == ["centre.aileron"]
    # Another function's ends are its own.
    read |= {"elevator.high": 95.0, "elevator.low": -95.0}
    acts = make_bench_run(setup, log(setup, "arrival", read)).advice("arrival").actions
    keys = [act.key for act in acts if not act.parts]
    assert keys == ["centre.aileron", "end.elevator.low", "end.elevator.high"]


def test_after_a_no_it_is_said_what_to_do_and_asked_again():
    setup = read_setup(document())
    said = {"new": True, "ends": False, "trims": True, "curves": True, "swash_type": True}
    advice = make_bench_run(setup, log(setup, "model_memory", said)).advice("model_memory")
    assert advice.next_key == "channels"
    advice = make_bench_run(setup, log(setup, "model_memory", said | {"channels": True})).advice(
        "model_memory"
    )
    assert advice.outcome == "out"
    assert advice.next_key == "ends"
    asked = next(ask for ask in advice.asks if ask.key == "ends")
    assert asked.hint.startswith("Not so: put it right")


def test_what_touches_is_not_answered_by_a_geometry_that_clears():
    setup = read_setup(document())
    heard = {"sweep.low": "clear", "sweep.mid": "clear", "sweep.high": "touches"}
    advice = make_bench_run(setup, log(setup, "clearance", heard)).advice("clearance")
    assert advice.outcome == "out"
    assert "nothing touches" not in advice.summary
    assert "go by the model" in advice.summary


def test_a_swash_that_would_be_better_is_not_called_level_and_done():
    setup = read_setup(document())
    read = {
        f"{place}.{axis}": 0.0 for place in ("mid", "low", "high") for axis in ("right", "forward")
    }
    advice = make_bench_run(setup, log(setup, "level", read | {"high.right": 0.4})).advice("level")
    assert advice.outcome == "workable"
    assert advice.actions
    assert "better" in advice.summary
    assert "Level over the whole collective." not in advice.summary


@pytest.mark.parametrize("arrangement", ["unit_mixes", "transmitter_mixes_unit_behind"])
class TestAllBallsWrongTogether:
    """Step 6: they agree, so one look at them is enough (common practice, no source)."""

    def run(self, arrangement, *answers):
        setup = make_helicopter("Lovage", arrangement=arrangement)
        entries = [
            Entry(n, "together", key, value, setup) for n, (key, value) in enumerate(answers)
        ]
        return make_bench_run(setup, entries)

    @pytest.mark.parametrize("look", [[-1, -1, -1], "down"])
    def test_after_one_look_only_the_pitch_is_asked(self, arrangement, look):
        advice = self.run(arrangement, ("look.collective", look)).advice("together")
        assert [ask.key for ask in advice.asks if ask.answer is None] == ["pitch"]
        assert advice.actions == ()

    def test_pitch_that_falls_turns_the_collective_function_round_and_no_servo(self, arrangement):
        seen = (("look.collective", [-1, -1, -1]), ("pitch", "down"))
        advice = self.run(arrangement, *seen).advice("together")
        ((change,),) = [action.changes for action in advice.actions]
        assert advice.outcome == "out"
        assert change.path in (
            "transmitter.channels.collective.reversed",
            "transmitter.swash_mix.collective",
        )

    def test_pitch_that_rises_is_right_on_a_head_of_the_other_kind(self, arrangement):
        run = self.run(arrangement, ("look.collective", [-1, -1, -1]), ("pitch", "up"))
        (action,) = run.advice("together").actions
        assert {change.path for change in action.changes} == {
            "airframe.head.grip_arm",
            "airframe.head.inner_ball_lead_deg",
        }
        assert action.device == "helicopter"

    def test_one_ball_against_the_others_is_not_all_of_them(self, arrangement):
        advice = self.run(arrangement, ("look.collective", [-1, -1, 1])).advice("together")
        assert "pitch" not in [ask.key for ask in advice.asks]


@pytest.mark.parametrize(
    ("right", "back", "text", "opens"),
    [
        # The balls of servos 1 and 2 exchanged: two plugs.
        ([-1, 0, 1], [1, -1, 1], "Exchange the leads of servos 1 and 2.", True),
        # Aileron alone the other way: the function, and no servo.
        ([0, 1, -1], [-1, 1, 1], "Reverse aileron", False),
    ],
)
def test_what_opens_step_6_again_says_so_in_step_7(right, back, text, opens):
    setup = make_helicopter("Lovage")
    looks = [
        ("together", "look.collective", [1, 1, 1]),
        ("together", "pitch", "up"),
        ("tilts", "look.right", right),
        ("tilts", "look.back", back),
    ]
    run = make_bench_run(setup, [Entry(n, *each, setup) for n, each in enumerate(looks)])
    (action,) = run.advice("tilts").actions
    assert action.text.startswith(text)
    assert ("opens step 6 again" in action.expect) == opens
