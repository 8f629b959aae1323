"""The pilot's own devices: what they call a setting, on which scale, and what they can hold."""

import json

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mint_lever.devices import (
    KINDS,
    make_starting_profile,
    read_device_figure,
    read_profile,
    show_on_device,
)
from mint_lever.devices.device_text import cost_deg
from mint_lever.faults import InvalidRequest, InvalidSetup
from mint_lever.setup import Change, make_fresh_setup

RATE = "transmitter.modes.normal.rates.aileron.rate_pct"
EXPO = "transmitter.modes.normal.rates.aileron.expo_pct"
GAIN = "transmitter.modes.idle_up_1.tail_gain_pct"


def document(kind="transmitter", *settings, **more):
    return {
        "format": "mint-lever-device",
        "version": 1,
        "kind": kind,
        "name": "Grey box",
        "settings": list(settings),
        **more,
    }


def one(path, called="Ours", kind="transmitter", **more):
    return read_profile(document(kind, {"path": path, "called": called, **more}))


class TestShown:
    def test_a_setting_is_called_and_ordered_as_the_device_has_it(self):
        profile = read_profile(
            document(
                "transmitter",
                {"path": EXPO, "called": "Feel", "menu": "Sticks"},
                {"path": RATE, "called": "Throw"},
            )
        )
        shown = show_on_device(profile, RATE, 80.0)
        assert (shown.called, shown.order, shown.text, shown.unit) == ("Throw", 1, "80", "%")
        assert shown.own
        assert not shown.rounded
        assert show_on_device(profile, EXPO, 20.0).menu == "Sticks"
        assert show_on_device(profile, GAIN, 40.0) is None
        assert show_on_device(profile, RATE, None) is None

    @pytest.mark.parametrize(
        ("more", "value", "text"),
        [
            # A tail gain on one side of a scale 0 to 100 with its change-over in the middle (F15).
            ({"factor": 0.5, "zero": 50.0, "step": 1.0}, 40.0, "70"),
            # 4 µs a percent round 1520 (F24): 105 % are 1940 µs.
            ({"factor": 4.0, "zero": 1520.0, "unit": "µs"}, 105.0, "1940"),
            ({"amount": True, "unit": "%"}, -40.0, "40"),
            ({"step": 5.0, "unit": "%"}, 42.0, "40"),
            ({"low": 0.0, "high": 30.0, "unit": "%"}, 42.0, "30"),
            ({"low": 1.0, "high": 60.0, "step": 4.0}, 60.0, "57"),
        ],
    )
    def test_a_figure_stands_on_the_devices_own_scale(self, more, value, text):
        assert show_on_device(one(GAIN, **more), GAIN, value).text == text

    def test_what_the_device_holds_goes_back_to_what_the_document_means(self):
        shown = show_on_device(one(GAIN, factor=0.5, zero=50.0, step=1.0), GAIN, 41.0)
        # 70.5 on the device; it holds 70 (even), which is 40 in the document.
        assert (shown.exact, shown.held, shown.kept) == (70.5, 70.0, 40.0)
        assert shown.rounded
        amount = show_on_device(one(GAIN, amount=True, step=4.0), GAIN, -41.0)
        assert (amount.held, amount.kept) == (40.0, -40.0)

    def test_minus_softens_on_some_radios(self):
        minus = read_profile(
            document("transmitter", {"path": EXPO, "called": "Expo"}, expo_softer="minus")
        )
        assert show_on_device(minus, EXPO, 20.0).text == "-20"
        assert read_device_figure(minus, EXPO, -20.0) == 20.0
        # Its rates are as everybody's.
        other = read_profile(
            document("transmitter", {"path": RATE, "called": "Rate"}, expo_softer="minus")
        )
        assert show_on_device(other, RATE, 80.0).text == "80"

    def test_a_choice_has_the_devices_word(self):
        path = "unit.governor"
        own = one(path, kind="unit", words={"true": "RUN"})
        assert show_on_device(own, path, True).text == "RUN"
        # Where the pilot gave none, ours.
        assert show_on_device(own, path, False).text == "off"

    def test_one_entrys_own_words_come_before_those_of_all(self):
        every, own = "transmitter.channels.aileron.travel_low_pct", "unit.servos.*.subtrim_us"
        assert show_on_device(one(every), every, 100.0) is not None
        profile = read_profile(
            document(
                "unit",
                {"path": own, "called": "Middle"},
                {"path": "unit.servos.1.subtrim_us", "called": "Middle, left"},
            )
        )
        assert show_on_device(profile, "unit.servos.0.subtrim_us", 5.0).called == "Middle"
        assert show_on_device(profile, "unit.servos.1.subtrim_us", 5.0).called == "Middle, left"


