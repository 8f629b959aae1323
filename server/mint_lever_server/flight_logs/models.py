"""Flight logs: each a file of its own beside the database, and what its columns are."""

import uuid
from pathlib import Path

from django.conf import settings
from django.db import models, transaction
from django.db.models.signals import post_delete
from django.dispatch import receiver

from mint_lever_server.hangar.models import Helicopter


class FlightLog(models.Model):
    """One log. ``columns`` is what each column may be, as it was guessed; ``mapping`` what the
    pilot says: our channel to the column's name and its unit."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    helicopter = models.ForeignKey(Helicopter, on_delete=models.CASCADE, related_name="logs")
    name = models.CharField(max_length=120)
    columns = models.JSONField()
    mapping = models.JSONField()
    simulated = models.BooleanField(default=False)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-at"]

    def __str__(self) -> str:
        return self.name

    @property
    def path(self) -> Path:
        """Where its file lies."""
        return Path(settings.VAR) / "logs" / f"{self.id}.csv"


class LogSource(models.Model):
    """What a pilot said of columns with these names: asked once, remembered for the next log."""

    pilot = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    header = models.CharField(max_length=64)
    mapping = models.JSONField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["pilot", "header"], name="one_per_source")]

    def __str__(self) -> str:
        return self.header


@receiver(post_delete, sender=FlightLog)
def drop_file(instance: FlightLog, **_: object) -> None:
    """A log that is gone leaves no file; one that is kept after all keeps it."""
    path = instance.path
    transaction.on_commit(lambda: path.unlink(missing_ok=True))
