"""The audit says one finding once, not once a mode. Fifty setups with faults in drawn modes."""

import numpy as np
import pytest

from few import few
from mint_lever.audit import audit, join_findings
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup

MODES = ("normal", "idle_up_1", "idle_up_2", "hold")


def drawn(seed):
    rng = np.random.default_rng(seed)
    document = make_fresh_setup("Savory 500").as_document()
    modes = document["transmitter"]["modes"]
    for name in ("idle_up_1", "idle_up_2"):
        modes[name] = {**modes["normal"], "throttle_curve": [80.0] * 5}
    changes = []
    flawed = [name for name in MODES if modes.get(name) and rng.random() < 0.7]
    for name in flawed:
        changes.append(
            Change(f"transmitter.modes.{name}.pitch_curve", [0.0, 40.0, 30.0, 70.0, 100.0])
        )
        changes.append(
            Change(f"transmitter.modes.{name}.tail_gain_pct", float(-rng.integers(30, 60)))
        )
    return read_setup(apply_changes(read_setup(document).as_document(), changes)), flawed


@pytest.mark.parametrize("seed", few(range(50)))
def test_one_finding_stands_once_with_the_settings_of_every_mode(seed):
    setup, flawed = drawn(seed)
    every = audit(setup)
    said = join_findings(every)
    places = [(f.rule, f.severity, f.why, _place(f.path)) for f in said if "modes" in f.path]
    assert len(set(places)) == len(places)
    # Nothing is lost: each setting is named, and each finding's words are said.
    assert {path for f in said for path in (f.path, *f.also)} == {f.path for f in every}
    words = " ".join(f.found for f in said)
    assert all(f.found in words for f in every)
    rising = [f for f in said if f.rule == "pitch_curve_not_rising"]
    assert len(rising) == (1 if flawed else 0)
    # The grave ones stay first.
    order = ["danger", "fault", "look", "not_set"]
    ranks = [order.index(f.severity) for f in said]
    assert ranks == sorted(ranks)


def _place(path):
    return ".".join("mode" if part in MODES else part for part in path.split("."))
