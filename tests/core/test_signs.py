"""Figures typed without their sign: asked about before anything is advised on them.

The amounts are those of common practice (F10, F11, F26; no source).
"""

import pytest

from mint_lever.bench import Entry, Event
from mint_lever.bench.engine.advice import Number
from mint_lever.bench.engine.typed_signs import as_meant
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup, with_arrangement
from mint_lever.setup.arrangement import ARRANGEMENTS

FRESH = make_fresh_setup("Lovage 480")


def log(step, *reads, setup=FRESH):
    return [Entry(at, step, key, value, setup) for at, (key, value) in enumerate(reads)]


def advice(step, *reads, setup=FRESH):
    return make_bench_run(setup, log(step, *reads, setup=setup)).advice(step)


def questions(found):
    """The sign questions still open, as (key, label)."""
    return [
        (ask.key, ask.label)
        for ask in found.asks
        if ask.key.startswith("sign.") and ask.answer is None
    ]


BOTH_ENDS = [("elevator.low", 96.0), ("elevator.high", 98.0)]


def test_stick_low_typed_without_its_sign_reverses_nothing():
    found = advice("arrival", *BOTH_ENDS)
    assert found.actions == ()
    assert found.outcome == "begun"
    (question,) = questions(found)
    assert question[0] == "sign.elevator.low"
    assert question[1].endswith("did you mean −96 %?")
    assert found.next_key in ("collective.low", "sign.elevator.low")


def test_what_was_meant_counts_with_its_sign_and_is_advised_on():
    found = advice("arrival", *BOTH_ENDS, ("sign.elevator.low", "meant"))
    assert questions(found) == []
    moves = {c.path: c.value for action in found.actions for c in action.changes}
    assert moves["transmitter.channels.elevator.travel_low_pct"] == 104.0
    assert moves["transmitter.channels.elevator.travel_high_pct"] == 102.0
    assert "transmitter.channels.elevator.reversed" not in moves


def test_both_ends_typed_negative_ask_about_the_high_one():
    ((key, label),) = questions(advice("arrival", ("rudder.low", -96.0), ("rudder.high", -98.0)))
    assert key == "sign.rudder.high"
    assert label.endswith("did you mean +98 %?")


def test_a_function_that_arrives_on_one_side_is_neither_turned_nor_called_right():
    found = advice("arrival", *BOTH_ENDS, ("sign.elevator.low", "shown"))
    assert questions(found) == []
    assert found.actions == ()
    assert found.outcome != "good"
    assert "one side of centre" in found.summary
    words = {ask.key: ask.word for ask in found.asks}
    assert words["elevator.low"] == words["elevator.high"] == "out"


def test_a_function_that_is_turned_round_is_told_by_its_two_ends_without_a_question():
    found = advice("arrival", ("elevator.low", 96.0), ("elevator.high", -98.0))
    assert questions(found) == []
    assert [action.text for action in found.actions] == ["Reverse the elevator channel."]


def test_ends_of_which_one_hardly_moves_are_no_matter_of_signs():
    """+1 and +98: the low end does not arrive, whatever its sign."""
    assert questions(advice("arrival", ("elevator.low", 1.0), ("elevator.high", 98.0))) == [
        ("sign.elevator.low", "Elevator, stick back: is it really +1 %?")
    ]


def changed(path, value):
    return read_setup(apply_changes(FRESH.model_dump(mode="json"), [Change(path, value)]))


def turned_for_the_swash():
    """A log of a pilot whose aileron channel was turned round at the swash's own step."""
    path = "transmitter.channels.aileron.reversed"
    setup = changed(path, True)
    event = Event(0, step="tilts", changed=(path,))
    return setup, event


def test_a_function_turned_for_the_swash_is_asked_for_the_sign_it_then_has():
    setup, event = turned_for_the_swash()
    reads = [("aileron.low", 96.0), ("aileron.high", 98.0)]
    entries = [Entry(5 + at, "arrival", *read, setup) for at, read in enumerate(reads)]
    found = make_bench_run(setup, entries, [event]).advice("arrival")
    hints = {ask.key: ask.hint for ask in found.asks}
    assert "+100 % is right" in hints["aileron.low"]
    assert "−100 % is right" in hints["aileron.high"]
    assert "−100 % is right" in hints["elevator.low"]
    ((key, label),) = questions(found)
    assert key == "sign.aileron.high"
    assert label.endswith("did you mean −98 %?")
    run = make_bench_run(setup, [*entries, Entry(9, "arrival", key, "meant", setup)], [event])
    assert run.unit_way("aileron") == -1
    assert not [action for action in run.advice("arrival").actions if action.key.startswith("turn")]


