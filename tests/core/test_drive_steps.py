"""Steps 15 and 16 in their parts. Common practice, no source, unless said otherwise."""

import numpy as np
import pytest

import judge_drive
from drive_pilot import work_the_drive
from few import few
from mint_lever.bench import WORKED_ON, Entry, Event, judge_fitness
from mint_lever.bench.engine.log import make_action_event
from mint_lever.bench.simulate.drive_truth import DriveTruth, true_facts
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.hidden_truth import random_truth
from mint_lever.bench.simulate.random_builds import with_governor
from mint_lever.bench.simulate.random_drives import FAULTS, random_drive_build
from mint_lever.bench.steps import make_bench_run
from mint_lever.bench.steps.head_speed import PARTS
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup

GOVERNED = with_governor(make_fresh_setup("Savory 500"), "unit", np.random.default_rng(4))
SAFE = ("motor", "blades", "hold")
OPENS_LATER = (
    "throttle",
    "controller_ends",
    "unit_throttle",
    "governor_settings",
    "governor",
    "throttle_curves",
)


def edited(setup, *changes):
    made = [Change(path, value) for path, value in changes]
    return read_setup(apply_changes(setup.as_document(), made))


def said(setup, step, **answers):
    """A run in which a step was answered; "__" in a name is the dot in the question's key."""
    keys = {name.replace("__", "."): value for name, value in answers.items()}
    entries = [Entry(i, step, key, value, setup) for i, (key, value) in enumerate(keys.items())]
    return make_bench_run(setup, entries)


def advice(setup, step, **answers):
    return said(setup, step, **answers).advice(step)


def words(found):
    return {ask.key: ask.word for ask in found.asks}


def sound(place="unit", **drive):
    """A governed helicopter with nothing wrong, and what is to be wrong with it."""
    setup = with_governor(make_fresh_setup("Savory 500"), place, np.random.default_rng(4))
    rng = np.random.default_rng(9)
    truth = random_truth(setup, rng)
    truth.throttle_turned, truth.throttle_taught = False, True
    facts = {**true_facts(setup.drive, rng), "pinion": float(setup.drive.gear.pinion)}
    on = {box: box == place for box in ("unit", "speed_controller")}
    truth.drive = DriveTruth(facts=facts, governor_on=on, unit_taught=True)
    for name, value in drive.items():
        setattr(truth.drive, name, value)
    return SimulatedHelicopter(setup, truth, 1)


class TestWholeDrives:
    @pytest.mark.parametrize("seed", few(range(310_000, 310_024)))
    def test_a_drive_worked_through_ends_right(self, seed):
        bench, _ = random_drive_build(seed)
        work_the_drive(bench)
        found = bench.setup.model_dump(mode="json"), bench.truth.model_dump(mode="json")
        assert judge_drive.wrong_with_drive(*found) == []

    @pytest.mark.parametrize("seed", range(311_000, 311_030))
    def test_the_judge_sees_what_is_hidden_before_anybody_worked_on_it(self, seed):
        bench, faults = random_drive_build(seed)
        found = bench.setup.model_dump(mode="json"), bench.truth.model_dump(mode="json")
        # With the controller's governor nothing rests on the unit's sensor.
        harmless = {"sensor"} if bench.setup.drive.governor.place != "unit" else {"cells"}
        assert bool(judge_drive.wrong_with_drive(*found)) == bool(set(faults) - harmless)

    def test_each_kind_of_fault_is_drawn_and_one_drive_in_ten_has_none(self):
        drawn = [random_drive_build(seed)[1] for seed in range(312_000, 312_120)]
        assert {kind for faults in drawn for kind in faults} == set(FAULTS)
        assert 4 <= sum(not faults for faults in drawn) <= 24


