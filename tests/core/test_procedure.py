"""What a change undoes, held item by item against common practice (no source)."""

from graphlib import TopologicalSorter

import pytest

from builds import document, turned_round
from mint_lever.bench import WORKED_ON
from mint_lever.bench.engine.change_effects import HANDWORK, touched_by_difference, touches_of_work
from mint_lever.bench.steps import STEPS, graph_of, make_bench_run
from mint_lever.setup import Change, apply_changes, read_setup
from mint_lever.setup.arrangement import ARRANGEMENTS
from mint_lever.setup.catalogue.setting_rows import list_rows


def numbers(touches, arrangement="unit_mixes"):
    """The steps' numbers in the order of work; parts as "14.1" to "14.11", "15.1" and so on."""
    graph = graph_of(arrangement)
    undone = graph.in_order(graph.undone_by(touches))
    return [node.label if node.part else node.number for node in undone]


# The first step's parts: the mechanical look, the unit itself (how it sits, which is the tail's
# part 5 where the gyro is a box of its own), the unit kept still.
LOOK, UNIT, STILL = "1.1", "1.2", "1.3"
# The phase is measured after the clearance: a part of "redo 8–13".
PHASE = TEACH = "12.1"
SECOND = "12.2"


def parts(*of):
    return [f"14.{part}" for part in of]


def drive(*of):
    """The parts of steps 15 and 16 by the chapter's own count: 1 to 7, and 8 to 12."""
    return [f"15.{part}" if part < 8 else f"16.{part - 7}" for part in of]


# What a unit held of the drive: its governor's switch, and all from the throttle's ends on.
UNIT_AND_DRIVE = drive(3, 8, 9, 10, 11, 12)


def after_work(*aspects, arrangement="unit_mixes"):
    touches = [t for aspect in aspects for t in touches_of_work(aspect, arrangement)]
    return numbers(touches, arrangement)


@pytest.mark.parametrize(
    ("touched", "redo"),
    [
        ("servo or horn replaced, spline moved", [5, 6, 8, 9, 10, 11, 12, PHASE, SECOND, 13, 18]),
        ("pitch link turned or replaced", [9, 11, 12, SECOND, 18]),
        ("blades changed", [9, 11, 12, SECOND, 18]),
        # F27 asks for the cyclic as well after a crash or a rebuilt head.
        ("crash", [LOOK, 9, 10, 11, 12, PHASE, SECOND, 18]),
        ("head, grip or feathering shaft rebuilt", [LOOK, 9, 10, 11, 12, PHASE, SECOND, 18]),
        ("swash link or swash replaced", [8, 9, 10, 11, 12, PHASE, SECOND, 13, 18]),
        ("ball moved on a horn or ring", [9, 10, 11, 12, PHASE, SECOND, 18]),
        ("ball moved, links changed to suit", [8, 9, 10, 11, 12, PHASE, SECOND, 18]),
        ("unit remounted or turned", [UNIT, 13, *parts(10), *drive(10), 18]),
        # The tail's own list, part by part.
        ("tail servo or its horn", [*parts(3, 4, 6, 7, 8, 10), 18]),
        ("tail push rod", [*parts(7, 8, 10), 18]),
        ("tail belt or tail case opened", [*parts(1, 7, 8, 10), 18]),
        ("tail blades changed", [*parts(8, 11), 18]),
        ("head speed changed by more than a tenth", [*parts(11), 18]),
        # The drive's own list; agreement is its part 11 here, for yaw feed is a part of its own.
        ("motor, pinion or gear changed", [*parts(11), *drive(2, 11), 17, 18]),
        (
            "speed controller changed or reset",
            [*parts(11), *drive(2, 3, 4, 5, 6, 7, 8, 11), 17, 18],
        ),
        ("pack with another cell count", [*parts(11), *drive(2, 6), 17, 18]),
        (
            "transmitter changed or model memory reset",
            [2, 3, *parts(6, 11), *drive(4, 5, 8, 11, 12), 17, 18],
        ),
        (
            "end points, reversing or trims touched",
            [3, *parts(4, 6, 8), *drive(4, 5, 8, 11), 18],
        ),
        # From memory: other plugs, another frame; what transmitter and unit hold stands.
        ("receiver changed or bound anew", [3, 4, *parts(3), *drive(4, 8), 18]),
        ("powered up again", [1, STILL, *drive(1)]),
    ],
)
def test_every_item_of_the_list(touched, redo):
    assert after_work(*WORKED_ON[touched]) == redo


