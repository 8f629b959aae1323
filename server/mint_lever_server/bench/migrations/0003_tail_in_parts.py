"""Answers about the tail from before it had parts: each to the part that asks it now."""

from typing import Any

from django.db import migrations

_MOVED = {
    "turns": ("tail_mechanics", "turns", {"leading": "leading", "trailing": "trailing"}),
    "stick": ("tail_stick", "stick", {"right": "edge_right", "left": "edge_left"}),
    "correction": (
        "tail_correction",
        "hand",
        {"right": "edge_right", "left": "edge_left", "still": "still"},
    ),
}


def carry(apps: Any, _: Any) -> None:
    """Move what has a part. How far off a contact a slider stopped was never asked in millimetres:
    those answers stay as they were written, and the limits are asked anew."""
    entries = apps.get_model("bench", "LogEntry").objects.filter(step="tail")
    for key, (step, other, values) in _MOVED.items():
        for was, now in values.items():
            own = entries.filter(key=key, value=was)
            own.update(step=step, key=other, value=now)


class Migration(migrations.Migration):
    dependencies = [("bench", "0002_log_of_a_helicopter")]
    operations = [migrations.RunPython(carry, migrations.RunPython.noop)]
