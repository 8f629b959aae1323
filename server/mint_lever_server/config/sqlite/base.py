"""A database connection of SQLite that gets its turn to write.

SQLite's own waiting sleeps longer and longer, up to a tenth of a second, and whoever comes fresh
meanwhile goes first: on a busy evening one pilot was kept waiting until he was refused. Here a
transaction looks again every few milliseconds, so it finds the next gap.
"""

import random
import sqlite3
import time

from django.db.backends.sqlite3.base import DatabaseWrapper as Plain
from django.db.utils import OperationalError

_LOOK_AGAIN_S = (0.001, 0.004)


class DatabaseWrapper(Plain):
    """A connection that gets its turn."""

    def _start_transaction_under_autocommit(self) -> None:
        timeout_s = self.settings_dict["OPTIONS"]["timeout"]
        connection: sqlite3.Connection = self.connection
        given_up = time.monotonic() + timeout_s
        connection.execute("PRAGMA busy_timeout=0")
        try:
            while True:
                try:
                    super()._start_transaction_under_autocommit()  # type: ignore[misc]
                except OperationalError as error:
                    if not _busy(error) or time.monotonic() > given_up:
                        raise
                    time.sleep(random.uniform(*_LOOK_AGAIN_S))
                else:
                    return
        finally:
            connection.execute(f"PRAGMA busy_timeout={timeout_s * 1000}")


def _busy(error: OperationalError) -> bool:
    code = getattr(error.__cause__, "sqlite_errorcode", None)
    return code is not None and code & 0xFF == sqlite3.SQLITE_BUSY
