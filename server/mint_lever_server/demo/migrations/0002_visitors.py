"""Visitors of the demo have an account each; the one there was keeps the prepared fleet."""

import django.utils.timezone
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("demo", "0001_initial")]

    operations = [
        migrations.AddField("demopilot", "visitor", models.BooleanField(default=False)),
        migrations.AddField(
            "demopilot",
            "seen_at",
            models.DateTimeField(db_index=True, default=django.utils.timezone.now),
        ),
    ]
