"""A pilot's helicopters: their documents, drafts with a history, revisions that never change."""

import uuid
from functools import cached_property
from typing import Any

from django.conf import settings
from django.db import models
from django.utils import timezone


class Helicopter(models.Model):
    """One helicopter of one pilot.

    ``counter`` counts every change to either of its drafts, so that a version names one setup for
    good. ``practising`` says that the practice draft is on the table, not the real one.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="helicopters"
    )
    created_at = models.DateTimeField(auto_now_add=True)
    counter = models.PositiveIntegerField(default=1)
    practising = models.BooleanField(default=False)

    def __str__(self) -> str:
        return str(self.id)

    @cached_property
    def draft(self) -> "Draft":
        """The draft of the model that is on the table."""
        return self.drafts.get(practice=self.practising)

    @property
    def real_draft(self) -> "Draft":
        """The real helicopter's draft, whatever is on the table."""
        return self.drafts.get(practice=False) if self.practising else self.draft


class Document(models.Model):
    """One setup document of a helicopter, kept once by the digest of its canonical JSON.

    It is never written anew: a document of an older version stays as it was and is read through
    the core's upgrades. ``summary`` is what the fleet's list shows of it, made when first asked
    for, ``summary_by`` the number of the program's way of making it.
    """

    helicopter = models.ForeignKey(Helicopter, on_delete=models.CASCADE, related_name="documents")
    digest = models.CharField(max_length=64)
    text = models.TextField()
    summary = models.JSONField(null=True)
    summary_by = models.PositiveIntegerField(default=0)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["helicopter", "digest"], name="one_document_a_digest")
        ]

    def __str__(self) -> str:
        return f"document {self.digest[:8]} of {self.helicopter_id}"


class Draft(models.Model):
    """A working setup: of the real helicopter, or of the simulated one (``practice``).

    ``version`` is the helicopter's counter as of its last change; ``position`` is where undo
    stands. A practice draft never becomes a revision. ``present`` is the state it is in, once that
    was asked for.
    """

    present: "DraftState | None" = None

    helicopter = models.ForeignKey(Helicopter, on_delete=models.CASCADE, related_name="drafts")
    practice = models.BooleanField(default=False)
    version = models.PositiveIntegerField(default=1)
    position = models.PositiveIntegerField(default=0)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["helicopter", "practice"], name="one_draft_a_model")
        ]

    def __str__(self) -> str:
        return f"draft {self.version} of {self.helicopter_id}"


class DraftState(models.Model):
    """One state a draft was in; undo and redo walk along them."""

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="states")
    position = models.PositiveIntegerField()
    paths = models.JSONField(default=list)
    """The settings that changed on the way into this state; empty for a whole document."""
    label = models.CharField(max_length=80, default="")
    document = models.ForeignKey(Document, on_delete=models.RESTRICT, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["draft", "position"], name="one_state_a_position")
        ]
        ordering = ["position"]

    def __str__(self) -> str:
        return f"state {self.position} of {self.draft_id}"


class DraftVersion(models.Model):
    """Which setup a draft was as of a version (``number``): any process answers what a page asks
    of the draft it shows, also just after an edit. The newest are kept."""

    helicopter = models.ForeignKey(Helicopter, on_delete=models.CASCADE, related_name="versions")
    number = models.PositiveIntegerField()
    document = models.ForeignKey(Document, on_delete=models.RESTRICT, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["helicopter", "number"], name="one_setup_a_version")
        ]

    def __str__(self) -> str:
        return f"version {self.number} of {self.helicopter_id}"


class Revision(models.Model):
    """A numbered setup with a note. It never changes: a trigger in the database sees to it too.

    ``saved_at`` is the time on the clock of whoever saved it, where that was sent along.
    """

    helicopter = models.ForeignKey(Helicopter, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    note = models.CharField(max_length=500, blank=True)
    document = models.ForeignKey(Document, on_delete=models.RESTRICT, related_name="+")
    saved_at = models.DateTimeField(default=timezone.now)

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


class Taken(models.Model):
    """A change that a browser sent under an id of its own and that was taken: sent twice, it is
    made once."""

    helicopter = models.ForeignKey(Helicopter, on_delete=models.CASCADE, related_name="+")
    sent_id = models.UUIDField()
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["helicopter", "sent_id"], name="one_taking_an_id")
        ]

    def __str__(self) -> str:
        return f"{self.sent_id} of {self.helicopter_id}"
