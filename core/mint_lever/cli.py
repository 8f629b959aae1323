"""The command line: the core without the web application."""

from __future__ import annotations

import argparse
import csv
import json
import sys
from collections.abc import Sequence
from typing import NoReturn

from mint_lever.chain import Chain, Evaluation, Sticks, build_chain, evaluate
from mint_lever.faults import Fault, InvalidRequest, MintLeverError
from mint_lever.setup import json_schema, read_setup
from mint_lever.setup.modes import MODES

_STICKS = ("aileron", "elevator", "collective")
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
            print(json.dumps(json_schema(), indent=2))
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
    one.add_argument("--mode", choices=MODES, default="normal")
    one.add_argument("--azimuth", type=float, nargs="+", default=[0.0, 90.0, 180.0, 270.0])
    one.add_argument("--blade", type=int, default=1, help="which blade is read, from 1")
    one.add_argument("--batch", help="CSV of aileron,elevator,collective; - for standard input")
    return parser


def _evaluate(args: argparse.Namespace) -> None:
    if args.setup == "-" and args.batch == "-":
        found = "- for both files"
        raise InvalidRequest([Fault("batch", found, "standard input for one of them only")])
    chain = build_chain(read_setup(_read(args.setup)))
    if args.batch is None:
        sticks = Sticks.at(args.collective, args.aileron, args.elevator)
        result = evaluate(chain, sticks, args.azimuth, args.mode, args.blade - 1)
        print(json.dumps(result.as_row(0), allow_nan=False))
        return
    sticks = _read_sticks(_read(args.batch))
    writer = csv.writer(sys.stdout, lineterminator="\n")
    for start in range(0, max(len(sticks), 1), _PIECE):
        part = sticks.part(slice(start, start + _PIECE))
        result = evaluate(chain, part, args.azimuth, args.mode, args.blade - 1)
        if start == 0:
            writer.writerow(_header(chain, result))
        writer.writerows(_row(result, index) for index in range(len(part)))


def _read(path: str) -> bytes:
    if path == "-":
        return sys.stdin.buffer.read()
    with open(path, "rb") as file:
        return file.read()


def _read_sticks(raw: bytes) -> Sticks:
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        fault = Fault("batch", f"a byte that is not UTF-8 at {error.start}", "CSV text")
        raise InvalidRequest([fault]) from error
    reader = csv.DictReader(text.splitlines())
    columns = reader.fieldnames or []
    if sorted(columns) != sorted(_STICKS):
        found = ",".join(columns) or "nothing"
        raise InvalidRequest([Fault("batch", found, f"the columns {','.join(_STICKS)}")])
    values: dict[str, list[float]] = {name: [] for name in _STICKS}
    for row in reader:
        for name in _STICKS:
            try:
                values[name].append(float(row[name]))
            except (TypeError, ValueError) as error:
                fault = Fault(f"batch.line {reader.line_num}.{name}", repr(row[name]), "a number")
                raise InvalidRequest([fault]) from error
    return Sticks.at(values["collective"], values["aileron"], values["elevator"])


def _header(chain: Chain, result: Evaluation) -> list[str]:
    servos = range(1, chain.linkage.servos + 1)
    return [
        *(f"pulse_us_{i}" for i in servos),
        *(f"horn_deg_{i}" for i in servos),
        *_POSE,
        *(f"pitch_deg_{azimuth:g}" for azimuth in result.azimuth_deg),
        *_TURN,
        "warnings",
    ]


def _row(result: Evaluation, index: int) -> list[object]:
    row = result.as_row(index)
    return [
        *row["pulse_us"],
        *row["horn_deg"],
        *(row[key] for key in _POSE),
        *row["pitch_deg"].values(),
        *(row[key] for key in _TURN),
        "; ".join(row["warnings"]),
    ]
