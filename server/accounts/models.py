"""What the door remembers: tries of late, by whom they were made."""

from django.db import models
from django.utils import timezone


class Tries(models.Model):
    """How often something was tried. ``who`` is a digest of what was tried, and by whom: no name
    and no address is kept. Counted from ``began_at``; cleared after a day of rest."""

    who = models.CharField(max_length=64, unique=True)
    count = models.PositiveIntegerField(default=0)
    began_at = models.DateTimeField(default=timezone.now)
    last_at = models.DateTimeField(default=timezone.now, db_index=True)

    def __str__(self) -> str:
        return f"{self.count} tries of {self.who[:8]}"
