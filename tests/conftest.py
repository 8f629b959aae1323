"""What holds for every test: no example is timed, for a busy machine is not a failure."""

import gc
import os
import pickle
import shutil

import pytest
from hypothesis import settings

from live_server import live_server, prepare
from mint_lever.bench.practise.evening import work_through
from mint_lever.bench.simulate.random_builds import random_helicopter

settings.register_profile("untimed", deadline=None)
settings.load_profile("untimed")


def pytest_collection_finish():
    """Leave what was collected out of the garbage collector's rounds, and make them rarer: with so
    many tests loaded they are a tenth of the suite's time."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(50_000, 20, 20)


@pytest.fixture(scope="session")
def kept_by_all(tmp_path_factory, worker_id):
    """A place that all workers of one run share."""
    base = tmp_path_factory.getbasetemp()
    return base if worker_id == "master" else base.parent


@pytest.fixture(scope="session")
def ended_evening(kept_by_all):
    """A helicopter whose evening has ended and that evening, by its arrangement: a copy for each
    who asks. An evening takes seconds, and many tests begin where one ends."""

    def give(arrangement="unit_mixes"):
        kept = kept_by_all / f"evening-{arrangement}"
        if not kept.exists():
            bench = random_helicopter(5, arrangement)
            written = kept.with_suffix(f".{os.getpid()}")
            written.write_bytes(pickle.dumps((bench, work_through(bench))))
            written.replace(kept)
        return pickle.loads(kept.read_bytes())

    return give


@pytest.fixture(scope="session")
def address(tmp_path_factory, kept_by_all):
    """A server of this worker's own, on its own copy of one prepared demo hangar."""
    prepared = kept_by_all / "prepared"
    prepare(prepared)
    own = tmp_path_factory.getbasetemp() / "live"
    shutil.copytree(prepared, own)
    with live_server(own) as found:
        yield found
