"""A pilot's helicopters: a working draft with its history, and revisions that never change."""

import uuid
from typing import Any

from django.conf import settings
from django.db import models


class Helicopter(models.Model):
    """One helicopter of one pilot."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="helicopters"
    )
    created_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return str(self.id)


class Draft(models.Model):
    """The working setup. ``version`` counts every change; ``position`` is where undo stands.

    ``practice`` marks the draft of a simulated model, which never becomes a revision;
    ``set_aside`` is then the real helicopter's document, or else the last practice's.
    """

    helicopter = models.OneToOneField(Helicopter, on_delete=models.CASCADE, related_name="draft")
    version = models.PositiveIntegerField(default=1)
    position = models.PositiveIntegerField(default=0)
    practice = models.BooleanField(default=False)
    set_aside = models.JSONField(null=True)
    changed_at = models.DateTimeField(auto_now=True)

    def __str__(self) -> str:
        return f"draft {self.version} of {self.helicopter_id}"


class DraftState(models.Model):
    """One state the draft was in; undo and redo walk along them."""

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="states")
    position = models.PositiveIntegerField()
    paths = models.JSONField(default=list)
    """The settings that changed on the way into this state; empty for a whole document."""
    label = models.CharField(max_length=80, default="")
    document = models.JSONField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["draft", "position"], name="one_state_a_position")
        ]
        ordering = ["position"]

    def __str__(self) -> str:
        return f"state {self.position} of {self.draft_id}"


class Revision(models.Model):
    """A numbered setup with a note. It never changes: a trigger in the database sees to it too."""

    helicopter = models.ForeignKey(Helicopter, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    note = models.CharField(max_length=500, blank=True)
    document = models.JSONField()
    saved_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["helicopter", "number"], name="one_revision_a_number")
        ]
        ordering = ["number"]

    def __str__(self) -> str:
        return f"revision {self.number} of {self.helicopter_id}"

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Save once."""
        if self.pk is not None:
            raise ValueError("a revision never changes; save a new one")
        super().save(*args, **kwargs)
