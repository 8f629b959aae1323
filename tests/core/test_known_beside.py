"""Logs, drive and audit as evidence beside what was seen. Common practice, no source."""

import pytest

from builds import described, proved_run
from made_log import MAP
from made_log import flight as made_flight
from mint_lever.bench.run.bench_audit import audit_run
from mint_lever.field import Flight, MechanicalLook, Observation, advise, write_advice
from mint_lever.field.flights.log_evidence import read_log_evidence
from mint_lever.field.flights.symptom_order import sort_symptoms
from mint_lever.flight_logs.log_report import judge_log
from mint_lever.flight_logs.recorded_flight import RecordedFlight
from mint_lever.setup import Change, apply_changes, read_setup

WAGS, SURGES, FALLS = (
    Observation(key, "normal") for key in ("tail_wags", "speed_surges", "speed_falls")
)


def says(without=(), **made):
    columns = made_flight(**made)
    names = dict(each.split("=") for each in MAP.split(","))
    channels = {
        name: columns[column] for name, column in names.items() if name not in ("time", *without)
    }
    log = RecordedFlight(columns[names["time"]], channels)
    return read_log_evidence(judge_log(log), channels)


def run_of(*changes):
    document = apply_changes(described().as_document(), [Change(*each) for each in changes])
    return proved_run(read_setup(document))


def after(seen, log=None, run=None):
    run = run or run_of()
    looked = [MechanicalLook(seen.symptom, 1, found=False)]
    advice = advise(run, [Flight(1, (seen,))], looked, log)
    return advice, write_advice(run, advice, log)


class TestLog:
    def test_a_wag_in_the_log_stands_first_in_the_list_and_beside_the_advice(self):
        log = says(wag=(9.0, 40.0, 20.0, 80.0))
        assert log.symptoms == ("tail_wags",)
        assert sort_symptoms([], (), log.symptoms)[0] == "tail_wags"
        _, words = after(WAGS, log)
        assert any(
            line.startswith("Its log says so too: The tail swings at 9") for line in words.known
        )

    def test_hunting_and_a_deep_droop_are_told_apart(self):
        assert says(hunting=(2.0, 60.0, 20.0, 100.0)).symptoms == ("speed_surges",)
        assert says(punches=[(30.0, 0.16), (60.0, 0.16)]).symptoms == ("speed_falls",)
        assert says(punches=[(30.0, 0.01)]).symptoms == ()

    def test_a_log_that_could_tell_and_shows_nothing_says_so(self):
        _, words = after(WAGS, says())
        assert "Its log was able to tell, and shows none of it." in words.known
        _, words = after(SURGES, says())
        assert "Its log was able to tell, and shows none of it." in words.known

    def test_what_it_did_not_record_it_does_not_deny(self):
        _, words = after(WAGS, says(without=("yaw_rate",)))
        assert not any("log" in line for line in words.known)

    def test_too_slow_a_log_denies_nothing(self):
        log = says(rate=8.0)
        assert "wag" not in log.told
        assert log.of("tail_wags") == ""

    def test_no_throttle_left_means_no_more_governor_gain(self):
        log = says(punches=[(30.0, 0.16), (60.0, 0.16)])
        spent = type(log)(log.shown, log.told, throttle_left_pct=1.0)
        more, _ = after(FALLS, type(log)(log.shown, log.told, throttle_left_pct=30.0))
        assert more.move.path == "drive.governor.gain"
        other, words = after(FALLS, spent)
        assert other.move is None or other.move.path != "drive.governor.gain"
        assert any("no throttle left" in line for line in words.known)

    def test_without_a_log_nothing_is_said_of_one(self):
        _, words = after(WAGS)
        assert not any("log" in line for line in words.known)


def test_the_audit_speaks_of_the_very_setting_that_is_to_be_moved():
    run = run_of(("transmitter.modes.normal.tail_gain_pct", 4.0))
    found = [f for f in audit_run(run) if f.path == "transmitter.modes.normal.tail_gain_pct"]
    assert found
    advice, words = after(Observation("tail_drifts", "normal"), run=run)
    if advice.move is not None and advice.move.path == found[0].path:
        assert any(found[0].found in line for line in words.known)
    else:
        pytest.fail(f"it leads to {advice.kind}")
