"""``mint-lever manage migrate``, after a copy of what is there: it can go wrong."""

from pathlib import Path
from typing import Any

from django.core.management.base import CommandError
from django.core.management.commands.migrate import Command as Migrate
from django.db import connections
from django.db.migrations.executor import MigrationExecutor

from mint_lever_server.backup.database_copies import BadCopy, back_up


class Command(Migrate):
    def handle(self, *args: Any, **options: Any) -> None:
        connection = connections[options["database"]]
        database = Path(str(connection.settings_dict["NAME"]))
        if _changes(connection):
            connection.close()
            try:
                made = back_up(database)
            except (BadCopy, OSError) as error:
                raise CommandError(
                    f"Nothing was changed: no copy could be made, {error}."
                ) from error
            self.stdout.write(f"Copied to {made} before the database changes its form.")
        super().handle(*args, **options)


def _changes(connection: Any) -> bool:
    """Whether there is something already, and its form is about to change."""
    executor = MigrationExecutor(connection)
    plan = executor.migration_plan(executor.loader.graph.leaf_nodes())
    return bool(executor.loader.applied_migrations and plan)