class TestToldWrong:
    """A governor that holds shows its target: what it was told is read off its menu."""

    @pytest.mark.parametrize("place", ["unit", "speed_controller"])
    @pytest.mark.parametrize(
        ("what", "told"),
        few(
            [("poles", 6), ("pinion", 1), ("cells", 8), ("poles", 14)]
            + [("poles", p) for p in (2, 4, 8, 10, 12)]
            + [("pinion", -2), ("pinion", -1), ("pinion", 2)]
            + [("cells", c) for c in (3, 4, 6, 12)],
            4,
        ),
    )
    def test_one_wrong_figure_is_put_right_and_no_other(self, place, what, told):
        bench = sound(place)
        facts = bench.truth.drive.facts
        told = told + facts["pinion"] if what == "pinion" else told
        bench.truth.drive.told = {what: float(told)}
        _, events, _ = work_the_drive(bench)
        key = "told.ratio" if what == "pinion" else f"told.{what}"
        named = [key for event in events for key in event.keys if key.startswith("told.")]
        # A governor in a unit counts turns: nobody tells it the cells.
        silent = told == facts[what] or (what == "cells" and place == "unit")
        assert named == ([] if silent else [key])
        assert silent or bench.truth.drive.told == {}

    @pytest.mark.parametrize("seed", few(range(313_000, 313_060)))
    def test_a_display_that_shows_the_target_hides_nothing(self, seed):
        """Sixty drives: poles or gear told wrong, and every mode shown as it was asked for."""
        bench, _ = random_drive_build(seed)
        rng = np.random.default_rng(seed)
        kind = ("poles", "pinion", "stage")[seed % 3 if bench.setup.drive.gear.second else seed % 2]
        FAULTS[kind](bench.setup, bench.truth, rng)

        def target(bench, step, ask):
            name = ask.key.removeprefix("shown.")
            if not ask.key.startswith("shown."):
                return None
            rpm = getattr(bench.setup.transmitter.modes, name).head_speed_rpm
            hidden = bench.truth.drive
            place = bench.setup.drive.governor.place
            blind = hidden.locked or (place == "unit" and hidden.sensor_pct < 60)
            off = rpm is None or name == "hold" or not hidden.governor_on[place] or blind
            return 0.0 if off else hidden.asks.get(name, rpm)

        work_the_drive(bench, target)
        found = bench.setup.model_dump(mode="json"), bench.truth.model_dump(mode="json")
        assert judge_drive.wrong_with_drive(*found) == []

    @pytest.mark.parametrize("off", [-2, -1, 1, 2])
    def test_what_a_wrong_ratio_would_be_made_by_is_said(self, off):
        gear = GOVERNED.drive.gear
        stage = gear.second[1] / gear.second[0] if gear.second else 1.0
        told = gear.main / (gear.pinion + off) * stage
        (action,) = bench_actions(GOVERNED, "governor_settings", told__ratio=round(told, 2))
        assert f"{gear.pinion + off} teeth on the pinion" in action.text

    def test_agreement_waits_for_what_the_menu_says(self):
        assert "governor_settings" in make_bench_run(GOVERNED).advice("governor").waits_for

    def test_that_the_request_arrives_is_no_agreement(self):
        modes = GOVERNED.transmitter.modes
        shown = {
            f"shown__{n}": (getattr(modes, n).head_speed_rpm if n.startswith("idle") else 0.0)
            for n in ("normal", "idle_up_1", "idle_up_2", "hold")
        }
        found = advice(GOVERNED, "governor", **shown)
        assert found.outcome == "good"
        assert "arrives" in found.summary
        assert "agree" not in found.summary.lower()

    def test_one_mode_that_differs_is_a_figure_left_at_a_default(self):
        low, high = (
            getattr(GOVERNED.transmitter.modes, f"idle_up_{i}").head_speed_rpm for i in (1, 2)
        )
        shown = {"shown__normal": 0.0, "shown__hold": 0.0, "shown__idle_up_1": low}
        (action,) = bench_actions(GOVERNED, "governor", **shown, shown__idle_up_2=1500.0)
        assert f"{high:g} rpm" in action.text
        assert action.keys == ("shown.idle_up_2",)

    def test_on_where_it_is_to_be_off_is_wrong(self):
        low, high = (
            getattr(GOVERNED.transmitter.modes, f"idle_up_{i}").head_speed_rpm for i in (1, 2)
        )
        shown = {"shown__idle_up_1": low, "shown__idle_up_2": high, "shown__normal": 0.0}
        found = advice(GOVERNED, "governor", **shown, shown__hold=1500.0)
        assert words(found)["shown.hold"] == "out"
        assert found.outcome == "out"
        (action,) = bench_actions(GOVERNED, "governor", **shown, shown__hold=1500.0)
        assert "off" in action.text

    def test_every_mode_has_to_be_gone_through(self):
        low = GOVERNED.transmitter.modes.idle_up_1.head_speed_rpm
        assert advice(GOVERNED, "governor", shown__idle_up_1=low).outcome == "begun"


