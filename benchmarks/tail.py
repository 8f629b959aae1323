"""The tail's share of the chain's cost, and what torque, authority and limits take.

    PYTHONPATH=tests .venv/bin/python benchmarks/tail.py

Ratios in one run, of this process' own time: a busy machine does not change them much.
"""

from __future__ import annotations

import timeit
from collections.abc import Callable
from time import process_time

import numpy as np

from builds import with_tail
from mint_lever.model.chain import Chain, Sticks, build_chain, evaluate_pose
from mint_lever.model.chain.tail_path import tail_path
from mint_lever.model.chain.tail_report import tail_report
from mint_lever.setup import read_setup


def _ms(work: Callable[[], object], times: int) -> float:
    return min(timeit.repeat(work, number=times, repeat=7, timer=process_time)) / times * 1e3


def main() -> None:
    """Print the ratios."""
    chain = build_chain(read_setup(with_tail()))
    rng = np.random.default_rng(11)
    for poses, times in ((1, 300), (2048, 20)):
        sticks = Sticks.at(*rng.uniform(-100, 100, (4, poses)))
        plain = _ms(lambda at=sticks: evaluate_pose(chain, at), times)
        tail = _ms(lambda at=sticks: tail_path(chain, evaluate_pose(chain, at).run), times)
        print(f"tail, {poses} poses: {plain:.2f} ms without, {tail / plain:.2f} times that with it")
    result = evaluate_pose(chain, Sticks.at(*rng.uniform(-100, 100, (4, 500))))
    tail_run = tail_path(chain, result.run)
    assert tail_run is not None
    rows = _ms(lambda: [result.as_row(i) for i in range(500)], 5)
    both = _ms(
        lambda: [(result.as_row(i), tail_run.as_row(i), tail_run.warnings(i)) for i in range(500)],
        5,
    )
    print(f"tail, rows as plain values: {both / rows:.2f} times those without")
    print(f"tail, torque, authority and limits: {_ms(lambda: _report(chain), 3):.1f} ms")


def _report(chain: Chain) -> object:
    return tail_report(chain, "normal", 2100.0, 1.225)


if __name__ == "__main__":
    main()
