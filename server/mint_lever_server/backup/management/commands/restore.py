"""``mint-lever manage restore``: put a copy in the database's place, also while the server runs."""

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError

from mint_lever_server.backup.database_copies import BadCopy, restore
from mint_lever_server.backup.log_files import bring_logs, missing_logs


class Command(BaseCommand):
    help = "Put a copy in the database's place; what is there now is copied first."
    # The keeper works on the database alone: loading every route to check it is two seconds.
    requires_system_checks = ()

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("copy", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            before = restore(settings.DATABASE, options["copy"])
        except (BadCopy, OSError) as error:
            raise CommandError(f"Nothing was changed: {error}.") from error
        call_command("migrate", verbosity=0)
        logs = bring_logs(options["copy"], settings.DATABASE)
        self.stdout.write(f"Restored from {options['copy']}, with {logs} flight logs.")
        if missing := missing_logs(settings.DATABASE):
            self.stderr.write(f"{len(missing)} flight logs are not beside the copy: {missing[0]} …")
        if before is not None:
            self.stdout.write(f"What was there before is in {before}.")
