"""The front of a server process: a request is taken in whole before anything works on it.

Whoever sends slowly, or never ends, holds a connection and a small file, never one of the threads
that work. What takes longer than a slow line would need is given up. Live messages to many open
pages have their place here too: nothing here holds a thread.
"""

from __future__ import annotations

import asyncio
import sys
from collections.abc import Awaitable, Callable, Iterable, MutableMapping
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from tempfile import SpooledTemporaryFile
from typing import Any

from django.conf import settings
from django.http import HttpResponse

from mint_lever_server.config.body_limit import body_limit, too_large
from mint_lever_server.config.failures import failed
from mint_lever_server.config.problems import problem

Scope = MutableMapping[str, Any]
Receive = Callable[[], Awaitable[MutableMapping[str, Any]]]
Send = Callable[[dict[str, Any]], Awaitable[None]]
Wsgi = Callable[[dict[str, Any], Callable[..., Any]], Iterable[bytes]]

_PIECE = 256 * 1024
"""An answer up to this many bytes is sent in one piece; a body up to this is kept in memory."""


@dataclass(frozen=True)
class Bounds:
    """How patient the front of one process is.

    A body has ``grace_s`` and as long as a line of ``slowest`` bytes a second takes. Besides those
    in work ``waiting`` requests wait for a thread and ``bodies`` are on their way in, of which
    ``large`` may be large files.
    """

    threads: int = 4
    grace_s: float = 10.0
    slowest: int = 4_000
    waiting: int = 200
    bodies: int = 1_000
    large: int = 4


class Front:
    """An ASGI application that has a WSGI application answer, in a few threads."""

    def __init__(self, wsgi: Wsgi, bounds: Bounds) -> None:
        self._wsgi, self._bounds = wsgi, bounds
        self._pool = ThreadPoolExecutor(bounds.threads, thread_name_prefix="answer")
        self._inside = 0
        self._bodies = 0
        self._large = 0

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] == "lifespan":
            await _live(receive, send)
        elif scope["type"] == "http":
            await self._answer(scope, receive, send)
        else:
            await send({"type": "websocket.close", "code": 1000})

    async def _answer(self, scope: Scope, receive: Receive, send: Send) -> None:
        with SpooledTemporaryFile(max_size=_PIECE) as body:
            size = 0
            if _has_body(scope):
                taken = await self._take(scope, receive, body)
                if isinstance(taken, HttpResponse):
                    await _refuse(taken, send)
                    return
                if taken is None:
                    return
                size = taken
            if self._inside >= self._bounds.threads + self._bounds.waiting:
                await _refuse(_busy(), send)
                return
            self._inside += 1
            try:
                await self._work(_environ(scope, body, size), send)
            finally:
                self._inside -= 1

    async def _take(self, scope: Scope, receive: Receive, body: Any) -> int | HttpResponse | None:
        """Write a request's body down. Gives its size, a refusal, or None for one given up."""
        limit = body_limit(scope["method"], scope["path"])
        announced = _announced(scope)
        if announced > limit:
            return too_large(announced, limit)
        large = limit > settings.BODY_LIMIT
        if self._bodies >= self._bounds.bodies or (large and self._large >= self._bounds.large):
            return _busy()
        self._bodies += 1
        self._large += large
        try:
            return await self._pieces(receive, body, limit)
        except TimeoutError:
            return problem(
                408,
                "The request came too slowly",
                "Nothing of it was kept. Send it again over a better line.",
            )
        finally:
            self._bodies -= 1
            self._large -= large

    async def _pieces(self, receive: Receive, body: Any, limit: int) -> int | HttpResponse | None:
        clock, size = asyncio.get_running_loop().time, 0
        began = clock()
        while True:
            patience = began + self._bounds.grace_s + size / self._bounds.slowest
            async with asyncio.timeout_at(patience):
                message = await receive()
            if message["type"] == "http.disconnect":
                return None
            piece = message.get("body", b"")
            size += len(piece)
            if size > limit:
                return too_large(size, limit)
            body.write(piece)
            if not message.get("more_body"):
                body.seek(0)
                return size

    async def _work(self, environ: dict[str, Any], send: Send) -> None:
        """Answer in a thread; only a long answer comes back to it, for its next piece."""
        loop = asyncio.get_running_loop()
        try:
            answer = await loop.run_in_executor(self._pool, _Answer, self._wsgi, environ)
        except Exception as error:  # nothing of an answer was sent yet: it can still be said
            await _refuse(failed(error), send)
            return
        try:
            await send(answer.start)
            piece = answer.first
            while answer.more:
                await send({"type": "http.response.body", "body": piece, "more_body": True})
                piece = await loop.run_in_executor(self._pool, answer.piece)
            await send({"type": "http.response.body", "body": piece})
        finally:
            if answer.more:
                # Whoever asked went away in the middle of it.
                await loop.run_in_executor(self._pool, answer.close)


