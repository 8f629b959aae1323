"""A head speed is agreed only where something that does not know poles or gear has measured it.

Common practice, no source; the width of 3 % from memory.
"""

from datetime import date

import numpy as np
import pytest

from few import few
from mint_lever.bench.simulate.random_builds import with_governor
from mint_lever.bench.steps import make_bench_run
from mint_lever.model.chain import build_chain
from mint_lever.modes.measured_speeds import (
    list_measured_speeds,
    make_measured_change,
    unagreed_modes,
)
from mint_lever.records.field_card import make_field_card
from mint_lever.records.paper import SavedState
from mint_lever.setup import apply_changes, make_fresh_setup, read_setup

DAY = date(2026, 10, 3)
INDEPENDENT = ("tachometer", "optical", "logger")


def kept(setup, mode, rpm, by):
    changes = make_measured_change(setup, mode, rpm, None, by, DAY)
    return read_setup(apply_changes(setup.as_document(), changes))


@pytest.mark.parametrize("seed", few(range(60)))
def test_only_an_independent_reading_near_the_target_is_agreed(seed):
    """Sixty spool-ups: poles or teeth told right or wrong, read by something or by the governor."""
    rng = np.random.default_rng([seed, 1])
    place = str(rng.choice(["unit", "speed_controller"]))
    setup = with_governor(make_fresh_setup("Savory 500"), place, rng)
    asked = setup.transmitter.modes.idle_up_1.head_speed_rpm
    poles = setup.drive.motor.poles
    told = float(rng.choice([poles, poles, *(p for p in (4, 6, 8, 10, 12, 14) if p != poles)]))
    # It holds what it reckons: electrical turns over the poles it was told.
    turns = asked * told / poles
    by = (*INDEPENDENT, "governor", None)[seed % 5]
    shown = asked if by == "governor" else turns
    setup = kept(setup, "idle_up_1", round(shown * float(rng.uniform(0.995, 1.005))), by)
    rows, _ = list_measured_speeds(build_chain(setup))
    row = next(each for each in rows if each.mode == "idle_up_1")
    agreed = by in INDEPENDENT and told == poles
    assert (row.word == "in") == agreed
    assert ("idle_up_1" not in unagreed_modes(setup)) == agreed
    if by in INDEPENDENT and not agreed:
        assert f"{told:g} poles" in row.says or "pinion" in row.says or "cells" in row.says
    if by not in INDEPENDENT:
        assert "Agreed" not in row.says


def test_the_field_card_says_what_is_open():
    setup = with_governor(make_fresh_setup("Savory 500"), "unit", np.random.default_rng(4))
    said = make_field_card(
        make_bench_run(setup), SavedState(None, None, False, ("open",)), 0, None, ()
    )
    assert any("Head speed not measured yet: idle-up 1, idle-up 2" in each for each in said.head)
    for mode in ("idle_up_1", "idle_up_2"):
        rpm = getattr(setup.transmitter.modes, mode).head_speed_rpm
        setup = kept(setup, mode, rpm, "tachometer")
    said = make_field_card(
        make_bench_run(setup), SavedState(None, None, False, ("open",)), 0, None, ()
    )
    assert not any("not measured" in each for each in said.head)
