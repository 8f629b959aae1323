"""The end of an evening: what was set and what is open, from the log and the setup alone."""

from mint_lever.bench.run.sign_off import sign_off, was_set
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup

FRESH = make_fresh_setup("Lovage 480")


def edited(*changes):
    made = [Change(path, value) for path, value in changes]
    return read_setup(apply_changes(FRESH.as_document(), made))


def test_every_difference_is_said_on_the_device_that_holds_it_as_it_was_and_is():
    before = edited(("airframe.servos.1.arm_mm", 12.0), ("unit.collective_pct", 64.0))
    after = edited(
        ("airframe.servos.1.arm_mm", 13.5),
        ("transmitter.channels.aileron.reversed", True),
        ("transmitter.modes.normal.head_speed_rpm", 1850.0),
        ("unit.collective_pct", 71.0),
    )
    said = [
        (each.device, each.path, each.before, each.after, each.unit)
        for each in was_set(before, after)
    ]
    assert said == [
        (
            "transmitter",
            "transmitter.channels.aileron.reversed",
            "straight",
            "reversed",
            "",
        ),
        ("transmitter", "transmitter.modes.normal.head_speed_rpm", "not set", "1850", "rpm"),
        ("unit", "unit.collective_pct", "64", "71", "%"),
        ("helicopter", "airframe.servos.1.arm_mm", "12", "13.5", "mm"),
    ]
    assert was_set(before, after)[-1].name == "Servo 2, horn length"


def test_a_minus_is_a_minus_and_what_was_taken_out_is_not_set():
    before = edited(("transmitter.modes.normal.tail_gain_pct", 40.0))
    (turned,) = was_set(before, edited(("transmitter.modes.normal.tail_gain_pct", -35.0)))
    assert (turned.before, turned.after) == ("40", "−35")
    (gone,) = was_set(before, FRESH)
    assert (gone.before, gone.after, gone.unit) == ("40", "not set", "")
    assert was_set(before, before) == ()


def test_what_is_open_is_every_step_that_is_not_good():
    run = make_bench_run(FRESH)
    found = sign_off(run, None)
    assert [each.step for each in found.left_open] == [step.name for step in run.steps]
    assert found.was_set == ()


def test_a_finished_evening_leaves_only_what_is_workable_with_its_reason(ended_evening):
    bench, evening = ended_evening()
    run = make_bench_run(bench.setup, evening.entries, evening.events)
    found = sign_off(run, bench.setup)
    states = {standing.step.name: standing.state for standing in run.standings}
    workable = {name for name, state in states.items() if state == "workable"}
    assert {each.step for each in found.left_open} == workable
    assert all(each.words for each in found.left_open)
    assert found.cautions == ()
