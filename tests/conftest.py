"""What holds for every test: no example is timed, for a busy machine is not a failure."""

import gc

from hypothesis import settings

settings.register_profile("untimed", deadline=None)
settings.load_profile("untimed")


def pytest_collection_finish():
    """Leave what was collected out of the garbage collector's rounds, and make them rarer: with so
    many tests loaded they are a tenth of the suite's time."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(50_000, 20, 20)
