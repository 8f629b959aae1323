"""Rates and expo: each side by itself, and several on a switch's positions."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mint_lever.bench import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.faults import InvalidRequest
from mint_lever.model.chain import Sticks, build_chain
from mint_lever.model.transmitter.stick_shaping import rate_and_expo
from mint_lever.modes.rate_comparison import compute_rate_curve
from mint_lever.setup import Change, apply_changes, make_helicopter, read_setup
from mint_lever.setup.parts.flight_modes import Rate

SETS = "transmitter.rate_sets"
NORMAL = "transmitter.modes.normal.rates"


def on_switch(function="aileron", switch="B", position="down", **rate):
    return {"function": function, "switch": switch, "position": position, "rate": rate}


def made(*changes):
    setup = make_helicopter("Lovage")
    edits = [Change(path, value) for path, value in changes]
    return read_setup(apply_changes(setup.as_document(), edits))


def formula(stick_pct, rate_pct, expo_pct):
    """formulas §2.1 written out once more, in plain numbers."""
    x, k = stick_pct / 100, expo_pct / 100
    return rate_pct * (x - k * x + k * x**3)


figures = st.tuples(st.floats(0, 150), st.floats(-50, 100))


@given(st.floats(-100, 100), figures, figures)
def test_each_side_goes_by_its_own_figures(stick, high, low):
    rate = Rate(rate_pct=high[0], expo_pct=high[1], rate_low_pct=low[0], expo_low_pct=low[1])
    expected = formula(stick, *(low if stick < 0 else high))
    assert rate_and_expo(stick, rate) == pytest.approx(expected, abs=1e-9)


@given(st.floats(0, 100), figures)
def test_without_a_side_of_its_own_both_are_alike(stick, both):
    rate = Rate(rate_pct=both[0], expo_pct=both[1])
    assert rate_and_expo(-stick, rate) == pytest.approx(-rate_and_expo(stick, rate), abs=1e-9)
    one_left_out = Rate(rate_pct=both[0], expo_pct=both[1], rate_low_pct=both[0])
    assert rate_and_expo(-stick, one_left_out) == pytest.approx(rate_and_expo(-stick, rate))


def test_the_chain_sends_what_each_side_says():
    chain = build_chain(made((f"{NORMAL}.aileron.rate_low_pct", 60.0)))
    ends = chain.run(Sticks.at(aileron=np.array([-100.0, 100.0]))).mixed_pct[1]
    assert ends == pytest.approx([-60.0, 100.0])


class TestFigures:
    def test_what_each_side_comes_to_is_said_apart(self):
        setup = made((f"{NORMAL}.aileron.rate_low_pct", 50.0), (f"{NORMAL}.aileron.expo_pct", 30.0))
        found = compute_rate_curve(build_chain(setup), "normal", "aileron")
        full = setup.unit.full_stick_dps.aileron
        assert found.full_stick_dps == pytest.approx(full)
        assert found.low.full_stick_dps == pytest.approx(full / 2)
        # 1 − k and 1 + 2k of the side's own rate (formulas §2.1 derived).
        assert (found.centre_slope, found.end_slope) == pytest.approx((0.7, 1.6))
        assert (found.low.centre_slope, found.low.end_slope) == pytest.approx((0.35, 0.8))
        assert found.low.cyclic_deg < 0.6 * found.cyclic_deg

    def test_a_rate_of_both_sides_has_no_side_of_its_own(self):
        found = compute_rate_curve(build_chain(made()), "normal", "rudder")
        assert found.low is None


class TestOnSwitches:
    SETUP = (
        SETS,
        [
            on_switch("aileron", rate_pct=70.0, expo_pct=20.0),
            on_switch("elevator", rate_pct=80.0),
            on_switch("aileron", "C", "up", rate_pct=100.0, rate_low_pct=40.0),
        ],
    )

    def sent(self, numbers, mode="normal"):
        chain = build_chain(made(self.SETUP)).with_rate_sets(numbers)
        full = np.array([-100.0, 100.0])
        shaped = chain.shaped(Sticks.at(aileron=full, elevator=full, rudder=full), mode)
        return shaped[1:4].tolist()

    @pytest.mark.parametrize("mode", ["normal", "idle_up_2", "hold"])
    def test_a_chosen_set_stands_for_the_modes_own_rate_in_every_mode(self, mode):
        whole = [-100.0, 100.0]
        assert self.sent([], mode) == [whole, whole, whole]
        assert self.sent([0], mode) == [[-70.0, 70.0], whole, whole]
        assert self.sent([0, 1], mode) == [[-70.0, 70.0], [-80.0, 80.0], whole]
        assert self.sent([2], mode) == [[-40.0, 100.0], whole, whole]

    @pytest.mark.parametrize(
        ("numbers", "says"),
        [([3], "0 to 2"), ([-1], "0 to 2"), ([0, 2], "one for each function")],
    )
    def test_sets_that_no_switch_can_choose_are_refused(self, numbers, says):
        with pytest.raises(InvalidRequest, match=says):
            self.sent(numbers)

    def test_where_no_rate_stands_on_a_switch_none_can_be_chosen(self):
        with pytest.raises(InvalidRequest, match="no rate stands on a switch"):
            build_chain(made()).with_rate_sets([0])

    @pytest.mark.parametrize("step", ["arrival", "cyclic_throw", "clearance"])
    def test_where_full_stick_is_read_the_switch_is_named_first(self, step):
        said = " ".join(make_bench_run(made(self.SETUP)).advice(step).do)
        assert "Keep switch B out of “down”" in said
        assert "aileron and elevator" in said
        assert "Keep switch C out of “up”" in said
        assert "Keep switch" not in " ".join(make_bench_run(made()).advice(step).do)

    def test_a_taught_unit_is_taught_with_full_rates(self):
        setup = made(self.SETUP)
        changed = apply_changes(
            make_helicopter("Lovage", arrangement="transmitter_mixes_unit_behind").as_document(),
            [Change(SETS, setup.as_document()["transmitter"]["rate_sets"])],
        )
        said = " ".join(make_bench_run(read_setup(changed)).advice("teach_throws").do)
        assert "Keep switch B out of “down”" in said

    def test_every_set_is_asked_for_with_its_figures_and_anew_once_it_changes(self):
        setup = made(self.SETUP)
        asks = {ask.key: ask for ask in make_bench_run(setup).advice("flight_modes").asks}
        assert asks["rates.0"].label.startswith("Aileron on switch B, down")
        assert asks["rates.0"].hint == "Rate 70 %, 20 % softer at centre."
        assert asks["rates.2"].hint == "Rate 100 %, no expo; left or back rate 40 %, no expo."
        entries = [Entry(i, "flight_modes", key, True, setup) for i, key in enumerate(asks)]
        state = {s.step.name: s for s in make_bench_run(setup, entries).standings}[
            "flight_modes"
        ].state
        assert state in ("good", "workable")
        other = read_setup(
            apply_changes(setup.as_document(), [Change(f"{SETS}.0.rate.rate_pct", 75.0)])
        )
        after = {s.step.name: s for s in make_bench_run(other, entries).standings}["flight_modes"]
        assert after.state == "stale"
