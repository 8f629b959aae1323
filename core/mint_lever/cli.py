"""The command line: the core without the web application."""

from __future__ import annotations

import argparse
import csv
import json
import sys
from collections.abc import Sequence
from typing import NoReturn

from mint_lever.faults import Fault, InvalidRequest, MintLeverError
from mint_lever.flight_logs.column_guess import HEAD_BYTES, guess_columns, scales_of
from mint_lever.flight_logs.log_report import KINDS, judge_log
from mint_lever.flight_logs.recorded_flight import read_log
from mint_lever.model.chain import Chain, Evaluation, Sticks, build_chain, evaluate_pose
from mint_lever.model.chain.display_removal import without_display
from mint_lever.model.chain.drive_report import drive_report
from mint_lever.model.chain.tail_path import TAIL_KEYS, TailRun, no_tail, tail_path
from mint_lever.model.chain.tail_report import tail_report
from mint_lever.model.rotor.air import SEA_LEVEL_C, air_density
from mint_lever.modes.hover_report import hover_report
from mint_lever.setup import make_json_schema, read_setup
from mint_lever.setup.parts.flight_modes import MODES, ModeName

_STICKS = ("aileron", "elevator", "collective")
_RUDDER = "rudder"
_NO_TAIL = "no tail is described: its figures are left out"
_POSE = ("height_mm", "tilt_right_deg", "tilt_forward_deg", "residual_mm")
_TURN = ("collective_deg", "cyclic_deg", "cyclic_azimuth_deg")
_PIECE = 2048
"""Rows computed and written together, so that a long file needs little memory."""


class _Parser(argparse.ArgumentParser):
    def error(self, message: str) -> NoReturn:
        """Say one clear line and leave with 2; argparse would print the usage as well."""
        print(f"mint-lever: {message}", file=sys.stderr)
        sys.exit(2)


def main(argv: Sequence[str] | None = None) -> int:
    """Run the command line; 0 on success, 2 with one line on standard error for bad input."""
    args = _parser().parse_args(argv)
    try:
        if args.command == "schema":
            print(json.dumps(make_json_schema(), indent=2))
        elif args.command == "tail":
            _tail(args)
        elif args.command == "hover":
            _hover(args)
        elif args.command == "drive":
            _drive(args)
        elif args.command == "log":
            _log(args)
        else:
            _evaluate(args)
    except MintLeverError as error:
        print(f"mint-lever: {error}".replace("\n", " "), file=sys.stderr)
        return 2
    except OSError as error:
        print(f"mint-lever: {error.filename}: {error.strerror}", file=sys.stderr)
        return 2
    return 0


def _parser() -> argparse.ArgumentParser:
    parser = _Parser(prog="mint-lever", description="From stick to blade, computed exactly.")
    commands = parser.add_subparsers(dest="command", required=True)
    commands.add_parser("schema", help="print the JSON Schema of the setup file")
    one = commands.add_parser("evaluate", help="compute the chain for stick positions")
    one.add_argument("setup", help="setup file, or - for standard input")
    for stick in _STICKS:
        one.add_argument(f"--{stick}", type=float, default=0.0, help="percent, -100 to 100")
    one.add_argument("--rudder", type=float, help="percent; adds the tail, as in rate mode")
    one.add_argument("--mode", choices=MODES, default="normal")
    one.add_argument("--azimuth", type=float, nargs="+", default=[0.0, 90.0, 180.0, 270.0])
    one.add_argument("--blade", type=int, default=1, help="which blade is read, from 1")
    one.add_argument("--batch", help="CSV of aileron,elevator,collective and, if wanted, rudder")
    tail = commands.add_parser("tail", help="torque, tail pitch needed and what is left over")
    hover = commands.add_parser("hover", help="hover's pitch, stick and power, on paper")
    drive = commands.add_parser("drive", help="duty, currents and head-room of the drive")
    for flown in (tail, hover, drive):
        flown.add_argument("setup", help="setup file, or - for standard input")
        flown.add_argument("--mode", choices=MODES, default="normal")
        flown.add_argument("--rpm", type=float, help="head speed; left out, the mode's own")
    log = commands.add_parser("log", help="what a flight's telemetry says")
    log.add_argument("log", nargs="?", help="CSV file, or - for standard input")
    log.add_argument("--map", default="", help="time=COLUMN,head_rpm=COLUMN,…")
    log.add_argument("--kinds", action="store_true", help="list the kinds of findings")
    for flown in (tail, hover):
        flown.add_argument("--altitude-m", type=float, default=0.0, help="pressure altitude")
        flown.add_argument("--temperature-c", type=float, default=SEA_LEVEL_C)
    return parser


def _tail(args: argparse.Namespace) -> None:
    chain = _chain(args.setup)
    rpm = head_speed_of(chain, args.mode, args.rpm)
    density = air_density(args.altitude_m, args.temperature_c)
    print(json.dumps(tail_report(chain, args.mode, rpm, density), allow_nan=False))


def _hover(args: argparse.Namespace) -> None:
    chain = _chain(args.setup)
    rpm = head_speed_of(chain, args.mode, args.rpm)
    report = hover_report(chain, args.mode, rpm, args.altitude_m, args.temperature_c)
    print(json.dumps(report, allow_nan=False))


def _drive(args: argparse.Namespace) -> None:
    chain = _chain(args.setup)
    rpm = head_speed_of(chain, args.mode, args.rpm)
    print(json.dumps(drive_report(chain, args.mode, rpm), allow_nan=False))


