"""Marks the accounts of the demo: the one that holds the prepared fleet, and its visitors."""

from django.conf import settings
from django.contrib.auth.models import User
from django.db import models
from django.utils import timezone


class DemoPilot(models.Model):
    """Exists only where demo data was loaded; nobody becomes it by choosing a name.

    The account without ``visitor`` holds the prepared fleet, which nobody enters. A visitor has a
    copy of it for a hangar of their own; ``seen_at`` is when they were last there.
    """

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    visitor = models.BooleanField(default=False)
    seen_at = models.DateTimeField(default=timezone.now, db_index=True)

    def __str__(self) -> str:
        return f"demo {'visitor' if self.visitor else 'fleet'} {self.user_id}"


def prepared_pilot() -> User | None:
    """Give the account that holds the prepared fleet, or None where no demo data is loaded."""
    return User.objects.filter(demopilot__visitor=False).first()


def is_visitor(user: User) -> bool:
    """Whether an account is a demo visitor's."""
    return DemoPilot.objects.filter(user=user, visitor=True).exists()
