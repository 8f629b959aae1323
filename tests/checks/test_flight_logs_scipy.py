"""Logs as they come: columns guessed, units made ours, stretches drawn, a simulated flight judged.

Known truths: tests/made_log.py, and what the simulated flight says of itself. The pack's resistance
once more by SciPy's linear regression.
"""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import linregress

from builds import with_tail
from made_log import as_csv, flight
from mint_lever.bench.simulate.flight_log import COLUMNS, flown_log
from mint_lever.faults import InvalidRequest
from mint_lever.flight_logs.column_guess import guess_columns
from mint_lever.flight_logs.log_picture import MOST_STEPS, sample_stretch
from mint_lever.flight_logs.log_report import judge_log
from mint_lever.flight_logs.log_units import UNITS, find_unit
from mint_lever.flight_logs.recorded_flight import CHANNELS, read_log
from mint_lever.model.chain.control_chain import build_chain
from mint_lever.setup import Change, apply_changes, read_setup

DRIVE = {
    "motor": {"kv_rpm_per_v": 1100.0, "poles": 10, "resistance_mohm": 18.0, "no_load_a": 1.8},
    "gear": {"pinion": 12, "main": 112},
    "pack": {"cells": 6, "resistance_mohm": 20.0, "capacity_mah": 3300.0},
    "head_inertia_kg_m2": 0.04,
}


def by_guess(text):
    """The channels, names and scales a log is read with when nobody puts a guess right."""
    columns = guess_columns(text.encode())
    names = {c.channel: c.name for c in columns if c.channel}
    units = {c.channel: find_unit(c.channel, c.unit) for c in columns if c.channel}
    return names, {channel: (unit.zero, unit.factor) for channel, unit in units.items()}


def renamed(columns, **names):
    return as_csv({names.get(key, key): values for key, values in columns.items()})


class TestGuessing:
    @pytest.mark.parametrize(
        ("name", "channel"),
        [
            ("Time (ms)", "time"),
            ("t_s", "time"),
            ("Head speed", "head_rpm"),
            ("Motor RPM", "motor_rpm"),
            ("Throttle [%]", "throttle"),
            ("Voltage", "volt"),
            ("Current (mA)", "amp"),
            ("ESC temp", "temperature"),
            ("gyro z", "yaw_rate"),
            ("rudder servo (us)", "tail_servo"),
            ("altitude", None),
        ],
    )
    def test_a_column_is_known_by_its_name(self, name, channel):
        text = f"{name},other\n" + "\n".join(f"{i},x" for i in range(30))
        assert guess_columns(text.encode())[0].channel == channel

    def test_no_channel_is_given_twice_and_words_are_no_figures(self):
        text = "rpm,rpm 2,state\n" + "\n".join(f"{2000 + i},1,ready" for i in range(30))
        first, second, state = guess_columns(text.encode())
        assert (first.channel, second.channel, state.channel) == ("head_rpm", None, None)
        assert state.sample == ()

    @pytest.mark.parametrize(
        ("channel", "column", "factor", "zero", "unit"),
        [
            ("time", "t_s", 1000.0, 0.0, "ms"),
            ("throttle", "out", 0.01, 0.0, "share of 1"),
            ("throttle", "out", 10.0, 1000.0, "µs, 1000 to 2000"),
            ("volt", "u", 1000.0, 0.0, "mV"),
            ("amp", "i", 1000.0, 0.0, "mA"),
            ("head_rpm", "rpm", 0.01, 0.0, "hundreds of rpm"),
        ],
    )
    def test_a_unit_is_known_by_its_size_and_made_ours(self, channel, column, factor, zero, unit):
        flown = flight(seconds=60.0, punches=[(20.0, 0.06)])
        # Without the unit in its name.
        bare = {"t" if name == "t_s" else name: values for name, values in flown.items()}
        column = "t" if column == "t_s" else column
        text = as_csv({**bare, column: bare[column] * factor + zero}, digits=6)
        found = {c.name: c for c in guess_columns(text.encode())}[column]
        assert (found.channel, found.unit) == (channel, unit)
        names, scales = by_guess(text)
        plain_names, plain_scales = by_guess(as_csv(flown, digits=6))
        ours = read_log(text.encode(), names, scales)
        same = read_log(as_csv(flown, digits=6).encode(), plain_names, plain_scales)
        for name, values in same.channels.items():
            assert ours.channels[name] == pytest.approx(values, rel=1e-3, abs=0.02)

    def test_a_unit_in_the_name_goes_before_the_size(self):
        text = "t_s,thr (us)\n" + "\n".join(f"{i / 50},{3 + i % 5}" for i in range(60))
        assert guess_columns(text.encode())[1].unit == "µs, 1000 to 2000"

    @given(st.binary(max_size=400))
    def test_no_file_makes_it_fail(self, raw):
        assert all(c.channel is None or c.channel in CHANNELS for c in guess_columns(raw))

    def test_every_channel_has_units_and_the_first_is_ours(self):
        assert set(UNITS) == set(CHANNELS)
        assert all((units[0].factor, units[0].zero) == (1.0, 0.0) for units in UNITS.values())


