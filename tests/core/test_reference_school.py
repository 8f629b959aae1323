"""Units that are set by a reference tilt: no figure anywhere, the gauge and the unit's own sign."""

import re

import pytest

from few import few
from judge import wrong_with
from mint_lever.bench import judge_fitness
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.practise.evening import work_through
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.bench.steps import make_bench_run
from mint_lever.devices import read_profile
from mint_lever.setup import Change, make_fresh_setup, read_setup
from mint_lever.setup.edits.path_edit import apply_changes


def school(rule="at_least", **more):
    changes = {"unit.cyclic_school": "reference_tilt", "unit.reference_rule": rule, **more}
    document = make_fresh_setup("Savory 500").as_document()
    return read_setup(
        apply_changes(document, [Change(path, value) for path, value in changes.items()])
    )


def advised(setup, right, left, said=None, devices=()):
    aileron, elevator = [("right", right), ("left", left)], [("forward", right), ("back", left)]
    read = [*aileron, *elevator] * 2 + ([("range", said)] if said else [])
    entries = [Entry(n, "cyclic_throw", *each, setup) for n, each in enumerate(read)]
    return make_bench_run(setup, entries, [], devices).advice("cyclic_throw")


def said_by(advice):
    asks = [text for ask in advice.asks for text in (ask.label, ask.hint)]
    acts = [text for act in advice.actions for text in (act.text, act.expect)]
    return " ".join([*advice.do, *asks, *acts, advice.summary])


@pytest.mark.parametrize("gauge", [4.0, 5.2, 6.0, 6.8, 7.4])
@pytest.mark.parametrize("rule", ["at_least", "at_most"])
def test_neither_a_percent_nor_full_stick_is_spoken_of(rule, gauge):
    said = said_by(advised(school(rule), gauge, -gauge, "well"))
    assert "%" not in said
    assert "full stick" not in said
    assert "stick full" not in said


@pytest.mark.parametrize(
    ("rule", "gauge", "said", "outcome"),
    [
        # F10a, common practice, no source: 6°, accept 5.7 to 6.5, never above 7.
        ("at_least", 6.0, "well", "good"),
        ("at_least", 5.0, "well", "out"),
        ("at_least", 6.9, "well", "workable"),
        ("at_least", 7.2, "well", "out"),
        # At most 6: 5 is a start until the unit calls its range well used.
        ("at_most", 5.2, "silent", "workable"),
        ("at_most", 5.2, "well", "good"),
        ("at_most", 5.9, "silent", "good"),
        ("at_most", 4.6, "well", "out"),
        ("at_most", 6.8, "well", "out"),
        # The mechanics are wrong for a unit that complains: it flies, and is said.
        ("at_least", 6.0, "poorly", "workable"),
    ],
)
def test_the_gauge_and_the_units_own_sign_decide(rule, gauge, said, outcome):
    assert advised(school(rule), gauge, -gauge, said).outcome == outcome


def test_what_the_unit_says_of_its_range_is_asked_for():
    unsaid = advised(school(), 6.0, -6.0)
    assert unsaid.next_key == "range"
    assert unsaid.outcome == "begun"


def test_a_blade_that_rests_off_zero_has_its_aim_shifted():
    """A blade that rests at −0.4°: 0.4° lower one way, 0.4° more the other (trade, step 10)."""
    (act, *_) = advised(school(), 4.6, -5.4).actions
    assert re.search(r"until the gauge reads \+5\.\d° right and −6\.\d° left", act.text)
    ends = [float(n.replace("−", "-")) for n in re.findall(r"[+−]\d\.\d", act.text)]
    assert sum(ends) / 2 == pytest.approx(-0.4, abs=0.051)
    assert (ends[0] - ends[1]) / 2 == pytest.approx(6.0, abs=0.06)
    assert act.nudged


def test_a_range_poorly_used_asks_for_other_holes_and_names_them():
    holes = {f"airframe.servos.{i}.holes_mm": [11.0, 13.0, 15.0] for i in range(3)}
    advice = advised(school(**{"unit.cyclic_pct": 25.0}, **holes), 6.0, -6.0, "poorly")
    assert "inward on the horns" in advice.summary
    moves = [act for act in advice.actions if act.key.startswith("ball.horn")]
    assert moves
    assert "to 11 mm" in moves[0].text


def test_the_pilots_own_unit_is_quoted():
    cube = read_profile(
        {
            "format": "mint-lever-device",
            "version": 1,
            "kind": "unit",
            "name": "Blue cube",
            "states": {"range_well_used": "a steady dot"},
        }
    )
    asked = next(a for a in advised(school(), 6, -6, devices=(cube,)).asks if a.key == "range")
    assert "Blue cube shows “a steady dot” then." in asked.hint


def test_the_collective_is_nudged_too():
    setup = school()
    read = [("up", 9.0), ("down", -9.0)] * 2
    entries = [Entry(n, "collective_range", *each, setup) for n, each in enumerate(read)]
    acts = [
        a for a in make_bench_run(setup, entries).advice("collective_range").actions if not a.parts
    ]
    assert [act.nudged for act in acts] == [True, True]
    texts = " ".join(act.text for act in acts)
    assert "%" not in texts
    assert "reads +11.0°" in texts
    assert "reads −11.0°" in texts


def test_the_limit_goes_by_the_units_sign_and_the_sweep():
    setup = school()
    swept = [(f"sweep.{place}", "clear") for place in ("low", "mid", "high")]

    def at(said):
        read = [*swept, ("range", said)]
        entries = [Entry(n, "clearance", *each, setup) for n, each in enumerate(read)]
        return make_bench_run(setup, entries).advice("clearance")

    assert at("well").outcome == "good"
    complains = at("poorly")
    assert complains.outcome == "out"
    (back,) = complains.actions
    assert "one step back" in back.text
    assert "%" not in said_by(complains)


@pytest.mark.parametrize("seed", few(range(2), 1))
@pytest.mark.parametrize("rule", ["at_least", "at_most"])
def test_an_evening_with_such_a_unit_ends_fit_and_right(rule, seed):
    drawn = random_helicopter(seed, "unit_mixes")
    changes = [Change("unit.cyclic_school", "reference_tilt"), Change("unit.reference_rule", rule)]
    setup = read_setup(apply_changes(drawn.setup.as_document(), changes))
    bench = SimulatedHelicopter(setup, drawn.truth, seed)
    run = work_through(bench).run(bench)
    assert judge_fitness(run, [run.setup]).fit
    assert wrong_with(bench.setup.as_document(), bench.truth.model_dump()) == []