@pytest.mark.parametrize("lowest", [25.0, 45.0, 55.0])
def test_travel_is_never_set_by_what_a_curve_holds_back(lowest):
    """A hold curve of a flying model, read with the travel as it should be."""
    setup = changed("transmitter.modes.hold.pitch_curve", [lowest, 60.0, 70.0, 85.0, 100.0])
    arrives = 2 * lowest - 100
    run = make_bench_run(
        setup,
        [
            Entry(1, "arrival", "collective.low", arrives + 3.0, setup),
            Entry(2, "arrival", "collective.high", 100.0, setup),
        ],
    )
    found = run.advice("arrival")
    moves = {c.path: c.value for action in found.actions for c in action.changes}
    low = moves.get("transmitter.channels.collective.travel_low_pct", 100.0)
    assert 90.0 <= low <= 110.0
    if lowest == 45.0:
        assert "Make the mode plain first" in found.summary


def test_a_figure_that_asks_for_unusual_travel_is_asked_about_first():
    """9.6 typed for 96: the travel would go to its end."""
    reads = [("aileron.low", -96.0), ("aileron.high", 9.6)]
    found = advice("arrival", *reads)
    ((key, label),) = questions(found)
    assert key == "sign.aileron.high"
    assert label.endswith("is it really +9.6 %?")
    asked_for = {c.path for action in found.actions for c in action.changes}
    assert asked_for == {"transmitter.channels.aileron.travel_low_pct"}
    sure = advice("arrival", *reads, ("sign.aileron.high", "shown"))
    assert any("travel above centre" in action.text for action in sure.actions)


@pytest.mark.parametrize(
    ("rotation", "reads", "asked", "meant"),
    [
        ("clockwise", [("right", 7.2), ("left", 7.4)], "sign.left", "−7.4°"),
        ("clockwise", [("right", -7.2), ("left", -7.4)], "sign.right", "+7.2°"),
        ("counter_clockwise", [("right", 7.2), ("left", 7.4)], "sign.right", "−7.2°"),
    ],
)
def test_two_cyclic_ends_of_one_sign_are_not_a_tenth_of_a_degree(rotation, reads, asked, meant):
    head = [Change("airframe.head.rotation", rotation)]
    setup = read_setup(apply_changes(FRESH.as_document(), head))
    found = advice("cyclic_throw", *reads, setup=setup)
    assert found.actions == ()
    ((key, label),) = questions(found)
    assert key == asked
    assert label.endswith(f"did you mean {meant}?")
    settled = advice("cyclic_throw", *reads, (asked, "meant"), setup=setup)
    assert "7.3° where" in settled.summary
    assert settled.actions[0].changes[0].value < 120


@pytest.mark.parametrize("arrangement", ARRANGEMENTS)
def test_full_down_typed_without_its_sign_never_asks_for_one_percent(arrangement):
    setup = with_arrangement(FRESH, arrangement)
    reads = [("up", 10.7), ("down", 10.5)]
    found = advice("collective_range", *reads, setup=setup)
    assert all(action.key != "figure.down" for action in found.actions)
    ((key, label),) = questions(found)
    assert key == "sign.down"
    assert label.endswith("did you mean −10.5°?")
    settled = advice("collective_range", *reads, ("sign.down", "meant"), setup=setup)
    assert "+10.7° up, −10.5° down." in settled.summary


def test_a_new_reading_is_a_new_question():
    reads = [*BOTH_ENDS, ("sign.elevator.low", "shown"), ("elevator.low", 97.0)]
    assert questions(advice("arrival", *reads))[0][0] == "sign.elevator.low"


def test_only_what_was_typed_alike_since_the_last_answer_is_turned():
    entries = log(
        "arrival",
        ("rudder.low", 90.0),
        ("sign.rudder.low", "shown"),
        ("rudder.low", -95.0),
        ("rudder.low", 96.0),
        ("rudder.low", 97.0),
        ("sign.rudder.low", "meant"),
    )
    values = [entry.value for entry in as_meant(entries) if entry.key == "rudder.low"]
    assert values == [90.0, -95.0, -96.0, -97.0]
    # The log itself keeps what was typed.
    assert entries[3].value == 96.0


@pytest.mark.parametrize("arrangement", ARRANGEMENTS)
def test_every_question_for_a_signed_figure_says_what_its_sign_means(arrangement):
    setup = with_arrangement(FRESH, arrangement)
    run = make_bench_run(setup)
    signed = [
        (ask, " ".join((ask.hint, *run.advice(step.name).do)))
        for step in run.steps
        for ask in run.advice(step.name).asks
        if isinstance(ask, Number) and ask.low < 0
    ]
    assert len(signed) >= 8
    for ask, said in signed:
        assert "sign" in said or "+" in said, ask.key
