"""The bench run of a helicopter: a log that only grows, the simulated model, photos."""

from django.db import models

from hangar.models import Helicopter


class Bench(models.Model):
    """A helicopter's bench. ``moment`` counts the log's entries.

    ``simulated`` is the number of the simulated helicopter on the table, null while it is the real
    one; ``truth`` is that model's hidden metal, ``practised`` how many there were, ``taken`` how
    many readings its instruments gave (their noise goes on from there).
    """

    helicopter = models.OneToOneField(Helicopter, on_delete=models.CASCADE, related_name="bench")
    moment = models.PositiveIntegerField(default=0)
    simulated = models.PositiveIntegerField(null=True)
    practised = models.PositiveIntegerField(default=0)
    truth = models.JSONField(null=True)
    seed = models.PositiveBigIntegerField(default=0)
    taken = models.PositiveIntegerField(default=0)

    def __str__(self) -> str:
        return f"bench of {self.helicopter_id}"


class Snapshot(models.Model):
    """A setup that readings were taken on; kept once, however many they are."""

    bench = models.ForeignKey(Bench, on_delete=models.CASCADE, related_name="snapshots")
    digest = models.CharField(max_length=64)
    document = models.JSONField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["bench", "digest"], name="one_snapshot_a_setup")
        ]

    def __str__(self) -> str:
        return f"snapshot {self.digest[:8]} of {self.bench_id}"


class LogEntry(models.Model):
    """One thing that happened. Nothing is deleted: what was wrong is struck out and stays to be
    seen.

    ``stands_at`` is the moment it counts from: its own, or for an edited reading that of the
    reading it replaces. ``simulated`` is the simulated model's number, null for the real one.
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

    bench = models.ForeignKey(Bench, on_delete=models.CASCADE, related_name="entries")
    moment = models.PositiveIntegerField()
    stands_at = models.PositiveIntegerField()
    kind = models.CharField(max_length=8, choices=Kind.choices)
    step = models.CharField(max_length=24, blank=True)
    key = models.CharField(max_length=60, blank=True)
    label = models.CharField(max_length=500, blank=True)
    value = models.JSONField(null=True)
    snapshot = models.ForeignKey(Snapshot, on_delete=models.RESTRICT)
    simulated = models.PositiveIntegerField(null=True)
    struck = models.BooleanField(default=False)
    replaces = models.ForeignKey("self", on_delete=models.RESTRICT, null=True)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["bench", "moment"], name="one_entry_a_moment")
        ]
        ordering = ["moment"]

    def __str__(self) -> str:
        return f"{self.kind} {self.moment} of {self.bench_id}"


class Photo(models.Model):
    """A picture a pitch is read from; it stays in this machine's own database."""

    bench = models.ForeignKey(Bench, on_delete=models.CASCADE, related_name="photos")
    image = models.BinaryField()
    media_type = models.CharField(max_length=40)
    at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"photo {self.pk} of {self.bench_id}"
