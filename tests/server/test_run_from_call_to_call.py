"""What a server carries over from call to call is what it would work out from nothing."""

import random

import pytest

from builds import document
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.stored_run import log_of, run_at, run_of, setup_at
from server.test_bench import Table
from server.test_undo import edit, undo

READS = [("zero_pitch", "blade.0", 0.4), ("zero_pitch", "blade.1", -0.3), ("horns", "horn.0", 2.0)]


def same_as_from_nothing(helicopter_id):
    bench = Bench.objects.get(helicopter_id=helicopter_id)
    carried, fresh = run_at(bench), run_of(setup_at(bench), log_of(bench, bench.simulated))
    assert carried.standings == fresh.standings
    for step in fresh.steps:
        assert carried.advice(step.name) == fresh.advice(step.name), step.name


@pytest.mark.parametrize("seed", range(2))
def test_readings_edits_undo_and_another_model_between(tab, helicopter, seed):
    """Two helicopters on one server, their calls in a drawn order."""
    other = tab.send("POST", "/api/helicopters/import", raw=None, body=document()).json()
    tables = [Table(tab, each["id"]).safe() for each in (helicopter, other)]
    draw = random.Random(seed)
    for _ in range(14):
        table = draw.choice(tables)
        table.see()
        what = draw.choice(["read", "read", "edit", "undo", "worked on"])
        if what == "read":
            step, key, value = draw.choice(READS)
            table.read(step, key, round(value * draw.uniform(0.2, 3.0), 1))
        elif what == "edit":
            edit(table, "airframe.head.grip_arm_mm", draw.choice([19.0, 21.5]))
        elif what == "undo":
            undo(table)
        else:
            assert table.send("work", what="crash").status_code == 200
        same_as_from_nothing(table.helicopter.rsplit("/", 1)[1])
