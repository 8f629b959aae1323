"""``mint-lever manage new_password``: a way back for a pilot who forgot, by the keeper's hand."""

import secrets
from argparse import ArgumentParser
from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand, CommandError

from mint_lever_server.accounts.pilot_names import tidied

_WORDS = 4
_LETTERS = "bdfghjkmnprstvz"
_VOWELS = "aeiou"


class Command(BaseCommand):
    help = "Give a pilot another password, made here, to be told and then changed."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("name")

    def handle(self, *args: Any, **options: Any) -> None:
        pilot = User.objects.filter(username=tidied(options["name"])).first()
        if pilot is None:
            raise CommandError(f"Nobody here is called {options['name']}.")
        if not pilot.has_usable_password():
            raise CommandError("That account is the demo's own and has no password.")
        made = "-".join(_word() for _ in range(_WORDS))
        pilot.set_password(made)
        pilot.save()
        self.stdout.write(
            f"{pilot.username} signs in with {made} now, and should change it at once. "
            "Every session of theirs has ended."
        )


def _word() -> str:
    """Two syllables that can be said over a telephone."""
    return "".join(secrets.choice(_LETTERS) + secrets.choice(_VOWELS) for _ in range(2)) + (
        secrets.choice(_LETTERS)
    )
