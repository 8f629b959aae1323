"""What went wrong on our side, said in the one problem shape: nothing else leaves the API.

Each has a reference number, which stands in the server's log beside the whole story.
"""

from __future__ import annotations

import logging
import secrets
import sqlite3
import sys

from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse

from mint_lever_server.config.problems import problem

_LOG = logging.getLogger("mint_lever.failures")

_KEPT = "Not saved; what you entered is still here."
_FULL = (sqlite3.SQLITE_FULL,)
_BUSY = (sqlite3.SQLITE_BUSY, sqlite3.SQLITE_LOCKED)
_SHUT = (
    sqlite3.SQLITE_READONLY,
    sqlite3.SQLITE_CANTOPEN,
    sqlite3.SQLITE_PERM,
    sqlite3.SQLITE_IOERR,
)


def failed(error: BaseException) -> HttpResponse:
    """Note an error that nobody expected, and say what the pilot can do about it."""
    reference = secrets.token_hex(4)
    _LOG.error("failure %s", reference, exc_info=error)
    code = _code(error)
    if code in _FULL or (isinstance(error, OSError) and error.errno == 28):
        return problem(
            507,
            "The server's disk is full",
            f"{_KEPT} Its keeper has to make room. Reference {reference}.",
        )
    if code in _BUSY:
        return problem(
            503, "The server is busy", f"{_KEPT} Reference {reference}.", retry_after_s=2
        )
    if code in _SHUT:
        return problem(
            503,
            "The server cannot save",
            f"{_KEPT} Its keeper has to look at the disk. Reference {reference}.",
            retry_after_s=30,
        )
    return problem(
        500,
        "Something went wrong here",
        f"{_KEPT} It is noted with the server under {reference}.",
    )


def of_api(request: HttpRequest, error: Exception | type[Exception]) -> HttpResponse:
    """For the API's own handlers."""
    return failed(error if isinstance(error, Exception) else error())


def server_error(request: HttpRequest) -> HttpResponse:
    """For Django, where something failed before or after the API: a session, say."""
    error = sys.exc_info()[1]
    return failed(error) if error else problem(500, "Something went wrong here", _KEPT)


def bad_request(request: HttpRequest, exception: Exception) -> HttpResponse:
    """A request that Django itself refuses: a strange host, a head too large."""
    return problem(400, "That request cannot be read", "Open the page anew and try again.")


def forgery(request: HttpRequest, reason: str = "") -> HttpResponse:
    """A change without the token that our own pages send."""
    return problem(
        403,
        "This page is not ours any more",
        "Nothing was changed. Load the page anew and try again.",
    )


def _code(error: BaseException) -> int | None:
    """SQLite's own number for it (without its finer part), however deep it lies."""
    cause: BaseException | None = error
    while cause is not None:
        if isinstance(cause, sqlite3.Error):
            number = getattr(cause, "sqlite_errorcode", None)
            return None if number is None else number & 0xFF
        cause = cause.__cause__ if isinstance(cause, DatabaseError | Exception) else None
    return None
