"""The schools of clearance, where a mixing starts, what arrives besides, the final list's end."""

import pytest

from builds import document
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.questions.answer_check import make_answer_changes
from mint_lever.bench.steps import make_bench_run
from mint_lever.measure.starting_figures import figure_from_geometry
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import Change, make_fresh_setup, read_setup, with_arrangement
from mint_lever.setup.edits.path_edit import apply_changes

BEHIND = "transmitter_mixes_unit_behind"


def edited(setup, *changes):
    return read_setup(apply_changes(setup.as_document(), [Change(*each) for each in changes]))


def log(setup, step, **said):
    return [
        Entry(n, step, key.replace("__", "."), value, setup)
        for n, (key, value) in enumerate(said.items())
    ]


class TestSchoolsOfClearance:
    def heard(self, setup, low="clear", mid="clear", high="clear", **more):
        said = {"sweep__low": low, "sweep__mid": mid, "sweep__high": high, **more}
        return make_bench_run(setup, log(setup, "clearance", **said)).advice("clearance")

    @pytest.mark.parametrize(
        ("school", "outcome"),
        [("nothing_touches", "out"), ("corners_let_be", "workable"), ("by_the_unit", "out")],
    )
    def test_a_slight_touch_in_the_corners_is_let_be_by_one_school_alone(self, school, outcome):
        setup = edited(read_setup(document()), ("targets.clearance", school))
        assert self.heard(setup, high="corners", range="well").outcome == outcome

    def test_the_units_sign_is_asked_for_where_it_decides(self):
        setup = edited(read_setup(document()), ("targets.clearance", "by_the_unit"))
        keys = [ask.key for ask in self.heard(setup).asks if not ask.optional]
        assert keys[-1] == "range"
        complains = self.heard(setup, range="poorly")
        assert complains.outcome == "out"
        assert complains.actions[0].key == "ring"
        # One that lets the unit say nothing of it is not asked.
        plain = read_setup(document())
        assert "range" not in [ask.key for ask in self.heard(plain).asks]

    def test_less_than_ten_degrees_of_cyclic_is_workable_with_its_reason(self):
        """F12, common practice, no source: 10–12°; 7.9° was passed over as good."""
        setup = edited(read_setup(document()), ("unit.ring_pct", 60.0))
        advice = self.heard(setup)
        assert advice.outcome == "workable"
        assert "less to correct with" in advice.summary

    def test_the_school_is_the_pilots_and_is_kept(self):
        setup = read_setup(document())
        ask = next(each for each in self.heard(setup).asks if each.key == "school")
        assert make_answer_changes(ask, "corners_let_be") == (
            Change("targets.clearance", "corners_let_be"),
        )


