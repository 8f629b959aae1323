"""An hour of telemetry at 50 Hz: what reading and judging it take, and how much memory.

    PYTHONPATH=tests .venv/bin/python benchmarks/log.py

Reading is set beside reading the same text with the csv module alone, in one run.
"""

from __future__ import annotations

import csv
import io
import time
import tracemalloc

from made_log import MAP, as_csv, flight
from mint_lever.flight_logs.log_report import judge_log
from mint_lever.flight_logs.recorded_flight import read_log


def main() -> None:
    """Print the times, the ratio and the memory."""
    punched = [(100.0 * i, 0.05) for i in range(1, 35)]
    text = as_csv(flight(seconds=3600.0, punches=punched, hunting=(2.1, 9.0, 600.0, 700.0)))
    raw, names = text.encode(), dict(pair.split("=") for pair in MAP.split(","))
    start = time.process_time()
    rows = sum(1 for _ in csv.reader(io.StringIO(text)))
    plain = time.process_time() - start
    start = time.process_time()
    log = read_log(raw, names)
    read = time.process_time() - start
    start = time.process_time()
    judge_log(log)
    judged = time.process_time() - start
    print(
        f"log of {rows} rows: read in {read:.2f} s, {read / plain:.2f} times the csv module alone"
    )
    print(f"judged in {judged:.2f} s, both together {read + judged:.2f} s")
    tracemalloc.start()
    judge_log(read_log(raw, names))
    most = tracemalloc.get_traced_memory()[1] / 1e6
    print(f"memory at most {most:.0f} MB, {1e6 * most / len(raw):.1f} times the file")


if __name__ == "__main__":
    main()