@pytest.mark.parametrize("arrangement", ARRANGEMENTS)
def test_the_graph_has_no_circle_and_keeps_the_order_of_work(arrangement):
    graph = graph_of(arrangement)
    assert len(graph.order) == len(graph.nodes)
    TopologicalSorter({node.name: node.rests_on for node in graph.nodes}).prepare()
    number = {step.name: step.place for step in STEPS}
    for step in STEPS:
        assert all(number[base] < step.place for base in step.rests_on)


def test_every_step_named_anywhere_is_in_the_registry():
    names = {step.name for step in STEPS}
    for step in STEPS:
        assert {*step.rests_on, *step.settings_of, *step.metal_of, *step.looked_at_with} <= names
    for row in list_rows():
        assert {*row.about.steps, *filter(None, [row.about.sign_step])} <= names, row.path
    for work in HANDWORK.values():
        assert {touch.step for touch in work.touches} <= names


def test_whatever_is_touched_the_final_directions_come_last():
    for aspect in HANDWORK:
        if aspect != "power":
            assert after_work(aspect)[-1] == 18
    assert numbers([]) == []


@pytest.mark.parametrize(
    ("touched", "redo"),
    [
        (
            "end points, reversing or trims touched",
            [TEACH, 13, *parts(4, 6, 8), *drive(4, 5, 8, 11), 18],
        ),
        ("pitch link turned or replaced", [9, 11, 12, SECOND, 18]),
        ("unit remounted or turned", [UNIT, 13, *parts(10), *drive(10), 18]),
    ],
)
def test_a_unit_behind_the_mixing_is_taught_anew_when_what_it_was_shown_changes(touched, redo):
    found = after_work(*WORKED_ON[touched], arrangement="transmitter_mixes_unit_behind")
    assert found == redo


def test_a_flybar_head_has_no_corrections_to_check():
    assert "corrections" not in graph_of("transmitter_mixes").by_name
    assert 13 not in after_work("swash_link", arrangement="transmitter_mixes")


@pytest.mark.parametrize(
    ("what", "arrangement", "redo"),
    [
        # Where the transmitter mixes, its memory held directions, sub-trims, mix and travel too.
        (
            "model_memory",
            "transmitter_mixes",
            [2, *range(5, 13), SECOND, *parts(6, 11), *drive(4, 5, 8, 11, 12), 17, 18],
        ),
        (
            "model_memory",
            "transmitter_mixes_unit_behind",
            [2, *range(5, 13), TEACH, SECOND, 13, *parts(6, 11), *drive(4, 5, 8, 11, 12), 17, 18],
        ),
        (
            "unit_memory",
            "unit_mixes",
            [
                UNIT,
                *range(4, 13),
                PHASE,
                SECOND,
                13,
                *parts(3, 8, 9, 10, 11),
                *UNIT_AND_DRIVE,
                17,
                18,
            ],
        ),
        # A unit that only passes the servos on holds no throws, directions or sub-trims of them.
        (
            "unit_memory",
            "transmitter_mixes_unit_behind",
            # What it was taught of them it held too.
            [
                *(UNIT, 4, 5, 6, 8, 9, 10, 11, 12, TEACH, SECOND, 13),
                *parts(3, 6, 8, 9, 10, 11),
                *UNIT_AND_DRIVE,
                *(17, 18),
            ],
        ),
    ],
)
def test_what_an_emptied_memory_undoes_is_what_that_device_held(what, arrangement, redo):
    assert after_work(what, arrangement=arrangement) == redo


