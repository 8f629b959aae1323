"""Sessions that know whose they are: one pilot has a bounded number of them, and is read together
with the session, in one question to the database."""

from __future__ import annotations

from contextvars import ContextVar
from typing import Any

from django.conf import settings
from django.contrib.auth import BACKEND_SESSION_KEY, SESSION_KEY
from django.contrib.auth.backends import ModelBackend
from django.contrib.auth.models import User
from django.contrib.sessions.backends.db import SessionStore as InDatabase
from django.contrib.sessions.base_session import AbstractBaseSession
from django.db import connection, models
from django.utils import timezone

from mint_lever_server.config.prepared_query import Prepared

MOST = 20
"""A pilot's browsers. The one signed in longest ago makes room for another."""


_read_along: ContextVar[User | None] = ContextVar("read_along", default=None)


class PilotBackend(ModelBackend):
    """Django's own; the pilot who was read along with the session is not asked for again. Once:
    the next request reads its own."""

    def get_user(self, user_id: int) -> User | None:
        """Give the pilot of a session."""
        pilot = _read_along.get()
        _read_along.set(None)
        if pilot is None or pilot.pk != user_id:
            return super().get_user(user_id)
        return pilot if self.user_can_authenticate(pilot) else None


class PilotSession(AbstractBaseSession):
    """A session; ``pilot`` is null as long as nobody is signed in."""

    pilot = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, null=True)

    @classmethod
    def get_session_store_class(cls) -> type[SessionStore]:
        """Where Django's middleware reads it from."""
        return SessionStore


BACKEND = f"{PilotBackend.__module__}.{PilotBackend.__qualname__}"
_EARLIER_BACKEND = "accounts.sessions.PilotBackend"
"""As it is called in the sessions of before; whoever was signed in stays so."""
_EXPIRES = PilotSession._meta.get_field("expire_date")
_PILOT_FIELDS = [field.attname for field in User._meta.concrete_fields]
_KEPT = Prepared(
    lambda: (
        PilotSession.objects.filter(session_key="")
        .filter(expire_date__gt=timezone.now())
        .values_list("session_data", *(f"pilot__{name}" for name in _PILOT_FIELDS))
    )
)


class SessionStore(InDatabase):
    """Django's own store, with the pilot beside what is kept."""

    @classmethod
    def get_model_class(cls) -> type[PilotSession]:
        """The row."""
        return PilotSession

    def load(self) -> dict[str, Any]:
        """Read what is kept, and the pilot along with it."""
        now = _EXPIRES.get_db_prep_value(timezone.now(), connection)
        row = _KEPT.first(self.session_key, now)
        if row is None:
            self._session_key = None
            _read_along.set(None)
            return {}
        data, *pilot = row
        signed_in = pilot[_PILOT_FIELDS.index("id")] is not None
        _read_along.set(User.from_db(connection.alias, _PILOT_FIELDS, pilot) if signed_in else None)
        kept: dict[str, Any] = self.decode(data)
        if kept.get(BACKEND_SESSION_KEY) == _EARLIER_BACKEND:
            kept[BACKEND_SESSION_KEY] = BACKEND
        return kept

    def create_model_instance(self, data: dict[str, Any]) -> PilotSession:
        """Make the row of what is kept."""
        row = super().create_model_instance(data)
        assert isinstance(row, PilotSession)
        row.pilot_id = int(data[SESSION_KEY]) if SESSION_KEY in data else None
        return row


def make_room(pilot: User, session_key: str | None) -> int:
    """End the pilot's oldest sessions beyond the most, the one just begun apart; gives how many
    ended."""
    others = PilotSession.objects.filter(pilot=pilot).exclude(pk=session_key)
    over = list(others.order_by("-expire_date").values_list("pk", flat=True)[MOST - 1 :])
    PilotSession.objects.filter(pk__in=over).delete()
    return len(over)
