"""Where everything a pilot entered lives, and whether a server may start on it."""

from __future__ import annotations

import os
import shutil
import sqlite3
import tempfile
from contextlib import closing
from pathlib import Path

ROOM_BYTES = 100_000_000
"""With less room than this on the disk no server starts: the next saves would fail."""
KEY_LENGTH = 50
_HEADER = b"SQLite format 3\x00"


class CannotStart(Exception):
    """Why no server starts here: one sentence that says what to do."""


def folder(path: Path) -> Path:
    """The folder of database, key and copies, made if need be; its owner's alone.

    Raises CannotStart where it cannot be made or written into.
    """
    try:
        path.mkdir(parents=True, exist_ok=True, mode=0o700)
        path.chmod(0o700)
        with tempfile.TemporaryFile(dir=path):
            pass
    except OSError as error:
        raise CannotStart(
            f"Nothing can be written into {path} ({error.strerror}): give the server's user that "
            "folder, or another one by MINT_LEVER_VAR."
        ) from error
    return path


def secret_key(path: Path) -> str:
    """Give the key from MINT_LEVER_SECRET_KEY, else from the file, making it if need be.

    Raises CannotStart for a key too short to be one.
    """
    given = os.environ.get("MINT_LEVER_SECRET_KEY")
    key = given or _key_of(path)
    if len(key) < KEY_LENGTH:
        where = "MINT_LEVER_SECRET_KEY" if given else path
        raise CannotStart(
            f"The signing key in {where} has {len(key)} letters, at least {KEY_LENGTH} are needed: "
            "put it back from a copy, or take it away and every pilot signs in anew."
        )
    return key


def _key_of(path: Path) -> str:
    from django.core.management.utils import get_random_secret_key

    if not path.exists():
        # Whole or not at all: linked into place once it is on the disk. Who comes second finds it.
        handle, name = tempfile.mkstemp(dir=path.parent, prefix=path.name)
        with os.fdopen(handle, "w") as file:
            file.write(get_random_secret_key())
            file.flush()
            os.fsync(file.fileno())
        try:
            os.link(name, path)
        except FileExistsError:
            pass
        finally:
            os.unlink(name)
        on_disk(path.parent)
    return path.read_text()


def look_at(database: Path) -> None:
    """Look whether a database can be used and there is room to go on. Raises CannotStart."""
    free = shutil.disk_usage(database.parent).free
    if free < ROOM_BYTES:
        raise CannotStart(
            f"Only {free // 1_000_000} MB are free where {database.parent} is, and "
            f"{ROOM_BYTES // 1_000_000} MB are needed to start: make room on that disk."
        )
    if not database.exists():
        raise CannotStart(
            f"There is no database at {database}: make one with `make migrate`, or put a copy back "
            "with `mint-lever manage restore`."
        )
    if trouble := trouble_in(database):
        raise CannotStart(
            f"The database at {database} cannot be used ({trouble}): put a copy back with "
            "`mint-lever manage restore`."
        )
    for each in database.parent.glob(f"{database.name}*"):
        each.chmod(0o600)


def trouble_in(database: Path) -> str:
    """What is wrong with a database file; "" where nothing is."""
    try:
        with database.open("rb") as file:
            head = file.read(len(_HEADER))
        if not head:
            return "the file is empty"
        if head != _HEADER:
            return "the file is no database"
        with closing(sqlite3.connect(f"file:{database}?mode=rw", uri=True, timeout=10)) as look:
            (found,) = look.execute("PRAGMA quick_check(1)").fetchone()
            if found != "ok":
                return str(found).splitlines()[0]
            wrong = look.execute("PRAGMA foreign_key_check").fetchone()
            return "" if wrong is None else f"a row of {wrong[0]} belongs to nothing"
    except (OSError, sqlite3.Error) as error:
        return str(error)


def on_disk(folder: Path) -> None:
    """A file's name is on the disk only once its folder is."""
    handle = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)
