"""Answers about throttle and controller from before they had parts: to the part that asks now."""

from typing import Any

from django.db import migrations


def carry(apps: Any, _: Any) -> None:
    """The controller's ends are a part of their own. Whether a governor agreed was one word for all
    modes: that answer stays as it was written, and each mode is asked for its figure."""
    entries = apps.get_model("bench", "LogEntry").objects.filter(step="throttle", key="ends")
    entries.update(step="controller_ends")


class Migration(migrations.Migration):
    dependencies = [("bench", "0003_tail_in_parts")]
    operations = [migrations.RunPython(carry, migrations.RunPython.noop)]