def bench_actions(setup, step, **answers):
    """What a step asks to be done, the parts it waits for being done."""
    run = said(setup, step, **answers)
    before = [("drive_safe", key, True) for key in SAFE]
    if step != "governor_settings":
        before += [("governor_settings", key, value) for key, value in menu(setup).items()]
    first = [Entry(900 + i, *each, setup) for i, each in enumerate(before)]
    return make_bench_run(setup, [*run.entries, *first]).advice(step).actions


def menu(setup):
    """Everything the governor's menu is asked for, as it should be."""
    drive = setup.drive
    stage = drive.gear.second[1] / drive.gear.second[0] if drive.gear.second else 1.0
    figures = {
        "told.menu": "asks",
        "told.poles": float(drive.motor.poles),
        "told.ratio": round(drive.gear.main / drive.gear.pinion * stage, 2),
        "told.cells": float(drive.pack.cells),
        "on_above": 30.0,
        "band_low": 1000.0,
        "band_high": 4000.0,
        "gain": 6.0,
    }
    asked = {ask.key for ask in advice(setup, "governor_settings", told__menu="asks").asks}
    return {key: value for key, value in figures.items() if key in asked}


class TestControllerWithoutADisplay:
    SETUP = with_governor(
        make_fresh_setup("Savory 500"), "speed_controller", np.random.default_rng(4)
    )

    def test_it_is_asked_before_any_figure(self):
        asks = advice(self.SETUP, "governor").asks
        assert [ask.key for ask in asks] == ["display"]
        shown = advice(self.SETUP, "governor", display="shows").asks
        assert {ask.key for ask in shown} >= {"shown.idle_up_1", "shown.hold"}

    def test_what_nobody_can_read_is_told_right_and_measured_outside(self):
        begun = advice(self.SETUP, "governor", display="silent")
        assert begun.outcome == "begun"
        rpm = self.SETUP.transmitter.modes.idle_up_1.head_speed_rpm
        assert any(f"{rpm:g}" in ask.hint for ask in begun.asks)
        answers = {"display": "silent", "outside": True}
        # Nobody has seen a figure: it will do, it is not good.
        assert advice(self.SETUP, "governor", **answers).outcome == "workable"
        wrong = {**answers, "outside": False}
        assert advice(self.SETUP, "governor", **wrong).outcome == "out"
        (action,) = bench_actions(self.SETUP, "governor", **wrong)
        assert action.keys == ("outside",)

    def test_a_menu_that_knows_a_percent_only_is_asked_no_figure(self):
        found = advice(self.SETUP, "governor_settings", told__menu="percent")
        assert not {ask.key for ask in found.asks} & {"told.poles", "told.ratio", "told.cells"}

    def test_a_governor_in_the_unit_is_never_asked_for_a_display(self):
        assert "display" not in {ask.key for ask in advice(GOVERNED, "governor").asks}


class TestNotEngaging:
    SHOWN = {f"shown__{name}": 0.0 for name in ("normal", "idle_up_1", "idle_up_2", "hold")}

    def test_the_questions_come_in_their_order_and_say_what_is_ruled_out(self):
        answers = dict(self.SHOWN)
        for key, value, ruled in (
            ("locked", "low", "not locked"),
            ("throttle.idle_up_1", 70.0, "throttle above the on-point"),
            ("sensor", 85.0, "a clean sensor"),
        ):
            found = advice(GOVERNED, "governor", **answers)
            assert found.next_key == key
            assert ruled not in found.summary
            answers[key.replace(".", "__")] = value
            assert ruled in advice(GOVERNED, "governor", **answers).summary
        assert "poles and gear" in advice(GOVERNED, "governor", **answers).summary

    @pytest.mark.parametrize(
        ("answers", "does"),
        [
            ({"locked": "on"}, "Throttle low"),
            ({"locked": "low", "throttle__idle_up_1": 20.0}, "key it into the transmitter"),
            ({"locked": "low", "throttle__idle_up_1": 70.0, "sensor": 40.0}, "sensor"),
        ],
    )
    def test_the_first_wrong_answer_is_the_cause(self, answers, does):
        (action,) = bench_actions(GOVERNED, "governor", **self.SHOWN, **answers)
        assert does in action.text

    def test_a_curve_below_the_on_point_is_lifted(self):
        flat = edited(GOVERNED, ("transmitter.modes.idle_up_1.throttle_curve", [25.0] * 5))
        answers = {**self.SHOWN, "locked": "low", "throttle__idle_up_1": 25.0}
        (action,) = bench_actions(flat, "governor", **answers)
        lifted = read_setup(apply_changes(flat.as_document(), action.changes))
        assert min(lifted.transmitter.modes.idle_up_1.throttle_curve) > 30.0

    def test_with_everything_ruled_out_it_says_that_it_does_not_know(self):
        answers = {**self.SHOWN, "locked": "low", "throttle__idle_up_1": 70.0, "sensor": 90.0}
        (action,) = bench_actions(GOVERNED, "governor", **answers)
        assert "Nothing of the usual is left" in action.text


