"""Marks the account that the demo hangar belongs to."""

from django.conf import settings
from django.db import models


class DemoPilot(models.Model):
    """Exists only where demo data was loaded; nobody becomes it by choosing a name."""

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)

    def __str__(self) -> str:
        return f"demo pilot {self.user_id}"
