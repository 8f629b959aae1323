"""Before anything is judged: a sound model, a unit that starts from nothing, and one kept still."""

import pytest

from builds import document
from mint_lever.bench import judge_fitness
from mint_lever.bench.engine.log import Entry, Event
from mint_lever.bench.steps import make_bench_run
from mint_lever.devices import read_profile
from mint_lever.setup import Change, read_setup, with_arrangement

MIXES, BEHIND, NONE = "unit_mixes", "transmitter_mixes_unit_behind", "transmitter_mixes"
LOOK = ("shaft", "bolts", "belt", "leads", "supply")


def setup_of(arrangement):
    return with_arrangement(read_setup(document()), arrangement)


def log(setup, step, **said):
    return [Entry(n, step, key, value, setup) for n, (key, value) in enumerate(said.items())]


@pytest.mark.parametrize("arrangement", [MIXES, BEHIND, NONE])
def test_what_is_loose_is_no_base_for_any_setting(arrangement):
    setup = setup_of(arrangement)
    sound = make_bench_run(setup, log(setup, "mechanical_look", **dict.fromkeys(LOOK, True)))
    assert sound.advice("mechanical_look").outcome == "good"
    loose = dict.fromkeys(LOOK, True) | {"bolts": False}
    run = make_bench_run(setup, log(setup, "mechanical_look", **loose))
    assert run.advice("mechanical_look").outcome == "out"
    assert "mechanical look: out" in judge_fitness(run, [setup]).withheld


@pytest.mark.parametrize("arrangement", [MIXES, BEHIND])
def test_the_unit_is_asked_before_any_direction_is_judged(arrangement):
    run = make_bench_run(setup_of(arrangement))
    order = [step.name for step in run.steps]
    assert order.index("unit_itself") < min(map(order.index, ("together", "tilts", "corrections")))
    asked = [ask.key for ask in run.advice("unit_itself").asks]
    assert asked == ["delivered", "face_up", "leads_toward", "told", "size"]


def test_how_it_sits_is_kept_and_a_wrong_setting_is_put_right_first():
    setup = setup_of(MIXES)
    said = {"delivered": True, "face_up": "base", "leads_toward": "tail", "size": True}
    advice = make_bench_run(setup, log(setup, "unit_itself", **said, told="otherwise")).advice(
        "unit_itself"
    )
    assert [act.key for act in advice.actions] == ["tell"]
    advice = make_bench_run(setup, log(setup, "unit_itself", **said, told="as_it_sits")).advice(
        "unit_itself"
    )
    (note,) = advice.actions
    assert note.changes == (
        Change("unit.mounting.face_up", "base"),
        Change("unit.mounting.leads_toward", "tail"),
    )
    assert advice.outcome == "begun"


def test_a_unit_that_was_reset_or_remounted_is_asked_again():
    setup = setup_of(MIXES)
    said = {"delivered": True, "face_up": "label", "leads_toward": "nose", "size": True}
    entries = log(setup, "unit_itself", **said, told="as_it_sits")
    for touched in ("unit_mount", "unit_memory"):
        run = make_bench_run(setup, entries, [Event(99, (touched,))])
        states = {each.step.name: each.state for each in run.standings}
        assert states["unit_itself"] == "stale"


MEASURED = {
    # Where the sticks move the swash, a unit that mixes and holds would not let them.
    MIXES: {"horns", "level", "zero_pitch", "second_look"},
    BEHIND: {
        *("horns", "level", "zero_pitch", "cyclic_throw", "collective_range"),
        "second_look",
    },
    NONE: set(),
}


@pytest.mark.parametrize("arrangement", MEASURED)
def test_the_state_of_the_unit_is_named_wherever_it_would_move_the_swash(arrangement):
    run = make_bench_run(setup_of(arrangement))
    words = {MIXES: "Unit holding", BEHIND: "Unit bypassed", NONE: "Unit "}[arrangement]
    named = {
        step.name
        for step in run.steps
        if any(line.startswith(words) for line in run.advice(step.name).do)
    }
    assert named - {"unit_still"} == MEASURED[arrangement]


def test_whether_it_keeps_still_is_asked_at_every_power_up_and_a_live_unit_is_out():
    setup = setup_of(BEHIND)
    still = log(setup, "unit_still", tipped="still")
    assert make_bench_run(setup, still).done("unit_still")
    assert not make_bench_run(setup, still, [Event(99, ("power",))]).done("unit_still")
    live = make_bench_run(setup, log(setup, "unit_still", tipped="moves")).advice("unit_still")
    assert live.outcome == "out"
    assert "bypassed" in live.summary


def test_the_pilots_own_unit_is_quoted_by_what_it_shows():
    cube = read_profile(
        {
            "format": "mint-lever-device",
            "version": 1,
            "kind": "unit",
            "name": "Blue cube",
            "states": {"holding": "a slow blink", "bypassed": "nothing at all"},
        }
    )
    for arrangement, shown in ((MIXES, "a slow blink"), (BEHIND, "nothing at all")):
        run = make_bench_run(setup_of(arrangement), devices=[cube])
        assert any(f"Blue cube shows “{shown}”" in line for line in run.advice("level").do)
        assert shown in run.advice("unit_still").asks[0].hint
