"""A limit is judged at full command: where the stick stops short, the gyro goes on.

Common practice, no source (the tail's part 8).
"""

import numpy as np
import pytest

import judge_tail
from few import few
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.setup import Change
from tail_pilot import work_the_tail

ARRANGEMENTS = ("transmitter_mixes_unit_behind", "transmitter_mixes")


def short_stick(seed):
    """A helicopter whose rudder stick sends 80 to 90 %, and whose tail nobody described."""
    bench = random_helicopter(seed, ARRANGEMENTS[seed % 2])
    rng = np.random.default_rng([seed, 8])
    channel = "transmitter.channels.rudder"
    travel = float(rng.integers(80, 91))
    bench.change(
        [
            Change("airframe.tail", None),
            Change(f"{channel}.travel_low_pct", travel),
            Change(f"{channel}.travel_high_pct", travel),
        ]
    )
    return bench


@pytest.mark.parametrize("seed", few(range(210_000, 210_054)))
def test_no_side_binds_under_the_gyro_and_none_is_short(seed):
    bench = short_stick(seed)
    assert bench.setup.airframe.tail is None
    work_the_tail(bench)
    found = bench.setup.model_dump(mode="json"), bench.truth.model_dump(mode="json")
    gaps = [each for each in judge_tail.wrong_with_tail(*found) if "full command" in each]
    # Without a described tail the horn may not reach as far as the contact: only short.
    assert not [each for each in gaps if float(each.split()[2]) <= 0]