class _Answer:
    """What the WSGI application answers, as far as it was asked for yet."""

    def __init__(self, wsgi: Wsgi, environ: dict[str, Any]) -> None:
        self.start: dict[str, Any] = {}
        self._parts = wsgi(environ, self._started)
        self._left = iter(self._parts)
        self.more = True
        self.first = self.piece()

    def piece(self) -> bytes:
        """Give the next piece; the last one closes the answer."""
        made, size = [], 0
        for part in self._left:
            made.append(part)
            size += len(part)
            if size >= _PIECE:
                return b"".join(made)
        self.close()
        return b"".join(made)

    def close(self) -> None:
        """Let go of files and the database; Django ends its request here."""
        self.more = False
        getattr(self._parts, "close", lambda: None)()

    def _started(self, status: str, headers: list[tuple[str, str]], _: Any = None) -> None:
        self.start = {
            "type": "http.response.start",
            "status": int(status.split(" ", 1)[0]),
            "headers": [(key.lower().encode(), value.encode("latin-1")) for key, value in headers],
        }


async def _live(receive: Receive, send: Send) -> None:
    """Say that the process is ready, and that it has ended."""
    for what in ("startup", "shutdown"):
        await receive()
        await send({"type": f"lifespan.{what}.complete"})


def _busy() -> HttpResponse:
    return problem(
        503,
        "The server is busy",
        "Not saved; what you entered is still here. Try again in a moment.",
        retry_after_s=1,
    )


async def _refuse(answer: HttpResponse, send: Send) -> None:
    """Answer without reading on: the connection ends with it."""
    headers = [(key.lower().encode(), value.encode()) for key, value in answer.items()]
    headers.append((b"connection", b"close"))
    await send({"type": "http.response.start", "status": answer.status_code, "headers": headers})
    await send({"type": "http.response.body", "body": answer.content})


def _has_body(scope: Scope) -> bool:
    return any(name in (b"content-length", b"transfer-encoding") for name, _ in scope["headers"])


def _announced(scope: Scope) -> int:
    for name, value in scope["headers"]:
        if name == b"content-length" and value.isdigit():
            return int(value)
    return 0


def _environ(scope: Scope, body: Any, size: int) -> dict[str, Any]:
    """A WSGI environment. The body is there in whole, so its length is known, however it came."""
    server, port = scope.get("server") or ("localhost", None)
    client = scope.get("client") or ("", 0)
    environ: dict[str, Any] = {
        "REQUEST_METHOD": scope["method"],
        "SCRIPT_NAME": "",
        "PATH_INFO": scope["path"].encode().decode("latin-1"),
        "QUERY_STRING": scope["query_string"].decode("latin-1"),
        "SERVER_PROTOCOL": f"HTTP/{scope['http_version']}",
        "SERVER_NAME": server,
        "SERVER_PORT": str(port or 0),
        "REMOTE_ADDR": client[0],
        "wsgi.version": (1, 0),
        "wsgi.url_scheme": scope.get("scheme", "http"),
        "wsgi.input": body,
        "wsgi.errors": sys.stderr,
        "wsgi.multithread": True,
        "wsgi.multiprocess": True,
        "wsgi.run_once": False,
    }
    for name, value in scope["headers"]:
        # With "_" a client could pass itself off as a proxy: both would have one name here.
        if b"_" not in name:
            key, said = f"HTTP_{name.decode('latin-1').upper().replace('-', '_')}", value
            joined = "; " if name == b"cookie" else ","
            text = said.decode("latin-1")
            environ[key] = f"{environ[key]}{joined}{text}" if key in environ else text
    environ["CONTENT_TYPE"] = environ.pop("HTTP_CONTENT_TYPE", "")
    environ.pop("HTTP_CONTENT_LENGTH", None)
    environ["CONTENT_LENGTH"] = str(size)
    return environ
