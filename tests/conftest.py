"""What holds for every test: no example is timed, for a busy machine is not a failure."""

import gc
import shutil

import pytest
from hypothesis import settings

from live_server import live_server, prepare

settings.register_profile("untimed", deadline=None)
settings.load_profile("untimed")


def pytest_collection_finish():
    """Leave what was collected out of the garbage collector's rounds, and make them rarer: with so
    many tests loaded they are a tenth of the suite's time."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(50_000, 20, 20)


@pytest.fixture(scope="session")
def address(tmp_path_factory, worker_id):
    """A server of this worker's own, on its own copy of one prepared demo hangar."""
    base = tmp_path_factory.getbasetemp()
    prepared = (base if worker_id == "master" else base.parent) / "prepared"
    prepare(prepared)
    own = base / "live"
    shutil.copytree(prepared, own)
    with live_server(own) as found:
        yield found