class TestOrder:
    @pytest.mark.parametrize("step", OPENS_LATER)
    def test_what_moves_the_throttle_opens_after_the_motor_was_looked_at(self, step):
        menus = ("governor_settings",) if step == "governor" else ()
        assert make_bench_run(GOVERNED).advice(step).waits_for == ("drive_safe", *menus)
        safe = [Entry(i, "drive_safe", key, True, GOVERNED) for i, key in enumerate(SAFE)]
        assert make_bench_run(GOVERNED, safe).advice(step).waits_for == menus
        again = [Event(5, ("power",))]
        assert make_bench_run(GOVERNED, safe, again).advice(step).waits_for == (
            "drive_safe",
            *menus,
        )

    @pytest.mark.parametrize("step", sorted({p.name for p in PARTS} - {*OPENS_LATER}))
    def test_the_other_parts_do_not_wait(self, step):
        assert make_bench_run(GOVERNED).advice(step).waits_for == ()

    def test_nothing_is_done_to_a_part_that_waits(self):
        run = said(GOVERNED, "throttle", low="full")
        assert run.advice("throttle").actions == ()
        assert bench_actions(GOVERNED, "throttle", low="full")[0].key == "turn.throttle"

    def test_a_unit_taught_before_the_controllers_ends_is_taught_anew(self):
        read = {"through": "yes", "low": 0.0, "middle": 50.0, "full": 100.0}
        entries = [
            Entry(i, "unit_throttle", *pair, GOVERNED) for i, pair in enumerate(read.items())
        ]
        assert make_bench_run(GOVERNED, entries).advice("unit_throttle").outcome == "good"
        missing = make_bench_run(
            GOVERNED, [Entry(5, "controller_ends", "ends", "missing", GOVERNED)]
        )
        teach = next(p for p in PARTS if p.name == "controller_ends").advise(missing).actions[0]
        taught = [make_action_event(6, "controller_ends", teach, GOVERNED)]
        found = make_bench_run(GOVERNED, entries, taught).advice("unit_throttle")
        assert found.outcome == "out"
        assert "teach the unit anew" in found.summary


