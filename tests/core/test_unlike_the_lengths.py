"""Where gauge and lengths differ by more than a gauge can, it is said, and learning is offered."""

import pytest

from builds import document
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import Change, read_setup
from mint_lever.setup.edits.path_edit import apply_changes


def ends_of(setup):
    at = evaluate_pose(build_chain(setup), Sticks.at(collective=[100.0, -100.0]), [180.0])
    return [round(float(v), 1) for v in at.pitch_deg[0]]


def aiming(setup, **targets):
    changes = [Change(f"targets.{key}", value) for key, value in targets.items()]
    return read_setup(apply_changes(setup.as_document(), changes))


def read(setup, step, **said):
    entries = [Entry(n, step, *each, setup) for n, each in enumerate([*said.items()] * 2)]
    return make_bench_run(setup, entries).advice(step)


@pytest.mark.parametrize(("off", "told"), [(0.0, False), (0.3, False), (1.5, True), (-2.0, True)])
def test_ends_the_lengths_do_not_make(off, told):
    plain = read_setup(document())
    up, down = ends_of(plain)
    aimed = aiming(plain, collective_high_deg=up + off, collective_low_deg=-down + off)
    advice = read(aimed, "collective_range", up=up + off, down=down - off)
    assert advice.outcome in ("good", "workable")
    assert ("By the lengths in this setup" in advice.summary) == told
    if told:
        for end in (up, down):
            assert f"{abs(end):.1f}°" in advice.summary
        assert "The gauge decides" in advice.summary


def test_a_throw_the_lengths_do_not_make():
    plain = read_setup(document())
    at = evaluate_pose(build_chain(plain), Sticks.at(aileron=[100.0, -100.0]), [180.0]).pitch_deg[0]
    throw = abs(float(at[0] - at[1])) / 2
    for off, told in ((0.2, False), (2.0, True)):
        aimed = aiming(plain, cyclic_deg=round(throw + off, 1))
        value = round(throw + off, 1)
        pair = {"right": value, "left": -value, "forward": value, "back": -value}
        advice = read(aimed, "cyclic_throw", **pair)
        assert ("By the lengths in this setup" in advice.summary) == told


def test_nothing_is_said_before_the_reading_is_good():
    plain = read_setup(document())
    advice = read(plain, "collective_range", up=3.0, down=-3.0)
    assert "By the lengths" not in advice.summary