class TestStretch:
    LOG = read_log(as_csv(flight(seconds=60.0)).encode(), {"time": "t_s", "head_rpm": "rpm"})

    @pytest.mark.parametrize(("start", "end"), [(0, 60), (10, 20), (59.99, 60), (-5, 5), (80, 90)])
    @pytest.mark.parametrize("steps", [10, 600, 10_000])
    def test_the_least_and_the_most_of_every_step_is_kept(self, start, end, steps):
        found = sample_stretch(self.LOG, start, end, steps)
        low, high = found.channels["head_rpm"]
        assert len(found.time_s) == len(low) == len(high) <= MOST_STEPS
        assert (low <= high).all()
        inside = (self.LOG.time_s >= found.start_s) & (self.LOG.time_s <= found.end_s)
        values = self.LOG.channels["head_rpm"][inside]
        if values.size > 2:
            assert low.min() == pytest.approx(values.min())
            assert high.max() == pytest.approx(values.max())


class TestSimulatedFlight:
    @pytest.fixture(scope="class")
    @classmethod
    def chain(cls):
        setup = read_setup(with_tail(drive=DRIVE))
        speed = [Change("transmitter.modes.normal.head_speed_rpm", 1600.0)]
        return build_chain(read_setup(apply_changes(setup.as_document(), speed)))

    @pytest.mark.parametrize("weak", [1.0, 2.5])
    @pytest.mark.parametrize("wag_hz", [None, 9.0])
    def test_what_is_true_of_it_is_found_in_it(self, chain, weak, wag_hz):
        flown = flown_log(chain, "normal", np.random.default_rng(7), weak_pack=weak, wag_hz=wag_hz)
        names, scales = by_guess(flown.csv)
        log = read_log(flown.csv.encode(), names, scales)
        found = judge_log(log)
        assert found["pack_resistance_mohm"] == pytest.approx(flown.pack_mohm, rel=0.1)
        assert found["droop_pct"] == pytest.approx(flown.droop_pct, abs=0.5)
        places = [f["at_s"] for f in found["findings"] if f["kind"] == "droop"]
        assert places == pytest.approx(flown.punches_s, abs=0.5)
        if wag_hz is None:
            assert found["wag_hz"] is None
        else:
            assert found["wag_hz"] == pytest.approx(wag_hz, abs=0.3)

    def test_its_volts_fall_with_its_amps_as_the_pack_says(self, chain):
        flown = flown_log(chain, "normal", np.random.default_rng(3), seconds=60.0)
        log = read_log(flown.csv.encode(), *by_guess(flown.csv))
        volts, amps = log.channels["volt"], log.channels["amp"]
        # Both drift as the pack runs down; what is left moves together by the resistance alone.
        left = [v - np.polyval(np.polyfit(log.time_s, v, 2), log.time_s) for v in (amps, volts)]
        slope = linregress(*left).slope
        assert -1e3 * slope == pytest.approx(flown.pack_mohm, rel=0.15)

    def test_every_column_says_what_it_is(self, chain):
        flown = flown_log(chain, "normal", np.random.default_rng(3), seconds=30.0)
        columns = guess_columns(flown.csv.encode())
        assert tuple(c.name for c in columns) == COLUMNS
        assert None not in {c.channel for c in columns}

    def test_nothing_flies_without_a_described_drive(self):
        setup = read_setup(with_tail())
        with pytest.raises(InvalidRequest):
            flown_log(build_chain(setup), "normal", np.random.default_rng(1))
