"""A log from before tail and drive had parts: what was seen is answered in its part today."""

import json
from importlib import import_module

import pytest
from django.apps import apps

from builds import document
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.stored_run import run_at
from mint_lever_server.hangar.models import Helicopter

pytestmark = pytest.mark.django_db


def read_of_old(tab, step, said, migration):
    """A run over answers from before a migration."""
    made = tab.send("POST", "/api/helicopters/import", raw=json.dumps(document())).json()
    kept = Helicopter.objects.get(pk=made["id"])
    setup = kept.draft.states.get(position=kept.draft.position).document
    for i, (key, value) in enumerate(said.items()):
        LogEntry.objects.create(
            helicopter=kept,
            sequence=500 + i,
            stands_at=500 + i,
            kind=LogEntry.Kind.READING,
            step=step,
            key=key,
            value=value,
            document=setup,
        )
    import_module(f"mint_lever_server.bench.migrations.{migration}").carry(apps, None)
    bench, _ = Bench.objects.update_or_create(helicopter=kept, defaults={"sequence": 600})
    return run_at(bench)


def test_old_answers_about_the_drive_stand_in_their_parts(tab):
    run = read_of_old(tab, "throttle", {"low": "low", "ends": "taken"}, "0004_drive_in_parts")
    assert run.answer("throttle", "low") == "low"
    assert run.answer("controller_ends", "ends") == "taken"


def test_old_answers_about_the_tail_stand_in_their_parts(tab):
    said = {"turns": "leading", "stick": "left", "correction": "right", "limit_left": "clear"}
    run = read_of_old(tab, "tail", said, "0003_tail_in_parts")
    assert run.answer("tail_mechanics", "turns") == "leading"
    assert run.answer("tail_stick", "stick") == "edge_left"
    assert run.answer("tail_correction", "hand") == "edge_right"
    # Nobody read it in millimetres: it is kept as it was, and asked anew.
    assert LogEntry.objects.get(step="tail").key == "limit_left"
    assert run.answer("tail_limits", "gap_left") is None
