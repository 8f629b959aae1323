"""The pilot's devices: each described once, used by every helicopter that has it."""

import uuid

from django.conf import settings
from django.db import models

from mint_lever_server.hangar.models import Helicopter


class Device(models.Model):
    """One device of a pilot's; ``profile`` is the core's document of it, and ``version`` counts how
    often it was described anew."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="devices"
    )
    kind = models.CharField(max_length=20)
    name = models.CharField(max_length=60)
    profile = models.JSONField()
    version = models.PositiveIntegerField(default=1)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["kind", "name", "id"]

    def __str__(self) -> str:
        return self.name


class Fitted(models.Model):
    """Which device of a kind a helicopter has; one of each kind at most."""

    helicopter = models.ForeignKey(Helicopter, on_delete=models.CASCADE, related_name="fitted")
    device = models.ForeignKey(Device, on_delete=models.CASCADE, related_name="fitted")
    kind = models.CharField(max_length=20)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["helicopter", "kind"], name="one_device_of_a_kind")
        ]

    def __str__(self) -> str:
        return f"{self.kind} of {self.helicopter_id}"
