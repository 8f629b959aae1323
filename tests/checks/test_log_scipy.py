"""``mint-lever log``: flights of known truth, SciPy's periodogram and regression, refusals."""

import json

import numpy as np
import pytest
from scipy.signal import periodogram
from scipy.stats import linregress

from command_line import run
from made_log import MAP, as_csv, flight
from mint_lever.flight_logs.log_report import KINDS, judge_log
from mint_lever.flight_logs.recorded_flight import read_log
from mint_lever.flight_logs.spectral_peaks import line_in


def log(columns, mapped=MAP):
    names = dict(pair.split("=") for pair in mapped.split(","))
    return judge_log(read_log(as_csv(columns).encode(), names))


def test_the_command_line_prints_the_report():
    columns = flight(seconds=60.0, punches=[(30.0, 0.05)])
    code, out, err = run("log", "-", "--map", MAP, text=as_csv(columns))
    assert (code, err) == (0, "")
    assert json.loads(out) == log(columns)


def of(found, kind):
    return [finding for finding in found["findings"] if finding["kind"] == kind]


class TestPunches:
    @pytest.mark.parametrize("droop", [0.02, 0.04, 0.08])
    def test_the_droop_is_the_share_that_was_lost(self, droop):
        found = log(flight(punches=[(20.0, droop), (50.0, droop), (81.0, droop)]))
        assert found["droop_pct"] == pytest.approx(100 * droop, abs=0.25)
        assert [f["at_s"] for f in of(found, "droop")] == pytest.approx([20, 50, 81], abs=0.5)
        words = {0.02: "good", 0.04: "workable", 0.08: "too much"}[droop]
        assert all(words in finding["text"] for finding in of(found, "droop"))

    @pytest.mark.parametrize("left_out", [(), ("throttle=out,",), ("throttle=out,", "amp=i,")])
    def test_current_or_the_fall_itself_tell_where_no_throttle_was_recorded(self, left_out):
        mapped = MAP
        for part in left_out:
            mapped = mapped.replace(part, "")
        found = log(flight(punches=[(30.0, 0.05)]), mapped)
        assert found["punches"] == 1
        assert found["droop_pct"] == pytest.approx(5.0, abs=0.3)

    def test_a_calm_flight_has_none(self):
        found = log(flight())
        assert found["droop_pct"] is None
        assert of(found, "droop") == []

    def test_a_head_that_does_not_come_back_is_said(self):
        columns = flight(punches=[(30.0, 0.0)])
        columns["rpm"] = columns["rpm"] - np.where(columns["t_s"] > 30.1, 90.0, 0.0)
        (finding,) = of(log(columns), "slow_back")
        assert finding["at_s"] == pytest.approx(30.0, abs=0.5)


class TestLines:
    @pytest.mark.parametrize("hz", [0.8, 1.7, 3.2, 4.6])
    def test_hunting_is_found_at_its_frequency_and_place(self, hz):
        found = log(flight(hunting=(hz, 8.0, 60.0, 95.0)))
        assert found["hunting_hz"] == pytest.approx(hz, abs=0.1)
        (finding,) = of(found, "hunting")
        assert 60 <= finding["at_s"] <= 95
        assert found["wag_hz"] is None

    @pytest.mark.parametrize("hz", [6.5, 11.0, 17.0])
    def test_a_wagging_tail_is_found(self, hz):
        found = log(flight(wag=(hz, 12.0, 10.0, 110.0)))
        assert found["wag_hz"] == pytest.approx(hz, abs=0.1)
        assert found["hunting_hz"] is None

    @pytest.mark.parametrize("seed", range(20))
    def test_noise_alone_is_no_line(self, seed):
        found = log(flight(seconds=300.0, noise=6.0, seed=seed))
        assert (found["hunting_hz"], found["wag_hz"]) == (None, None)

    def test_what_follows_punches_is_no_hunting_and_hunting_between_them_is_found(self):
        punched = [(20.0 + 40 * i, 0.06) for i in range(14)]
        assert log(flight(seconds=600.0, punches=punched))["hunting_hz"] is None
        found = log(flight(seconds=600.0, punches=punched, hunting=(2.1, 9.0, 300.0, 420.0)))
        assert found["hunting_hz"] == pytest.approx(2.1, abs=0.1)
        assert 300 <= of(found, "hunting")[0]["at_s"] <= 420

    def test_a_pure_tone_has_the_size_and_place_of_scipys_spectrum(self):
        t = np.arange(0.0, 10.0, 0.02)
        tone = 5.0 * np.sin(2 * np.pi * 2.0 * t) + np.random.default_rng(1).normal(0, 0.1, t.size)
        line = line_in(t, tone, (0.5, 5.0))
        hz, power = periodogram(tone, 50.0, window="hann", scaling="spectrum")
        assert line.hz == pytest.approx(hz[np.argmax(power)], abs=0.01)
        assert line.amplitude == pytest.approx(np.sqrt(2 * power.max()), rel=0.02)
        assert line.amplitude == pytest.approx(5.0, rel=0.02)

    def test_a_slow_log_says_what_it_cannot_tell(self):
        found = log(flight(rate=10.0, wag=(4.5, 30.0, 0.0, 120.0)))
        assert found["wag_hz"] is None
        texts = [finding["text"] for finding in of(found, "too_slow")]
        assert any("wag" in text and "4.0 Hz" in text for text in texts)


