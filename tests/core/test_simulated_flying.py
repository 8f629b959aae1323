"""Simulated flying: hidden flaws show themselves, with doubt, until they are put right."""

import numpy as np
import pytest

from builds import described, document, proved_run
from mint_lever.field import SYMPTOMS, Flight, MechanicalLook, SettingChange, advise
from mint_lever.field.flights.simulated_flying import (
    MISSED,
    Flaw,
    draw_flaws,
    fly,
    look_for_flaw,
    mend_on_bench,
)
from mint_lever.setup import Change, apply_changes, read_setup

SURE = range(40)
"""So many flights that what is to be seen was noticed in one of them."""


def rng(seed=1):
    return np.random.default_rng(seed)


def all_seen(setup, *flaws):
    """What is to be seen: what any of many pilots notices."""
    draw = rng()
    return {seen for _ in SURE for seen in fly(setup, flaws, "normal", draw)}


def with_(path, value):
    return read_setup(apply_changes(described().as_document(), [Change(path, value)]))


@pytest.mark.parametrize(
    ("flaw", "path", "below", "inside", "above", "little", "much"),
    [
        (
            Flaw(kind="tail gain", low=40.0),
            "transmitter.modes.normal.tail_gain_pct",
            36.0,
            48.0,
            60.0,
            "tail_drifts",
            "tail_wags",
        ),
        (
            Flaw(kind="governor", low=5.0),
            "drive.governor.gain",
            4.0,
            6.0,
            9.0,
            "speed_falls",
            "speed_surges",
        ),
        (
            Flaw(kind="gains", low=40.0, axis="pitch"),
            "transmitter.modes.normal.cyclic_gains.pitch.gain_pct",
            35.0,
            50.0,
            60.0,
            "cyclic_lazy",
            "cyclic_shakes",
        ),
    ],
)
def test_a_setting_flies_well_between_two_values(flaw, path, below, inside, above, little, much):
    for value, symptoms in ((below, {little}), (inside, set()), (above, {much})):
        seen = all_seen(with_(path, value), flaw)
        assert {each.symptom for each in seen} == symptoms
        assert {each.axis for each in seen} <= {flaw.axis}


def test_a_centre_too_far_to_one_side_drifts_there():
    flaw = Flaw(kind="centre", low=1.0, toward="left")
    path = "unit.centre_trim.aileron_pct"
    assert {each.toward for each in all_seen(with_(path, 0.0), flaw)} == {"left"}
    assert {each.toward for each in all_seen(with_(path, 4.0), flaw)} == {"right"}
    assert all_seen(with_(path, 2.0), flaw) == set()


def test_a_rate_modes_gain_counts_by_its_size():
    flaw = Flaw(kind="tail gain", low=40.0)
    setup = with_("transmitter.modes.normal.tail_gain_pct", -60.0)
    assert {each.symptom for each in all_seen(setup, flaw)} == {"tail_wags"}


def test_one_in_ten_is_not_noticed():
    draw, flaw = rng(), Flaw(kind="tracking")
    noticed = sum(bool(fly(described(), (flaw,), "normal", draw)) for _ in range(2_000))
    assert noticed / 2_000 == pytest.approx(1 - MISSED, abs=0.03)


def test_what_is_of_the_metal_is_seen_until_it_is_put_right():
    tips = Flaw(kind="tracking")
    assert {each.symptom for each in all_seen(described(), tips)} == {"tips_apart"}
    (mended,) = mend_on_bench((tips,), "zero_pitch")
    assert all_seen(described(), mended) == set()
    assert mend_on_bench((tips,), "clearance") == (tips,)
    dampers, draw = (Flaw(kind="dampers", axis="roll"),), rng()
    assert look_for_flaw(dampers, "nose_rises", draw) == (False, dampers)
    found = [look_for_flaw(dampers, "cyclic_shakes", draw) for _ in SURE]
    assert {hit for hit, _ in found} == {True, False}
    assert all(after[0].mended == hit for hit, after in found)


def test_a_helicopter_hides_only_what_it_can_have_and_one_in_ten_hides_nothing():
    bare = read_setup(document())
    draw = rng()
    hidden = [draw_flaws(bare, "normal", draw) for _ in range(1_000)]
    kinds = {flaw.kind for flaws in hidden for flaw in flaws}
    # Nobody wrote down a gain, a governor or a gyro here; the unit's centre is always there.
    assert kinds == {"centre", "tracking", "level", "centre of gravity", "dampers"}
    assert sum(not flaws for flaws in hidden) == pytest.approx(100, abs=40)
    everything = [draw_flaws(described(), "normal", draw) for _ in range(1_000)]
    assert len({flaw.kind for flaws in everything for flaw in flaws}) == 8
    assert {len(flaws) for flaws in everything} == {0, 1, 2, 3}
    for flaws in everything:
        assert len({flaw.kind for flaw in flaws}) == len(flaws)
        again = [Flaw.model_validate_json(flaw.model_dump_json()) for flaw in flaws]
        assert tuple(again) == flaws


def test_every_flaw_shows_at_first_and_is_flown_out_by_the_advice():
    draw, clean, hidden = rng(20), 0, 0
    for _ in range(120):
        setup = described()
        flaws = draw_flaws(setup, "normal", draw)
        if not flaws:
            continue
        hidden += 1
        shown = all_seen(setup, *flaws)
        # Shaking dampers and too high a gain of the same axis look alike.
        assert len(flaws) - 1 <= len(shown) <= len(flaws)
        assert {each.symptom for each in shown} <= set(SYMPTOMS)
        clean += _flown_out(setup, flaws, draw)
    assert clean >= 0.9 * hidden


def _flown_out(setup, flaws, draw):
    flights, looked, changed = [], [], ()
    for number in range(1, 11):
        flights.append(Flight(number, fly(setup, flaws, "normal", draw), changed))
        changed, run = (), proved_run(setup)
        while (advice := advise(run, flights, looked)).kind == "look":
            found, flaws = look_for_flaw(flaws, advice.seen.symptom, draw)
            looked.append(MechanicalLook(advice.seen.symptom, number, found))
        if advice.kind == "bench":
            flaws = mend_on_bench(flaws, advice.bench)
        elif advice.kind == "hands":
            _, flaws = look_for_flaw(flaws, advice.seen.symptom, draw)
        elif advice.kind in ("move", "put back"):
            move = advice.move
            changed = (SettingChange(move.path, move.old, move.new, advice.seen),)
            document = apply_changes(setup.as_document(), [Change(move.path, move.new)])
            setup = read_setup(document)
    return not all_seen(setup, *flaws)
