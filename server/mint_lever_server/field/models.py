"""What was flown: flights with what was changed before and seen in each, looks, packs."""

import uuid
from typing import Any

from django.conf import settings
from django.db import models

from mint_lever_server.hangar.models import Document, Helicopter


class Pack(models.Model):
    """A battery pack of a pilot, flown in whichever helicopter; ``put_away`` once it flies no
    more."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="packs"
    )
    name = models.CharField(max_length=60)
    put_away = models.BooleanField(default=False)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner", "name"], name="one_pack_a_name")]
        ordering = ["name"]

    def __str__(self) -> str:
        return self.name


class Flight(models.Model):
    """One flight: made ready, in the air, landed. What is known of it may be written any time.

    ``number`` counts a model's flights; ``simulated`` is the simulated model's number, null for the
    real one. ``document`` is the setup it flew on, ``revision`` the saved one that is the same;
    ``fit`` and ``withheld`` are what was said of it before it flew. ``changed`` is what was moved
    since the flight before, ``noted`` those of it that were made here, with what for. ``seen`` is
    null until somebody said what was seen; an empty list says that nothing was. ``gone`` is what
    was looked for and not seen. ``log_count`` is
    what the bench's log had counted to when it landed. What is struck out stays to be seen.
    """

    class Stage(models.TextChoices):
        READY = "ready"
        AIR = "air"
        LANDED = "landed"

    helicopter = models.ForeignKey(Helicopter, on_delete=models.CASCADE, related_name="flights")
    number = models.PositiveIntegerField()
    simulated = models.PositiveIntegerField(null=True)
    stage = models.CharField(max_length=8, choices=Stage.choices, default=Stage.READY)
    opened_at = models.DateTimeField(auto_now_add=True)
    began_at = models.DateTimeField(null=True)
    landed_at = models.DateTimeField(null=True)
    minutes = models.FloatField(null=True)
    pack = models.ForeignKey(Pack, on_delete=models.SET_NULL, null=True, related_name="flights")
    place = models.CharField(max_length=80, blank=True)
    wind = models.CharField(max_length=80, blank=True)
    modes: Any = models.JSONField(default=list)
    trims: Any = models.JSONField(default=dict)
    seen: Any = models.JSONField(null=True)
    gone: Any = models.JSONField(default=list)
    words = models.TextField(max_length=2000, blank=True)
    noted: Any = models.JSONField(default=list)
    changed: Any = models.JSONField(default=list)
    verdict = models.CharField(max_length=8, blank=True)
    next_idea = models.CharField(max_length=500, blank=True)
    document = models.ForeignKey(Document, on_delete=models.RESTRICT, related_name="+")
    revision = models.PositiveIntegerField(null=True)
    fit = models.BooleanField(default=False)
    withheld: Any = models.JSONField(default=list)
    log_count = models.PositiveIntegerField(default=0)
    flight_log = models.ForeignKey(
        "logs.FlightLog", on_delete=models.SET_NULL, null=True, related_name="+"
    )
    struck = models.BooleanField(default=False)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["helicopter", "simulated", "number"], name="one_flight_a_number"
            ),
            models.UniqueConstraint(
                fields=["helicopter", "number"],
                condition=models.Q(simulated=None),
                name="one_number_a_flight",
            ),
        ]
        ordering = ["number"]

    def __str__(self) -> str:
        return f"flight {self.number} of {self.helicopter_id}"


class Look(models.Model):
    """A look by hand at what a symptom names, after a flight; ``found`` something, put right."""

    flight = models.ForeignKey(Flight, on_delete=models.CASCADE, related_name="looks")
    symptom = models.CharField(max_length=40)
    found = models.BooleanField()
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["at", "pk"]

    def __str__(self) -> str:
        return f"look at {self.symptom} after {self.flight_id}"


class Hidden(models.Model):
    """What is hidden in a simulated helicopter that is flown: its flaws, and how often it flew
    (the pilot's luck goes on from there). ``number`` is the simulated model's."""

    helicopter = models.ForeignKey(Helicopter, on_delete=models.CASCADE, related_name="+")
    number = models.PositiveIntegerField()
    flaws: Any = models.JSONField()
    seed = models.PositiveBigIntegerField()
    seen = models.PositiveIntegerField(default=0)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["helicopter", "number"], name="one_hidden_a_model")
        ]

    def __str__(self) -> str:
        return f"hidden in {self.number} of {self.helicopter_id}"


class PackMeasure(models.Model):
    """A pack's resistance (milliohm, all of it) on a day, by a flight log or by a meter."""

    pack = models.ForeignKey(Pack, on_delete=models.CASCADE, related_name="measures")
    day = models.DateField()
    mohm = models.FloatField()
    by = models.CharField(max_length=5)

    class Meta:
        ordering = ["day", "pk"]

    def __str__(self) -> str:
        return f"{self.mohm} mOhm of {self.pack_id}"


class PartNew(models.Model):
    """A part that wears was new after so many flights of the real helicopter."""

    helicopter = models.ForeignKey(Helicopter, on_delete=models.CASCADE, related_name="parts_new")
    part = models.CharField(max_length=24)
    flown = models.PositiveIntegerField()
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["helicopter", "part"], name="one_newest_a_part")
        ]

    def __str__(self) -> str:
        return f"{self.part} of {self.helicopter_id}"
