"""Logs as loggers write them: what stands between, decimals, clocks, a current counted negative.

The same flight in every shape gives the same findings. Common practice, no source.
"""

import json

import numpy as np
import pytest

from command_line import run as run_cli
from few import few
from made_log import MAP, flight
from mint_lever.flight_logs.column_guess import guess_columns, scales_of
from mint_lever.flight_logs.log_report import judge_log
from mint_lever.flight_logs.recorded_flight import read_log

MAPPED = MAP.replace("time=t_s", "time=t")
NAMES = dict(each.split("=") for each in MAPPED.split(","))


def clock(seconds, start):
    made = []
    for at in seconds + start:
        at %= 86_400.0
        whole = int(at)
        made.append(f"{whole // 3600:02d}:{whole // 60 % 60:02d}:{at % 60:06.3f}")
    return made


def written(columns, between, comma, time, sign, mark, start):
    """The text of a flight's table in one of a logger's ways."""
    t = columns["t_s"]
    first = {
        "s": [f"{each:.4f}" for each in t],
        "ms": [f"{1000 * each:.0f}" for each in t],
        "clock": clock(t, start),
    }[time]
    cells = [first]
    for name, values in columns.items():
        if name != "t_s":
            cells.append([f"{(sign if name == 'i' else 1) * each:.4f}" for each in values])
    rows = [list(row) for row in zip(*cells, strict=True)]
    if comma:
        rows = [[cell.replace(".", ",") for cell in row] for row in rows]
    head = ["t", *(name for name in columns if name != "t_s")]
    lines = [between.join(head), *(between.join(row) for row in rows)]
    return (b"\xef\xbb\xbf" if mark else b"") + "\n".join(lines).encode()


@pytest.mark.parametrize("seed", few(range(54)))
def test_the_same_flight_says_the_same_however_it_is_written(seed):
    rng = np.random.default_rng([seed, 20])
    between = str(rng.choice([";", "\t", ","]))
    comma = between != "," and bool(rng.integers(2))
    time = str(rng.choice(["s", "ms", "clock"]))
    sign = int(rng.choice([1, -1]))
    start = float(rng.choice([36_000.0, 86_380.0]))
    pack = (float(rng.integers(15, 45)), 44.0)
    droop = float(rng.uniform(0.025, 0.06))
    columns = flight(seconds=60.0, punches=[(20.0, droop), (40.0, droop)], pack=pack, seed=seed)
    raw = written(columns, between, comma, time, sign, bool(rng.integers(2)), start)
    scales = scales_of(guess_columns(raw[:65_536]), NAMES)
    found = judge_log(read_log(raw, NAMES, scales))
    assert found["pack_resistance_mohm"] == pytest.approx(pack[0], abs=1.5)
    assert found["droop_pct"] == pytest.approx(100 * droop, abs=0.5)
    assert found["punches"] == 2
    assert found["duration_s"] == pytest.approx(60.0, abs=0.1)
    said = " ".join(each["text"] for each in found["findings"] if each["kind"] == "taken")
    assert ("semicolons" in said) == (between == ";")
    assert ("comma for decimals" in said) == comma


def test_a_current_counted_negative_is_never_a_negative_resistance():
    columns = flight(seconds=60.0)
    columns["i"] = -columns["i"]
    log = read_log(written(columns, ",", False, "s", 1, False, 0.0), NAMES)
    found = judge_log(log)
    assert found["pack_resistance_mohm"] is None
    assert any("counted negative" in each["text"] for each in found["findings"])


@pytest.mark.parametrize("seed", few(range(50)))
def test_hunting_hides_no_punch_and_is_told_beside_it(seed):
    """Fifty flights that hunt by 0.9 to 1.6 % and are punched all the same."""
    rng = np.random.default_rng([seed, 21])
    hz, share = float(rng.uniform(1.0, 4.0)), float(rng.uniform(0.009, 0.016))
    droop = float(rng.uniform(0.035, 0.06))
    columns = flight(
        seconds=90.0,
        punches=[(25.0, droop), (50.0, droop)],
        hunting=(hz, 2000.0 * share, 0.0, 90.0),
        seed=seed,
    )
    found = judge_log(read_log(written(columns, ",", False, "s", 1, False, 0.0), NAMES))
    assert found["hunting_hz"] == pytest.approx(hz, abs=0.2)
    assert found["punches"] == 2
    assert found["droop_pct"] == pytest.approx(100 * droop, abs=1.0)
    droops = [each for each in found["findings"] if each["kind"] == "droop"]
    assert all("hunts by ±" in each["text"] for each in droops)


def test_the_command_line_reads_milliseconds_as_such(tmp_path):
    columns = flight(seconds=60.0, punches=[(20.0, 0.05)])
    path = tmp_path / "flight.csv"
    path.write_bytes(written(columns, ";", True, "ms", 1, True, 0.0))
    code, out, _ = run_cli("log", str(path), "--map", MAPPED)
    assert code == 0
    assert json.loads(out)["duration_s"] == pytest.approx(60.0, abs=0.1)


def test_what_cannot_be_read_is_named_by_line_and_column():
    raw = written(flight(seconds=10.0), ";", True, "s", 1, False, 0.0).decode()
    lines = raw.splitlines()
    cells = lines[5].split(";")
    cells[1] = "full"
    lines[5] = ";".join(cells)
    with pytest.raises(Exception, match=r"line 6\.rpm"):
        read_log("\n".join(lines).encode(), NAMES)
