"""The command line of the setup-file contract, run as a process."""

import csv
import io
import json
import subprocess
import sys

import pytest

from builds import document
from command_line import run, run_as_process
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import read_setup

KEYS = {
    "pulse_us",
    "horn_deg",
    "height_mm",
    "tilt_right_deg",
    "tilt_forward_deg",
    "residual_mm",
    "pitch_deg",
    "collective_deg",
    "cyclic_deg",
    "cyclic_azimuth_deg",
    "warnings",
}


@pytest.fixture
def setup_file(tmp_path):
    path = tmp_path / "fennel.json"
    path.write_text(json.dumps(document()))
    return path


def test_evaluate_prints_one_object_with_the_contracts_keys(setup_file):
    code, out, err = run_as_process(
        "evaluate", setup_file, "--collective", 100, "--aileron", 20, "--azimuth", 180, 45
    )
    assert (code, err) == (0, "")
    found = json.loads(out)
    assert set(found) == KEYS
    assert set(found["pitch_deg"]) == {"180", "45"}
    expected = evaluate_pose(build_chain(read_setup(document())), Sticks.at(100, 20), [180, 45])
    assert found["pitch_deg"]["45"] == pytest.approx(expected.pitch_deg[1, 0])
    assert found["pulse_us"] == pytest.approx(expected.run.servo.sent_us[:, 0])


def test_batch_writes_a_row_for_each_row_in_any_column_order(setup_file):
    sticks = "collective,aileron,elevator\n100,0,0\n-50,10,5\n"
    code, out, _ = run("evaluate", setup_file, "--batch", "-", text=sticks)
    assert code == 0
    rows = list(csv.DictReader(io.StringIO(out)))
    assert len(rows) == 2
    expected = evaluate_pose(
        build_chain(read_setup(document())), Sticks.at([100, -50], [0, 10], [0, 5])
    )
    for i, row in enumerate(rows):
        assert float(row["collective_deg"]) == pytest.approx(expected.head.collective_deg[i])
        assert float(row["pulse_us_2"]) == pytest.approx(expected.run.servo.sent_us[1, i])


def test_the_setup_may_come_by_standard_input():
    code, out, _ = run("evaluate", "-", text=json.dumps(document()))
    assert code == 0
    assert json.loads(out)["collective_deg"] == pytest.approx(0, abs=1e-9)


def test_the_schema_is_printed():
    code, out, _ = run("schema")
    assert code == 0
    assert json.loads(out)["properties"]["name"]["maxLength"] == 80


@pytest.mark.parametrize(
    ("args", "text", "says"),
    [
        (["evaluate", "-"], b"\xff\xfe\x00", "not UTF-8"),
        (["evaluate", "-"], '{"format": 1}', "format: found 1"),
        (["evaluate", "-", "--collective", "abc"], "{}", "invalid float"),
        (["evaluate", "-", "--collective", "nan"], json.dumps(document()), "collective"),
        (["evaluate", "-", "--mode", "flying"], "{}", "invalid choice"),
        (["evaluate", "-", "--azimuth", "inf"], json.dumps(document()), "azimuth"),
        (["evaluate", "-", "--blade", "3"], json.dumps(document()), "blade"),
        (["evaluate", "/no/such/file"], "", "No such file"),
        (["fly"], "", "invalid choice"),
    ],
)
def test_bad_input_is_one_clear_line_and_exit_2(args, text, says):
    code, out, err = run(*args, text=text)
    assert (code, out) == (2, "")
    assert says in err
    assert len(err.strip().splitlines()) == 1


def test_the_core_alone_is_the_same_command():
    alone = subprocess.run(
        [sys.executable, "-m", "mint_lever", "schema"], capture_output=True, text=True, check=True
    )
    assert alone.stdout == run("schema")[1]


def test_the_installed_command_says_what_the_server_adds():
    code, out, _ = run_as_process("--help")
    assert code == 0
    for word in ("serve", "manage", "evaluate", "schema"):
        assert word in out
    code, out, _ = run_as_process("serve", "--help")
    assert (code, "--processes" in out) == (0, True)


def test_the_installed_command_ends_with_2_too():
    code, out, err = run_as_process("evaluate", "/no/such/file")
    assert (code, out, len(err.strip().splitlines())) == (2, "", 1)


@pytest.mark.parametrize("rows", ["a,b\n1,2\n", "aileron,elevator,collective\n1,x,2\n", ""])
def test_a_bad_batch_names_what_is_wrong(setup_file, rows):
    code, out, err = run("evaluate", setup_file, "--batch", "-", text=rows)
    assert (code, out) == (2, "")
    assert "batch" in err
