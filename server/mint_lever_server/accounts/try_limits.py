"""How fast the door lets anybody try: never closed, only slower with every wrong try.

Wrong passwords are counted by name and line, and by line alone: a stranger on another line never
slows a pilot down. A browser that once signed in as somebody is known for that name: its tries are
counted apart, so that strangers on the pilot's own line do not slow it either (after "Slow Down
Online Guessing Attacks with Device Cookies", OWASP). Counts stand in the database, where every
process sees them.
"""

from __future__ import annotations

import math
import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.conf import settings
from django.core import signing
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.crypto import salted_hmac

from mint_lever_server.accounts.models import Tries
from mint_lever_server.config.client_address import line_of
from mint_lever_server.config.problems import Refused

REST = timedelta(days=1)
"""What was tried longer ago is forgotten."""
_COOKIE = "known_here"
_COOKIE_S = 365 * 24 * 3600
_NAMES = 5


@dataclass(frozen=True)
class Pace:
    """How many tries are ``free``, and what comes after them.

    A pace that slows makes each further try wait twice as long as the one before it, from a second
    to ``longest_s``, and forgets after ``window``. A pace that counts allows ``free`` a window.
    """

    free: int
    window: timedelta
    longest_s: int | None = None

    def waits_s(self, tries: Tries, now: datetime) -> float:
        """Seconds until the next try."""
        if self.over(tries, now) or tries.count < self.free:
            return 0.0
        if self.longest_s is None:
            left: timedelta = tries.began_at + self.window - now
            return left.total_seconds()
        pause = float(min(self.longest_s, 2 ** min(tries.count - self.free, 20)))
        since: timedelta = now - tries.last_at
        return max(0.0, pause - since.total_seconds())

    def over(self, tries: Tries, now: datetime) -> bool:
        """Whether the tries are so long ago that counting begins anew."""
        since = tries.began_at if self.longest_s is None else tries.last_at
        return now - since > self.window


_NAME = Pace(free=5, window=timedelta(minutes=30), longest_s=30)
_LINE = Pace(free=20, window=timedelta(minutes=30), longest_s=30)


@dataclass(frozen=True)
class Knock:
    """Something that is tried, under every count it goes into."""

    counts: tuple[tuple[str, Pace], ...]

    def wait(self) -> None:
        """Refuse while it has to wait; raises Refused with the seconds."""
        now = timezone.now()
        paces = dict(self.counts)
        rows = Tries.objects.filter(who__in=paces)
        seconds = max((paces[row.who].waits_s(row, now) for row in rows), default=0.0)
        if seconds > 0:
            raise _slower(math.ceil(seconds))

    @transaction.atomic
    def note(self) -> None:
        """Count it."""
        now = timezone.now()
        for who, pace in self.counts:
            row, _ = Tries.objects.get_or_create(who=who, defaults={"began_at": now})
            if row.count and pace.over(row, now):
                row.count, row.began_at = 0, now
            row.count, row.last_at = row.count + 1, now
            row.save()

    def forget(self) -> None:
        """Let the first count begin anew; the others are not this pilot's alone."""
        Tries.objects.filter(who=self.counts[0][0]).delete()


def sign_in_as(request: HttpRequest, name: str) -> Knock:
    """A try to sign in under a name."""
    line, name = line_of(request), name.casefold()
    known = _known(request)
    if name in known:
        return Knock(((_who("known", known[name], name), _NAME),))
    return Knock(((_who("sign-in", line, name), _NAME), (_who("sign-in", line), _LINE)))


def sign_up_from(request: HttpRequest) -> Knock:
    """A try to make an account."""
    return Knock(((_who("sign-up", line_of(request)), _rate(settings.SIGN_UP_RATE)),))


def demo_from(request: HttpRequest) -> Knock:
    """A visitor of the demo."""
    return Knock(((_who("demo", line_of(request)), _rate(settings.DEMO_RATE)),))


def remember(request: HttpRequest, response: HttpResponse, name: str) -> None:
    """Have this browser known for a name from now on."""
    names = {name.casefold(): secrets.token_hex(8), **_known(request)}
    kept = dict(list(names.items())[:_NAMES])
    response.set_cookie(
        _COOKIE,
        signing.dumps(kept, salt=_COOKIE),
        max_age=_COOKIE_S,
        httponly=True,
        secure=settings.SESSION_COOKIE_SECURE,
        samesite="Lax",
    )


def forget_old_tries() -> None:
    """Clear what was tried long ago."""
    Tries.objects.filter(last_at__lt=timezone.now() - REST).delete()


def _rate(said: str) -> Pace:
    """A pace that counts, from words like "20/h"; raises ValueError or KeyError for others."""
    count, per = said.split("/")
    windows = {"m": timedelta(minutes=1), "h": timedelta(hours=1), "d": timedelta(days=1)}
    return Pace(int(count), windows[per])


def _known(request: HttpRequest) -> dict[str, str]:
    try:
        kept = signing.loads(request.COOKIES.get(_COOKIE, ""), salt=_COOKIE, max_age=_COOKIE_S)
        return dict(kept)
    except signing.BadSignature:
        return {}


def _who(*parts: str) -> str:
    return salted_hmac("accounts.door", "\0".join(parts), algorithm="sha256").hexdigest()


def _slower(seconds: int) -> Refused:
    pause = f"{seconds} s" if seconds < 120 else f"{math.ceil(seconds / 60)} minutes"
    return Refused(
        429,
        "Slower, please",
        f"There were many tries from here. The next one is taken in {pause}.",
        retry_after_s=seconds,
    )
