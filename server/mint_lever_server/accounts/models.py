"""What the door remembers: tries of late, what each pilot's name looks like, codes, sessions."""

from django.conf import settings
from django.db import models
from django.utils import timezone

from mint_lever_server.accounts.sessions import PilotSession

__all__ = ["PilotName", "PilotSession", "RecoveryCode", "Tries"]


class Tries(models.Model):
    """How often something was tried. ``who`` is a digest of what was tried, and by whom: no name
    and no address is kept. Counted from ``began_at``; cleared after a day of rest."""

    who = models.CharField(max_length=64, unique=True)
    count = models.PositiveIntegerField(default=0)
    began_at = models.DateTimeField(default=timezone.now)
    last_at = models.DateTimeField(default=timezone.now, db_index=True)

    def __str__(self) -> str:
        return f"{self.count} tries of {self.who[:8]}"


class PilotName(models.Model):
    """What a pilot's name looks like: nobody else is to be taken for them."""

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    skeleton = models.CharField(max_length=600, db_index=True)

    def __str__(self) -> str:
        return self.skeleton


class RecoveryCode(models.Model):
    """A code that lets a pilot who forgot the password in, once. Only its digest is kept."""

    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    digest = models.CharField(max_length=64)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["user", "digest"], name="one_of_each_code")]

    def __str__(self) -> str:
        return f"a code of {self.user_id}"
