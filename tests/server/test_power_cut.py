"""A power cut in the middle of a save loses at most that save. A hundred of them are the
benchmark's; these are two."""

import pytest

from killed import WRITES, kills


@pytest.mark.judge
def test_killed_in_mid_write_the_server_keeps_all_it_had_acknowledged(tmp_path):
    tally = kills(tmp_path, times=2, seed=4)
    assert tally.lost == []
    assert tally.kills == 2
    assert tally.acknowledged > 0
    assert set(tally.kinds) <= set(WRITES)