class TestFirstFigures:
    @pytest.mark.parametrize("arrangement", [BEHIND, "transmitter_mixes"])
    def test_a_transmitters_mix_starts_at_65_on_all_three(self, arrangement):
        """The trade's step 10; common practice, no source."""
        mix = make_fresh_setup("Savory 500", arrangement=arrangement).transmitter.swash_mix
        assert (mix.collective, mix.aileron, mix.elevator) == (65.0, 65.0, 65.0)

    @pytest.mark.parametrize("layout", ["three_120", "three_90", "four_45"])
    @pytest.mark.parametrize("function", ["collective", "aileron", "elevator"])
    def test_the_geometrys_figure_gives_what_is_wanted_at_the_blade(self, layout, function):
        setup = make_fresh_setup("Savory 500", layout, arrangement=BEHIND)
        path = f"transmitter.swash_mix.{function}"
        figure = figure_from_geometry(setup, path, function, 8.0)
        there = build_chain(edited(setup, (path, figure)))
        # Read where a pilot reads it: over the boom, for elevator on the right.
        azimuth = 90.0 if function == "elevator" else 180.0
        sticks = Sticks.at(**{function: [-100.0, 100.0]})
        low, high = evaluate_pose(there, sticks, [azimuth]).pitch_deg[0]
        assert abs(high - low) / 2 == pytest.approx(8.0, abs=0.1)

    def test_a_throw_no_figure_gives_is_none(self):
        setup = make_fresh_setup("Savory 500", arrangement=BEHIND)
        path = "transmitter.swash_mix.aileron"
        assert figure_from_geometry(setup, path, "aileron", 40.0) is None

    def test_it_is_offered_before_the_gauge_and_never_needed(self):
        setup = make_fresh_setup("Savory 500", arrangement=BEHIND)
        for step, keys in (
            ("cyclic_throw", ("aileron", "elevator")),
            ("collective_range", ("collective",)),
        ):
            offered = [a for a in make_bench_run(setup).advice(step).actions if not a.parts]
            assert [act.key for act in offered] == [f"geometry.{key}" for key in keys]
            assert not any(act.needed for act in offered)
        read = log(setup, "cyclic_throw", right=8.0)
        acts = make_bench_run(setup, read).advice("cyclic_throw").actions
        assert not [act for act in acts if act.key.startswith("geometry")]
        # A unit that mixes starts where it was delivered.
        mixing = make_bench_run(make_fresh_setup("Savory 500")).advice("cyclic_throw").actions
        assert not [act for act in mixing if act.key.startswith("geometry")]

    def test_a_unit_with_a_figure_for_each_is_told_so_at_the_bench(self):
        setup = edited(make_fresh_setup("Savory 500"), ("unit.cyclic_pct", 52.0))
        ask = next(
            a for a in make_bench_run(setup).advice("cyclic_throw").asks if a.key == "own_elevator"
        )
        (change,) = make_answer_changes(ask, "each")
        assert change == Change("unit.cyclic_elevator_pct", 52.0)
        with_own = make_bench_run(edited(setup, (change.path, change.value))).advice("cyclic_throw")
        wanted = [a.key for a in with_own.asks if not a.optional]
        assert wanted == ["right", "left", "forward", "back"]
        # And back to one for both.
        assert make_answer_changes(ask, "one") == (Change("unit.cyclic_elevator_pct", None),)


class TestWhatElseArrives:
    def test_throttle_gain_switches_port_and_unused_functions_are_asked_for(self):
        setup = read_setup(document())
        asked = [
            ask.key for ask in make_bench_run(setup).advice("arrival").asks if not ask.optional
        ]
        assert asked[-4:] == ["throttle", "gain_channel", "port", "unused"]

    def test_one_that_is_not_so_keeps_arrival_out(self):
        setup = read_setup(document())
        ends = {"low": -100.0, "centre": 0.0, "high": 100.0}
        said = {
            f"{f}__{end}": at
            for f in ("collective", "aileron", "elevator", "rudder")
            for end, at in ends.items()
        }
        others = dict.fromkeys(("throttle", "gain_channel", "port", "unused"), True)
        good = make_bench_run(setup, log(setup, "arrival", **said, **others)).advice("arrival")
        assert good.outcome == "good"
        others["unused"] = False
        assert (
            make_bench_run(setup, log(setup, "arrival", **said, **others)).advice("arrival").outcome
            == "out"
        )

    @pytest.mark.parametrize("arrangement", ["unit_mixes", BEHIND, "transmitter_mixes"])
    def test_the_final_list_ends_with_every_channel_and_the_range(self, arrangement):
        setup = with_arrangement(read_setup(document()), arrangement)
        keys = [ask.key for ask in make_bench_run(setup).advice("final_directions").asks]
        assert keys[-3:] == ["fail_safe", "others_safe", "range"]
        run = make_bench_run(setup, log(setup, "final_directions", range="wrong"))
        assert "Mechanical look" in run.advice("final_directions").summary


@pytest.mark.parametrize("step", ["zero_pitch", "cyclic_throw", "collective_range"])
def test_how_a_gauge_is_read_stands_where_it_is_read(step):
    said = " ".join(make_bench_run(read_setup(document())).advice(step).do)
    for words in ("tail propped", "same place on each blade", "settles", "exactly where it stood"):
        assert words in said
