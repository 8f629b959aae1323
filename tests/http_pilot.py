"""A pilot without a browser: one connection to a live server, cookies and token and all."""

from __future__ import annotations

import http.client
import json
from typing import Any
from urllib.parse import urlsplit


class Client:
    """A kept-alive connection, signed in the way the browser is.

    With a name it makes an account; without one it looks round the demo hangar.
    """

    def __init__(self, address: str, name: str | None = None) -> None:
        self.cookies: dict[str, str] = {}
        self.connection = http.client.HTTPConnection(urlsplit(address).netloc, timeout=60)
        self.connection.request("GET", "/")
        self._read()
        if name is None:
            self.send("POST", "/api/account/demo", {})
        else:
            account = {"name": name, "password": f"salt-works-{name}"}
            self.send("POST", "/api/account/sign-up", account)

    def get(self, path: str) -> Any:
        """Read one JSON answer."""
        return json.loads(self.raw(path))

    def raw(self, path: str) -> bytes:
        """Read one answer as it is."""
        self.connection.request("GET", path, headers=self._cookie())
        return self._read()

    def send(self, method: str, path: str, body: object) -> Any:
        """Send one JSON body and read the answer."""
        headers = {
            "Content-Type": "application/json",
            "X-CSRFToken": self.cookies["csrftoken"],
            **self._cookie(),
        }
        self.connection.request(method, path, json.dumps(body), headers)
        return json.loads(self._read())

    def _read(self) -> bytes:
        response = self.connection.getresponse()
        body = response.read()
        if response.status >= 400:
            raise RuntimeError(f"{response.status}: {body[:200]!r}")
        for cookie in response.headers.get_all("Set-Cookie") or []:
            name, value = cookie.split(";")[0].split("=", 1)
            self.cookies[name] = value
        return body

    def _cookie(self) -> dict[str, str]:
        return {"Cookie": "; ".join(f"{k}={v}" for k, v in self.cookies.items())}