def _log(args: argparse.Namespace) -> None:
    if args.kinds:
        print(json.dumps(KINDS, indent=2))
        return
    if args.log is None:
        raise InvalidRequest([Fault("log", "nothing", "a CSV file, or --kinds")])
    names = {}
    for pair in filter(None, args.map.split(",")):
        channel, equals, column = pair.partition("=")
        if not equals:
            raise InvalidRequest([Fault("map", pair, "NAME=COLUMN, separated by commas")])
        names[channel.strip()] = column.strip()
    raw = _read(args.log)
    scales = scales_of(guess_columns(raw[:HEAD_BYTES]), names)
    print(json.dumps(judge_log(read_log(raw, names, scales)), allow_nan=False))


def _evaluate(args: argparse.Namespace) -> None:
    if args.setup == "-" and args.batch == "-":
        found = "- for both files"
        raise InvalidRequest([Fault("batch", found, "standard input for one of them only")])
    chain = _chain(args.setup)
    if args.batch is None:
        sticks = Sticks.at(args.collective, args.aileron, args.elevator, args.rudder or 0.0)
        result = evaluate_pose(chain, sticks, args.azimuth, args.mode, args.blade - 1)
        row = result.as_row(0)
        if args.rudder is not None:
            row["tail"], more = _tail_of(tail_path(chain, result.run), 0)
            row["warnings"] += more
        print(json.dumps(row, allow_nan=False))
        return
    if args.rudder is not None:
        allowed = "a rudder column in the batch instead"
        raise InvalidRequest([Fault("rudder", f"{args.rudder:g}", allowed)])
    sticks, with_tail = _read_sticks(_read(args.batch))
    writer = csv.writer(sys.stdout, lineterminator="\n")
    for start in range(0, max(len(sticks), 1), _PIECE):
        part = sticks.part(slice(start, start + _PIECE))
        result = evaluate_pose(chain, part, args.azimuth, args.mode, args.blade - 1)
        if start == 0:
            writer.writerow(_header(chain, result, with_tail))
        tail = tail_path(chain, result.run) if with_tail else None
        writer.writerows(_row(result, index, with_tail, tail) for index in range(len(part)))


def _tail_of(tail: TailRun | None, row: int) -> tuple[dict[str, float | None] | None, list[str]]:
    """The tail at one position, with its warnings; nothing where none is described."""
    return (None, [_NO_TAIL]) if tail is None else (tail.as_row(row), tail.warnings(row))


def _chain(path: str) -> Chain:
    """The chain of a file, by its settings alone: what a unit was found to show is left out."""
    return build_chain(without_display(read_setup(_read(path))))


def _read(path: str) -> bytes:
    if path == "-":
        return sys.stdin.buffer.read()
    with open(path, "rb") as file:
        return file.read()


def _read_sticks(raw: bytes) -> tuple[Sticks, bool]:
    """Read a batch's sticks, and whether the rudder is among them."""
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        fault = Fault("batch", f"a byte that is not UTF-8 at {error.start}", "CSV text")
        raise InvalidRequest([fault]) from error
    reader = csv.DictReader(text.splitlines())
    columns = reader.fieldnames or []
    with_tail = _RUDDER in columns
    names = (*_STICKS, _RUDDER) if with_tail else _STICKS
    if sorted(columns) != sorted(names):
        found = ",".join(columns) or "nothing"
        allowed = f"the columns {','.join(_STICKS)}, with or without {_RUDDER}"
        raise InvalidRequest([Fault("batch", found, allowed)])
    values: dict[str, list[float]] = {name: [] for name in (*_STICKS, _RUDDER)}
    for row in reader:
        for name in names:
            try:
                values[name].append(float(row[name]))
            except (TypeError, ValueError) as error:
                fault = Fault(f"batch.line {reader.line_num}.{name}", repr(row[name]), "a number")
                raise InvalidRequest([fault]) from error
    rudder = values[_RUDDER] if with_tail else 0.0
    sticks = Sticks.at(values["collective"], values["aileron"], values["elevator"], rudder)
    return sticks, with_tail


def _header(chain: Chain, result: Evaluation, with_tail: bool) -> list[str]:
    servos = range(1, chain.linkage.servos + 1)
    return [
        *(f"pulse_us_{i}" for i in servos),
        *(f"horn_deg_{i}" for i in servos),
        *_POSE,
        *(f"pitch_deg_{azimuth:g}" for azimuth in result.azimuth_deg),
        *_TURN,
        *(f"tail_{key}" for key in TAIL_KEYS if with_tail),
        "warnings",
    ]


def _row(result: Evaluation, index: int, with_tail: bool, tail: TailRun | None) -> list[object]:
    row = result.as_row(index)
    found, more = _tail_of(tail, index) if with_tail else ({}, [])
    return [
        *row["pulse_us"],
        *row["horn_deg"],
        *(row[key] for key in _POSE),
        *row["pitch_deg"].values(),
        *(row[key] for key in _TURN),
        *((found or no_tail()).values() if with_tail else ()),
        "; ".join([*row["warnings"], *more]),
    ]


def head_speed_of(chain: Chain, mode: ModeName, rpm: float | None) -> float:
    """The head speed that is meant: the one given, or the mode's own.

    Raises InvalidRequest where neither is there.
    """
    found = chain.mode(mode).head_speed_rpm if rpm is None else rpm
    if found is None:
        allowed = "a head speed, or a mode that has one"
        raise InvalidRequest([Fault("rpm", "nothing", allowed)])
    if not 0 < found <= 20_000:
        raise InvalidRequest([Fault("rpm", f"{found:g}", "a head speed up to 20000 rpm")])
    return found
