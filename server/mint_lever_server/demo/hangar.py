"""The demo hangar: the herb fleet, flown off a disused salt works. All of it is invented."""

from datetime import UTC, datetime
from pathlib import Path

from django.contrib.auth.models import User
from django.db import transaction

from mint_lever.bench import Action, StepName, choose_next_move
from mint_lever.setup import Change, read_document
from mint_lever_server.bench.advice import do_advised
from mint_lever_server.bench.practice import make_fresh_model, put_on_table, read_simulated
from mint_lever_server.bench.readings import add_reading
from mint_lever_server.bench.stored_run import run_at
from mint_lever_server.bench.work_notes import write_times, write_work_note
from mint_lever_server.demo.models import DemoPilot, prepared_pilot
from mint_lever_server.hangar.models import Helicopter
from mint_lever_server.hangar.services import add_helicopter, checked, edit_draft, save_revision

FLEET = Path(__file__).resolve().parent / "fleet"
# Spaces cannot be typed into a sign-up, so no pilot's own name is ever in the way.
NAME = "demo hangar"
NOTES = {
    "tansy-380.json": "As it came off the bench in spring",
    "yarrow-570.json": "New links all round, levelled on the salt works table",
    "sorrel-690.json": "Phase set on the three-blade head",
    "marjoram-450.json": "The old radio's own mixing, a small stabiliser behind it",
    "lovage-500.json": "Before its first season over the pans",
}
SAVED = datetime(2026, 3, 28, 19, 30, tzinfo=UTC)
# A simulated model stands on the table of these two: worked through up to a step, or to the end.
# Then this was touched. The others are fresh.
PRACTISED: dict[str, tuple[int, StepName | None, str]] = {
    "yarrow-570.json": (41, "corrections", "pitch link turned or replaced"),
    "sorrel-690.json": (8, None, ""),
}
UNSAVED = ("yarrow-570.json", Change("unit.cyclic_pct", 58.0))


@transaction.atomic
def load_demo(reset: bool = False) -> bool:
    """Load the fleet; give False when it is there already. ``reset`` starts it over."""
    pilot = prepared_pilot()
    if pilot is not None and not reset:
        return False
    if pilot is None:
        pilot = User.objects.create_user(NAME)
        DemoPilot.objects.create(user=pilot)
    Helicopter.objects.filter(owner=pilot).delete()
    for name, said in NOTES.items():
        setup = checked(read_document((FLEET / name).read_bytes()))
        helicopter = add_helicopter(pilot, setup, "demo data")
        save_revision(pilot, helicopter.id, 1, said, at=SAVED)
        if name == UNSAVED[0]:
            edit_draft(pilot, helicopter.id, 1, [UNSAVED[1]])
        if name in PRACTISED:
            _practise(pilot, helicopter, *PRACTISED[name])
    return True


def _practise(
    pilot: User, helicopter: Helicopter, seed: int, until: StepName | None, touched: str
) -> None:
    """Work a simulated model through by the product's own advice, as an evening at the bench."""
    version = helicopter.draft.version
    put_on_table(pilot, helicopter.id, version, True)
    bench = make_fresh_model(pilot, helicopter.id, seed)
    write_times(pilot, helicopter.id, ["start"])
    while True:
        run = run_at(bench)
        name = run.next_step()
        if name is None or name == until:
            break
        move = choose_next_move(run, name)
        version = bench.helicopter.draft.version
        if isinstance(move, Action):
            bench = do_advised(pilot, helicopter.id, version, bench.sequence, name, move.key)
        else:
            value = read_simulated(pilot, helicopter.id, name, move.key)
            bench = add_reading(pilot, helicopter.id, version, name, move.key, value)
    if touched:
        write_work_note(pilot, helicopter.id, touched)
    write_times(pilot, helicopter.id, ["pause"])
