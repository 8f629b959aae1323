"""Copies of the database: made and put back while the server runs, looked at before they count.

The database file alone is no copy of a running server: what was saved last stands in the file
beside it (``-wal``), with all of a young server's accounts.
"""

from __future__ import annotations

import hashlib
import json
import os
import sqlite3
import tempfile
from collections.abc import Callable
from contextlib import closing
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path

from mint_lever.faults import MintLeverError
from mint_lever.setup import read_setup
from mint_lever_server.backup.log_files import bring_logs
from mint_lever_server.config.data_folder import on_disk, trouble_in

_JUMP = 1_000_000
"""Counted on after a restore: no page and no process may take a number of before for one of now."""


class BadCopy(Exception):
    """Why a copy is not used: one sentence."""


@dataclass(frozen=True)
class DatabaseContent:
    """What a database holds."""

    pilots: int
    helicopters: int
    revisions: int
    log_lines: int

    def __str__(self) -> str:
        return (
            f"{self.pilots} pilots, {self.helicopters} helicopters, {self.revisions} revisions, "
            f"{self.log_lines} lines of log"
        )


def back_up(database: Path, to: Path | None = None) -> Path:
    """Copy a database whole, as of one moment, with the files of its flight logs, and give where it
    is; others go on writing.

    Without ``to`` it is put beside the database under its time. Raises BadCopy where the database
    cannot be read or the copy is not whole; then there is none.
    """
    if not database.exists():
        raise BadCopy(f"there is no database at {database}")
    if to is None:
        stamp = datetime.now(UTC).strftime("%Y-%m-%d-%H%M%S-%f")
        to = database.parent / "copies" / f"{database.stem}-{stamp}.sqlite3"
    to.parent.mkdir(parents=True, exist_ok=True, mode=0o700)
    handle, name = tempfile.mkstemp(dir=to.parent, prefix=".being-made-")
    os.close(handle)
    made = Path(name)
    try:
        with closing(_open(database)) as source, closing(sqlite3.connect(made)) as copy:
            source.backup(copy)
            # A file of its own: nothing of it stands in another.
            copy.execute("PRAGMA journal_mode=DELETE")
        if trouble := trouble_in(made):
            raise BadCopy(f"the copy is not whole ({trouble})")
        with made.open("rb") as file:
            os.fsync(file.fileno())
        made.replace(to)
        on_disk(to.parent)
        bring_logs(database, to)
    except sqlite3.Error as error:
        raise BadCopy(f"{database} cannot be copied ({error})") from error
    finally:
        made.unlink(missing_ok=True)
    return to


def look_through(database: Path, say: Callable[[str], None] = lambda _: None) -> DatabaseContent:
    """Read all of a database: every page, every row's belonging, every setup through the core.

    ``say`` is told of each setup that is not what it was saved as. Raises BadCopy.
    """
    if not database.exists():
        raise BadCopy(f"there is no file {database}")
    if trouble := trouble_in(database):
        raise BadCopy(f"{database} is damaged ({trouble})")
    bad = 0
    with closing(_open(database)) as look:
        try:
            for number, digest, text in look.execute(
                "SELECT id, digest, text FROM hangar_document"
            ):
                if trouble := _trouble_of(digest, text):
                    bad += 1
                    say(f"setup {number}: {trouble}")
            found = DatabaseContent(
                *(
                    look.execute(f"SELECT count(*) FROM {table}").fetchone()[0]
                    for table in (
                        "auth_user",
                        "hangar_helicopter",
                        "hangar_revision",
                        "bench_logentry",
                    )
                )
            )
        except sqlite3.Error as error:
            raise BadCopy(f"{database} is no database of Mint Lever ({error})") from error
    if bad:
        raise BadCopy(f"{bad} setups in {database} are not what was saved")
    return found


def restore(database: Path, copy: Path) -> Path | None:
    """Put a copy in the database's place, all at once, also under a running server.

    Gives where what was there before is now, None where nothing was. Raises BadCopy, and nothing is
    changed.
    """
    look_through(copy)
    before = back_up(database) if database.exists() and not trouble_in(database) else None
    if before is None:
        # What cannot be opened is put aside whole, for whoever wants to look at it.
        for each in list(database.parent.glob(f"{database.name}*")):
            each.rename(each.with_name(f"{each.name}.broken-{datetime.now(UTC):%Y%m%d%H%M%S}"))
    with tempfile.TemporaryDirectory(dir=database.parent) as place:
        ready = Path(place) / "ready.sqlite3"
        with closing(_open(copy)) as source, closing(sqlite3.connect(ready)) as target:
            source.backup(target)
            _count_on(target, _counted(database))
            target.commit()
        with closing(sqlite3.connect(ready)) as source, closing(_open(database, new=True)) as live:
            source.backup(live)
            live.execute("PRAGMA journal_mode=WAL")
    return before


_COUNTED_ON = (
    ("hangar_helicopter", "counter"),
    ("hangar_draft", "version"),
    ("hangar_draftversion", "number"),
    ("bench_bench", "sequence"),
    ("bench_logentry", "changed_at"),
    ("field_flight", "log_count"),
)


def _open(database: Path, new: bool = False) -> sqlite3.Connection:
    mode = "rwc" if new else "rw"
    return sqlite3.connect(f"file:{database}?mode={mode}", uri=True, timeout=30)


def _trouble_of(digest: str, text: str) -> str:
    if hashlib.sha256(text.encode()).hexdigest() != digest:
        return "not the text it was saved as"
    try:
        read_setup(json.loads(text))
    except (MintLeverError, ValueError) as error:
        return str(error)[:200]
    return ""


def _counted(database: Path) -> int:
    """The highest number any draft or log of the database in use has come to."""
    if not database.exists():
        return 0
    with closing(_open(database)) as look:
        drafts, logs = (
            look.execute(f"SELECT coalesce(max({column}), 0) FROM {table}").fetchone()[0]
            for column, table in (("counter", "hangar_helicopter"), ("sequence", "bench_bench"))
        )
    return int(max(drafts, logs))


def _count_on(copy: sqlite3.Connection, reached: int) -> None:
    """Move every count of a copy past all that were given out: a number names one setup for good,
    also in the memory of a process that goes on through the restore."""
    jump = (reached // _JUMP + 1) * _JUMP
    for table, column in _COUNTED_ON:
        # A copy from before a count existed has none to move; the migration makes it.
        columns = {row[1] for row in copy.execute(f"PRAGMA table_info({table})")}
        if column in columns:
            copy.execute(f"UPDATE {table} SET {column} = {column} + ?", [jump])
