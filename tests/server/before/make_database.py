"""Makes ``database.sql``: a database as the application kept it before documents had a digest.

Run once, with the code of that day (the commit before documents were kept by digest)::

    MINT_LEVER_VAR=$(mktemp -d) MINT_LEVER_PLAIN_HTTP=1 MINT_LEVER_SIMULATION_SEED=5 \\
        PYTHONPATH=core:server DJANGO_SETTINGS_MODULE=config.settings \\
        .venv/bin/python tests/server/before/make_database.py > tests/server/before/database.sql

It is kept to show how the file came about; today's code has no use for it.
"""

import sqlite3
import sys

import django

django.setup()

from django.conf import settings  # noqa: E402
from django.contrib.auth.models import User  # noqa: E402
from django.core.management import call_command  # noqa: E402
from mint_lever_server.bench.log import run_at  # noqa: E402
from mint_lever_server.bench.services import (  # noqa: E402
    act,
    add_reading,
    bench_of,
    edit_reading,
    fresh_model,
    note,
    put_on_table,
    strike,
    take_simulated,
    worked_on,
)

from mint_lever.setup import Change, fresh_setup  # noqa: E402
from mint_lever_server.bench.models import Photo  # noqa: E402
from mint_lever_server.hangar.models import Draft  # noqa: E402
from mint_lever_server.hangar.services import (  # noqa: E402
    add_helicopter,
    edit_draft,
    rebuild_draft,
    save_revision,
    step_draft,
)

PICTURE = b"\x89PNG\r\n\x1a\n" + b"kept as it was" * 3


def version(helicopter):
    return Draft.objects.get(helicopter=helicopter).version


def read(pilot, helicopter, step, key, value):
    return add_reading(pilot, helicopter.id, version(helicopter), step, key, value)


def main():
    call_command("migrate", verbosity=0)
    heron = User.objects.create_user("heron")
    plover = User.objects.create_user("plover")

    # Lovage: two revisions, edits with an undo and a redo waiting, readings struck and put right.
    lovage = add_helicopter(heron, fresh_setup("Lovage 480"), "new")
    save_revision(heron, lovage.id, version(lovage), "as it was built")
    edit_draft(heron, lovage.id, version(lovage), [Change("unit.cyclic_pct", 44.0)])
    edit_draft(heron, lovage.id, version(lovage), [Change("airframe.servos.1.arm_mm", 13.5)])
    save_revision(heron, lovage.id, version(lovage), "longer horn")
    edit_draft(heron, lovage.id, version(lovage), [Change("name", "Lovage 500")])
    edit_draft(heron, lovage.id, version(lovage), [Change("unit.ring_pct", 91.0)])
    step_draft(heron, lovage.id, version(lovage), -1)
    note(heron, lovage.id, ["start"])
    for key in ("motor", "hold", "blades"):
        read(heron, lovage, "make_safe", key, True)
    read(heron, lovage, "zero_pitch", "blade.0", 11.0)
    bench = bench_of(heron, lovage.id)
    edit_reading(heron, lovage.id, bench.moment, 1.1)
    read(heron, lovage, "zero_pitch", "blade.1", 0.1)
    read(heron, lovage, "cyclic_throw", "horn_mm", "12 13,5 15")
    read(heron, lovage, "level", "mid.right", 9.0)
    strike(heron, lovage.id, bench_of(heron, lovage.id).moment, True)
    bench = bench_of(heron, lovage.id)
    act(heron, lovage.id, version(lovage), bench.moment, "zero_pitch", "links")
    worked_on(heron, lovage.id, "blades changed")
    note(heron, lovage.id, ["pause"])
    Photo.objects.create(bench=bench_of(heron, lovage.id), image=PICTURE, media_type="image/png")

    # Dill: the simulated model is on the table, worked on as far as the horns; the real one's own
    # edit waits aside.
    dill = add_helicopter(heron, fresh_setup("Dill 450", blades=3), "imported")
    edit_draft(heron, dill.id, version(dill), [Change("airframe.head.grip_arm_mm", 21.0)])
    put_on_table(heron, dill.id, version(dill), True)
    bench = fresh_model(heron, dill.id)
    note(heron, dill.id, ["start"])
    for _ in range(60):
        run = run_at(bench)
        name = run.next_step()
        if name == "together":
            break
        advice = run.advice(name)
        needed = [each for each in advice.actions if each.needed]
        if needed:
            bench = act(heron, dill.id, version(dill), bench.moment, name, needed[0].key)
        else:
            value = take_simulated(heron, dill.id, name, advice.next_key)
            bench = read(heron, dill, name, advice.next_key, value)

    # Sage: practised once and put back; a reshaped setup behind a transmitter that mixes.
    sage = add_helicopter(plover, fresh_setup("Sage 600", "four_90"), "new")
    put_on_table(plover, sage.id, version(sage), True)
    edit_draft(plover, sage.id, version(sage), [Change("unit.phase_deg", 4.0)])
    put_on_table(plover, sage.id, version(sage), False)
    arrangement = "transmitter_mixes_unit_behind"
    rebuild_draft(plover, sage.id, version(sage), None, None, arrangement)
    save_revision(plover, sage.id, version(sage), "the radio mixes")

    with sqlite3.connect(settings.DATABASES["default"]["NAME"]) as database:
        for line in database.iterdump():
            sys.stdout.write(line + "\n")


main()
