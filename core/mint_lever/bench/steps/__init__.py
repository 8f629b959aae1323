"""The steps of the bench, one file each: data, cautions, advice, what a simulated model answers."""

from mint_lever.bench.steps.step_registry import STEPS, graph_of, make_bench_run

__all__ = ["STEPS", "graph_of", "make_bench_run"]