class TestParts:
    def test_full_at_low_stick_at_the_unit_is_a_danger(self):
        found = advice(GOVERNED, "unit_throttle", through="yes", low=100.0, middle=50.0, full=0.0)
        assert "do not arm" in found.summary
        assert found.outcome == "out"

    @pytest.mark.parametrize(("travel", "asks"), [(100.0, False), (90.0, False), (60.0, True)])
    def test_the_throttles_travel_is_not_squeezed(self, travel, asks):
        setup = edited(GOVERNED, ("transmitter.channels.throttle.travel_high_pct", travel))
        keys = [action.key for action in bench_actions(setup, "throttle", low="low")]
        assert keys == (["clean.throttle"] if asks else [])

    @pytest.mark.parametrize(
        ("on", "place", "wrong"),
        [
            ({"unit": "on", "speed_controller": "off"}, "unit", []),
            ({"unit": "on", "speed_controller": "on"}, "unit", ["speed_controller"]),
            ({"unit": "off", "speed_controller": "off"}, "unit", ["unit"]),
            ({"unit": "off", "speed_controller": "on"}, "none", ["speed_controller"]),
        ],
    )
    def test_exactly_one_governor_is_on(self, on, place, wrong):
        setup = edited(GOVERNED, ("drive.governor.place", place))
        found = advice(setup, "governor_place", place=place, **on)
        assert [key for key, word in words(found).items() if word == "out"] == wrong
        switched = [a.key for a in found.actions if a.key.startswith("switch.")]
        assert switched == [f"switch.{box}" for box in wrong]

    @pytest.mark.parametrize(("limit", "word", "lowered"), [(6000.0, "in", 0), (1500.0, "out", 2)])
    def test_no_mode_goes_beyond_a_makers_limit(self, limit, word, lowered):
        found = advice(GOVERNED, "drive_data", limit=limit)
        assert words(found)["limit"] == word
        changes = {change.path: change.value for a in found.actions for change in a.changes}
        assert len(changes) == lowered
        assert all(value <= limit for value in changes.values())

    def test_a_governor_needs_teeth_and_poles_and_nobody_has_to_weigh(self):
        needed = {a.key for a in advice(GOVERNED, "drive_data").asks if not a.optional}
        assert needed == {"pinion", "main", "poles", "limit"}
        free = {
            a.key for a in advice(make_fresh_setup("Sage"), "drive_data").asks if not a.optional
        }
        assert free == {"limit"}

    @pytest.mark.parametrize(
        ("low", "high", "out"),
        [(1000.0, 4000.0, []), (2600.0, 4000.0, ["band_low"]), (500.0, 1400.0, ["band_high"])],
    )
    def test_the_band_holds_every_target(self, low, high, out):
        answers = {"on_above": 30.0, "band_low": low, "band_high": high, "gain": 6.0}
        found = advice(GOVERNED, "governor_settings", **answers)
        assert [key for key, word in words(found).items() if word == "out"] == out
        actions = bench_actions(GOVERNED, "governor_settings", **answers)
        for action in actions:
            mended = read_setup(apply_changes(GOVERNED.as_document(), action.changes))
            key = action.key.removeprefix("set.")
            value = getattr(mended.drive.governor, f"{key}_rpm")
            again = advice(mended, "governor_settings", **{**answers, key: value})
            assert words(again)[key] == "in"
        assert len(actions) == len(out)

    @pytest.mark.parametrize(("rated", "word"), [(8.4, "in"), (6.0, "out"), (None, "in")])
    def test_the_supply_is_judged_by_the_ratings_that_are_known(self, rated, word):
        setup = edited(GOVERNED, ("unit.rated_volt", rated))
        found = advice(setup, "bec_voltage", volt=7.4)
        assert words(found)["volt"] == word
        # The servos' ratings are not written down: unknown is never right.
        assert found.outcome == "out"

    @pytest.mark.parametrize("seed", few(range(60)))
    def test_no_part_that_nobody_looked_up_is_fed_within_its_rating(self, seed):
        """Sixty supplies: each part rated or not, above or below what is measured."""
        rng = np.random.default_rng([seed, 2])
        paths = [f"airframe.servos.{i}.rated_volt" for i in range(3)]
        paths += ["airframe.tail.servo.rated_volt", "unit.rated_volt"]
        rated = [None if rng.random() < 0.25 else float(rng.choice([6.0, 7.4, 8.4])) for _ in paths]
        if seed % 3 == 0:
            rated[3] = None
        known = [(path, volt) for path, volt in zip(paths, rated, strict=True) if volt]
        volt = float(rng.choice([5.5, 7.4, 8.0]))
        found = advice(edited(GOVERNED, *known), "bec_voltage", volt=volt)
        allowed = all(each is not None and volt <= each for each in rated)
        assert (found.outcome == "good") == allowed
        if rated[3] is None:
            assert "tail servo" in found.summary
        if not allowed and None not in rated:
            assert found.actions[0].changes[0].value == min(rated)

    def test_the_ratings_are_asked_in_three_questions_and_kept(self):
        asks = advice(GOVERNED, "bec_voltage").asks
        assert [ask.key for ask in asks][1:] == [
            "rating.swash",
            "rating.airframe.tail.servo",
            "rating.unit",
        ]
        assert asks[1].writes == tuple(f"airframe.servos.{i}.rated_volt" for i in range(3))

    def test_each_mode_sends_the_throttle_that_is_written_down(self):
        found = advice(GOVERNED, "throttle_curves", lowest__idle_up_1=40.0)
        assert words(found)["lowest.idle_up_1"] == "out"
        below = edited(GOVERNED, ("transmitter.modes.idle_up_1.throttle_curve", [20.0] * 5))
        keys = [a.key for a in bench_actions(below, "throttle_curves", lowest__idle_up_1=20.0)]
        assert keys == ["lift.idle_up_1"]


