"""The bench run of a helicopter: a log that only grows, the simulated model, photos."""

import uuid

from django.db import models
from django.utils import timezone

from mint_lever_server.hangar.models import Document, Helicopter


class Bench(models.Model):
    """A helicopter's bench. ``sequence`` counts the log's entries.

    ``simulated`` is the number of the simulated helicopter on the table, null while it is the real
    one; ``truth`` is that model's hidden metal, ``practised`` how many there were, ``taken`` how
    many readings its instruments gave (their noise goes on from there). ``standing`` is what the
    fleet's list says of it, ``standing_of`` what it was worked out for. ``taken_back`` is what was
    undone last and can be done again, see :mod:`mint_lever_server.bench.undo`.
    """

    helicopter = models.OneToOneField(Helicopter, on_delete=models.CASCADE, related_name="bench")
    sequence = models.PositiveIntegerField(default=0)
    simulated = models.PositiveIntegerField(null=True)
    practised = models.PositiveIntegerField(default=0)
    truth = models.JSONField(null=True)
    seed = models.PositiveBigIntegerField(default=0)
    taken = models.PositiveIntegerField(default=0)
    standing = models.JSONField(null=True)
    standing_of = models.CharField(max_length=200, default="")
    taken_back = models.JSONField(default=dict)

    def __str__(self) -> str:
        return f"bench of {self.helicopter_id}"


class LogEntry(models.Model):
    """One thing that happened to a helicopter, whoever wrote it down: bench, field or phone.

    Nothing is deleted: what was wrong is struck out and stays to be seen. ``sent_id`` is the id its
    sender gave it: sent twice, it is logged once. The order is that of arrival (``sequence``, and
    ``at`` the server's time); ``sent_at`` is the time on the sender's clock, which is shown.
    ``saw`` is the digest of the setup the pilot had before him. ``stands_at`` is the place in the
    order it counts from: its own, or for an edited reading that of the reading it replaces.
    ``simulated`` is the simulated model's number, null for the real one. ``joins`` asks for the
    mean with the readings before it. ``changed_at`` is what the bench had counted to when the entry
    was made or last struck out: who knows the log up to a count reads on from there.
    ``draft_before`` and ``draft_after`` are the draft's places before and after it: with it, what
    it set is undone. Null where nobody did it here: in a copy, and in a log of an older version.
    """

    class Kind(models.TextChoices):
        READING = "reading"
        ACT = "act"
        TOUCHED = "touched"
        POWER = "power"
        START = "start"
        PAUSE = "pause"
        RESUME = "resume"
        FRESH = "fresh"
        HOLDS = "holds"
        LOOKED = "looked"

    class Place(models.TextChoices):
        BENCH = "bench"
        FIELD = "field"
        PHONE = "phone"

    helicopter = models.ForeignKey(Helicopter, on_delete=models.CASCADE, related_name="log")
    sent_id = models.UUIDField(default=uuid.uuid4)
    place = models.CharField(max_length=8, choices=Place.choices, default=Place.BENCH)
    sequence = models.PositiveIntegerField()
    stands_at = models.PositiveIntegerField()
    changed_at = models.PositiveIntegerField(default=0)
    draft_before = models.PositiveIntegerField(null=True)
    draft_after = models.PositiveIntegerField(null=True)
    kind = models.CharField(max_length=8, choices=Kind.choices)
    step = models.CharField(max_length=24, blank=True)
    key = models.CharField(max_length=200, blank=True)
    label = models.CharField(max_length=500, blank=True)
    value = models.JSONField(null=True)
    document = models.ForeignKey(Document, on_delete=models.RESTRICT, related_name="+")
    saw = models.CharField(max_length=64, blank=True)
    simulated = models.PositiveIntegerField(null=True)
    struck = models.BooleanField(default=False)
    joins = models.BooleanField(default=False)
    replaces = models.ForeignKey("self", on_delete=models.RESTRICT, null=True)
    at = models.DateTimeField(auto_now_add=True)
    sent_at = models.DateTimeField(default=timezone.now)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["helicopter", "sequence"], name="one_entry_a_place_in_the_order"
            ),
            models.UniqueConstraint(fields=["helicopter", "sent_id"], name="one_entry_an_id"),
        ]
        indexes = [models.Index(fields=["helicopter", "changed_at"], name="what_changed_since")]
        ordering = ["sequence"]

    def __str__(self) -> str:
        return f"{self.kind} {self.sequence} of {self.helicopter_id}"


class Photo(models.Model):
    """A picture a pitch is read from; it stays in this machine's own database."""

    bench = models.ForeignKey(Bench, on_delete=models.CASCADE, related_name="photos")
    image = models.BinaryField()
    media_type = models.CharField(max_length=40)
    at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"photo {self.pk} of {self.bench_id}"
