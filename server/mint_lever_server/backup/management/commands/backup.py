"""``mint-lever manage backup``: copy the database, also while the server runs."""

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError

from mint_lever_server.backup.database_copies import BadCopy, back_up


class Command(BaseCommand):
    help = "Copy the database whole, also while the server runs, and look the copy through."
    # The keeper works on the database alone: loading every route to check it is two seconds.
    requires_system_checks = ()

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("to", nargs="?", type=Path, help="where to; copies/ if not said")

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            made = back_up(settings.DATABASE, options["to"])
        except (BadCopy, OSError) as error:
            raise CommandError(f"No copy was made: {error}.") from error
        self.stdout.write(f"Copied to {made} ({made.stat().st_size:,} bytes).")