class TestPack:
    @pytest.mark.parametrize("mohm", [12.0, 24.0, 60.0])
    def test_the_resistance_is_what_the_pack_has(self, mohm):
        found = log(flight(pack=(mohm, 44.0), punches=[(40.0, 0.03)]))
        assert found["pack_resistance_mohm"] == pytest.approx(mohm, abs=1.0)

    def test_it_is_scipys_line_where_nothing_runs_down(self):
        columns = flight(seconds=20.0)
        columns["u"] = 44.0 - 0.03 * columns["i"]
        slope = linregress(columns["i"], columns["u"]).slope
        assert log(columns)["pack_resistance_mohm"] == pytest.approx(-1000 * slope, rel=0.02)

    def test_the_worst_moments_have_their_place(self):
        found = log(flight(punches=[(40.0, 0.03)]))
        (sag,), (left,) = of(found, "sag"), of(found, "throttle_left")
        assert 40 <= sag["at_s"] <= 43
        assert 40 <= left["at_s"] <= 43
        assert left["value"] == pytest.approx(9.0, abs=1.5)
        assert "larger pinion" in left["text"]


def test_minutes_are_told_for_each_head_speed():
    slow, fast = flight(seconds=90.0), flight(seconds=150.0, rpm=2250.0, seed=6)
    both = {name: np.concatenate([slow[name], fast[name]]) for name in slow}
    both["t_s"] = np.arange(both["rpm"].size) / 50.0
    ramp = (both["t_s"] >= 88.0) & (both["t_s"] < 92.0)
    both["rpm"][ramp] = np.linspace(2000.0, 2250.0, ramp.sum())
    held = [f["value"] for f in of(log(both), "speed_held")]
    assert held == pytest.approx([1.5, 2.5], abs=0.1)


def test_what_was_not_recorded_is_said():
    found = log(flight(), "time=t_s,volt=u")
    texts = " ".join(finding["text"] for finding in of(found, "not_recorded"))
    for word in ("head_rpm", "throttle", "amp", "yaw_rate"):
        assert word in texts
    assert found["pack_resistance_mohm"] is None


def test_empty_cells_hold_the_value_before():
    lines = as_csv(flight(seconds=60.0, punches=[(30.0, 0.05)])).splitlines()
    thin = [
        ",".join("" if place == 3 and row % 5 else cell for place, cell in enumerate(cells))
        for row, cells in enumerate(line.split(",") for line in lines[1:])
    ]
    code, out, _ = run("log", "-", "--map", MAP, text="\n".join([lines[0], *thin]))
    assert code == 0
    assert json.loads(out)["droop_pct"] == pytest.approx(5.0, abs=0.3)


@pytest.mark.parametrize(
    ("text", "mapped", "said"),
    [
        ("t,rpm\n0,1\n", "head_rpm=rpm", "map.time"),
        ("t,rpm\n0,1\n", "time=t,head_rpm=speed", "map.head_rpm"),
        ("t,rpm\n0,1\n", "time=t,height=rpm", "map.height"),
        ("t,rpm\n0,1\n", "time", "map"),
        ("", "time=t,head_rpm=rpm", "no rows"),
        ("t,rpm\n", "time=t,head_rpm=rpm", "no rows"),
        ("t,rpm\n0,1\n", "time=t,head_rpm=rpm", "at least 20 rows"),
        ("t,rpm\n" + "0,x\n" * 30, "time=t,head_rpm=rpm", "line 2.rpm"),
        ("t,rpm\n" + "0,1\n" * 30, "time=t,head_rpm=rpm", "moments"),
        ("t,rpm\n" + "".join(f"{i},nan\n" for i in range(30)), "time=t,head_rpm=rpm", "finite"),
        (
            "t,rpm\n" + "".join(f"{i if i < 9 else i - 5},1\n" for i in range(30)),
            "time=t,head_rpm=rpm",
            "a time that goes on",
        ),
    ],
)
def test_bad_input_is_one_clear_line(text, mapped, said):
    code, out, err = run("log", "-", "--map", mapped, text=text)
    assert (code, out) == (2, "")
    assert said in err
    assert err.count("\n") == 1


def test_every_kind_is_listed_and_every_finding_is_of_a_kind():
    code, out, _ = run("log", "--kinds")
    assert code == 0
    assert json.loads(out) == KINDS
    found = log(
        flight(punches=[(40.0, 0.08)], hunting=(2.0, 20.0, 60.0, 95.0), wag=(9.0, 20.0, 0, 100))
    )
    assert {finding["kind"] for finding in found["findings"]} <= set(KINDS)