@pytest.mark.parametrize(
    ("path", "value", "redo"),
    [
        ("airframe.servos.1.arm_mm", 14.0, [9, 10, 11, 12, PHASE, SECOND, 18]),
        ("airframe.servos.1.link_extra_mm", 0.4, [8, 9, 10, 11, 12, PHASE, SECOND, 13, 18]),
        ("airframe.servos.0.horn_error_deg", 2.0, [5, 6, 8, 9, 10, 11, 12, PHASE, SECOND, 13, 18]),
        ("airframe.head.link_extra_mm.1", 0.2, [9, 11, 12, SECOND, 18]),
        ("unit.servos.2.reversed", True, [6, 7, 13, 18]),
        ("unit.correction_reversed.roll", True, [13, 18]),
        ("unit.level_trim.high.aileron_pct", 2.0, [8, 9, 10, 11, 12, SECOND, 18]),
        ("unit.collective_low_pct", 44.0, [11, 12, 18]),
        ("unit.frame_rate_hz", 200.0, [4, 18]),
        ("unit.function_reversed.aileron", True, [7, 18]),
        ("unit.cyclic_pct", 44.0, [10, 12, 18]),
        ("unit.collective_pct", 44.0, [11, 12, 18]),
        ("unit.full_throw_us", 450.0, [10, 11, 12, 18]),
        ("unit.ring_pct", 90.0, [12, 18]),
        ("unit.phase_deg", 5.0, [PHASE, 13, 18]),
        ("transmitter.channels.aileron.travel_high_pct", 104.0, [3, 18]),
        ("transmitter.modes.normal.pitch_curve.2", 52.0, [17, 18]),
        ("name", "Sage", []),
    ],
)
def test_an_edit_undoes_what_rests_on_it(path, value, redo):
    before = read_setup(document())
    after = apply_changes(before.as_document(), [Change(path, value)])
    assert numbers(touched_by_difference(before, read_setup(after))) == redo


@pytest.fixture(scope="module", params=ARRANGEMENTS)
def finished(request, ended_evening):
    bench, evening = ended_evening(request.param)
    return bench.setup, evening.entries, evening.events


@pytest.mark.parametrize(
    ("function", "shown"), [("collective", 6), ("aileron", 7), ("elevator", 7)]
)
def test_a_function_turned_round_undoes_the_step_that_shows_it(finished, function, shown):
    setup, entries, events = finished
    run = make_bench_run(turned_round(setup, function), entries, events)
    stale = {line.step.label for line in run.standings if line.state == "stale"}
    where = {"3"} if setup.arrangement == "unit_mixes" else set()
    taught = {TEACH, "13"} if setup.arrangement == "transmitter_mixes_unit_behind" else set()
    assert stale == {str(shown), "18"} | where | taught


def other(row, old):
    if row.kind == "flag":
        return not old
    if row.kind == "text":
        return f"{old} x"
    return old + 0.5 if old + 0.5 <= row.most else old - 0.5


def leaf(document, path):
    for part in path.split("."):
        if isinstance(document, list):
            document = document[int(part)] if int(part) < len(document) else None
        else:
            document = document.get(part)
        if document is None:
            return None
    return document


def test_what_only_records_undoes_nothing_and_everything_else_in_play_does():
    """Over every setting of the document that stands in a plain setup."""
    before = read_setup(document())
    whole = before.as_document()
    tried = 0
    for row in list_rows():
        path = row.path.replace("*", "0")
        old = leaf(whole, path)
        if row.kind not in ("number", "flag", "text") or old is None or row.path == "format":
            continue
        new = other(row, old)
        after = read_setup(apply_changes(whole, [Change(path, new)]))
        undone = numbers(touched_by_difference(before, after))
        plays = row.in_play(before.arranged) and not row.about.record
        assert bool(undone) == plays, path
        tried += 1
    assert tried > 100
