"""Starts the server (``mint-lever serve``): as many processes as processors, all on one address."""

import argparse
import gc
import os
import resource
import socket
import sys
from collections.abc import Sequence
from importlib import import_module

import django
from django.conf import settings
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from granian import Granian
from granian.constants import Interfaces
from granian.http import HTTP1Settings
from granian.log import LogLevels

from mint_lever_server.config.data_folder import CannotStart, look_at

HEADER_MS = 15_000
"""A connection that sends no whole head of a request for so long is closed."""
HEAD_BYTES = 64 * 1024
OPEN = 2_000
"""Requests that one process has open at once: far more than work, nearly all of them wait."""
MOST_PROCESSES = 4


def main(words: Sequence[str]) -> None:
    """Serve until told to stop."""
    asked = argparse.ArgumentParser(prog="mint-lever serve", description=__doc__)
    asked.add_argument("--host", default="127.0.0.1")
    asked.add_argument("--port", type=int, default=8340)
    asked.add_argument(
        "--processes", type=int, default=min(os.cpu_count() or 1, MOST_PROCESSES), metavar="N"
    )
    given = asked.parse_args(words)
    os.umask(0o077)
    # What is loaded stays: looking in it for what could go is a seventh of the time to start.
    gc.disable()
    try:
        _look()
        _free(given.host, given.port)
        _load()
    except CannotStart as why:
        sys.exit(f"Mint Lever cannot start. {why}")
    _many_connections()
    Granian(
        "mint_lever_server.config.asgi:application",
        address=given.host,
        port=given.port,
        interface=Interfaces.ASGI,
        workers=given.processes,
        backlog=2 * OPEN,
        backpressure=OPEN,
        websockets=False,
        http1_settings=HTTP1Settings(header_read_timeout=HEADER_MS, max_buffer_size=HEAD_BYTES),
        respawn_failed_workers=True,
        log_level=LogLevels.warning,
    ).serve()


def _look() -> None:
    """Look at key, folder, disk and database before anybody is let in. Raises CannotStart."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "mint_lever_server.config.settings")
    django.setup()
    look_at(settings.DATABASE)
    executor = MigrationExecutor(connection)
    waiting = executor.migration_plan(executor.loader.graph.leaf_nodes())
    connection.close()
    if waiting:
        raise CannotStart(
            f"The database is of an older version ({len(waiting)} changes of its form wait): bring "
            "it up to date with `make migrate`, which copies it first."
        )


def _load() -> None:
    """Load the application before the processes part: each of them begins with it loaded, and has
    most of it in common with the others. No connection to the database may be in two of them."""
    import_module("mint_lever_server.config.asgi")
    connection.close()


def _free(host: str, port: int) -> None:
    """Nobody else may answer there: processes that share an address would share the visitors, an
    older server's with ours. Raises CannotStart."""
    family = socket.AF_INET6 if ":" in host else socket.AF_INET
    with socket.socket(family) as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((host, port))
        except OSError as error:
            raise CannotStart(
                f"{host}:{port} cannot be used ({error.strerror}): stop what answers there, or "
                "choose another --port."
            ) from error


def _many_connections() -> None:
    """A held connection costs a file handle; the usual 1,024 are soon held."""
    soft, hard = resource.getrlimit(resource.RLIMIT_NOFILE)
    wanted = 4 * OPEN if hard == resource.RLIM_INFINITY else min(4 * OPEN, hard)
    if soft < wanted:
        resource.setrlimit(resource.RLIMIT_NOFILE, (wanted, hard))


if __name__ == "__main__":
    main(sys.argv[1:])
