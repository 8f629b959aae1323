"""``mint-lever manage verify``: read a copy, or the database in use, from end to end."""

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError

from mint_lever_server.backup.database_copies import BadCopy, look_through
from mint_lever_server.backup.log_files import missing_logs


class Command(BaseCommand):
    help = "Read every page, row and setup of a copy, or of the database in use; look for its logs."
    # The keeper works on the database alone: loading every route to check it is two seconds.
    requires_system_checks = ()

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("copy", nargs="?", type=Path, help="the database in use if not said")

    def handle(self, *args: Any, **options: Any) -> None:
        database = options["copy"] or settings.DATABASE
        try:
            found = look_through(database, self.stderr.write)
        except BadCopy as error:
            raise CommandError(f"Not whole: {error}.") from error
        if missing := missing_logs(database):
            raise CommandError(
                f"Not whole: {len(missing)} flight logs do not lie beside {database}, the first is "
                f"logs/{missing[0]}. The database itself is, and holds {found}."
            )
        self.stdout.write(f"Whole: {database} holds {found}.")
