"""A season of flights off the salt works, for the demo hangar. All of it is invented.

It is flown by the product's own advice, as a pilot would: what is said to be seen is written here,
what is done about it comes from the advice.
"""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from typing import Any

import numpy as np
from django.contrib.auth.models import User
from django.db import transaction

from mint_lever.bench import flown_log
from mint_lever.model import Chain
from mint_lever_server.bench.device_holds import hold_on_devices
from mint_lever_server.bench.keying import open_lines
from mint_lever_server.bench.run_log import Sender, bench_of
from mint_lever_server.bench.stored_run import run_at
from mint_lever_server.field.flights import begin, land, open_next, write
from mint_lever_server.field.mechanical_looks import look
from mint_lever_server.field.models import Flight, Pack
from mint_lever_server.field.setting_changes import figures, made_it
from mint_lever_server.field.stored_flights import field_at
from mint_lever_server.flight_logs.services import keep_log
from mint_lever_server.hangar.models import Helicopter
from mint_lever_server.hangar.services import present_setup

PACKS = ("6S pan 1", "6S pan 2", "6S old grey")
PLACE = "salt works, north pan"


@dataclass(frozen=True)
class DemoFlight:
    """One flight: when, how long (minutes), on which pack, in what wind, and what was seen.

    ``looks`` are noted after it; ``follows``: the advised change was made then.
    """

    at: str
    minutes: float
    pack: str
    wind: str
    seen: Sequence[dict[str, Any]] = ()
    words: str = ""
    modes: Sequence[str] = ("normal",)
    verdict: str = ""
    looks: Sequence[str] = ()
    follows: bool = False
    logged: bool = False
    more: dict[str, Any] = field(default_factory=dict)


def _saw(symptom: str, mode: str = "normal", **more: Any) -> dict[str, Any]:
    return {"symptom": symptom, "mode": mode, "toward": None, "axis": None, "manoeuvre": "", **more}


SEASON: dict[str, tuple[DemoFlight, ...]] = {
    "Lovage 500": (
        DemoFlight(
            "2026-04-11T09:20",
            3.4,
            "6S pan 1",
            "calm",
            [_saw("drifts_in_rate", "trimming", toward="left")],
            "Trim flight, hands off over the brine channel.",
            ["trimming"],
            looks=["drifts_in_rate"],
            follows=True,
            more={"trims": {"aileron": 0.5, "elevator": 0.0, "rudder": None}},
        ),
        DemoFlight(
            "2026-04-11T10:05", 4.1, "6S pan 2", "calm", verdict="better", modes=["trimming"]
        ),
        DemoFlight(
            "2026-04-18T08:50",
            5.2,
            "6S pan 1",
            "light, from the sea",
            [_saw("tail_wags", "idle_up_1", manoeuvre="fast forward flight")],
            "A buzz in the tail as soon as it gets fast.",
            ["normal", "idle_up_1"],
            looks=["tail_wags"],
            follows=True,
        ),
        DemoFlight(
            "2026-04-18T09:40",
            5.0,
            "6S pan 2",
            "light, from the sea",
            [_saw("tail_wags", "idle_up_1")],
            "Less, but still there.",
            ["normal", "idle_up_1"],
            verdict="better",
            looks=["tail_wags"],
            follows=True,
        ),
        DemoFlight(
            "2026-04-18T10:30",
            5.3,
            "6S pan 1",
            "light, from the sea",
            modes=["normal", "idle_up_1"],
            verdict="better",
        ),
        DemoFlight(
            "2026-05-09T17:15",
            5.1,
            "6S old grey",
            "gusts",
            [_saw("speed_falls", "idle_up_1", manoeuvre="climb-outs")],
            "It sags in every climb. The old pack again?",
            ["normal", "idle_up_1"],
            looks=["speed_falls"],
            follows=True,
            logged=True,
        ),
        DemoFlight(
            "2026-05-10T08:30",
            5.4,
            "6S pan 1",
            "calm",
            [_saw("collective_sharp")],
            "Holds its speed now. Hovering is nervous.",
            ["normal", "idle_up_1"],
            verdict="better",
            follows=True,
        ),
        DemoFlight(
            "2026-05-10T09:20",
            5.5,
            "6S pan 2",
            "calm",
            words="Could hover it with one finger.",
            modes=["normal", "idle_up_1"],
            verdict="better",
        ),
    ),
    "Marjoram 450": (
        DemoFlight(
            "2026-06-06T18:40",
            4.0,
            "6S old grey",
            "calm",
            [_saw("twitchy_centre", axis="roll")],
            "Lively round the middle.",
            follows=True,
        ),
        DemoFlight(
            "2026-06-06T19:20",
            4.2,
            "6S old grey",
            "calm",
            [_saw("twitchy_centre", axis="roll")],
            verdict="same",
        ),
    ),
}


@transaction.atomic
def load_season(pilot: User) -> None:
    """Fly the season with the helicopters of the demo hangar."""
    packs = {name: Pack.objects.get_or_create(owner=pilot, name=name)[0] for name in PACKS}
    for helicopter in Helicopter.objects.filter(owner=pilot):
        flights = SEASON.get(present_setup(helicopter.real_draft).name, ())
        if flights:
            _all_keyed_in(pilot, helicopter)
        for flown in flights:
            _fly(pilot, helicopter.id, flown, packs)


def _all_keyed_in(pilot: User, helicopter: Helicopter) -> None:
    bench = bench_of(pilot, helicopter.id)
    paths = [path for line in open_lines(run_at(bench)) for path in line.paths]
    hold_on_devices(pilot, helicopter.id, bench.helicopter.draft.version, paths)


def _fly(pilot: User, helicopter: uuid.UUID, flown: DemoFlight, packs: dict[str, Pack]) -> None:
    began = datetime.fromisoformat(flown.at).replace(tzinfo=UTC)
    down = began + timedelta(minutes=flown.minutes)
    bench = open_next(pilot, helicopter, Sender())
    number = Flight.objects.filter(helicopter=helicopter).latest("number").number
    begin(pilot, helicopter, number, knowing=True, sender=Sender(at=began))
    land(pilot, helicopter, number, Sender(at=down))
    what = {
        "pack": packs[flown.pack].pk,
        "place": PLACE,
        "wind": flown.wind,
        "modes": list(flown.modes),
        "seen": list(flown.seen),
        "words": flown.words,
        "verdict": flown.verdict,
        **flown.more,
    }
    if flown.logged:
        chain = Chain(present_setup(bench.helicopter.real_draft))
        rng = np.random.default_rng(number)
        made = flown_log(chain, "idle_up_1", rng, gain=6.0, weak_pack=1.9)
        name = f"{flown.at[:10]} over the pans"
        kept = keep_log(pilot, helicopter, name, [made.csv.encode()], simulated=False)
        what["flight_log"] = kept.pk
    write(pilot, helicopter, number, what, Sender())
    for symptom in flown.looks:
        look(pilot, helicopter, symptom, found=False, sender=Sender())
    bench = bench_of(pilot, helicopter)
    move = field_at(bench).advice.move
    if flown.follows and move is not None:
        version = bench.helicopter.draft.version
        new = figures(move.new)
        made_it(pilot, helicopter, version, move.path, new, False, Sender(at=down))
