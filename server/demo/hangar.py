"""The demo hangar: the herb fleet, flown off a disused salt works. All of it is invented."""

from pathlib import Path

from django.contrib.auth.models import User
from django.db import transaction

from demo.models import DemoPilot
from hangar.models import Helicopter
from hangar.services import add_helicopter, checked, edit_draft, save_revision
from mint_lever.setup import Change, read_document

FLEET = Path(__file__).resolve().parent / "fleet"
# Spaces cannot be typed into a sign-up, so no pilot's own name is ever in the way.
NAME = "demo hangar"
NOTES = {
    "tansy-380.json": "As it came off the bench in spring",
    "yarrow-570.json": "New links all round, levelled on the salt works table",
    "sorrel-690.json": "Phase set on the three-blade head",
}
UNSAVED = ("yarrow-570.json", Change("unit.cyclic_pct", 58.0))


def demo_pilot() -> User | None:
    """Give the demo account, or None where no demo data is loaded."""
    return User.objects.filter(demopilot__isnull=False).first()


@transaction.atomic
def load_demo(reset: bool = False) -> bool:
    """Load the fleet; give False when it is there already. ``reset`` starts it over."""
    pilot = demo_pilot()
    if pilot is not None and not reset:
        return False
    if pilot is None:
        pilot = User.objects.create_user(NAME)
        DemoPilot.objects.create(user=pilot)
    Helicopter.objects.filter(owner=pilot).delete()
    for name, note in NOTES.items():
        setup = checked(read_document((FLEET / name).read_bytes()))
        helicopter = add_helicopter(pilot, setup, "demo data")
        save_revision(pilot, helicopter.id, 1, note)
        if name == UNSAVED[0]:
            edit_draft(pilot, helicopter.id, 1, [UNSAVED[1]])
    return True
