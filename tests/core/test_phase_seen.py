"""A phase that is not clean: tied to what is seen in the air, and to a figure to try.

Common practice, no source (the table of what is seen: pirouettes wander off the spot → phase).
"""

import numpy as np
import pytest

from builds import described
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.field import Flight, MechanicalLook, Observation, advise, write_advice
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import Change, apply_changes, read_setup

PHASE = "unit.phase_deg"
RIGHT, LEFT = (Observation("skewed", "normal", toward=toward) for toward in ("right", "left"))
WANDER = Observation("pirouettes_wander", "normal")


def phase_of(deg, blades=2):
    changes = [Change(PHASE, deg)]
    if blades == 3:
        changes.append(Change("airframe.head.blades", 3))
        changes.append(Change("airframe.head.link_extra_mm", [0.0] * 3))
    return read_setup(apply_changes(described().as_document(), changes))


def read_at_the_bench(setup, off_deg, amplitude=9.0):
    """What a gauge shows where the blades answer so far clockwise of the stick: a sine round the
    shaft (formulas 6), a quarter turn of the rotor's own way before the disc."""
    turn = setup.airframe.head.turn_sign
    # Right stick: the disc is highest on the left (270°), a quarter turn after the greatest pitch.
    greatest = np.radians(270.0 - turn * 90.0 + off_deg)
    entries = []
    for side, sign in (("right", 1.0), ("left", -1.0)):
        for azimuth in (180.0, 90.0):
            value = sign * amplitude * np.cos(np.radians(azimuth) - greatest)
            entries.append(("phase", f"{side}.{int(azimuth)}", round(float(value), 1)))
    return [Entry(n, *each, setup) for n, each in enumerate(entries, start=1)]


def run_of(setup, entries=()):
    return make_bench_run(setup, entries, [])


@pytest.mark.parametrize(("seen", "lower"), [(RIGHT, True), (LEFT, False)])
def test_a_stick_that_goes_to_the_side_gives_a_figure_to_try(seen, lower):
    advice = advise(run_of(phase_of(0.0)), [Flight(1, (seen,))])
    assert (advice.kind, advice.move.path) == ("move", PHASE)
    assert advice.move.new == (-5.0 if lower else 5.0)
    words = write_advice(run_of(phase_of(0.0)), advice)
    assert (words.setting, words.old, words.device) == ("Phase", "0", "unit")
    assert "step “Phase”" in words.first
    assert words.opens


@pytest.mark.parametrize("off", [6.0, -8.0])
def test_the_way_it_is_turned_is_the_way_that_brings_the_answer_back(off):
    """Judged by the whole chain: the swash that the unit turns too far answers beside the stick."""
    turned = phase_of(off)

    def answers(setup):
        chain = build_chain(setup)
        found = evaluate_pose(chain, Sticks.at(0.0, 0.0, 100.0))
        return float(found.phase_error_deg[0])

    straight = answers(phase_of(0.0))
    # Forward stick: an answer clockwise of the nose is one to the right.
    seen = RIGHT if answers(turned) > straight else LEFT
    advice = advise(run_of(turned), [Flight(1, (seen,))])
    mended = answers(phase_of(advice.move.new))
    assert abs(mended - straight) < abs(answers(turned) - straight)


@pytest.mark.parametrize("off", [12.0, -14.0])
@pytest.mark.parametrize("seen", [RIGHT, LEFT, WANDER])
def test_what_the_bench_measured_is_the_figure(seen, off):
    setup = phase_of(3.0)
    run = run_of(setup, read_at_the_bench(setup, off))
    advice = advise(run, [Flight(1, (seen,))])
    assert (advice.kind, advice.move.path) == ("move", PHASE)
    assert advice.move.new == pytest.approx(3.0 - off, abs=1.0)


@pytest.mark.parametrize("seen", [RIGHT, WANDER])
def test_a_phase_measured_clean_is_not_turned(seen):
    setup = phase_of(0.0)
    run = run_of(setup, read_at_the_bench(setup, 1.0))
    assert advise(run, [Flight(1, (seen,))]).kind == "bench"


def test_a_wander_says_no_way_so_nothing_is_guessed():
    advice = advise(run_of(phase_of(0.0)), [Flight(1, (WANDER,))])
    assert (advice.kind, advice.bench) == ("bench", "corrections")


def test_a_wander_that_stays_after_one_step_leads_to_the_next():
    flights = [Flight(1, (WANDER,)), Flight(2, (WANDER,)), Flight(3, (WANDER,))]
    looked = [MechanicalLook("pirouettes_wander", 1, found=True)]
    run = run_of(phase_of(0.0))
    assert advise(run, flights[:2], looked).bench == "phase"
    looked.append(MechanicalLook("pirouettes_wander", 2, found=True))
    assert advise(run, flights, looked).bench == "final_directions"


def test_a_danger_leads_to_its_own_step_however_often():
    seen = Observation("flips_as_it_lifts", "normal")
    looked = [MechanicalLook("flips_as_it_lifts", 1, found=True)]
    flights = [Flight(1, (seen,)), Flight(2, (seen,))]
    assert advise(run_of(phase_of(0.0)), flights, looked).bench == "corrections"


def test_a_skew_of_before_that_says_no_way_goes_to_the_bench():
    advice = advise(run_of(phase_of(0.0)), [Flight(1, (Observation("skewed", "normal"),))])
    assert (advice.kind, advice.bench) == ("bench", "phase")
