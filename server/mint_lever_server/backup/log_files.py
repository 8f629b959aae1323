"""Flight logs are files in the folder ``logs`` beside a database; a copy takes them along.

A log's file never changes once it is kept, so all copies in one folder share it.
"""

from __future__ import annotations

import os
import shutil
import sqlite3
import tempfile
import uuid
from contextlib import closing
from pathlib import Path

from mint_lever_server.config.data_folder import on_disk


def missing_logs(database: Path) -> list[str]:
    """Names of the files of logs that a database knows and that do not lie beside it."""
    return [name for name in _known(database) if not (_folder(database) / name).exists()]


def bring_logs(source: Path, target: Path) -> int:
    """Have the files of ``target``'s logs beside it, from beside ``source``; gives how many lie
    there now. What is gone meanwhile is left out."""
    folder = _folder(target)
    wanted = missing_logs(target)
    if wanted:
        folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    for name in wanted:
        if (_folder(source) / name).exists():
            bring(_folder(source) / name, folder / name)
    if wanted:
        on_disk(folder)
    return len(_known(target)) - len(missing_logs(target))


def bring(file: Path, to: Path) -> None:
    """Have a file at another place too: the same one where the disk can do that, for it is never
    written into again; else a copy."""
    try:
        os.link(file, to)
    except FileExistsError:
        return
    except OSError:  # another disk, or one without links
        handle, made = tempfile.mkstemp(dir=to.parent, prefix=".being-made-")
        with os.fdopen(handle, "wb") as copy, file.open("rb") as whole:
            shutil.copyfileobj(whole, copy)
            copy.flush()
            os.fsync(copy.fileno())
        Path(made).replace(to)


def _known(database: Path) -> list[str]:
    with closing(sqlite3.connect(f"file:{database}?mode=rw", uri=True, timeout=30)) as look:
        # A database of before there were logs has none.
        if not look.execute("SELECT 1 FROM sqlite_master WHERE name = 'logs_flightlog'").fetchone():
            return []
        return [f"{uuid.UUID(row[0])}.csv" for row in look.execute("SELECT id FROM logs_flightlog")]


def _folder(database: Path) -> Path:
    return database.parent / "logs"
