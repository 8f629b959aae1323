"""A power cut in the middle of a save loses at most that save.

The machine's power is not ours to cut; killing the saving process at once (SIGKILL, no chance to
tidy up) is the nearest to it. Together with ``synchronous=FULL`` (tested beside the hangar) the
write-ahead log is on the disk before a save is answered.
"""

import random
import signal
import sqlite3
import subprocess
import sys
import time

from live_server import ROOT, environment, manage

SAVER = """
import os, sys, django
django.setup()
from django.contrib.auth.models import User
from hangar.models import Helicopter
from hangar.services import edit_draft
from mint_lever.setup import Change
heli = Helicopter.objects.get()
pilot = User.objects.get(pk=heli.owner_id)
version = heli.draft.version
while True:
    value = 10.0 + (version % 400) / 100
    edit_draft(pilot, heli.id, version, [Change("airframe.servos.0.arm_mm", value)])
    version += 1
    print(version, flush=True)
"""

FIRST = """
import django
django.setup()
from django.contrib.auth.models import User
from hangar.services import add_helicopter
from mint_lever.setup import fresh_setup
add_helicopter(User.objects.create_user("heron"), fresh_setup("Dill"), "new")
"""


def test_killed_in_mid_save_it_keeps_every_save_it_had_answered(tmp_path):
    manage(tmp_path, "migrate", "-v", "0")
    run = {"cwd": ROOT / "server", "env": environment(tmp_path)}
    subprocess.run([sys.executable, "-c", FIRST], check=True, **run)
    for _ in range(3):
        saver = subprocess.Popen([sys.executable, "-c", SAVER], stdout=subprocess.PIPE, **run)
        assert saver.stdout is not None
        answered = int(saver.stdout.readline())
        time.sleep(random.uniform(0.05, 0.25))
        saver.send_signal(signal.SIGKILL)
        for line in saver.stdout.read().split():
            answered = int(line)
        saver.wait()
        with sqlite3.connect(tmp_path / "mint-lever.sqlite3") as database:
            assert database.execute("PRAGMA integrity_check").fetchone() == ("ok",)
            version, position = database.execute(
                "SELECT version, position FROM hangar_draft"
            ).fetchone()
            kept = database.execute(
                "SELECT count(*) FROM hangar_draftstate WHERE position = ?", [position]
            ).fetchone()[0]
        # The save that was under way may have been finished before it could be answered.
        assert version in (answered, answered + 1)
        assert kept == 1