class TestCard:
    def test_the_neutral_set_is_a_start_and_every_item_is_led_through(self):
        run = said(GOVERNED, "controller_card", own="neutral")
        (action,) = run.advice("controller_card").actions
        setup = read_setup(apply_changes(GOVERNED.as_document(), action.changes))
        asks = advice(setup, "controller_card").asks
        assert len(asks) == len(setup.speed_controller.card) >= 5
        assert "hold it low" in asks[0].hint
        assert all("missed" in [option.value for option in ask.options] for ask in asks)
        right = {
            f"item__{i}": str(item.wanted) for i, item in enumerate(setup.speed_controller.card)
        }
        assert advice(setup, "controller_card", **right).outcome == "good"
        found = advice(setup, "controller_card", **{**right, "item__2": "missed"})
        assert found.outcome == "out"
        assert found.actions[0].keys == ("item.2",)

    def test_another_choice_asks_for_its_own_item_anew_and_for_no_other(self):
        items = [
            {"name": "Brake", "choices": ["off", "on"], "wanted": 0},
            {"name": "Start", "choices": ["soft", "hard"], "wanted": 0},
        ]
        setup = edited(GOVERNED, ("speed_controller.card", items))
        entries = [Entry(i, "controller_card", f"item.{i}", "0", setup) for i in range(2)]
        other = edited(setup, ("speed_controller.card.1.wanted", 1))
        run = make_bench_run(other, entries)
        assert run.held("controller_card", "item.0")
        assert not run.held("controller_card", "item.1")

    @pytest.mark.parametrize("how", ["data", "said"])
    def test_another_cell_count_asks_for_the_cut_off_anew_and_for_no_other(self, how):
        items = [
            {"name": "Brake", "choices": ["off", "on"], "wanted": 0},
            {"name": "Cut-off", "choices": ["low", "high"], "wanted": 0, "by_cells": True},
        ]
        setup = edited(GOVERNED, ("speed_controller.card", items))
        entries = [Entry(i, "controller_card", f"item.{i}", "0", setup) for i in range(2)]
        cells = setup.drive.pack.cells
        other = edited(setup, ("drive.pack.cells", cells + 2)) if how == "data" else setup
        events = [] if how == "data" else [Event(5, WORKED_ON["pack with another cell count"])]
        run = make_bench_run(other, entries, events)
        assert run.held("controller_card", "item.0")
        assert not run.held("controller_card", "item.1")
        unmarked = edited(other, ("speed_controller.card.1.by_cells", False))
        assert make_bench_run(unmarked, entries, events).held("controller_card", "item.1")


class TestWithout:
    def test_without_a_governor_its_parts_are_not_there_and_say_why(self):
        run = make_bench_run(make_fresh_setup("Sage"))
        here = {step.name for step in run.steps}
        gone = {step.name: why for step, why in run.absent}
        assert {"unit_throttle", "governor_settings", "yaw_feed"} <= gone.keys()
        assert {"throttle", "controller_ends", "governor", "throttle_curves"} <= here
        assert [ask.kind for ask in run.advice("governor").asks] == ["confirm", "confirm"]

    def test_a_drive_begun_to_be_described_takes_no_governor_away(self):
        """The pinion is typed in first; that nobody was asked for the governor is no "none"."""
        setup = edited(make_fresh_setup("Sage"), ("unit.governor", True))
        before = {step.name for step in make_bench_run(setup).steps}
        begun = edited(setup, ("drive.gear.pinion", 12))
        assert {step.name for step in make_bench_run(begun).steps} == before
        assert "governor_settings" in before
        # Said to be none while it is on: it is switched off first, and gone only then.
        said = edited(begun, ("drive.governor.place", "none"))
        entries = [
            Entry(0, "governor_place", "place", "none", said),
            Entry(1, "governor_place", "unit", "on", said),
        ]
        found = make_bench_run(said, entries).advice("governor_place")
        assert [action.key for action in found.actions] == ["switch.unit"]
        off = read_setup(apply_changes(said.as_document(), found.actions[0].changes))
        assert "governor_settings" not in {step.name for step in make_bench_run(off).steps}

    def test_another_kind_of_drive_finishes_without_a_speed_controller(self):
        bench = sound("unit")
        bench.change([Change("drive.kind", "other"), Change("drive.governor.place", "none")])
        bench.truth.drive.governor_on = {"unit": False, "speed_controller": False}
        work_the_drive(bench)
        here = {step.name for step in make_bench_run(bench.setup).steps}
        assert not here & {"controller_ends", "controller_card", "governor_settings"}
        assert here >= {"throttle", "bec_voltage", "governor"}

    @pytest.mark.parametrize(
        "step", ["throttle", "controller_ends", "governor", "final_directions"]
    )
    def test_fitness_is_withheld_until_it_stands(self, step):
        bench = sound("unit")
        entries, events, _ = work_the_drive(bench)
        run = make_bench_run(bench.setup, [e for e in entries if e.step != step], events)
        title = run.step(step).title.lower()
        assert any(each.startswith(title) for each in judge_fitness(run, None).withheld)
