"""Whose request it is: the address of the client, through proxies that are trusted and no other."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from ipaddress import (
    IPv4Address,
    IPv4Network,
    IPv6Address,
    IPv6Network,
    ip_address,
    ip_network,
)

from django.conf import settings
from django.http import HttpRequest, HttpResponse

Network = IPv4Network | IPv6Network

_ONE_PILOT_V6 = 64
"""A line to a house has so many addresses of its own (common practice)."""


class ClientAddressMiddleware:
    """Puts the client's own address where everybody looks for it (REMOTE_ADDR).

    What a proxy says is believed only of one in TRUSTED_PROXIES: a client can send the same words.
    """

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]):
        self.get_response = get_response
        self.trusted = [ip_network(each, strict=False) for each in settings.TRUSTED_PROXIES]

    def __call__(self, request: HttpRequest) -> HttpResponse:
        peer = request.META.get("REMOTE_ADDR", "")
        said = request.META.pop("HTTP_X_FORWARDED_FOR", "")
        if _within(peer, self.trusted):
            request.META["REMOTE_ADDR"] = client_of(peer, said.split(","), self.trusted)
        else:
            request.META.pop("HTTP_X_FORWARDED_PROTO", None)
        return self.get_response(request)


def client_of(peer: str, said: Sequence[str], trusted: Sequence[Network]) -> str:
    """The last address that no trusted proxy has, of those said (client first); ``peer`` is who
    sent it here. What a trusted proxy did not say itself is anybody's word and is not read."""
    for each in reversed([word.strip() for word in said]):
        if _read(each) is None:
            return peer
        if not _within(each, trusted):
            return each
        peer = each
    return peer


def line_of(request: HttpRequest) -> str:
    """The line a request came over: its address, or the part of it that a house has in common."""
    address = _read(request.META.get("REMOTE_ADDR", ""))
    if address is None:
        return "unknown"
    if address.version == 6:
        if address.ipv4_mapped is not None:
            return str(address.ipv4_mapped)
        return str(ip_network((address, _ONE_PILOT_V6), strict=False))
    return str(address)


def _read(text: str) -> IPv4Address | IPv6Address | None:
    try:
        return ip_address(text)
    except ValueError:
        return None


def _within(address: str, networks: Sequence[Network]) -> bool:
    read = _read(address)
    return read is not None and any(read in network for network in networks)
