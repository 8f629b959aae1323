"""The steps of the bench, one file each: data, cautions, advice, what a simulated model answers."""

from mint_lever.bench.steps.step_registry import STEPS, bench_run, graph_of

__all__ = ["STEPS", "bench_run", "graph_of"]