class TestKept:
    @given(
        value=st.floats(-100, 100),
        factor=st.sampled_from([-4.0, -1.0, 0.5, 1.0, 4.0]),
        zero=st.sampled_from([0.0, 50.0, 1520.0]),
    )
    def test_there_and_back(self, value, factor, zero):
        profile = one(GAIN, factor=factor, zero=zero)
        assert read_device_figure(
            profile, GAIN, show_on_device(profile, GAIN, value).exact
        ) == pytest.approx(value, abs=1e-9)

    @given(
        value=st.floats(-100, 100),
        step=st.sampled_from([0.5, 1.0, 5.0, 7.0]),
        ends=st.sampled_from([(-100.0, 100.0), (0.0, 100.0), (-33.0, 20.0)]),
    )
    def test_what_is_held_is_a_step_within_the_range_and_the_nearest(self, value, step, ends):
        low, high = ends
        profile = one(GAIN, step=step, low=low, high=high)
        held = show_on_device(profile, GAIN, value).held
        could = [low + i * step for i in range(int((high - low) / step + 1e-9) + 1)]
        assert min(abs(held - each) for each in could) < 1e-6
        assert abs(held - value) == pytest.approx(min(abs(each - value) for each in could))

    def test_what_the_display_does_not_tell_is_refused_by_name(self):
        with pytest.raises(InvalidRequest, match="0 to …"):
            read_device_figure(one(GAIN, amount=True), GAIN, -40.0)
        with pytest.raises(InvalidRequest, match="0 to 100"):
            read_device_figure(one(GAIN, low=0.0, high=100.0), GAIN, 140.0)
        with pytest.raises(InvalidRequest, match="steps of 5, 40 for one"):
            read_device_figure(one(GAIN, step=5.0), GAIN, 42.0)
        with pytest.raises(InvalidRequest, match="device profile"):
            read_device_figure(one(GAIN), RATE, 80.0)

    def test_an_amount_keeps_the_side_on_which_it_stands(self):
        amount = one(GAIN, amount=True, factor=0.5)
        assert read_device_figure(amount, GAIN, 20.0, now=-30.0) == -40.0
        assert read_device_figure(amount, GAIN, 20.0, now=30.0) == 40.0


class TestReading:
    @pytest.mark.parametrize(
        ("change", "named"),
        [
            ({"format": "mint-lever-setup"}, "format"),
            ({"version": True}, "version"),
            ({"kind": "kettle"}, "kind"),
            ({"name": ""}, "name"),
            ({"settings": [{"path": "transmitter.nothing", "called": "X"}]}, "settings.0.path"),
            ({"settings": [{"path": "unit.governor", "called": "X"}]}, "unit.governor"),
            ({"settings": [{"path": RATE, "called": "A"}, {"path": RATE, "called": "B"}]}, "twice"),
            ({"settings": [{"path": RATE, "called": "A", "factor": 0.0}]}, "factor"),
            ({"settings": [{"path": RATE, "called": "A", "low": 5.0, "high": 5.0}]}, "low end"),
            ({"curve_points": [1]}, "curve_points"),
            ({"gauge": {"signed": False}}, "gauge"),
            ({"states": {"dreaming": "blue"}}, "states"),
            ({"colour": "grey"}, "colour"),
        ],
    )
    def test_a_profile_that_is_none_is_refused_with_the_field(self, change, named):
        with pytest.raises(InvalidSetup, match=named):
            read_profile({**document(), **change})

    @pytest.mark.parametrize("kind", KINDS)
    def test_the_neutral_profile_is_read_as_it_was_written(self, kind):
        profile = make_starting_profile(kind)
        written = profile.model_dump_json()
        assert read_profile(written) == profile
        assert read_profile(json.loads(written)) == profile

    def test_our_own_name_stands_beside_with_no_gap_where_a_number_would_be(self):
        ours = {
            setting.path: setting.ours for setting in make_starting_profile("transmitter").settings
        }
        assert ours["transmitter.servo_channels.*.reversed"] == "Servo's channel, direction"
        # Of every flight mode at once.
        assert ours["transmitter.modes.*.rates.aileron.rate_pct"] == "Aileron, rate"
        own = [s for kind in KINDS for s in make_starting_profile(kind).settings]
        assert not [s.path for s in own if "{" in s.called + s.menu or not s.called]
        assert not [name for name in ours.values() if " ," in name or "  " in name or "{" in name]

    @pytest.mark.parametrize("kind", KINDS)
    def test_the_neutral_profile_shows_everything_as_we_do(self, kind):
        for setting in make_starting_profile(kind).settings:
            if setting.row.kind == "number" and "*" not in setting.path:
                shown = show_on_device(make_starting_profile(kind), setting.path, 37.5)
                assert (shown.exact, shown.held, shown.kept) == (37.5, 37.5, 37.5)
                assert not shown.own


class TestAtTheBlade:
    SETUP = make_fresh_setup("Savory 500")

    def test_a_figure_that_is_held_costs_nothing(self):
        change = [Change("unit.cyclic_pct", 50.0)]
        assert cost_deg(self.SETUP, change, change) == 0.0

    def test_a_percent_of_collective_costs_about_its_share_of_the_range(self):
        wanted = [Change("unit.collective_pct", 60.0)]
        held = [Change("unit.collective_pct", 58.0)]
        less = cost_deg(self.SETUP, wanted, held)
        more = cost_deg(self.SETUP, wanted, [Change("unit.collective_pct", 54.0)])
        assert 0.1 < less < 1.0
        # The throw is nearly straight in its figure: three times the error, three times the cost.
        assert more == pytest.approx(3 * less, rel=0.1)

    def test_what_no_blade_follows_costs_nothing(self):
        wanted, held = [Change(GAIN, 40.0)], [Change(GAIN, 36.0)]
        assert cost_deg(self.SETUP, wanted, held) == 0.0
